import type { Build } from '../build/build';
import { wasBoosted } from '../job/boosted-before';
import type { ComponentKind } from '../job/schema/component-choices';
import type { Job } from '../job/schema/job';
import { readerOf } from '../limits/metrics';
import { usualBmep } from '../limits/starting-set';
import type { Sweep } from '../solve/sweep';
import type { LimitCode } from '../working/cylinder-codes';
import { reason, type Reason } from '../working/range';

/** Parts that boost passes unseen: judged as this kind, spoken for by components of these. */
const watched: { code: LimitCode; as: ComponentKind; by: ComponentKind[] }[] = [
  { code: 'untouched-rings', as: 'pistons', by: ['pistons', 'rings'] },
  { code: 'untouched-rods', as: 'rods', by: ['rods'] },
  { code: 'untouched-head', as: 'head-clamp', by: ['head-clamp'] },
];

/**
 * Flags where the forecast passes what ring gaps, rods and head fasteners are usually left at as made. In: a solved setup with its engine.
 * A part that is laid out with a BMEP limit is judged there and not spoken of twice. Never throws. Common practice, no source.
 */
export function untouchedFindings(
  build: Build,
  { points }: Pick<Sweep, 'points'>,
  engine: Job['engine'],
): Reason[] {
  const read = readerOf(build, engine, 'bmep');
  const solved = points.filter(({ status }) => status.kind !== 'failed');
  const most = Math.max(0, ...solved.map((point) => read(point) ?? 0));
  const { ignition } = build.fuel;
  return watched.flatMap(({ code, as, by }) => {
    const isJudged = (engine.components ?? []).some(
      ({ kind, limits }) => by.includes(kind) && limits.bmep !== undefined,
    );
    const [low] = usualBmep(as, { ignition, wasBoosted: wasBoosted(engine) })!;
    if (isJudged || most < low) return [];
    return [reason(code, { bmep: [most, 'meanPressure'], low: [low, 'meanPressure'] })];
  });
}
