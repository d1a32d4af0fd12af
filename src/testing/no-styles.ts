/**
 * In place of the style sheet that styled components write into: a page without layout has no use for their rules, and looking
 * a style up there goes through every one of them, which took a fifth of a component test’s time.
 */
export class StyleSheet {
  key: string;
  tags: Element[] = [];
  isSpeedy = false;
  container: Node;
  nonce: string | undefined;
  constructor({ key, container, nonce }: { key: string; container: Node; nonce?: string }) {
    this.key = key;
    this.container = container;
    this.nonce = nonce;
  }
  hydrate(): void {}
  insert(): void {}
  flush(): void {}
}
