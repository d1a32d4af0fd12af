import { findNodeAtLocation, parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser';

/** Deeper JSON than this is no document of ours, and would exhaust a recursive reader. */
const DEEPEST = 40;

/** More lists and objects than these are no document of ours, and would keep the schema busy for seconds. */
const MOST_PARTS = 60_000;

/** What is wrong with a text before it is parsed, from one pass over it; stops where it is known. */
function shapeTrouble(text: string): string | null {
  let depth = 0;
  let parts = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i++;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 91 || c === 123) {
      if (++depth > DEEPEST) return `It is nested more than ${DEEPEST} levels deep.`;
      if (++parts > MOST_PARTS) return `It holds more than ${MOST_PARTS} lists and objects.`;
    } else if (c === 93 || c === 125) depth--;
  }
  return null;
}

/** The database keeps no NUL and no half surrogate pairs: such text is refused here, with a reason. */
function isStorable(data: unknown): boolean {
  if (typeof data === 'string') return !data.includes('\u0000') && data.isWellFormed();
  if (data === null || typeof data !== 'object') return true;
  return Object.entries(data).every(([key, value]) => isStorable(key) && isStorable(value));
}

export type JsonText = { ok: true; data: unknown } | { ok: false; message: string };

/** JSON text to plain data, or one sentence with the line. Never throws; refuses more than 40 levels of nesting. */
export function readJson(text: string): JsonText {
  const trouble = shapeTrouble(text);
  if (trouble) return { ok: false, message: trouble };
  try {
    const data: unknown = JSON.parse(text);
    if (!isStorable(data))
      return { ok: false, message: 'A text in it holds characters that cannot be stored.' };
    return { ok: true, data };
  } catch {
    const errors: ParseError[] = [];
    parseTree(text, errors, { disallowComments: true });
    const first = errors[0];
    if (!first) return { ok: false, message: 'It is not JSON.' };
    const words = printParseErrorCode(first.error)
      .replace(/([a-z])([A-Z])/g, '$1 $2')
      .toLowerCase();
    return { ok: false, message: `Line ${lineAt(text, first.offset)}: ${words}.` };
  }
}

const lineAt = (text: string, offset: number) => text.slice(0, offset).split('\n').length;

/** Line of the value at a path of a JSON text that parses, or of the nearest value above it. */
export function lineOf(text: string, path: (string | number)[]): number {
  const root = parseTree(text);
  let node: Node | undefined;
  for (let i = path.length; root && !node && i >= 0; i--) node = findNodeAtLocation(root, path.slice(0, i));
  return lineAt(text, node?.offset ?? 0);
}
