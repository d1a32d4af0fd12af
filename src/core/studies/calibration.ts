import type { CalibrationFile, ChangeKind, FileChange } from '../job/schema/calibration';
import { reason, type Reason } from '../working/range';

const DEGREE = Math.PI / 180;

/** What is checked again once a file has moved from the engine cell to the car; all else is carried. */
export const movedChecks = [
  'mixture',
  'knock',
  'boost',
  'charge-heat',
  'fuel-pressure',
  'idle',
  'cold-start',
  'driveline',
] as const;

/** Steps of common practice, no source: boost, Pa, and advance, rad, added at once; what stands before boost is added. */
const LARGEST = { boost: 14_000, advance: 2 * DEGREE };
const BEFORE_BOOST = { retard: 1 * DEGREE, fuel: 0.07 };
/** What is offered as that first step: timing out and fuel in above a speed. */
export const firstStep = { retard: 1.25 * DEGREE, fuel: 0.075 };

const sumOf = (changes: readonly FileChange[], kind: ChangeKind): number =>
  changes.reduce((sum, change) => (change.kind === kind ? sum + change.amount : sum), 0);

/** The files a file came from, its own parent first; one that leads back to itself ends there. */
export function ancestorsOf(files: readonly CalibrationFile[], file: CalibrationFile): CalibrationFile[] {
  const found: CalibrationFile[] = [];
  let next = files.find(({ id }) => id === file.from);
  while (next && next !== file && !found.includes(next)) {
    found.push(next);
    const { from } = next;
    next = files.find(({ id }) => id === from);
  }
  return found;
}

/**
 * What there is to say of a step: boost after knock without a clean repeat, boost before timing and fuel made room for it, too much at once,
 * and several things at once, of which none can be told from the others. In: the chain; a file of it. Most telling first. Total.
 */
export function stepFindings(files: readonly CalibrationFile[], file: CalibrationFile): Reason[] {
  const said: Reason[] = [];
  const ancestors = ancestorsOf(files, file);
  const boost = sumOf(file.changes, 'boost');
  const advance = sumOf(file.changes, 'timing');
  const lastHeard = ancestors.find(({ knock }) => knock !== 'unsaid');
  if (boost > 0 && lastHeard?.knock === 'heard')
    said.push(reason('step-boost-after-knock', {}, { name: lastHeard.name }));
  const parent = ancestors[0];
  const made = [...(parent?.changes ?? []), ...file.changes];
  const hasRoom =
    sumOf(made, 'timing') <= -BEFORE_BOOST.retard + 1e-9 && sumOf(made, 'fuel') >= BEFORE_BOOST.fuel - 1e-9;
  if (boost > 0 && parent && !hasRoom)
    said.push(
      reason('step-no-room', {
        retard: [firstStep.retard, 'angle'],
        fuel: [firstStep.fuel, 'fineShare'],
      }),
    );
  if (boost > LARGEST.boost)
    said.push(reason('step-boost-large', { boost: [boost, 'boost'], most: [LARGEST.boost, 'boost'] }));
  if (advance > LARGEST.advance)
    said.push(
      reason('step-advance-large', { advance: [advance, 'angle'], most: [LARGEST.advance, 'angle'] }),
    );
  const moved = new Set(file.changes.map(({ kind }) => kind));
  const isMakingRoom = advance <= 0 && boost <= 0 && !moved.has('other');
  if (moved.size > 1 && !isMakingRoom) said.push(reason('step-several', {}, undefined));
  return said;
}

/**
 * The changes of a file that lies half way between two tried ones, from the earlier of them: half of everything that was changed on the way.
 * Out: null where neither came from the other, or nothing with a figure was changed between them. Total.
 */
export function halfWay(
  files: readonly CalibrationFile[],
  one: CalibrationFile,
  other: CalibrationFile,
): { from: CalibrationFile; changes: FileChange[] } | null {
  const isLater = (a: CalibrationFile, b: CalibrationFile) => ancestorsOf(files, a).includes(b);
  const [late, early] = isLater(one, other)
    ? [one, other]
    : isLater(other, one)
      ? [other, one]
      : [null, null];
  if (!late || !early) return null;
  const way = [late, ...ancestorsOf(files, late)];
  const between = way.slice(0, way.indexOf(early)).flatMap(({ changes }) => changes);
  const keys = new Map<string, FileChange>();
  for (const change of between) {
    if (change.kind === 'other') continue;
    const key = `${change.kind} ${change.aboveRpm ?? ''}`;
    const before = keys.get(key);
    keys.set(key, { ...change, amount: change.amount / 2 + (before?.amount ?? 0), note: 'half way' });
  }
  const changes = [...keys.values()].filter(({ amount }) => amount !== 0);
  return changes.length ? { from: early, changes } : null;
}
