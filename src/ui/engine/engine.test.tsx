/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { readRun } from '@/formats/run-table';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, field, press, pressAndWait, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import BreathingTable, { checkRows } from './BreathingTable';
import ConditionPart from './ConditionPart';
import { PasteRun } from './PasteRun';

// The reader runs in a worker that a test has not; here it answers in the page.
jest.mock('@/workers/importing', () => ({
  importing: (ask: (worker: unknown) => unknown) =>
    Promise.resolve(ask({ readRun: (text: string) => readRun(text) })),
}));
beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe('the condition', () => {
  const withoutReadings = () => {
    const job = sampleTurboJob(0);
    Object.assign(job.engine.condition, { compression: [], leakDown: [], weakPoints: [] });
    return job;
  };
  it('takes a reading of each cylinder, and says which one is off', () => {
    const page = openInJob(withoutReadings(), <ConditionPart />);
    const checks = () => screen.getByRole('region', { name: 'Checks' });
    expect(within(checks()).queryAllByRole('listitem')).toEqual([]);
    press('Give compression of 4 cylinders');
    expect(page.job().engine.condition.compression).toHaveLength(4);
    expect(within(checks()).getAllByRole('listitem')).toHaveLength(1);
    const even = checks().textContent;
    // 8 bar beside 11: 27 % under the best, where 15 % is usual (common practice).
    type('Compression, cylinder 3', '8 bar');
    expect(checks().textContent).not.toBe(even);
    expect(within(checks()).getByRole('listitem').textContent).toMatch(/27\s*%/);
    press('Clear');
    expect(page.job().engine.condition.compression).toEqual([]);
  });
  it('lost power lowers the forecast by its share, and is said in power', () => {
    const page = openInJob(withoutReadings(), <ConditionPart />);
    expect(screen.queryByText('NA power lost')).toBeNull();
    type('Output against a healthy engine', '90');
    expect(page.job().engine.condition.factor.value).toBeCloseTo(0.9, 9);
    expect(screen.getByText('NA power lost')).toBeTruthy();
  });
  it('a weak point is noted, judged and taken out; the notes of the others stay', () => {
    const page = openInJob(withoutReadings(), <ConditionPart />);
    const points = () => page.job().engine.condition.weakPoints;
    press('Add a weak point');
    press('Add a weak point');
    type('Weak point 1', 'ring lands');
    type('Weak point 2', 'head studs');
    choose('Weak point 2 is', 'failed');
    expect(points()).toEqual([
      { note: 'ring lands', state: 'open' },
      { note: 'head studs', state: 'failed' },
    ]);
    press('Remove weak point 1');
    expect(points().map((p) => p.note)).toEqual(['head studs']);
    for (let i = points().length; i < 12; i += 1) press('Add a weak point');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add a weak point' }).disabled).toBe(true);
  });
});

describe('the table of volumetric efficiency', () => {
  const tabled = () => {
    const job = sampleTurboJob(0);
    job.engine.breathing.source = 'table';
    job.engine.breathing.table.rows = [
      { speedRpm: 2_000, value: 0.8 },
      { speedRpm: 4_000, value: 0.95 },
      { speedRpm: 6_000, value: 0.9 },
    ];
    return job;
  };
  const speed = (row: number) => `Row ${row}, speed in rpm`;
  const share = (row: number) => `Row ${row}, volumetric efficiency in per cent`;
  it('is typed in cells; a wrong cell keeps its text with the row and the reason, and the job its last good table', () => {
    const page = openInJob(tabled(), <BreathingTable />);
    const rows = () => page.job().engine.breathing.table.rows;
    type(share(2), '97');
    expect(rows()[1]!.value).toBeCloseTo(0.97, 12);
    type(speed(2), '7000');
    expect(screen.getByRole('alert').textContent).toContain('Row 3: the speeds must rise');
    expect(field(speed(3)).getAttribute('aria-invalid')).toBe('true');
    expect(field(speed(2)).value).toBe('7000');
    expect(rows()[1]!.speedRpm).toBe(4_000);
    type(speed(2), '4500');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(rows().map((r) => r.speedRpm)).toEqual([2_000, 4_500, 6_000]);
  });
  it('rows are added behind the last and taken away, never under two', () => {
    const page = openInJob(tabled(), <BreathingTable />);
    const speeds = () => page.job().engine.breathing.table.rows.map((r) => r.speedRpm);
    press('Add a row');
    expect(speeds()).toEqual([2_000, 4_000, 6_000, 6_500]);
    press('Remove row 1');
    press('Remove row 1');
    expect(speeds()).toEqual([6_000, 6_500]);
    press('Remove row 1');
    expect(screen.getByRole('alert').textContent).toContain('At least two rows are needed.');
    expect(speeds()).toEqual([6_000, 6_500]);
  });
  it.each([
    [[['fast', '90']], 0, 'speed', /“fast” is no speed/],
    [[['50', '90']], 0, 'speed', /100 to 30,000 rpm/],
    [[['2000', '250']], 0, 'value', /10 to 200 %/],
    [
      [
        ['2000', '80'],
        ['2000', '90'],
      ],
      1,
      'speed',
      /must rise/,
    ],
    [[['2000', '80']], 0, 'speed', /At least two rows/],
  ] as const)('%j is refused at its cell', (typed, row, cell, why) => {
    const checked = checkRows(typed.map(([s, value]) => ({ speed: s, value })));
    if (checked.ok) throw new Error('taken');
    expect(checked).toMatchObject({ row, cell });
    expect(checked.why).toMatch(why);
  });
});

describe('a pasted run', () => {
  const paste = async (text: string) => {
    await act(async () => {
      fireEvent.change(field('Paste a run from a spreadsheet, or type it'), { target: { value: text } });
    });
  };
  const takeKey = () => screen.getByRole<HTMLButtonElement>('button', { name: /^Use this run/ });
  it('names its columns by their heads, and is taken as measured with one key', async () => {
    const page = openInJob(sampleTurboJob(0), <PasteRun />);
    await paste('rpm\tpower kW\tboost kPa\n3000\t60\t30\n4000\t90\t45\n5000\t120\t60');
    const shown = (label: string) =>
      (field(label) as unknown as HTMLSelectElement).selectedOptions[0]!.textContent;
    expect([1, 2, 3].map((i) => shown(`Column ${i} is`))).toEqual(['engine speed', 'power', 'boost, gauge']);
    expect(shown('Unit of column 2')).toBe('kW');
    expect(takeKey().textContent).toContain('3 rows');
    await pressAndWait(/^Use this run/);
    const { baseline, breathing } = page.job().engine;
    expect(baseline.rows.map((r) => r.speedRpm)).toEqual([3_000, 4_000, 5_000]);
    expect(baseline.confidence).toBe('measured');
    expect(breathing.source).toBe('baseline');
    expect(field('Paste a run from a spreadsheet, or type it').value).toBe('');
  });
  it('a kind of column stands once: naming another column power frees the first', async () => {
    openInJob(sampleTurboJob(0), <PasteRun />);
    await paste('rpm\tpower kW\twheel\n3000\t60\t50\n4000\t90\t76\n5000\t120\t101');
    choose('Column 3 is', 'power');
    expect((field('Column 2 is') as unknown as HTMLSelectElement).value).toBe('skip');
  });
  it('what cannot be read says its line; the text stays, and nothing can be taken', async () => {
    const page = openInJob(sampleTurboJob(0), <PasteRun />);
    const before = page.job().engine.baseline.rows;
    await paste('rpm\tpower kW\n3000\t60\n4000\tninety\n5000\t120');
    expect(screen.getByRole('alert').textContent).toContain('Line 3:');
    expect(takeKey().disabled).toBe(true);
    expect(field('Paste a run from a spreadsheet, or type it').value).toContain('ninety');
    expect(page.job().engine.baseline.rows).toEqual(before);
    press('Clear');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('a coast-down behind the pull is asked about, and the acceleration alone is kept', async () => {
    const page = openInJob(sampleTurboJob(0), <PasteRun />);
    const pull = [3_000, 3_500, 4_000, 4_500, 5_000].map((rpm) => `${rpm}\t${rpm / 50}`);
    const down = [4_800, 4_400, 4_000, 3_600].map((rpm) => `${rpm}\t2`);
    await paste(['rpm\tpower kW', ...pull, ...down].join('\n'));
    expect(takeKey().disabled).toBe(true);
    press(/^Keep the acceleration only/, 'checkbox');
    expect(takeKey().disabled).toBe(false);
    await pressAndWait(/^Use this run/);
    expect(page.job().engine.baseline.rows.map((r) => r.speedRpm)).toEqual([
      3_000, 3_500, 4_000, 4_500, 5_000,
    ]);
  });
});
