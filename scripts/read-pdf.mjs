/** Reads a PDF from standard input and prints its text, page by page, and its paper as JSON: tests read back what was written. */
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const file = await getDocument({ data: new Uint8Array(readFileSync(0)), useSystemFonts: false, verbosity: 0 })
  .promise;
const pages = [];
for (let number = 1; number <= file.numPages; number++) {
  const { items } = await (await file.getPage(number)).getTextContent();
  pages.push(items.map((item) => item.str ?? '').join(''));
}
const [, , width, height] = (await file.getPage(1)).view;
console.log(JSON.stringify({ pages, size: [Math.round(width), Math.round(height)] }));
