/** A sheet as it is shown, printed and written as PDF: one document, so that all three say the same. Words and figures are ready to read. */
export type PrintedSheet = {
  /** Of the whole sheet: 'Customer’s sheet'. */
  title: string;
  /** What it is of: job, setup, day. */
  about: string;
  shop: { name: string; address: string };
  blocks: PrintedBlock[];
};

export type PrintedBlock =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; isLead?: true }
  | { kind: 'list'; items: string[]; isOrdered?: true }
  /** Names and figures in two columns. */
  | { kind: 'pairs'; rows: [name: string, figure: string][] }
  | {
      kind: 'table';
      heads: string[];
      rows: string[][];
      /** Columns of figures, counted from 0: set to the right. */ figures: number[];
    }
  /** Lines to sign on. */
  | { kind: 'signatures'; who: { role: string; name: string; on: string }[] };

/** Every text of a sheet in its order: what a reader of the PDF must find. */
export function textsOf({ title, about, shop, blocks }: PrintedSheet): string[] {
  return [
    ...[shop.name, shop.address, title, about],
    ...blocks.flatMap((block): string[] => {
      switch (block.kind) {
        case 'heading':
        case 'text':
          return [block.text];
        case 'list':
          return block.items;
        case 'pairs':
          return block.rows.flat();
        case 'table':
          return [...block.heads, ...block.rows.flat()];
        case 'signatures':
          return block.who.flatMap(({ role, name, on }) => [role, name, on]);
      }
    }),
  ].filter((text) => text !== '');
}

/** Papers that shops print on. */
export const papers = ['A4', 'LETTER'] as const;
export type Paper = (typeof papers)[number];
