/** A cell that a spreadsheet cannot take for a formula: such text gets an apostrophe before it. Numbers stay. */
export const safeCell = (text: string): string =>
  /^[=+\-@\t\r]/.test(text) && !/^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(text) ? `'${text}` : text;
