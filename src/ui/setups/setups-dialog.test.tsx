/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { field, press, rowsOf, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import SetupsDialog from './SetupsDialog';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});
const open = (job = sampleTurboJob(0)) => openInJob(job, <SetupsDialog onClose={() => {}} />);
const names = (page: ReturnType<typeof open>) => page.job().setups.map((s) => `${s.letter} ${s.name}`);
const column = (rows: string[][], head: string) => rows.find((row) => row[0] === head)!;

describe('setups side by side', () => {
  it('one is added from the selected one, renamed, deleted to the bin and brought back: four commits', () => {
    const page = open();
    const before = names(page);
    press(/^Add a setup from A/);
    expect(page.job().setups).toHaveLength(before.length + 1);
    const letter = page.job().setups.at(-1)!.letter;
    type(`Name of setup ${letter}`, 'Long runners');
    expect(names(page).at(-1)).toBe(`${letter} Long runners`);
    press(`Delete setup ${letter}, to the bin`);
    expect(names(page)).toEqual(before);
    const bin = screen.getByRole('region', { name: 'Deleted setups' });
    expect(bin.textContent).toContain('Long runners');
    act(() => screen.getByRole('button', { name: 'restore' }).focus());
    press('restore');
    // The key is gone with its line: the focus stays in the sheet, so that Escape still closes it.
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Close' }));
    expect(names(page)).toContain(`${letter} Long runners`);
    for (let i = 0; i < 4; i += 1) page.undo();
    expect(names(page)).toEqual(before);
    expect(page.job().bin).toEqual([]);
  });
  it('the bin gives up for good only when it is asked; the last setup cannot be deleted', () => {
    const page = open();
    press('Delete setup C, to the bin');
    press('delete permanently');
    expect(page.job().bin).toEqual([]);
    press('Delete setup B, to the bin');
    const last = screen.getByRole<HTMLButtonElement>('button', { name: 'Delete setup A, to the bin' });
    expect(last.disabled).toBe(true);
  });
  it('six are the most: the key says so', () => {
    const page = open();
    for (let i = page.job().setups.length; i < 6; i += 1) press(/^Add a setup from/);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Six setups: no more' }).disabled).toBe(
      true,
    );
  });
  it('a name left empty, or given up with Escape, stays as it was', () => {
    const page = open();
    const before = names(page);
    type('Name of setup A', '   ');
    fireEvent.change(field('Name of setup B'), { target: { value: 'other' } });
    fireEvent.keyDown(field('Name of setup B'), { key: 'Escape' });
    fireEvent.blur(field('Name of setup B'));
    expect(names(page)).toEqual(before);
    expect(field('Name of setup A').value).toBe(page.job().setups[0]!.name);
  });
  it('says what differs, input by input, and nothing that is alike', () => {
    const page = open();
    const differing = () => {
      const rows = rowsOf('Compare setups');
      const from = rows.findIndex((row) => row[0] === 'Inputs that differ');
      return rows.slice(
        from + 1,
        rows.findIndex((row) => row[0]!.startsWith('At the goal’s speed')),
      );
    };
    expect(differing().length).toBeGreaterThan(3);
    for (const [, ...texts] of differing()) expect(new Set(texts).size).toBeGreaterThan(1);
    const before = differing().length;
    page.write('setups.1.plumbing.0.drop.value', 9_900);
    expect(differing()).toHaveLength(before + 1);
    expect(differing().some((row) => /9\.9/.test(row[2]!))).toBe(true);
  });
  it('differences are against the selected one: selecting another turns them about', () => {
    open();
    const ratio = () => column(rowsOf('Compare setups'), 'Pressure ratio');
    const [, , first] = ratio();
    press('Select setup B', 'radio');
    const [, a, b] = ratio();
    expect(b).not.toContain('−');
    expect(b).not.toContain('+');
    // The same two figures, the sign turned about, or the same words for both.
    const size = (text: string) => /[+−](\d+\.\d+)/.exec(text)?.[1] ?? 'the same';
    expect(size(a!)).toBe(size(first!));
  });
  it('averages go between two speeds, and not backwards', () => {
    open();
    const dialog = within(screen.getByRole('dialog', { hidden: true }));
    type('from', '6000');
    type('to', '5000');
    expect(dialog.getByRole('alert', { hidden: true }).textContent).toContain('no average');
    type('to', '7000');
    expect(dialog.queryByRole('alert', { hidden: true })).toBeNull();
  });
  it('at most three are drawn, the selected one always', () => {
    open();
    const drawn = (letter: string) =>
      screen.getByRole<HTMLInputElement>('checkbox', { name: `Draw setup ${letter}` });
    expect(drawn('A').disabled).toBe(true);
    press(/^Add a setup from/);
    const now = ['A', 'B', 'C', 'D'].filter((letter) => drawn(letter).checked);
    expect(now.length).toBeLessThanOrEqual(3);
    expect(now).toContain('D');
  });
});
