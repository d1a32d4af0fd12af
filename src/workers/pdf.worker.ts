import { expose } from 'comlink';
import pdfMake from 'pdfmake/build/pdfmake';
import { pdfDefinition } from '@/formats/printed-pdf';
import type { Paper, PrintedSheet } from '@/formats/printed';

const files = {
  Latin: [
    new URL('@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff', import.meta.url),
    new URL('@fontsource/noto-sans/files/noto-sans-latin-700-normal.woff', import.meta.url),
  ],
  LatinExt: [
    new URL('@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff', import.meta.url),
    new URL('@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff', import.meta.url),
  ],
  Greek: [
    new URL('@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff', import.meta.url),
    new URL('@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff', import.meta.url),
  ],
} as const;

const base64 = async (address: URL): Promise<string> => {
  const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer());
  let binary = '';
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary);
};

let loaded: Promise<void> | null = null;
/** Fonts are fetched once and embedded in every PDF. */
const load = () =>
  (loaded ??= (async () => {
    const vfs: Record<string, string> = {};
    const fonts: Record<string, { normal: string; bold: string; italics: string; bolditalics: string }> = {};
    for (const [name, [normal, bold]] of Object.entries(files)) {
      vfs[`${name}-400.woff`] = await base64(normal);
      vfs[`${name}-700.woff`] = await base64(bold);
      fonts[name] = {
        normal: `${name}-400.woff`,
        bold: `${name}-700.woff`,
        italics: `${name}-400.woff`,
        bolditalics: `${name}-700.woff`,
      };
    }
    pdfMake.addVirtualFileSystem(vfs);
    pdfMake.addFonts(fonts);
  })());

/** Writes sheets as PDF away from the page. */
const pdfWorker = {
  /** Out: the file. Throws where the fonts are not served. */
  async write(sheet: PrintedSheet, paper: Paper, printedOn: string): Promise<Blob> {
    await load();
    return pdfMake.createPdf(pdfDefinition(sheet, paper, printedOn)).getBlob();
  },
};
export type PdfWorker = typeof pdfWorker;

expose(pdfWorker);
