import * as z from 'zod';
import { jobSchema, type Job } from '../schema/job';
import {
  briefOfVersion4,
  engineOfVersion4,
  frozenFuel,
  pairOfVersion6,
  setupOfVersion5,
  trialOfVersion6,
} from './frozen-defaults';
import { JOB_VERSION } from '../schema/version';

/** A named step from one document version to the next, on plain data. Never edited once released. */
type Migration = {
  id: string;
  from: number;
  up: (document: Record<string, unknown>) => Record<string, unknown>;
};

/** The steps so far. */
const jobMigrations: Migration[] = [
  // Version 2 keeps which benches are settled. An older job has settled none.
  { id: 'nothing-settled-yet', from: 1, up: (document) => ({ ...document, settled: [] }) },
  // Version 3 keeps deleted setups in the job's own bin.
  { id: 'no-setup-in-the-bin', from: 2, up: (document) => ({ ...document, bin: [] }) },
  // Version 4 has the whole Brief, the engine's condition, cam card and volumes, and a measured baseline.
  { id: 'nothing-more-said-yet', from: 3, up: withRestOfBrief },
  // Version 5 has the hot side, pipes as parts, boost over the revs and by gear, and spot readings.
  { id: 'no-turbine-yet', from: 4, up: withHotSide },
  // Version 6 has sequential and compound pairs, and how time to boost is tried.
  { id: 'one-stage-so-far', from: 5, up: withArrangements },
  // Version 7 estimates spark retard from the load where nobody states it, and marks defaults that follow the engine.
  { id: 'retard-as-stated', from: 6, up: withRetardAsStated },
  // Version 8 has chargers in a row, ambient first, each with its drive and what stands behind it.
  { id: 'chargers-in-a-row', from: 7, up: withChargersInARow },
];

type Plain = Record<string, unknown>;
const plain = (value: unknown): Plain => (value && typeof value === 'object' ? (value as Plain) : {});

/** What an older job never said is empty, or a guess that changes nothing. Broken parts are left for the schema to name. */
function withRestOfBrief(document: Plain): Plain {
  const brief = plain(document.brief);
  const engine = plain(document.engine);
  const fuel = frozenFuel(plain(brief.fuel).id);
  const known = (key: string, or: number) => {
    const { value } = plain(engine[key]);
    return { value: typeof value === 'number' && Number.isFinite(value) ? value : or };
  };
  const main = {
    bore: known('bore', 0.086),
    stroke: known('stroke', 0.086),
    compressionRatio: known('compressionRatio', 9),
  };
  return {
    ...document,
    brief: { ...briefOfVersion4(), ...brief, venue: { name: '', ...plain(brief.venue) } },
    engine: { ...engineOfVersion4(main, fuel), ...engine },
  };
}

/** An older setup has no turbine; its losses were stated as drops, its boost by gauge. */
function withHotSide(document: Plain): Plain {
  const engine = plain(document.engine);
  const size = (key: string, or: number) => {
    const { value } = plain(engine[key]);
    return typeof value === 'number' && Number.isFinite(value) && value > 0 ? value : or;
  };
  const displacement =
    (Math.PI / 4) * size('bore', 0.086) ** 2 * size('stroke', 0.086) * size('cylinders', 4);
  const rest = setupOfVersion5(displacement, frozenFuel(plain(plain(document.brief).fuel).id));
  const each = (list: unknown, up: (one: Plain) => Plain) =>
    Array.isArray(list) ? list.map((one) => (one && typeof one === 'object' ? up(one as Plain) : one)) : list;
  const up = (setup: Plain): Plain => ({
    ...rest,
    ...setup,
    boost: { ...rest.boost, ...plain(setup.boost) },
    plumbing: each(setup.plumbing, (loss) => ({ from: 'drop', ...loss })),
  });
  return { ...document, setups: each(document.setups, up), bin: each(document.bin, up) };
}

/** An older job has one stage, or twins, and was never tried for time to boost. */
function withArrangements(document: Plain): Plain {
  const engine = plain(document.engine);
  const { value } = plain(engine.redLineRpm);
  const redLine = typeof value === 'number' && Number.isFinite(value) ? value : 7_000;
  const up = (setup: unknown): unknown =>
    setup && typeof setup === 'object' ? { pair: pairOfVersion6(redLine), ...setup } : setup;
  const each = (list: unknown) => (Array.isArray(list) ? list.map(up) : list);
  return {
    trial: trialOfVersion6(redLine),
    ...document,
    setups: each(document.setups),
    bin: each(document.bin),
  };
}

/** An older job states its spark retard, and nothing in it follows anything. */
function withRetardAsStated(document: Plain): Plain {
  const up = (setup: unknown): unknown =>
    setup && typeof setup === 'object'
      ? { ...setup, exhaust: { retardBy: 'stated', ...plain((setup as Plain).exhaust) } }
      : setup;
  const each = (list: unknown) => (Array.isArray(list) ? list.map(up) : list);
  return { ...document, setups: each(document.setups), bin: each(document.bin) };
}

/** An older setup has stages with a turbine side, the one at the engine first, and beside them its cooler and its pair. */
function withChargersInARow(document: Plain): Plain {
  const engine = plain(document.engine);
  const { value } = plain(engine.redLineRpm);
  const rest = pairOfVersion6(typeof value === 'number' && Number.isFinite(value) ? value : 7_000);
  const up = (setup: unknown): unknown => {
    if (!setup || typeof setup !== 'object') return setup;
    const { pair, cooler, induction, ...kept } = setup as Plain;
    const old = plain(induction);
    if (old.kind !== 'turbo') return { ...kept, induction };
    const between = { ...rest.between, ...plain(plain(pair).between) };
    const { bypasses, ...changeover } = { ...rest.changeover, ...plain(plain(pair).changeover) };
    const chargerOf = (stage: unknown, count: number, aftercooler: unknown, hold: Plain): Plain => {
      const { compressor, hot } = plain(stage);
      return {
        machine: compressor ?? null,
        count,
        drive: hot === undefined ? { kind: 'open' } : { kind: 'exhaust', ...plain(hot) },
        aftercooler,
        hold,
      };
    };
    const stages: unknown[] = Array.isArray(old.stages) ? old.stages : [];
    const isPair = old.arrangement === 'compound';
    const isTwin = old.arrangement === 'parallel' || old.arrangement === 'sequential';
    const own = chargerOf(stages[0], isTwin ? 2 : 1, cooler, { kind: 'free', gauge: rest.between.gauge });
    const front =
      stages[1] !== undefined || isPair
        ? chargerOf(stages[1], 1, between.cooler, { kind: between.hold, gauge: between.gauge })
        : null;
    return {
      ...kept,
      induction: {
        kind: 'charged',
        chargers: isPair ? [front, own] : [own],
        changeover: {
          kind: old.arrangement === 'sequential' || (isPair && bypasses === true) ? 'at' : 'never',
          ...changeover,
        },
        aside: isPair ? null : front,
      },
    };
  };
  const each = (list: unknown) => (Array.isArray(list) ? list.map(up) : list);
  return { ...document, setups: each(document.setups), bin: each(document.bin) };
}

export type Opened =
  { ok: true; job: Job; migrated: string[] } | { ok: false; issues: { path: string; message: string }[] };

/**
 * Opens a job document of any known version: migrates by named steps, then validates. Never throws.
 * In: plain data. Out: the job of today's version and the steps taken, or what is wrong and where.
 */
export function openJob(data: unknown, migrations = jobMigrations, target: number = JOB_VERSION): Opened {
  const head = z.looseObject({ version: z.number().int().min(1) }).safeParse(data);
  if (!head.success)
    return { ok: false, issues: [{ path: 'version', message: 'This is not a job: no version in it.' }] };
  let document: Record<string, unknown> = head.data;
  if (head.data.version > target)
    return {
      ok: false,
      issues: [
        {
          path: 'version',
          message: `Written by a newer version (${head.data.version}); this one reads up to ${target}.`,
        },
      ],
    };
  const migrated: string[] = [];
  for (let version = head.data.version; version < target; version++) {
    const step = migrations.find((m) => m.from === version);
    if (!step)
      return {
        ok: false,
        issues: [{ path: 'version', message: `Version ${version} can no longer be read.` }],
      };
    document = { ...step.up(document), version: version + 1 };
    migrated.push(step.id);
  }
  const parsed = jobSchema.safeParse(document);
  if (parsed.success) return { ok: true, job: parsed.data, migrated };
  return {
    ok: false,
    issues: parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  };
}
