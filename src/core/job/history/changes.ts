import diff from 'microdiff';
import { canonicalJson } from './canonical';
import { arrangementOf, chargerAtEngine, chargerInFront } from '../chargers';
import type { ChargerDocument, Job, Setup } from '../schema/job';

/** One changed value of a job: where, from what, to what. `ui/words` says it. */
export type Change = { path: string; from: unknown; to: unknown };

/** At most so many changes are kept of a revision. */
const MOST = 200;

/** Lists that are changed as a whole: row by row they would bury everything else. */
const WHOLE = ['engine.baseline.rows'];

const asWhole = (changes: Change[]): Change[] => {
  const said = new Set<string>();
  return changes.flatMap((change) => {
    const list = WHOLE.find((path) => change.path === path || change.path.startsWith(`${path}.`));
    if (!list) return [change];
    if (said.has(list)) return [];
    said.add(list);
    return [{ path: list, from: null, to: null }];
  });
};

const within = (before: object, after: object, prefix = ''): Change[] =>
  diff(before as Record<string, unknown>, after as Record<string, unknown>, { cyclesFix: false }).flatMap(
    (d) => {
      const from = 'oldValue' in d ? d.oldValue : undefined;
      const to = 'value' in d ? d.value : undefined;
      // A key without a value is no key in a stored document.
      return from === undefined && to === undefined
        ? []
        : [{ path: prefix + d.path.join('.'), from: from ?? null, to: to ?? null }];
    },
  );

/** A charger with its drive under the drive's own name: one that comes or goes is one change. */
function withNamedDrive({ drive, count: _, ...rest }: ChargerDocument): object {
  const { kind, ...fields } = drive;
  return {
    ...rest,
    ...(kind === 'exhaust' ? { drive: fields } : kind === 'belt' ? { belt: fields } : {}),
  };
}

/**
 * A setup as its changes are told: chargers by their places, since their numbers change with the row; the arrangement as
 * one choice; a charger that is set aside where it would stand.
 */
function toldOf(setup: Setup): object {
  const { induction } = setup;
  if (induction.kind !== 'charged') return setup;
  const { changeover, aside } = induction;
  const own = chargerAtEngine(setup)!;
  const front = [chargerInFront(setup), aside].find((c) => c && (c.machine || c.drive.kind !== 'open'));
  const isPair = chargerInFront(setup) !== undefined;
  const { kind: bypass, ...speeds } = changeover;
  return {
    ...setup,
    induction: {
      kind: induction.kind,
      arrangement: arrangementOf(induction),
      engine: withNamedDrive(own),
      ...(front ? { front: withNamedDrive(front) } : {}),
      changeover: speeds,
      bypass: isPair ? bypass : 'never',
    },
  };
}

/**
 * What differs between the setups of two jobs: told apart by their ids, named by their letters ('setups.B.boost…'). One
 * that is new or gone is one change with its name; `bin` where it lies in the job's bin now, or lay there before.
 */
function betweenSetups(before: Job, after: Job): Change[] {
  const changes: Change[] = [];
  const byId = (setups: Setup[]) => new Map(setups.map((s) => [s.id, s]));
  const [old, now, oldBin, bin] = [before.setups, after.setups, before.bin, after.bin].map(byId) as [
    Map<string, Setup>,
    Map<string, Setup>,
    Map<string, Setup>,
    Map<string, Setup>,
  ];
  for (const [id, setup] of old) {
    const there = now.get(id);
    if (there) changes.push(...within(toldOf(setup), toldOf(there), `setups.${there.letter}.`));
    else changes.push({ path: `setups.${setup.letter}`, from: setup.name, to: bin.has(id) ? 'bin' : null });
  }
  for (const [id, setup] of now)
    if (!old.has(id))
      changes.push({ path: `setups.${setup.letter}`, from: oldBin.has(id) ? 'bin' : null, to: setup.name });
  for (const [id, setup] of oldBin)
    if (!bin.has(id) && !now.has(id))
      changes.push({ path: `bin.${setup.letter}`, from: setup.name, to: null });
  for (const [id, setup] of bin)
    if (!oldBin.has(id) && !old.has(id))
      changes.push({ path: `bin.${setup.letter}`, from: null, to: setup.name });
  return changes;
}

/** Benches that were settled, settled anew or opened again: 'settled.charger.B'. */
function betweenMarks(before: Job, after: Job): Change[] {
  const letters = new Map(
    [...before.setups, ...before.bin, ...after.bin, ...after.setups].map((s) => [s.id, s.letter]),
  );
  const marksOf = (job: Job) =>
    new Map(
      job.settled.map((m) => [
        `settled.${m.bench}${m.setup ? `.${letters.get(m.setup) ?? ''}` : ''}`,
        canonicalJson(m.facts),
      ]),
    );
  const [old, now] = [marksOf(before), marksOf(after)];
  return [...new Set([...old.keys(), ...now.keys()])]
    .filter((key) => old.get(key) !== now.get(key))
    .map((path) => ({ path, from: old.has(path) ? 'settled' : null, to: now.has(path) ? 'settled' : null }));
}

/** Whether two pieces of a document hold the same data; what an edit did not touch is shared and not looked into. */
const isSame = (a: unknown, b: unknown): boolean =>
  a === b || canonicalJson(a ?? null) === canonicalJson(b ?? null);

/** Records beside the forecast: each list of them is told as a whole. */
const RECORDS = ['plan', 'record', 'report', 'calibration'] as const;

function betweenRecords(before: Job, after: Job): Change[] {
  return RECORDS.flatMap((root): Change[] => {
    const [old, now] = [before[root], after[root]];
    if (isSame(old, now)) return [];
    if (!old || !now || Array.isArray(old) || Array.isArray(now))
      return [{ path: root, from: old ? 'there' : null, to: now ? 'there' : null }];
    const [was, is] = [old as Record<string, unknown>, now as Record<string, unknown>];
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((key): Change[] =>
      isSame(was[key], is[key]) ? [] : [{ path: `${root}.${key}`, from: null, to: null }],
    );
  });
}

/** What differs between two jobs, as plain data; empty only if nothing does, a path of '' where the difference has no name here. At most 200 entries, in document order. */
export function changesBetween(before: Job, after: Job): Change[] {
  const head = ({ version, name, brief, engine, trial }: Job) => ({ version, name, brief, engine, trial });
  if (before === after) return [];
  const named = [
    ...asWhole(within(head(before), head(after))),
    ...betweenSetups(before, after),
    ...betweenMarks(before, after),
    ...betweenRecords(before, after),
  ];
  const told = named.filter(({ path }) => !/\.auto$/.test(path));
  if (told.length) return told.slice(0, MOST);
  // A document that differs anywhere is another revision, whether or not the difference has a name here.
  return isSame(before, after) ? [] : [{ path: '', from: null, to: null }];
}
