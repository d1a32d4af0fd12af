/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { produce } from 'immer';
import { useState, type ComponentType } from 'react';
import { sampleItems } from '@/data/demo/sample';
import type { ItemDocument } from '@/formats/kinds/documents';
import { isOf } from '@/formats/library-items';
import { giveLayout } from '@/testing/dom';
import { WordsProvider } from '../words/useWords';
import { BlowerEditor } from './BlowerEditor';
import { CompressorEditor } from './CompressorEditor';
import type { Choices, EditorProps } from './slots';
import { TurbineEditor } from './TurbineEditor';
import { TurbochargerEditor } from './TurbochargerEditor';

beforeAll(() => giveLayout());
afterEach(cleanup);

/** An editor with a draft of its own. `now`: what was made of it; `bad`: what cannot be read, by part. */
function open<D extends ItemDocument>(
  Editor: ComponentType<EditorProps<D>>,
  first: D,
  choices: Choices = {},
) {
  const held = { now: first, bad: new Map<string, boolean>() };
  function Page() {
    const [draft, setDraft] = useState(first);
    return (
      <WordsProvider first={{ system: 'metric', mix: {} }}>
        <Editor
          draft={draft}
          sound={first}
          isFaulty={false}
          edit={(_, change) => {
            held.now = produce(draft, (d) => void change(d as D));
            setDraft(held.now);
          }}
          onBad={(path, isBad) => held.bad.set(path, isBad)}
          choices={choices}
          line={0}
          onLine={() => {}}
        />
      </WordsProvider>
    );
  }
  render(<Page />);
  return held;
}
const pick = (element: HTMLElement, value: string) => fireEvent.change(element, { target: { value } });

describe('the housings of a turbine', () => {
  const turbine = sampleItems.filter(isOf('turbine')).find((t) => t.document.housings.length > 1)!.document;
  const boxes = () => screen.getAllByRole('group');
  it('come and go: one more as the last with a name of its own, the last one stays', () => {
    const held = open(TurbineEditor, turbine);
    expect(boxes()).toHaveLength(turbine.housings.length);
    fireEvent.click(screen.getByRole('button', { name: 'Add a housing' }));
    expect(held.now.housings.at(-1)).toEqual({
      ...turbine.housings.at(-1),
      name: `${turbine.housings.at(-1)!.name}, copy`,
    });
    while (boxes().length > 1)
      fireEvent.click(within(boxes()[0]!).getByRole('button', { name: 'Take it away' }));
    const last = within(boxes()[0]!).getByRole('button', { name: 'Take it away' }) as HTMLButtonElement;
    expect(last.disabled).toBe(true);
    expect(held.now.housings).toHaveLength(1);
  });
  it('are known by an area, by points, or beside another; points that cannot be read are no draft', () => {
    const held = open(TurbineEditor, turbine);
    const first = () => within(boxes()[0]!);
    pick(first().getByLabelText('Given by'), 'points');
    expect(held.now.housings[0]!.capacity.kind).toBe('points');
    const table = first().getByLabelText('Expansion ratio and corrected flow');
    pick(table, '1.4 9\n1.8 plenty');
    expect(first().getByRole('alert').textContent).toMatch(/^Line 2/);
    expect(held.bad.get('housing-0')).toBe(true);
    pick(table, '1.4 9\n1.8 11\n2.4 12');
    expect(held.bad.get('housing-0')).toBe(false);
    expect(held.now.housings[0]!.capacity).toMatchObject({
      points: [
        { ratio: 1.4, flow: expect.closeTo(0.15, 9) },
        { ratio: 1.8, flow: expect.closeTo(11 / 60, 9) },
        { ratio: 2.4, flow: expect.closeTo(0.2, 9) },
      ],
    });
    pick(first().getByLabelText('Given by'), 'scaled');
    expect(held.now.housings[0]!.capacity).toEqual({ kind: 'scaled' });
    pick(first().getByLabelText('Given by'), 'area');
    expect(held.now.housings[0]!.capacity).toMatchObject({ kind: 'area', area: { confidence: 'guess' } });
  });
  it('an A/R that is emptied is gone', () => {
    const held = open(TurbineEditor, turbine);
    expect(held.now.housings[0]!.ar).toBeDefined();
    const ar = within(boxes()[0]!).getByLabelText('A/R', { exact: true });
    pick(ar, '');
    expect('ar' in held.now.housings[0]!).toBe(false);
  });
});

describe('the table of a blower', () => {
  const blower = sampleItems.filter(isOf('blower'))[0]!.document;
  it('a faster line leaks the same volume; a row goes on as the last two; a figure is typed', () => {
    const held = open(BlowerEditor, blower);
    const [top, first] = [blower.lines.at(-1)!, blower.lines[0]!];
    fireEvent.click(screen.getByRole('button', { name: 'Add a line' }));
    const line = held.now.lines.at(-1)!;
    expect(line.speedRpm).toBe(Math.round(top.speedRpm * 1.2));
    const leak = (l: typeof line) => l.speedRpm * (1 - l.points[2]!.volumetric);
    expect(leak(line) / leak(top)).toBeCloseTo(1, 3);
    fireEvent.click(screen.getByRole('button', { name: 'Add a row' }));
    const points = held.now.lines[0]!.points;
    expect(points).toHaveLength(first.points.length + 1);
    expect(points.at(-1)!.pressureRatio).toBeGreaterThan(first.points.at(-1)!.pressureRatio);
    fireEvent.change(screen.getByLabelText('Row 2, isentropic efficiency'), { target: { value: '44.5' } });
    expect(held.now.lines[0]!.points[1]!.isentropic).toBeCloseTo(0.445, 9);
    fireEvent.change(screen.getByLabelText('Row 2, isentropic efficiency'), { target: { value: '445' } });
    expect(screen.getByRole('alert').textContent).toMatch(/Row 2, isentropic efficiency/);
    expect(held.now.lines[0]!.points[1]!.isentropic).toBeCloseTo(0.445, 9);
  });
});

describe('the parts of a turbocharger', () => {
  const turbo = sampleItems.filter(isOf('turbocharger'))[0]!.document;
  const turbines = sampleItems.filter(isOf('turbine'));
  const choices: Choices = {
    compressor: sampleItems
      .filter(isOf('compressor'))
      .map(({ id, revision, document }) => ({ id, revision, name: document.name })),
    turbine: turbines.map(({ id, revision, document }) => ({
      id,
      revision,
      name: document.name,
      housings: document.housings.map((h) => h.name),
    })),
  };
  const list = (label: string) => screen.getByLabelText(label, { exact: true }) as HTMLSelectElement;
  it('another turbine starts with its first housing; its housings are the ones offered', () => {
    const held = open(TurbochargerEditor, { ...turbo, housing: 1 }, choices);
    const other = turbines.find((t) => t.id !== turbo.turbine.id)!;
    pick(list('Turbine'), `${other.id}.${other.revision}`);
    expect(held.now).toMatchObject({ turbine: { id: other.id, revision: 1 }, housing: 0 });
    expect([...list('Housing').options].map((o) => o.textContent)).toEqual(
      other.document.housings.map((h) => h.name),
    );
  });
  it('one of an older revision is kept on the list by that revision', () => {
    open(TurbochargerEditor, { ...turbo, compressor: { id: turbo.compressor.id, revision: 7 } }, choices);
    expect(list('Compressor').selectedOptions[0]!.textContent).toMatch(/, revision 7$/);
    cleanup();
    open(TurbochargerEditor, { ...turbo, compressor: { id: 'gone', revision: 2 } }, choices);
    expect(list('Compressor').selectedOptions[0]!.textContent).toBe('as it came, revision 2');
  });
  it('what holds the boost brings its own fields, as guesses', () => {
    const held = open(TurbochargerEditor, turbo, choices);
    pick(list('Boost control'), 'vanes');
    expect(held.now.gate).toMatchObject({ kind: 'vanes', closed: { confidence: 'guess' } });
    expect(screen.getByLabelText('Vane area, open', { exact: true })).toBeTruthy();
    pick(list('Boost control'), 'valve');
    pick(list('Actuator control'), 'spring');
    pick(screen.getByLabelText('Wastegate spring pressure', { exact: true }), '0.7 bar');
    expect(held.now.gate).toMatchObject({
      kind: 'valve',
      reference: 'spring',
      springGauge: { value: expect.closeTo(70_000, 6) },
    });
    pick(list('Boost control'), 'none');
    expect(held.now.gate).toEqual({ kind: 'none' });
    expect(screen.queryByLabelText('Spring')).toBeNull();
  });
});

describe('the lines of a compressor map', () => {
  const { document } = sampleItems.filter(isOf('compressor')).find((c) => c.id === 'birch-50')!;
  it('one more is a tenth faster and rises over the last: flow with speed, head with its square', () => {
    const held = open(CompressorEditor, document);
    fireEvent.click(screen.getByRole('button', { name: 'Add a line' }));
    const [last, added] = held.now.lines.slice(-2) as [
      (typeof document.lines)[0],
      (typeof document.lines)[0],
    ];
    expect(held.now.lines).toHaveLength(document.lines.length + 1);
    expect(added.speedRpm).toBe(Math.round(last.speedRpm * 1.1));
    added.points.forEach((point, i) => {
      const below = last.points[i]!;
      expect(point.flow / below.flow).toBeCloseTo(1.1, 9);
      expect((point.pressureRatio - 1) / (below.pressureRatio - 1)).toBeCloseTo(1.21, 9);
      expect(point.efficiency).toBe(below.efficiency);
    });
  });
  it('a figure is typed in its cell; one that cannot be read stays typed and changes nothing', () => {
    const held = open(CompressorEditor, document);
    const cell = screen.getByLabelText('Row 2, efficiency');
    pick(cell, '70');
    expect(held.now.lines[0]!.points[1]!.efficiency).toBeCloseTo(0.7, 9);
    pick(cell, 'good');
    expect(screen.getByRole('alert').textContent).toContain('Row 2, efficiency');
    expect((cell as HTMLInputElement).value).toBe('good');
    expect(held.now.lines[0]!.points[1]!.efficiency).toBeCloseTo(0.7, 9);
  });
});
