import type { ProcedureRun, ProcedureStep } from '../job/schema/record';

/** How far a procedure is. */
export type Progress = {
  done: number;
  of: number;
  /** Steps that may be ticked now: those up to and with the first hold point that is not. */
  open: ProcedureStep[];
  /** The hold point that nothing passes until it is ticked; null where none stands in the way. */
  hold: ProcedureStep | null;
  isWhole: boolean;
};

const hasHazard = ({ hazard }: ProcedureStep): boolean => hazard !== '';

/**
 * How far a procedure is, and what may be ticked: nothing behind a hold point that is not ticked, and no step whose hazard is not. Total.
 */
export function progressOf({
  steps,
  ticks,
  hazards,
}: Pick<ProcedureRun, 'steps' | 'ticks' | 'hazards'>): Progress {
  const ticked = new Set(ticks.map(({ step }) => step));
  const at = steps.findIndex(({ id, marks }) => marks.includes('hold') && !ticked.has(id));
  const reach = at < 0 ? steps.length : at + 1;
  // A hold point is passed once all before it is done.
  const before = steps.slice(0, Math.max(0, at));
  const isReady = before.every(({ id }) => ticked.has(id));
  const open = steps
    .slice(0, reach)
    .filter(
      (step, i) =>
        !ticked.has(step.id) && (i !== at || isReady) && (!hasHazard(step) || hazards.includes(step.id)),
    );
  const done = steps.filter(({ id }) => ticked.has(id)).length;
  return { done, of: steps.length, open, hold: at < 0 ? null : steps[at]!, isWhole: done === steps.length };
}

/** Whether it is late enough that mistakes get likely: from ten at night to five (common practice). In: hour of the day, 0 to 23. */
export const isLate = (hour: number): boolean => hour >= 22 || hour < 5;

/**
 * The order in which bolts are tightened: of two rows from the middle outwards and crosswise, of a circle by opposites. In: bolts; how they
 * lie. Out: for each place (row by row, or round the circle) its number in the order, from 1. Source: common practice.
 */
export function tighteningOrder(bolts: number, layout: 'rows' | 'circle'): number[] {
  const order: number[] = [];
  if (layout === 'circle') {
    // Each next bolt is the farthest from all that are done.
    const isDone = Array.from({ length: bolts }, () => false);
    let at = 0;
    for (let n = 0; n < bolts; n++) {
      order[at] = n + 1;
      isDone[at] = true;
      const far = (place: number): number =>
        Math.min(
          ...isDone.flatMap((done, i) =>
            done ? [Math.min((place - i + bolts) % bolts, (i - place + bolts) % bolts)] : [],
          ),
        );
      const opposite = (at + Math.floor(bolts / 2)) % bolts;
      const open = isDone.flatMap((done, i) => (done ? [] : [i]));
      if (!open.length) break;
      const best = Math.max(...open.map(far));
      at = open.includes(opposite) ? opposite : open.find((place) => far(place) === best)!;
    }
    return order;
  }
  const columns = Math.ceil(bolts / 2);
  const centre = { x: (columns - 1) / 2, y: 0.5 };
  const places = Array.from({ length: bolts }, (_, i) => ({ x: i % columns, y: Math.floor(i / columns) }));
  const apart = (a: { x: number; y: number }, b: { x: number; y: number }) =>
    Math.hypot(a.x - b.x, a.y - b.y);
  const open = new Set(places.keys());
  let last = centre;
  for (let n = 1; open.size; n++) {
    // Of the bolts nearest to the middle that are left, the one farthest from the last: crosswise.
    const least = Math.min(...[...open].map((i) => apart(places[i]!, centre)));
    const ring = [...open].filter((i) => apart(places[i]!, centre) < least + 1e-9);
    const next = ring.reduce((best, i) =>
      apart(places[i]!, last) > apart(places[best]!, last) + 1e-9 ? i : best,
    );
    order[next] = n;
    open.delete(next);
    last = places[next]!;
  }
  return order;
}
