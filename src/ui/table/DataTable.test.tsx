/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { giveLayout } from '@/testing/dom';
import { WordsProvider } from '../words/useWords';
import { DataTable, type TableColumn } from './DataTable';

afterEach(cleanup);

beforeAll(() => giveLayout());

type Row = { id: string; name: string; price: number | null; note: string };
const rows: Row[] = [
  { id: 'b', name: 'Item 10', price: 40, note: 'x' },
  { id: 'a', name: 'Item 9', price: null, note: 'y' },
  { id: 'c', name: 'Item 2', price: 120, note: 'x' },
];
const columns: TableColumn<Row>[] = [
  { id: 'name', name: 'Name', width: 100, value: (r) => r.name, text: (r) => r.name },
  {
    id: 'price',
    name: 'Price',
    width: 60,
    quantity: 'money',
    value: (r) => r.price,
    text: (r) => (r.price === null ? '–' : String(r.price)),
  },
  { id: 'note', name: 'Note', width: 60, hidden: true, value: (r) => r.note, text: (r) => r.note },
];

function open(all = rows, passes: (row: Row) => boolean = () => true) {
  const opened: string[] = [];
  function Page() {
    const [selected, setSelected] = useState<string | null>(null);
    return (
      <WordsProvider first={{ system: 'metric', mix: {} }}>
        <DataTable
          label="Things"
          rows={all}
          columns={columns}
          idOf={(r) => r.id}
          hrefOf={(r) => `/things/${r.id}`}
          badgeOf={(r) => (r.note === 'y' ? 'retired' : null)}
          selected={selected}
          onSelect={setSelected}
          onOpen={(id) => opened.push(id)}
          passes={passes}
          count={(shown, of) => `${shown} of ${of}`}
          nothing="Nothing here."
        />
      </WordsProvider>
    );
  }
  render(<Page />);
  return opened;
}
const names = () => screen.queryAllByRole('rowheader').map((cell) => cell.querySelector('a')!.textContent);
const sortBy = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const selected = () => document.querySelector('tr[data-selected]')?.textContent ?? null;

describe('a table of data', () => {
  it('is sorted by any column, numbers as numbers; what is not known stays at the end both ways', () => {
    open();
    expect(names()).toEqual(['Item 10', 'Item 9', 'Item 2']);
    sortBy(/^Name/);
    expect(names()).toEqual(['Item 2', 'Item 9', 'Item 10']);
    expect(screen.getByRole('columnheader', { name: /^Name/ }).getAttribute('aria-sort')).toBe('ascending');
    sortBy(/^Price/);
    expect(names()).toEqual(['Item 2', 'Item 10', 'Item 9']);
    sortBy(/^Price/);
    expect(names()).toEqual(['Item 10', 'Item 2', 'Item 9']);
  });
  it('shows a column when somebody asks for it, and never hides the first', () => {
    open();
    expect(screen.queryByRole('columnheader', { name: /^Note/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Columns' }));
    const chooser = screen.getByRole('dialog', { name: 'Columns shown' });
    fireEvent.click(within(chooser).getByLabelText('Note'));
    expect(screen.getByRole('columnheader', { name: /^Note/, hidden: true })).toBeTruthy();
    expect((within(chooser).getByLabelText('Name') as HTMLInputElement).disabled).toBe(true);
  });
  it('is narrowed, says how many are left, and what stands where there is none', () => {
    open(rows, (row) => row.note === 'y');
    expect(names()).toEqual(['Item 9']);
    expect(screen.getByRole('status').textContent).toBe('1 of 3');
    expect(screen.getByRole('rowheader').textContent).toContain('retired');
  });
  it('says so where nothing is left', () => {
    open(rows, () => false);
    expect(screen.getByText('Nothing here.')).toBeTruthy();
  });
  it('is walked by the arrows, opened by Enter or a double click, and each row is a link', () => {
    const opened = open();
    const region = screen.getByRole('region', { name: 'Things, scrolls' });
    fireEvent.keyDown(region, { key: 'ArrowDown' });
    fireEvent.keyDown(region, { key: 'ArrowDown' });
    expect(selected()).toContain('Item 9');
    for (let i = 0; i < 5; i++) fireEvent.keyDown(region, { key: 'ArrowDown' });
    expect(selected()).toContain('Item 2');
    fireEvent.keyDown(region, { key: 'ArrowUp' });
    fireEvent.keyDown(region, { key: 'Enter' });
    fireEvent.doubleClick(screen.getByText('Item 10'));
    expect(opened).toEqual(['a', 'b']);
    expect(screen.getByText('Item 10').getAttribute('href')).toBe('/things/b');
  });
  it('draws only what is in view of thousands, and says how many there are to a reader', () => {
    open(Array.from({ length: 5_000 }, (_, i) => ({ id: `n${i}`, name: `N ${i}`, price: i, note: 'x' })));
    expect(names().length).toBeGreaterThan(10);
    expect(names().length).toBeLessThan(80);
    expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('5001');
  });
});
