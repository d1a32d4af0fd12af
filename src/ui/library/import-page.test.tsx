/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { sampleItems } from '@/data/demo/sample';
import type { ItemDocument } from '@/formats/kinds/documents';
import { writeItemFile } from '@/formats/kinds/files';
import { makeItem, openItemFile } from '@/formats/kinds/importing';
import { isOf } from '@/formats/library-items';
import { LARGEST_MAP_FILE } from '@/formats/map-table';
import { giveLayout } from '@/testing/dom';
import { server } from '../server/client';
import { WordsProvider } from '../words/useWords';
import { ImportPage } from './ImportPage';

const went: string[] = [];
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: (to: string) => went.push(to), refresh: () => {} }),
  usePathname: () => '/library',
  useSearchParams: () => new URLSearchParams(),
}));
// The reader without its worker: the same work, on this thread.
jest.mock('@/workers/importing', () => ({
  importing: async (work: (reader: { open: typeof openItemFile; make: typeof makeItem }) => unknown) =>
    work({ open: openItemFile, make: makeItem }),
}));

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
  went.length = 0;
});

/** The import page of a shelf with a shop that stores what it is given. */
function open(path: string) {
  const stored: ItemDocument[] = [];
  const add = jest.spyOn(server, 'addItem').mockImplementation(async (_, document) => {
    stored.push(document);
    return { kind: 'ok', data: { id: 'made', revision: 1, document } };
  });
  render(
    <WordsProvider first={{ system: 'metric', mix: {} }}>
      <ImportPage path={path} />
    </WordsProvider>,
  );
  return { stored, add };
}
const give = (label: string, text: string, name = 'rig.csv') =>
  act(async () => {
    const file = new File([text], name);
    Object.assign(file, { text: async () => text });
    fireEvent.change(screen.getByLabelText(label), { target: { files: [file] } });
  });
const field = (label: string) => screen.getByLabelText(label, { exact: true });
const choose = (label: string, value: string) =>
  act(async () => void fireEvent.change(field(label), { target: { value } }));
const type = (label: string, text: string) =>
  act(async () => {
    fireEvent.change(field(label), { target: { value: text } });
    fireEvent.blur(field(label));
  });
const storeKey = () => screen.getByRole('button', { name: 'Store it in the library' }) as HTMLButtonElement;

describe('a turbine’s table', () => {
  const table = ['PR;swallow', '1,4;6,0', '1,8;7,1', '2,4;7,6', '3,0;7,7'].join('\n');
  it('is guessed, asked for, and stored as it was read, in SI', async () => {
    const page = open('turbines');
    expect(screen.getByText(/efficiency includes mechanical losses/)).toBeTruthy();
    await give('Turbine file to import', table);
    expect(screen.getByText('The unit of the flow is not said in the file: choose it.')).toBeTruthy();
    expect(storeKey().disabled).toBe(true);
    await choose('Unit of swallow', 'kg/min');
    await type('Inducer', '54 mm');
    await type('Exducer', '47 mm');
    await type('Peak efficiency', '68');
    await type('Maximum speed', '160000');
    await type('Maximum temperature', '950');
    await choose('Bearings’ loss', 'apart');
    await type('Pressure', '101.3');
    await type('Temperature', '15');
    await waitFor(() => expect(storeKey().disabled).toBe(false));
    await act(async () => fireEvent.click(storeKey()));
    expect(went).toEqual(['/library/turbines/made']);
    expect(page.stored[0]).toMatchObject({
      kind: 'turbine',
      name: 'rig',
      includesBearing: false,
      inducer: { value: 0.054 },
      housings: [{ capacity: { kind: 'points' } }],
    });
    const [housing] = (page.stored[0] as Extract<ItemDocument, { kind: 'turbine' }>).housings;
    if (housing!.capacity.kind !== 'points') throw new Error(housing!.capacity.kind);
    expect(housing!.capacity.points[0]).toEqual({ ratio: 1.4, flow: expect.closeTo(0.1, 9) });
  });
  it('a role stands once: given to a column it is taken from the other; a row that falls back names its line', async () => {
    open('turbines');
    await give('Turbine file to import', table.replace('2,4;7,6', '2,4;6,6'));
    await choose('Unit of swallow', 'kg/min');
    expect((field('Column PR is') as HTMLSelectElement).value).toBe('ratio');
    await choose('Column swallow is', 'ratio');
    expect((field('Column PR is') as HTMLSelectElement).value).toBe('ignore');
    await choose('Column PR is', 'ratio');
    await choose('Column swallow is', 'flow');
    await choose('Unit of swallow', 'kg/min');
    const rows = within(screen.getByRole('region', { name: 'Columns of the file' })).getAllByRole('row');
    expect(rows.length).toBeGreaterThanOrEqual(6);
    expect(storeKey().disabled).toBe(true);
  });
});

describe('a file of the shop’s own', () => {
  const pipe = sampleItems.filter(isOf('piping'))[0]!.document;
  it('is read whole, on its own shelf, and stored as it is; the shop away loses nothing', async () => {
    const page = open('piping');
    expect(screen.getByText('Nothing is asked')).toBeTruthy();
    await give('Piping part file to import', writeItemFile(pipe, 'json').text, 'pipe.json');
    expect(screen.getByRole('heading', { name: pipe.name })).toBeTruthy();
    page.add.mockResolvedValueOnce({ kind: 'away' });
    await act(async () => fireEvent.click(storeKey()));
    expect(screen.getByRole('alert').textContent).toContain(
      'The piping part was not stored. It is still here.',
    );
    await act(async () => fireEvent.click(storeKey()));
    expect(page.stored).toEqual([pipe]);
  });
  it('is refused on another shelf, with the one it belongs to', async () => {
    open('turbochargers');
    await give('Turbocharger file to import', writeItemFile(pipe, 'json').text, 'pipe.json');
    expect(screen.getByRole('alert').textContent).toContain(
      'This file holds a piping part, not a turbocharger',
    );
    expect(storeKey().disabled).toBe(true);
  });
  it('changed by hand so that it is none any more says where', async () => {
    open('piping');
    const torn = writeItemFile(pipe, 'json').text.replace('"bends"', '"curves"');
    await give('Piping part file to import', torn, 'pipe.json');
    expect(screen.getByRole('alert').textContent).toMatch(/Line \d+/);
    expect(screen.getByText(/No piping part yet/)).toBeTruthy();
  });
});

describe('what cannot be a map', () => {
  it('is told by its size before it is read, and by its text after', async () => {
    open('compressors');
    await act(async () => {
      const file = new File([], 'huge.csv');
      Object.defineProperty(file, 'size', { value: LARGEST_MAP_FILE + 1 });
      fireEvent.change(screen.getByLabelText('Map file to import'), { target: { files: [file] } });
    });
    expect(screen.getByRole('alert').textContent).toMatch(/huge\.csv was not read.*a map may have 2 MB/);
    await give('Map file to import', 'once upon a time\nthere was a map\n', 'prose.txt');
    expect(screen.getByText(/No row holds three figures or more/)).toBeTruthy();
  });
  it('pasted it is read by a key, which waits for a text', async () => {
    open('compressors');
    const key = screen.getByRole('button', { name: 'Read what is pasted' }) as HTMLButtonElement;
    expect(key.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Or paste it here'), { target: { value: '1 2\n3 4' } });
    expect(key.disabled).toBe(false);
    await act(async () => fireEvent.click(key));
    expect(screen.getByText('Pasted map')).toBeTruthy();
  });
});
