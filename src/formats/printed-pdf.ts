import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Paper, PrintedBlock, PrintedSheet } from './printed';

/** Fonts of a PDF, each holding the signs of its script. */
export const pdfFonts = ['Latin', 'LatinExt', 'Greek'] as const;
type PdfFont = (typeof pdfFonts)[number];

/** The font that has a sign: Greek for the trade's letters, the extended set for names, the plain one for the rest. */
function fontFor(sign: string): PdfFont {
  const code = sign.codePointAt(0)!;
  if (code >= 0x370 && code <= 0x3ff) return 'Greek';
  return code >= 0x100 && code <= 0x24f && !(code === 0x131 || code === 0x152 || code === 0x153)
    ? 'LatinExt'
    : 'Latin';
}

type Run = { text: string; font: PdfFont };

/** A text in pieces of one font each. Spaces that hold a figure to its unit stay as they are. */
export function runsOf(text: string): Run[] {
  const runs: Run[] = [];
  for (const sign of text) {
    const font = /\s/.test(sign) && runs.length ? runs.at(-1)!.font : fontFor(sign);
    const last = runs.at(-1);
    if (last && last.font === font) last.text += sign;
    else runs.push({ text: sign, font });
  }
  return runs;
}

const text = (value: string) => ({ text: runsOf(value) });
const cell = (value: string, isFigure: boolean, isHead = false): TableCell => ({
  ...text(value),
  alignment: isFigure ? 'right' : 'left',
  ...(isHead ? { bold: true, fontSize: 8.5 } : {}),
});

/** Hairlines between rows, a stronger one under the heads. */
const lines = {
  hLineWidth: (i: number, node: { table: { headerRows?: number; body: unknown[] } }) =>
    i === 0 || i === node.table.body.length ? 0 : i === node.table.headerRows ? 0.8 : 0.3,
  vLineWidth: () => 0,
  hLineColor: () => '#8a8472',
  paddingLeft: (i: number) => (i === 0 ? 0 : 5),
  paddingRight: () => 5,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
};

function contentOf(block: PrintedBlock): Content {
  switch (block.kind) {
    case 'heading':
      return { ...text(block.text), bold: true, fontSize: 11, margin: [0, 12, 0, 3], headlineLevel: 1 };
    case 'text':
      return { ...text(block.text), fontSize: block.isLead ? 11.5 : 9.5, margin: [0, 0, 0, 4] };
    case 'list': {
      const items = block.items.map((one) => ({
        ...text(one),
        margin: [0, 0, 0, 2] as [number, number, number, number],
      }));
      return block.isOrdered ? { ol: items } : { ul: items };
    }
    case 'pairs':
      return {
        table: {
          widths: ['*', 'auto'],
          body: block.rows.map(([name, figure]) => [cell(name, false), cell(figure, true)]),
          dontBreakRows: true,
        },
        layout: lines,
      };
    case 'table':
      return {
        table: {
          headerRows: 1,
          widths: block.heads.map((_, i) => (block.figures.includes(i) ? 'auto' : '*')),
          body: [
            block.heads.map((head, i) => cell(head, block.figures.includes(i), true)),
            ...block.rows.map((row) => row.map((value, i) => cell(value, block.figures.includes(i)))),
          ],
          dontBreakRows: true,
        },
        layout: lines,
      };
    case 'signatures':
      return {
        unbreakable: true,
        margin: [0, 30, 0, 0],
        columns: block.who.map(({ role, name, on }) => ({
          stack: [
            { ...text([name, on].filter(Boolean).join(', ') || ' '), margin: [0, 0, 0, 2] },
            { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 190, y2: 0, lineWidth: 0.6 }] },
            { ...text(role), fontSize: 8.5, margin: [0, 2, 0, 0] },
          ],
        })),
      };
  }
}

/** A sheet as the PDF library wants it. In: sheet; paper; the day it is printed in words. */
export function pdfDefinition(sheet: PrintedSheet, paper: Paper, printedOn: string): TDocumentDefinitions {
  const { title, about, shop, blocks } = sheet;
  return {
    pageSize: paper,
    pageMargins: [50, 50, 50, 56],
    info: { title: `${title}: ${about}`, author: shop.name, creator: 'Fierce Lung', producer: 'Fierce Lung' },
    defaultStyle: { font: 'Latin', fontSize: 9.5, lineHeight: 1.2 },
    content: [
      ...(shop.name ? [{ ...text(shop.name), bold: true, fontSize: 10 }] : []),
      ...(shop.address ? [{ ...text(shop.address), fontSize: 8.5 }] : []),
      { ...text(title), bold: true, fontSize: 17, margin: [0, 10, 0, 0] },
      { ...text(about), fontSize: 9.5, margin: [0, 0, 0, 8] },
      ...blocks.map(contentOf),
    ],
    footer: (page, pages) => ({
      ...text(`${title}, ${about}. Printed ${printedOn}. Page ${page} of ${pages}.`),
      fontSize: 7.5,
      margin: [50, 14, 50, 0],
    }),
    // A heading does not stand alone at the foot of a page.
    pageBreakBefore: (node, nodes) =>
      node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length === 0,
  };
}
