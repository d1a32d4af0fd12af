/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { sampleItems } from '@/data/demo/sample';
import { kindOf, type AnyLine } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import { isOf, type AnyEntry } from '@/formats/library-items';
import { server } from '../server/client';
import { giveLayout } from '@/testing/dom';
import { WordsProvider } from '../words/useWords';
import { ItemPage } from './ItemPage';
import { ShelfPage } from './ShelfPage';

const went: string[] = [];
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: (to: string) => went.push(to), refresh: () => {} }),
  usePathname: () => '/library',
  useSearchParams: () => new URLSearchParams(),
}));

beforeAll(() => giveLayout());
beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
  went.length = 0;
});

const parts = sampleItems.filter(isOf('piping'));
const kind = kindOf('piping');
const lineOf = ({ id, revision, document }: (typeof parts)[number]): AnyLine => ({
  ...kind.head(document),
  id,
  revision,
  retired: false,
  savedAt: '',
  jobCount: 0,
  parts: [],
});
const entryOf = (item: (typeof parts)[number], more: Partial<AnyEntry> = {}): AnyEntry => ({
  ...item,
  newest: item.revision,
  retired: false,
  binned: false,
  savedAt: '',
  jobs: [],
  ...more,
});
const inWords = (page: React.ReactElement) =>
  render(<WordsProvider first={{ system: 'metric', mix: {} }}>{page}</WordsProvider>);
const type = (label: string, text: string) => {
  const field = screen.getByLabelText(label, { exact: true });
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};
const saveKey = (revision: number) =>
  screen.getByRole('button', { name: `Save as revision ${revision}` }) as HTMLButtonElement;

describe('the page of an item', () => {
  const pipe = parts.find((p) => p.document.type === 'pipe')!;
  const throttle = parts.find((p) => p.document.type === 'throttle-body')!;

  it('saves what was changed on top of the revision it was opened with, and nothing unchanged', async () => {
    const saved = jest.spyOn(server, 'saveItem').mockResolvedValue({ kind: 'ok', data: { revision: 2 } });
    inWords(<ItemPage entry={entryOf(pipe)} choices={{}} />);
    expect(saveKey(2).disabled).toBe(true);
    type('Length', '0.75');
    expect(saveKey(2).disabled).toBe(false);
    await act(async () => fireEvent.click(saveKey(2)));
    expect(saved).toHaveBeenCalledTimes(1);
    const [path, id, base, document] = saved.mock.calls[0]!;
    expect([path, id, base]).toEqual(['piping', pipe.id, 1]);
    expect(document).toEqual({ ...pipe.document, length: { ...pipe.document.length, value: 0.75 } });
    expect(localStorage.length).toBe(0);
  });
  it('does not save what its kind says is wrong, what cannot be read, or what has no name; undo steps back', () => {
    inWords(<ItemPage entry={entryOf(throttle)} choices={{}} />);
    const points = screen.getByLabelText(/^Flow bench points/);
    const before = (points as HTMLTextAreaElement).value;
    fireEvent.change(points, { target: { value: '' } });
    expect(screen.getByText('This piping part cannot be saved yet')).toBeTruthy();
    expect(saveKey(2).disabled).toBe(true);
    fireEvent.change(points, { target: { value: 'x' } });
    expect(saveKey(2).disabled).toBe(true);
    fireEvent.change(points, { target: { value: before.replace(/^\S+/, '3') } });
    expect(saveKey(2).disabled).toBe(false);
    type('Name', ' ');
    expect(saveKey(2).disabled).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect((screen.getByLabelText('Name', { exact: true }) as HTMLInputElement).value).toBe(
      throttle.document.name,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Drop the changes' }));
    expect(saveKey(2).disabled).toBe(true);
  });
  it('keeps what was typed through a refusal and a closed tab, and says on what revision it was made', async () => {
    jest.spyOn(server, 'saveItem').mockResolvedValue({
      kind: 'refused',
      status: 409,
      error: 'This piping part was changed elsewhere: revision 4 is newer.',
      problems: [],
    });
    inWords(<ItemPage entry={entryOf(pipe)} choices={{}} />);
    type('Note', 'seen on the car');
    await act(async () => fireEvent.click(saveKey(2)));
    expect(screen.getByRole('alert').textContent).toMatch(/was not saved.*revision 4 is newer/);
    cleanup();
    inWords(<ItemPage entry={entryOf({ ...pipe, revision: 4 }, { newest: 4 })} choices={{}} />);
    await waitFor(() => screen.getByText(/Changes from an earlier visit/));
    expect(screen.getByText(/made on revision 1; the newest is 4/)).toBeTruthy();
    expect((screen.getByLabelText('Note', { exact: true }) as HTMLTextAreaElement).value).toBe(
      'seen on the car',
    );
  });
  it('shows what follows from the fields as they are typed, and who uses it', () => {
    const jobs = [{ id: 'j', name: 'A car', revision: 1 }];
    inWords(<ItemPage entry={entryOf(pipe, { jobs })} choices={{}} />);
    const mach = () => screen.getByText('Flow at the usual Mach warning').closest('div')!.textContent;
    const before = mach();
    type('Minimum bore', '80');
    expect(mach()).not.toBe(before);
    expect(screen.getByText('A car')).toBeTruthy();
  });
});

describe('the page of a shelf', () => {
  const lines = parts.map(lineOf);
  const open = (items = lines) => inWords(<ShelfPage path="piping" items={items} first={{}} />);
  const rows = () => screen.queryAllByRole('rowheader').map((cell) => cell.querySelector('a')!.textContent);
  beforeEach(() => {
    jest.spyOn(server, 'item').mockImplementation(async (_, id) => ({
      kind: 'ok',
      data: entryOf(parts.find((p) => p.id === id)!),
    }));
  });

  it('narrows by words and limits, in every word and at both ends', async () => {
    await act(async () => void open());
    expect(screen.getByText(`${parts.length} pipes, hoses, throttle bodies`)).toBeTruthy();
    type('Find', 'elbow hose');
    await waitFor(() => expect(rows()).toEqual(['Sedge 57 elbow', 'Sedge 76 elbow']));
    type('Bore from', '60');
    await waitFor(() => expect(rows()).toEqual(['Sedge 76 elbow']));
    type('Bore to', '70');
    await waitFor(() => expect(screen.getByText('Nothing passes the filter. Ask for less.')).toBeTruthy());
  });
  it('adds, duplicates, retires and deletes by its kind’s words, and takes each back', async () => {
    const added = jest.spyOn(server, 'addItem').mockImplementation(async (_, document: ItemDocument) => ({
      kind: 'ok',
      data: { id: 'new', revision: 1, document },
    }));
    const retired = jest.spyOn(server, 'setRetired').mockImplementation(async (_, __, to) => ({
      kind: 'ok',
      data: { retired: to },
    }));
    const binned = jest.spyOn(server, 'setItemBinned').mockResolvedValue({ kind: 'away' });
    await act(async () => void open());
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'Add by hand' })));
    expect(added.mock.calls[0]).toEqual(['piping', kind.blank(() => undefined)]);
    expect(went).toEqual(['/library/piping/new']);
    const panel = within(screen.getByRole('complementary', { name: 'Selected piping part' }));
    await act(async () => fireEvent.click(panel.getByRole('button', { name: 'Retire' })));
    expect(retired).toHaveBeenLastCalledWith('piping', lines[0]!.id, true);
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'Restore' })));
    expect(retired).toHaveBeenLastCalledWith('piping', lines[0]!.id, false);
    await act(async () => fireEvent.click(panel.getByRole('button', { name: 'Delete, to the bin' })));
    expect(binned).toHaveBeenCalledTimes(1);
    expect(screen.getByText('The piping part was not deleted.')).toBeTruthy();
    expect(screen.getByText('The server is away. Nothing was changed.')).toBeTruthy();
  });
  it('says so where a shelf is empty, and offers nothing that cannot be made', async () => {
    await act(async () => void inWords(<ShelfPage path="turbochargers" items={[]} first={{}} />));
    expect(screen.getByText('No turbochargers yet: import a file, or add one by hand.')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Add by hand' }) as HTMLButtonElement).disabled).toBe(true);
  });
});
