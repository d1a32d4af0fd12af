/** A file made elsewhere on this page, on its way to an import page. */
export type ForImport = { name: string; text: string };

let waiting: ForImport | null = null;

/** Keeps a file for the import page that opens next. */
export const keepForImport = (file: ForImport): void => {
  waiting = file;
};

/** The file that waits, once. */
export function takeForImport(): ForImport | null {
  const file = waiting;
  waiting = null;
  return file;
}
