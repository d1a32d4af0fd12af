/** @jest-environment jsdom */
import { giveLayout } from '@/testing/dom';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { lossOf } from '@/core/charge-air/piping';
import { chargerAtEngine } from '@/core/job/chargers';
import { sampleItems, sampleJob } from '@/data/demo/sample';
import { kindOf, type AnyLine } from '@/formats/kinds';
import { isOf } from '@/formats/library-items';
import { openInJob } from '@/testing/job-page';
import { FromShelf, usePiping } from '../charger/FromShelf';
import { CoolerFields } from '../cooling/CoolerFields';
import { useDialogs } from '../frame/dialogs';
import { LossFields } from '../demand/LossFields';
import { server } from '../server/client';
import { useJobState } from '../store/solved';
import { QuantityField } from './QuantityField';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const field = (label: string) => screen.getByLabelText(label, { exact: true }) as HTMLInputElement;
const type = (label: string, text: string) => {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.keyDown(field(label), { key: 'Enter' });
  fireEvent.blur(field(label));
};

describe('a field of the job', () => {
  it('shows its value in its unit, takes another unit, and is committed when it is left', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="engine.bore" />);
    expect(Number(field('Bore').value)).toBeCloseTo(sampleJob(0).engine.bore.value * 1_000, 6);
    type('Bore', '3.5 in');
    expect(page.job().engine.bore.value).toBeCloseTo(0.0889, 9);
    expect(server.saveJob).toHaveBeenCalledTimes(1);
    act(() => page.store.getState().undo());
    expect(page.job().engine.bore.value).toBe(sampleJob(0).engine.bore.value);
  });
  it('keeps a bad text with its reason and the last good value; Escape puts that back', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="engine.redLineRpm" />);
    const before = page.job().engine.redLineRpm.value;
    type('Red line', 'fast');
    expect(screen.getByRole('alert').textContent).toContain('“fast” is not a number');
    expect(field('Red line').value).toBe('fast');
    expect(page.job().engine.redLineRpm.value).toBe(before);
    fireEvent.keyDown(field('Red line'), { key: 'Escape' });
    expect(screen.queryByRole('alert')).toBeNull();
    expect(Number(field('Red line').value.replace(/,/g, ''))).toBe(before);
  });
  it('takes its range from the schema, whatever the unit', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="brief.venue.temperature" />);
    type('Air temperature', '400 °F');
    expect(screen.getByRole('alert').textContent).toContain('out of range');
    type('Air temperature', '86 °F');
    expect(page.job().brief.venue.temperature.value).toBeCloseTo(303.15, 6);
  });
  it('one that the job may go without comes as reported and goes when it is emptied', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="brief.vehicle.mass" optional />);
    page.write('brief.vehicle.mass', undefined);
    type('Running mass', '640');
    expect(page.job().brief.vehicle.mass).toEqual({ value: 640, confidence: 'reported' });
    type('Running mass', '');
    expect(page.job().brief.vehicle.mass).toBeUndefined();
  });
  it('says confidence, and changes it by a press', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="engine.stroke" />);
    const before = page.job().engine.stroke.confidence;
    fireEvent.click(screen.getByRole('button', { name: /^Stroke: .*Change confidence/ }));
    expect(page.job().engine.stroke.confidence).not.toBe(before);
  });
  it('carries the problem that the job has with it', () => {
    const page = openInJob(sampleJob(0), <QuantityField path="brief.goal.speedRpm" />);
    page.write('brief.goal.speedRpm.value', 12_000);
    expect(field('Engine speed for power goal').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent!.length).toBeGreaterThan(10);
  });
});

describe('the cooler', () => {
  const At = () => {
    const cooler = useJobState((s) => chargerAtEngine(s.draft.setups[0]!)!.aftercooler);
    return <CoolerFields path="setups.0.induction.chargers.0.aftercooler" cooler={cooler} />;
  };
  it('asks for what its kind has: water is called water, and none asks for nothing', () => {
    const page = openInJob(sampleJob(0), <At />);
    const kind = (to: string) => fireEvent.change(field('Kind'), { target: { value: to } });
    kind('air');
    expect(field('Cooling medium above ambient')).toBeTruthy();
    kind('water');
    expect(field('Cooling medium above ambient')).toBeTruthy();
    type('Cooler effectiveness', '82');
    expect(chargerAtEngine(page.job().setups[0]!)!.aftercooler).toMatchObject({
      kind: 'water',
      effectiveness: { value: expect.closeTo(0.82, 12) },
    });
    kind('none');
    expect(screen.queryByLabelText('Effectiveness')).toBeNull();
  });
});

describe('losses on Demand', () => {
  it('the way to a field in a fold opens it', async () => {
    const job = sampleJob(0);
    const index = job.setups[0]!.plumbing.findIndex((l) => l.place === 'cooler');
    const Way = () => {
      const { goToInput } = useDialogs();
      return (
        <button onClick={() => goToInput(`setups.0.plumbing.${index}.temperature`)}>
          to the temperature
        </button>
      );
    };
    openInJob(
      job,
      <>
        <Way />
        <LossFields />
      </>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'to the temperature' }));
    for (let i = 0; i < 50 && document.activeElement?.tagName !== 'INPUT'; i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    const field = document.activeElement as HTMLInputElement;
    expect(field.name).toBe(`setups.0.plumbing.${index}.temperature`);
    expect(
      field.closest('.MuiAccordion-root')!.querySelector('[aria-expanded]')!.getAttribute('aria-expanded'),
    ).toBe('true');
  });
  it('those of the air as a drop; a pipe by its measures leads to Pipes; the exhaust’s stand elsewhere', () => {
    const job = sampleJob(0);
    const index = job.setups[0]!.plumbing.findIndex((l) => l.place === 'cooler');
    const page = openInJob(job, <LossFields />);
    const shown = () => screen.getAllByLabelText('Pressure loss', { exact: true }).length;
    const before = shown();
    expect(screen.queryByRole('heading', { name: /down pipe/i })).toBeNull();
    act(() => {
      page.store.getState().edit((j) => void (j.setups[0]!.plumbing[index]!.from = 'pipe'));
      page.store.getState().commit();
    });
    expect(shown()).toBe(before - 1);
    expect(screen.getByText('Given by its measures: on the Charger, under Piping.')).toBeTruthy();
  });
});

describe('a part of the shelf under Piping', () => {
  const parts = sampleItems.filter(isOf('piping'));
  const kind = kindOf('piping');
  const lines: AnyLine[] = parts.map(({ id, revision, document }) => ({
    ...kind.head(document),
    id,
    revision,
    retired: document.name === 'Rush 80 throttle',
    savedAt: '',
    jobCount: 0,
    parts: [],
  }));
  const job = sampleJob(0);
  const index = job.setups[0]!.plumbing.findIndex((l) => l.place === 'throttle');
  const Shelf = () => {
    const loss = useJobState((s) => s.draft.setups[0]!.plumbing[index]!);
    return <FromShelf loss={loss} index={index} piping={usePiping()} turboCount={1} />;
  };
  /** The shop's shelf behind a server; `newer`: a part that has a newer revision by now. */
  async function open(newer?: string) {
    jest.spyOn(server, 'lines').mockResolvedValue({
      kind: 'ok',
      data: { items: lines.map((line) => (line.name === newer ? { ...line, revision: 2 } : line)) },
    });
    const item = jest.spyOn(server, 'item').mockImplementation(async (_, id) => {
      const found = parts.find((p) => p.id === id)!;
      return {
        kind: 'ok',
        data: { ...found, newest: 1, retired: false, binned: false, savedAt: '', jobs: [] },
      };
    });
    let page!: ReturnType<typeof openInJob>;
    await act(async () => void (page = openInJob(sampleJob(0), <Shelf />)));
    const loss = () => page.job().setups[0]!.plumbing[index]!;
    return { ...page, item, loss };
  }
  const choose = (name: string) =>
    act(async () => {
      const select = field('From the library') as unknown as HTMLSelectElement;
      const option = [...select.options].find((o) => o.textContent === name)!;
      fireEvent.change(select, { target: { value: option.value } });
    });
  const named = (name: string) => parts.find((p) => p.document.name === name)!;

  it('gives its figures at the loss’s own flow, and stays as a reference; what is retired is not offered', async () => {
    const page = await open();
    const flow = page.loss().massFlow.value;
    await choose('Rush 60 throttle');
    const { document, id } = named('Rush 60 throttle');
    const wanted = lossOf(document, flow);
    if (wanted.from !== 'drop') throw new Error(wanted.from);
    expect(page.loss()).toMatchObject({
      from: 'drop',
      part: { id, revision: 1 },
      diameter: { value: 0.06, confidence: 'maker' },
      pressure: { value: document.bench.pressure },
    });
    expect(page.loss().drop.value / wanted.drop).toBeCloseTo(1, 3);
    expect(page.loss().massFlow).toEqual({ value: flow, confidence: 'measured' });
    const select = field('From the library') as unknown as HTMLSelectElement;
    expect([...select.options].map((o) => o.textContent)).not.toContain('Rush 80 throttle');
    await choose('Reed 63 run');
    expect(page.loss()).toMatchObject({ from: 'pipe', length: { value: 1.4 }, bends: { value: 3 } });
  });
  it('says when a figure is not the part’s any more; taken off, the figures stay', async () => {
    const page = await open();
    await choose('Reed 63 run');
    expect(screen.queryByText(/Changed since/)).toBeNull();
    page.write(`setups.0.plumbing.${index}.length.value`, 2);
    expect(screen.getByText('Changed since it was taken from Reed 63 run.')).toBeTruthy();
    await choose('none: keep the figures');
    expect(page.loss().part).toBeUndefined();
    expect(page.loss().length!.value).toBe(2);
  });
  it('names a newer revision of the shop, and keeps the job’s own on the list', async () => {
    const page = await open('Reed 63 run');
    const { id } = named('Reed 63 run');
    page.write(`setups.0.plumbing.${index}.part`, { id, revision: 1 });
    expect(screen.getByText('There is a newer revision of Reed 63 run: 2, this job has 1.')).toBeTruthy();
    const select = field('From the library') as unknown as HTMLSelectElement;
    expect(select.selectedOptions[0]!.textContent).toBe('Reed 63 run, revision 1');
  });
  it('a server that is away changes nothing, and says what could not be fetched', async () => {
    const page = await open();
    const before = page.loss();
    page.item.mockResolvedValue({ kind: 'away' });
    await choose('Rush 60 throttle');
    expect(screen.getByRole('alert').textContent).toBe(
      'Rush 60 throttle could not be fetched: is the server away?',
    );
    expect(page.loss()).toBe(before);
  });
});
