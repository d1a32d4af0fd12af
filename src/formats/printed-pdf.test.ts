/** @jest-environment node */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import pdfMake from 'pdfmake/build/pdfmake';
import { textsOf, papers, type PrintedSheet } from './printed';
import { pdfDefinition, pdfFonts, runsOf } from './printed-pdf';

const subsets = { Latin: 'latin', LatinExt: 'latin-ext', Greek: 'greek' } as const;
const font = (name: keyof typeof subsets, weight: number) =>
  readFileSync(`node_modules/@fontsource/noto-sans/files/noto-sans-${subsets[name]}-${weight}-normal.woff`);

beforeAll(() => {
  pdfMake.addVirtualFileSystem(
    Object.fromEntries(
      pdfFonts.flatMap((name) =>
        [400, 700].map((weight) => [`${name}-${weight}`, font(name, weight).toString('base64')] as const),
      ),
    ),
  );
  pdfMake.addFonts(
    Object.fromEntries(
      pdfFonts.map((name) => [
        name,
        { normal: `${name}-400`, bold: `${name}-700`, italics: `${name}-400`, bolditalics: `${name}-700` },
      ]),
    ),
  );
});

const sheet: PrintedSheet = {
  title: 'Customer’s sheet',
  about: 'Hill-climb single-seater, setup A',
  shop: { name: 'Fellwater Induction', address: 'Łąka 4, Żółw' },
  blocks: [
    { kind: 'text', text: 'Asked: 285 hp at 8,600 rpm, λ 0.86, −12 °C to 34 °C.', isLead: true },
    { kind: 'heading', text: 'Before and after' },
    {
      kind: 'table',
      heads: ['run', 'power', 'boost'],
      rows: Array.from({ length: 60 }, (_, i) => [`run ${i + 1}`, `${200 + i} hp`, '1.37 bar']),
      figures: [1, 2],
    },
    { kind: 'pairs', rows: [['Ring gap', '0.59 mm']] },
    { kind: 'list', items: ['Oil after 500 km', 'Belt after 20 h'] },
    {
      kind: 'signatures',
      who: [
        { role: 'customer', name: 'M. Fell', on: '4 Jan 2027' },
        { role: 'shop', name: '', on: '' },
      ],
    },
  ],
};

/** Text and paper of a PDF as another library reads them, in a process of its own: it is an ES module. */
function read(bytes: Uint8Array) {
  const said = execFileSync(process.execPath, ['scripts/read-pdf.mjs'], { input: bytes, encoding: 'utf8' });
  const { pages, size } = JSON.parse(said) as { pages: string[]; size: number[] };
  return { text: pages.join('').replace(/\s+/g, ''), pages: pages.length, size };
}

it.each(papers)(
  'a sheet on %s, read back by another library, has every text of it in its order; fonts are embedded',
  async (paper) => {
    const bytes = new Uint8Array(
      await pdfMake.createPdf(pdfDefinition(sheet, paper, '1 Dec 2026')).getBuffer(),
    );
    const found = read(bytes);
    let at = 0;
    for (const text of textsOf(sheet).filter((one) => !/^(4 Jan|M\. Fell)/.test(one))) {
      const next = found.text.indexOf(text.replace(/\s+/g, ''), at);
      expect({ text, isFound: next >= 0 }).toEqual({ text, isFound: true });
      if (!/^(customer|shop)$/.test(text)) at = next;
    }
    expect(found.pages).toBeGreaterThan(1);
    expect(found.size).toEqual(paper === 'A4' ? [595, 842] : [612, 792]);
    const raw = Buffer.from(bytes).toString('latin1');
    expect(raw).toMatch(/FontFile/);
  },
);

it('a text is cut where the font changes and loses nothing', () => {
  expect(runsOf('λ 0.86 at Łódź')).toEqual([
    { text: 'λ ', font: 'Greek' },
    { text: '0.86 at ', font: 'Latin' },
    { text: 'Ł', font: 'LatinExt' },
    { text: 'ód', font: 'Latin' },
    { text: 'ź', font: 'LatinExt' },
  ]);
});
