/** @jest-environment jsdom */
import { cleanup, screen, within } from '@testing-library/react';
import { demoJob, openSoon } from '@/testing/demo-jobs';
import { giveLayout } from '@/testing/dom';
import { choose, press, type } from '@/testing/hands';
import FitPart from './FitPart';
import LadderPart from './LadderPart';
import OutsidePart from './OutsidePart';
import PartsPart from './PartsPart';
import PlanBench from './PlanBench';
import OrderPart from './OrderPart';
import { parseTable } from './flow-table';
import { unitsOf } from '@/core/units/quantities';

jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams() }));

beforeAll(() => giveLayout());
afterEach(cleanup);

describe('Power steps', () => {
  it('say what each makes by the model, where to stop, and what is carried over', async () => {
    const page = await openSoon(demoJob(/^Coupé/), <LadderPart />);
    const table = screen.getByRole('table', { name: 'The ladder' });
    expect(within(table).getByRole('row', { name: /^Made at the flywheel/ }).textContent).toMatch(
      /kW.*kW.*kW/,
    );
    expect(within(table).getByRole('row', { name: /^Charger/ }).textContent).toContain('carried over');
    expect(screen.getByRole('heading', { name: 'Stop points' })).toBeTruthy();
    // A step is a copy: what happens on the letters does not move it.
    const before = page.job().plan!.steps[0]!.setup.boost.kind;
    page.write('setups.0.boost.kind', 'level');
    expect(page.job().plan!.steps[0]!.setup.boost.kind).toBe(before);
    press('Remove the step');
    expect(page.job().plan!.steps).toHaveLength(2);
    page.undo();
    expect(page.job().plan!.steps).toHaveLength(3);
  });
});

describe('A ladder that is climbed', () => {
  it('starts from the setup in hand, asks more at each step, and ends at eight', async () => {
    const job = demoJob(/^Coupé/);
    delete job.plan;
    const page = await openSoon(job, <LadderPart />);
    expect(screen.getByText(/^No step yet/)).toBeTruthy();
    const add = () => press(/^Add a step from setup/);
    add();
    expect(page.job().plan!.steps[0]!.power).toBe(job.brief.goal.power.value);
    expect(page.job().plan!.steps[0]!.setup.boost.kind).toBe('goal');
    for (let i = 0; i < 7; i++) add();
    const powers = page.job().plan!.steps.map(({ power }) => power);
    expect(powers).toHaveLength(8);
    expect(powers).toEqual(powers.toSorted((a, b) => a - b));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Add a step/ }).disabled).toBe(true);
    expect(new Set(page.job().plan!.steps.map(({ setup }) => setup.id)).size).toBe(8);
  });

  it('says where a step is out of reach of its setup, and what the next step would break', async () => {
    const job = demoJob(/^Coupé/);
    const { steps } = job.plan!;
    steps.at(-1)!.power = 4e6;
    await openSoon(job, <LadderPart />);
    expect(screen.getAllByRole('alert').map(({ textContent }) => textContent)).toEqual(
      expect.arrayContaining([expect.stringMatching(/out of reach of its setup/)]),
    );
    cleanup();
    await openSoon(demoJob(/^Coupé/), <LadderPart />);
    const stops = screen.getByRole('heading', { name: 'Stop points' }).nextElementSibling as HTMLElement;
    for (const item of within(stops).getAllByRole('listitem'))
      expect(item.textContent).toMatch(/stop here unless .* changed\. At |over the limit as it stands/);
  });
});

describe('The parts list', () => {
  it('sums against the budget, says what has no price, and takes a part away from the tasks that need it', async () => {
    const page = await openSoon(demoJob(/^Jet-sprint/), <PartsPart />);
    expect(screen.getByText(/of the budget is left/).textContent).toMatch(/no price: the sum is a least/);
    press('Add a part');
    type('Part', 'Belt guard');
    type('Price of one', '45000');
    expect(screen.getByText(/over the budget/)).toBeTruthy();
    choose('State', 'ordered');
    expect(page.job().plan!.parts.at(-1)).toMatchObject({ name: 'Belt guard', state: 'ordered' });
    expect(page.job().plan!.parts.at(-1)!.orderedOn).toMatch(/^\d{4}-/);
    const first = page.job().plan!.parts[0]!;
    press(first.name);
    press(`Remove ${first.name}`);
    expect(page.job().plan!.tasks.every(({ parts }) => !parts.includes(first.id))).toBe(true);
  });
});

describe('Outside work and fit', () => {
  it('a sheet has the figures of the job with their units; answers are filed by version', async () => {
    const page = await openSoon(demoJob(/^Hill-climb/), <OutsidePart />);
    expect(screen.getByRole('row', { name: /^Mean piston speed at the red line/ }).textContent).toMatch(
      /m\/s/,
    );
    expect(screen.getByText(/1 question open/)).toBeTruthy();
    type('Answer', 'In six weeks.');
    press(/^File this answer/);
    expect(page.job().plan!.outside[0]).toMatchObject({ version: 3, answer: '' });
    expect(page.job().plan!.outside[0]!.filed.at(-1)).toMatchObject({ version: 2, answer: 'In six weeks.' });
  });
  it('what is not known is a question; a wrong flange is a no', async () => {
    const page = await openSoon(demoJob(/^Snow groomer/), <FitPart />);
    const rows = () => screen.getAllByRole('row', { name: /^Turbine flange/ });
    expect(rows()[0]!.textContent).toContain('to be checked');
    page.write('plan.fits.flange', 'round');
    expect(rows()[0]!.textContent).toContain('no');
  });
  it('flow of a head is read line by line, a bad one is named', () => {
    const [millimetre, kilogram] = [unitsOf('fineLength')[0]!, unitsOf('massFlow')[0]!];
    expect(parseTable('5 4.3\n10; 7.4', millimetre, kilogram)).toMatchObject({
      ok: true,
      rows: [{ lift: 0.005 }, { lift: 0.01 }],
    });
    expect(parseTable('5 4.3\nlift', millimetre, kilogram)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/^Line 2/),
    });
    expect(parseTable('50 4.3', millimetre, kilogram)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/out of range/),
    });
  });
});

describe('The order of work', () => {
  it('follows its schools, and the bench says when it is ready', async () => {
    const page = await openSoon(demoJob(/^Vintage/), <OrderPart />);
    choose('Changes', 'the whole package');
    press(/^Lay out the usual order/);
    const tasks = () => page.job().plan!.tasks.map(({ name }) => name);
    expect(tasks()[0]).toMatch(/base calibration/);
    expect(tasks().some((name) => /^Pull after/.test(name))).toBe(false);
    choose('Base calibration driven', 'after the teardown');
    press(/^Lay out the usual order/);
    expect(tasks()[0]).toBe('Strip');
    cleanup();
    await openSoon(page.job(), <PlanBench />);
    expect(screen.getByRole('heading', { level: 2, name: /^Ready on|refused/ })).toBeTruthy();
  });
});
