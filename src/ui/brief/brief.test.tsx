/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { roadSpeed } from '@/core/vehicle/performance';
import { fuelOf } from '@/core/fuel/fuels';
import { given } from '@/core/documents/input';
import { sampleHistories, sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, copyOf, field, press, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { fixedNames } from '../words/brief';
import { GoalPart } from './GoalPart';
import { PlacesPart } from './PlacesPart';
import { TermsPart } from './TermsPart';
import { VehiclePart } from './VehiclePart';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});
const demoJob = (name: RegExp) =>
  copyOf(sampleHistories.map((h) => h.revisions.at(-1)!.job).find((j) => name.test(j.name))!);

describe('the goal', () => {
  it('power at the wheels is more at the flywheel, by the loss of the model chosen', () => {
    const page = openInJob(sampleTurboJob(0), <GoalPart />);
    choose('Power basis', 'wheels');
    type('Power goal', '200 kW');
    type('Drivetrain loss', '20');
    const reading = () => screen.getByText('Required at the flywheel').parentElement!.textContent;
    // 200 / (1 − 0.20), and with 6 kW fixed (200 + 6) / 0.8: the definitions of the two models.
    expect(reading()).toMatch(/250\s*kW/);
    choose('Drivetrain loss model', 'fixed + percentage');
    type('Fixed drivetrain loss', '6 kW');
    expect(reading()).toMatch(/257|258/);
    expect(page.job().brief.goal).toMatchObject({ basis: 'wheels', power: { value: 200_000 } });
  });
  it('another fuel brings its own usual figures, marked as estimates', () => {
    const page = openInJob(sampleTurboJob(0), <GoalPart />);
    const before = page.job().brief.fuel;
    choose('Fuel', fuelOf('e85').name);
    const { fuel } = page.job().brief;
    expect(fuel.id).not.toBe(before.id);
    expect(fuel.bsfc.value).not.toBe(before.bsfc.value);
    expect(fuel.bsfc.confidence).toBe('guess');
    page.undo();
    expect(page.job().brief.fuel).toEqual(before);
  });
  it('a barometer nobody has read starts at the standard air of the altitude', () => {
    const job = sampleTurboJob(0);
    job.brief.venue.altitude = given(1_500, 'measured');
    job.brief.venue.barometer.pressure.confidence = 'guess';
    const page = openInJob(job, <GoalPart />);
    const kinds = field('Barometer').querySelectorAll('option');
    const station = [...kinds].find((o) => (o as HTMLOptionElement).value === 'station')!.textContent!;
    choose('Barometer', station);
    // ICAO Doc 7488: 84,556 Pa at 1,500 m.
    expect(page.job().brief.venue.barometer.pressure.value).toBeCloseTo(84_560, -1);
  });
});

describe('places', () => {
  it('another venue starts as a copy, may become the design point, and goes again', () => {
    const job = sampleTurboJob(1);
    job.brief.venue.name = 'Quarry';
    const page = openInJob(job, <PlacesPart />);
    press('Add a venue');
    const { venue, otherVenues } = page.job().brief;
    expect(otherVenues).toHaveLength(1);
    expect(otherVenues[0]!.altitude.value).toBe(venue.altitude.value);
    expect(otherVenues[0]!.barometer.kind).toBe('standard');
    type('Name of venue 2', 'Pass');
    type('Altitude, venue 2', '2400');
    press('Make this the design point');
    expect(page.job().brief.venue).toMatchObject({ name: 'Pass', altitude: { value: 2_400 } });
    expect(page.job().brief.otherVenues[0]!.name).toBe('Quarry');
    press('Remove');
    expect(page.job().brief.otherVenues).toEqual([]);
  });
  it('names the hardest air: hot and high asks a higher pressure ratio, and it says which', async () => {
    const job = sampleTurboJob(0);
    job.brief.venue.name = 'Valley';
    job.brief.otherVenues = [
      {
        ...copyOf(job.brief.venue),
        name: 'Pass',
        altitude: given(2_600, 'measured'),
        barometer: { ...copyOf(job.brief.venue.barometer), kind: 'standard' },
      },
    ];
    openInJob(job, <PlacesPart />);
    const needs = screen.getByRole('region', { name: 'What each place and fuel asks' });
    const rows = () => within(needs).queryAllByRole('row').slice(1);
    for (let i = 0; i < 200 && rows().length < 2; i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    const ratios = rows().map((row) => Number(within(row).getAllByRole('cell')[0]!.textContent));
    const hardest = rows().findIndex((row) => row.getAttribute('aria-current') === 'true');
    expect(ratios[hardest]).toBe(Math.max(...ratios));
    expect(rows()[hardest]!.textContent).toContain('Pass');
  });
});

describe('terms', () => {
  it('what may not change is listed once each, with its reason, and can be taken out', () => {
    const page = openInJob(sampleTurboJob(1), <TermsPart />);
    press('Add a fixed part');
    press('Add a fixed part');
    const [first, second] = page.job().brief.fixed.map((f) => f.what);
    expect(first).not.toBe(second);
    type(`Why ${fixedNames[first!]} may not change`, 'class rule');
    expect(page.job().brief.fixed[0]!.note).toBe('class rule');
    press(`Remove ${fixedNames[first!]}`);
    expect(page.job().brief.fixed.map((f) => f.what)).toEqual([second]);
  });
  it('a rule asked about is not offered again; its answer keeps who gave it and when', async () => {
    const page = openInJob(sampleTurboJob(1), <TermsPart />);
    const offers = () => screen.getAllByRole('button', { name: /^Ask about / }).map((b) => b.textContent);
    const [first] = offers();
    press(first!);
    expect(offers()).not.toContain(first);
    type('Answered by', 'Road office');
    // The calendar is fetched with the first field of a day; its hidden text is what a browser fills in.
    const day = await waitFor(() =>
      document.querySelector<HTMLInputElement>('input[name="brief.local.answers.0.on"]')!,
    );
    fireEvent.change(day, { target: { value: '04/05/2026' } });
    expect(page.job().brief.local.answers[0]).toMatchObject({ from: 'Road office', on: '2026-05-04' });
  });
});

describe('the vehicle', () => {
  const road = () => {
    const job = sampleTurboJob(0);
    Object.assign(job.brief.vehicle, {
      kind: 'vehicle',
      mass: given(1_200, 'measured'),
      tyreRadius: given(0.31, 'measured'),
      finalDrive: given(4.1, 'measured'),
      gears: [given(3.2, 'measured'), given(1.9, 'measured')],
    });
    return job;
  };
  it('says what the forecast means there: the speed of each gear at the red line', () => {
    const job = road();
    openInJob(job, <VehiclePart />);
    const said = (label: string) =>
      Number(/[\d.,]+/.exec(screen.getByText(label).parentElement!.textContent!.replace(label, ''))![0]);
    job.brief.vehicle.gears.forEach((gear, i) => {
      const speed = roadSpeed(job.engine.redLineRpm.value, gear.value, 4.1, 0.31) * 3.6;
      expect(said(`Gear ${i + 1} at the red line`)).toBeCloseTo(speed, 0);
    });
    // v = 2π · n/60 · r / (i · i₀), by hand for second gear: definition.
    const byHand = ((2 * Math.PI * job.engine.redLineRpm.value) / 60 / (1.9 * 4.1)) * 0.31 * 3.6;
    expect(said('Gear 2 at the red line')).toBeCloseTo(byHand, 0);
  });
  it('gears come and go at the end; a boat asks for its propeller and says where it takes all there is', () => {
    const page = openInJob(road(), <VehiclePart />);
    press('Add a gear');
    expect(page.job().brief.vehicle.gears).toHaveLength(3);
    expect(page.job().brief.vehicle.gears[2]!.value).toBeLessThan(1.9);
    press('Remove the last');
    expect(page.job().brief.vehicle.gears).toHaveLength(2);
    choose('Application', 'boat');
    expect(screen.queryByLabelText('Gear 1')).toBeNull();
    type('Propeller power', '400 kW');
    type('Engine speed at propeller power', '5000');
    expect(screen.getByText('Propeller takes all there is at')).toBeTruthy();
  });
  it('a machine’s load is a table of its own; without one the part says what it needs', () => {
    const job = demoJob(/groomer/);
    job.brief.vehicle.load = [];
    delete job.brief.vehicle.mass;
    const page = openInJob(job, <VehiclePart />);
    expect(screen.getByText(/^Give the mass and what it takes/)).toBeTruthy();
    press('Add a point');
    press('Add a point');
    const [a, b] = page.job().brief.vehicle.load;
    expect(b!.speedRpm.value).toBe(a!.speedRpm.value + 200);
    type('Load point 2, power', '180 kW');
    expect(page.job().brief.vehicle.load[1]!.power.value).toBeCloseTo(180_000, 3);
    expect(screen.getByText('Load takes all there is at')).toBeTruthy();
  });
});
