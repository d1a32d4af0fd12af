/** Whether keys belong to a field just now: single keys rest then. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Whether a key is a field's or a shortcut of the browser. */
export const isBusyKey = (e: KeyboardEvent): boolean =>
  isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey;
