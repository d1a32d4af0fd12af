/**
 * Writes the plans, build records and report words of the demo jobs into their documents: node --import tsx scripts/generate/plans.ts
 * Invented, with ids that stay the same; what a plan says of power, parts and tolerances is worked out by the core.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { compileBuild } from '../../src/core/build/build';
import type { Job, Plan, Setup } from '../../src/core/job/schema/job';
import { jobSchema } from '../../src/core/job/schema/job';
import type { BuildRecord, ReportWords } from '../../src/core/job/schema/record';
import type { PlanPart } from '../../src/core/job/schema/plan';
import type { MeasuringSheet } from '../../src/core/job/schema/record-choices';
import { blankRecord, blankReport } from '../../src/core/measure/blank';
import { sheetOf } from '../../src/core/measure/definitions';
import { usualUse } from '../../src/core/measure/use';
import { blankPart, blankPlan } from '../../src/core/plan/blank';
import { partsOfSetup } from '../../src/core/plan/steps';
import { usualTasks } from '../../src/core/plan/usual';
import { shipped, SHIPPED_VERSION, type ShippedKey } from '../../src/core/procedure/shipped';
import { mostBoostOf } from '../../src/core/forecast/marks';
import { solveSweep } from '../../src/core/solve/sweep';
import { wheelPower } from '../../src/core/vehicle/drivetrain';
import { sampleItems, sampleLibrary } from '../../src/data/demo/sample-library';
import { usualTaskName } from '../../src/ui/plan/words';
import { houseWords } from '../../src/ui/words/words';

const HP = 745.6998715822702;
const file = 'src/data/demo/jobs.json';
const all = JSON.parse(readFileSync(file, 'utf8')) as { id: string; job: Record<string, unknown> }[];

/** Ids of one job: the same with every run of this script. */
function ids(job: string) {
  let n = 0;
  return () => `${job.slice(0, 8)}-plan-${String(++n).padStart(4, '0')}`;
}
const item = (id: string) => sampleItems.find((one) => one.id === id)!;

/** What a setup makes at the goal's speed, on the goal's basis, W. */
function madeBy(job: Job, setup: Setup): number {
  const compiled = compileBuild({ ...job, setups: [setup] }, setup.id, sampleLibrary);
  if ('problems' in compiled) throw new Error(`${job.name}: a setup has problems`);
  const { build } = compiled;
  const { flywheel } = solveSweep(build).goalPoint.power;
  return job.brief.goal.basis === 'wheels' ? wheelPower(flywheel, build.drivetrain) : flywheel;
}

/** As a gauge reads it: hundredths of a millimetre, tenths of a cubic centimetre, whole newtons, half degrees. */
function rounded(value: number, quantity: string): number {
  const step =
    { micron: 1e-6, clearance: 1e-5, fineLength: 1e-5, chamber: 1e-7, force: 1, angle: Math.PI / 360 }[
      quantity
    ] ?? 1e-6;
  return Number((Math.round(value / step) * step).toPrecision(8));
}

type StepGiven = { letter: string; hp: number | null; note?: string; blanked?: string };
type Free = Partial<PlanPart> & Pick<PlanPart, 'name' | 'role'> & { at?: number; library?: string };

function planOf(
  job: Job,
  nextId: () => string,
  given: StepGiven[],
  free: Free[],
  change: (plan: Plan) => void = () => {},
): Plan {
  const plan = blankPlan();
  for (const { letter, hp, note = '', blanked = '' } of given) {
    const setup = structuredClone(job.setups.find((one) => one.letter === letter)!);
    setup.id = nextId();
    // A belt makes what its pulleys give; an exhaust is taken to the step's power.
    if (hp !== null) setup.boost.kind = 'goal';
    const power = hp === null ? Math.floor(madeBy(job, setup) / HP / 5) * 5 * HP : hp * HP;
    plan.steps.push({ id: nextId(), power, setup, note, blanked });
  }
  const known = new Set<string>();
  for (const { id: step, setup } of plan.steps)
    for (const { role, ref, count } of partsOfSetup(setup)) {
      if (known.has(ref.id)) continue;
      known.add(ref.id);
      const { document } = item(ref.id);
      plan.parts.push({
        ...blankPart(nextId(), document.name, role),
        part: ref,
        step,
        count,
        price: document.price?.value ?? null,
        isInStock: (document.stock ?? 0) >= count,
        leadDays: (document.stock ?? 0) >= count ? 0 : 21,
        supplier: 'from the shelf',
      });
    }
  for (const { at = 0, library, ...rest } of free) {
    const found = library ? item(library) : null;
    plan.parts.push({
      ...blankPart(nextId(), rest.name, rest.role),
      step: plan.steps[at]?.id ?? '',
      ...rest,
      ...(found
        ? {
            part: { id: found.id, revision: found.revision },
            name: found.document.name,
            price: found.document.price?.value ?? null,
          }
        : {}),
    });
  }
  change(plan);
  plan.tasks = usualTasks(
    plan,
    nextId,
    usualTaskName((watts) => houseWords.figure(watts, 'power')),
  );
  return plan;
}

type Reading = {
  sheet: MeasuringSheet;
  by: string;
  with: string;
  on: string;
  off?: Record<string, number>;
  given?: Record<string, number>;
  most?: number;
};

/** A record with readings near their targets; `off` shifts some by so much, SI. */
function recordOf(
  job: Job,
  boost: number,
  readings: Reading[],
  more: (record: BuildRecord) => void,
): BuildRecord {
  const record = blankRecord(usualUse(job, 0));
  for (const { sheet, by, with: tool, on, off = {}, given = {}, most = 99 } of readings) {
    for (const [key, value] of Object.entries(given)) record.given.push({ sheet, key, value });
    const { lines, quantity } = sheetOf(sheet, { ...job, record }, 0, boost);
    lines.slice(0, most).forEach((line, i) => {
      const { key, target, low, high } = line;
      if (target === null) return;
      const room = low !== null && high !== null ? (high - low) / 2 : Math.abs(target) * 0.05;
      // A small scatter that repeats itself: no reading is quite like the next.
      const scatter = (((i * 7) % 5) - 2) / 5;
      const middle = low !== null && high !== null ? (low + high) / 2 : target + room;
      record.measured.push({
        sheet,
        line: key,
        value: rounded(
          middle + scatter * room * 0.7 + (off[key] ?? 0),
          room < 2e-5 ? 'micron' : quantity(line),
        ),
        on,
        by,
        with: tool,
      });
    });
  }
  more(record);
  return record;
}

/** The greatest boost of the first setup, Pa gauge. */
function boostOf(job: Job): number {
  const compiled = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in compiled) throw new Error(`${job.name}: the first setup has problems`);
  return mostBoostOf(solveSweep(compiled.build).points);
}

function begun(
  key: ShippedKey,
  id: string,
  by: string,
  on: string,
  done: number,
): BuildRecord['procedures'][number] {
  const { name, steps } = shipped[key];
  const ticked = steps.slice(0, done);
  return {
    ...{ id, shipped: key, name, version: SHIPPED_VERSION, steps, findings: '', startedOn: on },
    closedOn: done >= steps.length ? on : '',
    ticks: ticked.map(({ id: step }) => ({ step, by, on, note: '', pictures: [] })),
    hazards: ticked.flatMap(({ id: step, hazard }) => (hazard ? [step] : [])),
  };
}

type Kept = { plan: Plan; record: BuildRecord; report: ReportWords };

const makers: Record<string, (job: Job, nextId: () => string) => Kept> = {
  // The single-seater: three steps on one turbo, before the season.
  '6f1d3a52': (job, nextId) => ({
    plan: planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: 240, note: 'With the pump that is in it' },
        { letter: 'A', hp: 285 },
        { letter: 'A', hp: 310, note: 'Only with the rods', blanked: 'second injector bosses' },
      ],
      [
        {
          name: 'Wren 190 pump',
          role: 'fuel-pump',
          price: 150,
          supplier: 'Osterby fuel parts',
          leadDays: 6,
          approval: 'competition',
        },
        {
          name: 'Heron 320 pump',
          role: 'fuel-pump',
          price: 240,
          supplier: 'Osterby fuel parts',
          leadDays: 9,
          approval: 'competition',
          at: 1,
        },
        {
          name: 'Clutch, sintered single plate',
          role: 'clutch',
          price: 620,
          supplier: 'Lakeside driveline',
          leadDays: 18,
          at: 1,
        },
        {
          name: 'Forged rods, set of four',
          role: 'engine',
          price: 980,
          supplier: 'Quarry engine works',
          leadDays: 42,
          at: 2,
        },
        { name: 'Oil, filter, gaskets', role: 'consumables', price: 140, isInStock: true },
      ],
      (plan) => {
        plan.start = '2027-01-11';
        plan.fits = { ...plan.fits, flange: 'four-bolt, small', brace: 0.11 };
        plan.outside.push({
          id: nextId(),
          ...{
            trade: 'rods',
            maker: 'Quarry engine works',
            version: 2,
            sentOn: '2026-11-16',
            answeredOn: '',
            days: 42,
            answer: '',
          },
          filed: [
            { version: 1, on: '2026-11-09', answer: 'Asked for the reciprocating mass with the new pin.' },
          ],
          questions: [
            { asked: 'Bushed or floating pin?', answer: 'Floating.' },
            { asked: 'Bolts counted in the price?', answer: '' },
          ],
          alternatives: [],
        });
      },
    ),
    record: recordOf(
      job,
      boostOf(job),
      [
        { sheet: 'ring-gap', by: 'R. Ostler', with: 'feeler gauge 3', on: '2026-11-20' },
        { sheet: 'plugs', by: 'R. Ostler', with: 'wire gauge', on: '2026-11-24' },
      ],
      (record) => {
        record.procedures.push(begun('turbocharger', nextId(), 'R. Ostler', '2026-11-24', 6));
      },
    ),
    report: {
      ...blankReport(),
      service: 'Oil and filter after every event.\nBelt and plugs after every third.',
      notDone: 'The differential was not opened.',
    },
  }),
  // The truck: one step, long way from help.
  b2a9c7e4: (job, nextId) => ({
    plan: planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: 430, note: 'On the fuel of the far stages' },
        { letter: 'A', hp: 505 },
      ],
      [
        {
          name: 'Triple-plate clutch',
          role: 'clutch',
          price: 2_900,
          supplier: 'Lakeside driveline',
          leadDays: 35,
          at: 1,
        },
        {
          name: 'Exhaust manifolds, pair',
          role: 'exhaust',
          price: 1_850,
          supplier: 'own bench',
          leadDays: 12,
        },
        {
          name: 'Second fuel filter and heater',
          role: 'fuel-supply',
          price: 310,
          leadDays: 8,
          supplier: 'Osterby fuel parts',
        },
      ],
      (plan) => {
        plan.school = { changes: 'package', base: 'before', onOldFile: true };
        plan.week = 'six';
      },
    ),
    record: recordOf(
      job,
      boostOf(job),
      [{ sheet: 'bearings', by: 'J. Tarbet', with: 'bore gauge 2', on: '2026-11-18' }],
      (record) => {
        record.fluids.push({
          what: 'engine oil',
          grade: '10W-60',
          found: 0.0071,
          added: 0.0094,
          on: '2026-11-19',
        });
        record.procedures.push(begun('oil', nextId(), 'J. Tarbet', '2026-11-19', 3));
      },
    ),
    report: { ...blankReport(), service: 'Oil every second stage; air filter every evening.' },
  }),
  // The groomer: from one turbo to a compound pair, over one summer.
  '3d7f0b96': (job, nextId) => ({
    plan: planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: 350, note: 'As it is, with a clean cooler' },
        { letter: 'B', hp: 400, note: 'Compound pair' },
      ],
      [
        {
          name: 'Manifold for the pair, fabricated',
          role: 'exhaust',
          price: 2_400,
          supplier: 'own bench',
          leadDays: 20,
          at: 1,
        },
        {
          name: 'Coolant pump, larger',
          role: 'cooling',
          price: 540,
          supplier: 'Merrow parts',
          leadDays: 25,
          at: 1,
          origin: 'grey import',
          isDoubted: true,
        },
        {
          name: 'Head gasket, fire-ringed',
          role: 'engine',
          price: 420,
          supplier: 'Quarry engine works',
          leadDays: 30,
          at: 1,
        },
      ],
      (plan) => {
        plan.start = '2027-05-03';
        plan.school.changes = 'package';
        plan.outside.push({
          id: nextId(),
          ...{ trade: 'manifold', maker: '', version: 1, sentOn: '', answeredOn: '', days: 20, answer: '' },
          filed: [],
          questions: [{ asked: 'Wall of the runners for 750 °C for hours?', answer: '' }],
          alternatives: [],
        });
      },
    ),
    record: recordOf(job, boostOf(job), [], (record) => {
      record.procedures.push(begun('service', nextId(), 'R. Ostler', '2026-10-28', 5));
      record.findings.push({
        on: '2026-10-28',
        component: '',
        what: 'Shaft of the turbo 0.07 mm axial: within its limit, watch it.',
        state: 'watch',
      });
      record.loadTime = 3_600 * 2_140;
    }),
    report: {
      ...blankReport(),
      service: 'Oil every 250 h of load; cooler blown out every 50 h.',
      nextStep: 'The compound pair over the summer.',
    },
  }),
  // The boat: the small pulley, and what it does to the belt.
  '9e52c1d8': (job, nextId) => ({
    plan: planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: null },
        { letter: 'B', hp: null, note: 'The small pulley' },
      ],
      [
        {
          name: 'Head studs, set',
          role: 'engine',
          price: 380,
          supplier: 'Quarry engine works',
          leadDays: 14,
        },
        {
          name: 'Jet-pump impeller, finer pitch',
          role: 'gearbox',
          price: 1_150,
          supplier: 'Lakeside driveline',
          leadDays: 28,
          at: 1,
        },
        {
          name: 'Cylinder heads, ported',
          role: 'head',
          price: 3_200,
          supplier: 'Fen head shop',
          leadDays: 35,
          at: 1,
        },
      ],
      (plan) => {
        plan.start = '2027-02-01';
        plan.fits = { ...plan.fits, ribs: 10, beltPlane: 0.0006, bonnet: 0.42 };
        plan.outside.push({
          id: nextId(),
          ...{
            trade: 'head',
            maker: 'Fen head shop',
            version: 1,
            sentOn: '2026-11-10',
            answeredOn: '2026-11-24',
            days: 35,
            answer: 'Both can be had by mid-January.',
          },
          filed: [],
          questions: [],
          alternatives: [
            {
              name: 'Cast, 220 cc ports',
              price: 3_200,
              flow: [
                { lift: 0.005, flow: 0.071 },
                { lift: 0.01, flow: 0.124 },
                { lift: 0.015, flow: 0.151 },
              ],
              isChosen: true,
            },
            {
              name: 'Billet, 245 cc ports',
              price: 5_900,
              flow: [
                { lift: 0.005, flow: 0.069 },
                { lift: 0.01, flow: 0.131 },
                { lift: 0.015, flow: 0.166 },
              ],
              isChosen: false,
            },
          ],
        });
      },
    ),
    record: recordOf(
      job,
      boostOf(job),
      [
        {
          sheet: 'ring-gap',
          by: 'J. Tarbet',
          with: 'feeler gauge 1',
          on: '2026-11-12',
          off: { 'top 3': -0.00014 },
        },
        { sheet: 'belt', by: 'J. Tarbet', with: 'straight edge, strand gauge', on: '2026-11-26' },
      ],
      (record) => {
        record.procedures.push(begun('blower', nextId(), 'J. Tarbet', '2026-11-26', 4));
      },
    ),
    report: { ...blankReport(), service: 'Belt after every meeting; blower oil after every fifth.' },
  }),
  // The saloon: a gearbox that cannot be had again.
  '51c8e6a0': (job, nextId) => ({
    plan: planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: null, note: 'The gearbox decides' },
        { letter: 'C', hp: null, note: 'Sprayed, for the pass in August' },
      ],
      [
        { name: 'Valve springs, set', role: 'head', price: 160, supplier: 'Fen head shop', leadDays: 10 },
        {
          name: 'Radiator, three rows in the old frame',
          role: 'cooling',
          price: 480,
          supplier: 'Haldon parts',
          leadDays: 20,
          approval: 'road',
          region: 'home',
        },
      ],
      (plan) => {
        plan.start = '2027-01-18';
        plan.fits = { ...plan.fits, injection: 'port', ribs: 5, bonnet: 0.36 };
      },
    ),
    record: recordOf(
      job,
      boostOf(job),
      [
        { sheet: 'volumes', by: 'R. Ostler', with: 'burette', on: '2026-11-17' },
        {
          sheet: 'push-rod',
          by: 'R. Ostler',
          with: 'checker 2',
          on: '2026-11-17',
          given: { preload: 0.00076, step: 0.000635 },
        },
      ],
      (record) => {
        for (let n = 1; n <= job.engine.cylinders.value; n++)
          record.measured.push({
            sheet: 'push-rod',
            line: `intake ${n}`,
            value: 0.2094 + ((n * 3) % 4) * 4e-5,
            on: '2026-11-17',
            by: 'R. Ostler',
            with: 'checker 2',
          });
      },
    ),
    report: blankReport(),
  }),
  // The coupé that came back: what had gone wrong, how it was found, and how it was put right.
  c4b17f2e: (job, nextId) => {
    const plan = planOf(
      job,
      nextId,
      [
        { letter: 'A', hp: 240, note: 'As it came back, to be driven home' },
        { letter: 'A', hp: 290 },
        { letter: 'A', hp: 340, note: 'Not before the head fasteners' },
      ],
      [
        {
          library: 'kiln-p-38',
          name: 'Pistons, forged, with rings',
          role: 'engine',
          price: 740,
          supplier: 'Quarry engine works',
          leadDays: 21,
          serial: 'Q-22-0417',
          state: 'fitted',
          orderedOn: '2026-01-12',
        },
        {
          library: 'seal-m-32',
          name: 'Head gasket, multi-layer steel',
          role: 'engine',
          price: 110,
          supplier: 'Carrow parts',
          serial: '',
          state: 'fitted',
          orderedOn: '2026-01-12',
        },
        {
          name: 'Injectors that came with it',
          role: 'other',
          price: 0,
          count: 4,
          origin: 'bought used, labels printed over',
          isDoubted: true,
          serial: 'no two alike',
          state: 'here',
        },
        {
          library: 'tenon-s-42',
          name: 'Head studs',
          role: 'engine',
          price: 290,
          supplier: 'Quarry engine works',
          leadDays: 14,
          at: 2,
        },
        {
          library: 'grip-700',
          name: 'Clutch, organic, heavier cover',
          role: 'clutch',
          price: 510,
          supplier: 'Lakeside driveline',
          leadDays: 12,
          at: 2,
        },
      ],
      (own) => {
        own.start = '2026-01-19';
        for (const part of own.parts)
          if (part.step === own.steps[0]!.id && part.role !== 'other') part.state = 'fitted';
      },
    );
    for (const task of plan.tasks)
      if (!task.drives || task.drives !== plan.steps[2]!.id)
        task.isDone = task.parts.every((id) => plan.parts.find((part) => part.id === id)?.state === 'fitted');
    const from = plan.tasks.findIndex(({ parts }) =>
      parts.some((id) => plan.parts.find((part) => part.id === id)?.step === plan.steps[2]!.id),
    );
    plan.tasks.forEach((task, i) => (task.isDone = from < 0 || i < from));
    return {
      plan,
      record: recordOf(
        job,
        boostOf(job),
        [
          { sheet: 'ring-gap', by: 'R. Ostler', with: 'feeler gauge 3', on: '2026-02-02' },
          { sheet: 'bearings', by: 'R. Ostler', with: 'bore gauge 2', on: '2026-02-03' },
          { sheet: 'piston-wall', by: 'R. Ostler', with: 'bore gauge 2', on: '2026-02-03' },
          { sheet: 'plugs', by: 'J. Tarbet', with: 'wire gauge', on: '2026-02-20' },
        ],
        (record) => {
          record.findings.push(
            {
              on: '2026-01-20',
              component: 'pistons',
              what: 'Ring land of number three broken. Its top ring had butted: 0.22 mm where 0.52 was asked; nobody had measured.',
              state: 'bad',
            },
            {
              on: '2026-01-21',
              component: '',
              what: 'Injector three flowed a fifth less than its neighbours: labels printed over, no two alike.',
              state: 'bad',
            },
            {
              on: '2026-03-05',
              component: 'pistons',
              what: 'After two pulls: plugs even, no specks, leak-down below 4 %.',
              state: 'good',
            },
          );
          record.torques.push({
            what: 'Head bolts, new',
            torque: 40,
            angle: Math.PI,
            by: 'R. Ostler',
            on: '2026-02-05',
          });
          record.fluids.push(
            { what: 'engine oil', grade: '5W-40', found: 0.0031, added: 0.0044, on: '2026-02-06' },
            { what: 'coolant', grade: 'half and half', found: null, added: 0.0068, on: '2026-02-06' },
          );
          record.materials.push({
            part: 'Pistons',
            material: 'forged, low silicon',
            coating: 'skirts, dry film',
          });
          record.irreversible.push({
            what: 'Block honed 0.02 mm over for the new pistons',
            on: '2026-01-30',
            by: 'R. Ostler',
          });
          record.procedures.push(
            begun('oil', nextId(), 'R. Ostler', '2026-02-06', 99),
            begun('start', nextId(), 'R. Ostler', '2026-02-09', 99),
            {
              ...begun('plugs', nextId(), 'J. Tarbet', '2026-03-05', 99),
              findings: 'All four alike; heat mark at the bend.',
            },
          );
          record.calibrationFile = 'Coupé 12, slot 2';
          record.loadTime = 3_600 * 1.4;
        },
      ),
      report: {
        ...blankReport(),
        nextStep: 'Head studs and clutch, then 340 hp: the rods hold, the fasteners do not.',
        service: 'Oil after 500 km, then every 5,000. Plugs after the first track day.',
        notDone: 'The gearbox was not opened. The old injectors stay on the shelf, marked.',
        customer: 'A. Loxley',
        customerOn: '2026-03-12',
        shop: 'R. Ostler',
        shopOn: '2026-03-12',
      },
    };
  },
};

for (const entry of all) {
  for (const key of ['plan', 'record', 'report']) delete entry.job[key];
  const job = jobSchema.parse(entry.job);
  const kept = makers[entry.id.slice(0, 8)]!(job, ids(entry.id));
  const whole = { ...entry.job, ...kept };
  jobSchema.parse(whole);
  entry.job = whole;
}
writeFileSync(file, JSON.stringify(all, null, 1));
