import { findRoot } from '../numerics/roots';

/** A pulley as the belt sees it: its centre and the radius of the cord on it, m; whether the belt's inside or its back lies on it. */
export type BeltPulley = { x: number; y: number; radius: number; side: 'inside' | 'outside' };

export type Point = { x: number; y: number };

/** The belt between two pulleys, a straight line. m. */
type Span = { from: Point; to: Point; length: number };

/** The belt on a pulley: where it comes on and leaves, and the angle it lies on it, rad. */
type Wrap = { on: Point; off: Point; angle: number };

/** How a belt runs. `spans[i]` leads from pulley i to the next; `turn` is +1 where it runs anticlockwise round its inside. */
export type BeltRun = { length: number; spans: Span[]; wraps: Wrap[]; turn: 1 | -1 };

/** Why a belt cannot run: pulleys in each other, one that it does not touch in this order, strands that cross, one that runs through a pulley. */
export type NoRun =
  | { kind: 'overlap'; pulleys: [number, number]; by: number }
  | { kind: 'not-touched'; pulley: number }
  | { kind: 'crossed' }
  | { kind: 'fouled'; pulley: number };

const FULL_TURN = 2 * Math.PI;
/** A belt that lies all the way round a pulley, or hardly at all, is a belt that runs past it. */
const MOST_WRAP = 1.9 * Math.PI;

/**
 * A belt round any number of pulleys in the order in which it meets them, by the tangents from each to the next.
 * In: at least two pulleys, SI. Out: the run, or why there is none. Never throws.
 * Source: plane geometry: a directed line touches a circle with its centre to the left at the distance +r, to the right at −r.
 */
export function runBelt(pulleys: readonly BeltPulley[]): BeltRun | NoRun {
  const overlap = overlapOf(pulleys);
  if (overlap) return overlap;
  const runs = ([1, -1] as const).map((turn) => runRound(pulleys, turn));
  const found = runs.find((run) => 'spans' in run);
  return found ?? runs.find((run) => 'kind' in run && run.kind === 'not-touched') ?? runs[0]!;
}

/** Two pulleys that would stand in each other. */
function overlapOf(pulleys: readonly BeltPulley[]): NoRun | null {
  for (let i = 0; i < pulleys.length; i++)
    for (let j = i + 1; j < pulleys.length; j++) {
      const a = pulleys[i]!;
      const b = pulleys[j]!;
      const by = a.radius + b.radius - Math.hypot(b.x - a.x, b.y - a.y);
      if (by >= 0) return { kind: 'overlap', pulleys: [i, j], by };
    }
  return null;
}

function runRound(pulleys: readonly BeltPulley[], turn: 1 | -1): BeltRun | NoRun {
  const count = pulleys.length;
  // A belt that runs clockwise is one that runs anticlockwise in a mirror.
  const signed = pulleys.map(({ x, y, radius, side }) => ({
    x,
    y: turn * y,
    radius,
    sense: side === 'inside' ? 1 : -1,
  }));
  const lines = signed.map((from, i) => {
    const to = signed[(i + 1) % count]!;
    const dx = to.x - from.x;
    const dy = to.y - from.y;
    const apart = from.sense * from.radius - to.sense * to.radius;
    const along = Math.sqrt(Math.max(0, dx * dx + dy * dy - apart * apart));
    const square = dx * dx + dy * dy;
    // Direction u with u·d = along and n·d = apart, n to the right of u.
    const ux = (along * dx - apart * dy) / square;
    const uy = (along * dy + apart * dx) / square;
    const [nx, ny] = [uy, -ux];
    const at = (p: (typeof signed)[number]): Point => ({
      x: p.x + p.sense * p.radius * nx,
      y: p.y + p.sense * p.radius * ny,
    });
    return { angle: Math.atan2(uy, ux), length: along, from: at(from), to: at(to) };
  });
  let turned = 0;
  let length = 0;
  const wraps: Wrap[] = [];
  for (let i = 0; i < count; i++) {
    const { sense, radius } = signed[i]!;
    const before = lines[(i + count - 1) % count]!;
    const after = lines[i]!;
    const angle = (((sense * (after.angle - before.angle)) % FULL_TURN) + FULL_TURN) % FULL_TURN;
    if (angle > MOST_WRAP) return { kind: 'not-touched', pulley: i };
    turned += sense * angle;
    length += after.length + radius * angle;
    wraps.push({ on: mirrored(before.to, turn), off: mirrored(after.from, turn), angle });
  }
  if (Math.abs(turned - FULL_TURN) > 1e-6) return { kind: 'crossed' };
  const spans = lines.map(({ from, to, length: free }) => ({
    from: mirrored(from, turn),
    to: mirrored(to, turn),
    length: free,
  }));
  const wrong = crossingOf(pulleys, spans, wraps) ?? fouledOf(pulleys, spans);
  return wrong ?? { length, spans, wraps, turn };
}

const mirrored = ({ x, y }: Point, turn: 1 | -1): Point => ({ x, y: turn * y });

/** Strands that cross: before and behind one pulley they do where the belt would have to loop round it to touch it. */
function crossingOf(
  pulleys: readonly BeltPulley[],
  spans: readonly Span[],
  wraps: readonly Wrap[],
): NoRun | null {
  for (let i = 0; i < spans.length; i++)
    for (let j = i + 1; j < spans.length; j++) {
      if (!cross(spans[i]!, spans[j]!)) continue;
      // The one that the belt goes round the furthest is the one that stands wrong; one on its back before any other.
      const far = (p: number) => wraps[p]!.angle + (pulleys[p]!.side === 'outside' ? Math.PI : 0);
      const beside = [j, (j + 1) % spans.length, i, (i + 1) % spans.length];
      const pulley = beside.reduce((a, b) => (far(b) > far(a) ? b : a));
      return wraps[pulley]!.angle > Math.PI || pulleys[pulley]!.side === 'outside'
        ? { kind: 'not-touched', pulley }
        : { kind: 'crossed' };
    }
  return null;
}

/** Whether two straight pieces cross, each on either side of the other. */
function cross(a: Span, b: Span): boolean {
  const side = ({ from, to }: Span, p: Point) =>
    (to.x - from.x) * (p.y - from.y) - (to.y - from.y) * (p.x - from.x);
  return side(a, b.from) * side(a, b.to) < 0 && side(b, a.from) * side(b, a.to) < 0;
}

/** A span that runs through a pulley it does not belong to. */
function fouledOf(pulleys: readonly BeltPulley[], spans: readonly Span[]): NoRun | null {
  for (let i = 0; i < spans.length; i++)
    for (let j = 0; j < pulleys.length; j++) {
      if (j === i || j === (i + 1) % pulleys.length) continue;
      if (distanceTo(spans[i]!, pulleys[j]!) < pulleys[j]!.radius) return { kind: 'fouled', pulley: j };
    }
  return null;
}

/** From a point to a straight piece, m. */
function distanceTo({ from, to, length }: Span, { x, y }: Point): number {
  if (length === 0) return Math.hypot(x - from.x, y - from.y);
  const share = ((x - from.x) * (to.x - from.x) + (y - from.y) * (to.y - from.y)) / (length * length);
  const at = Math.min(1, Math.max(0, share));
  return Math.hypot(x - from.x - at * (to.x - from.x), y - from.y - at * (to.y - from.y));
}

/**
 * How far a pulley moves along a direction until the belt has a length. In: pulleys; which of them; its direction (x, y of
 * length 1); the belt's length, m; the most it may move either way, m. Out: the way nearest to where it stands, m; null if no
 * place within reach gives that length. Never throws.
 */
export function travelFor(
  pulleys: readonly BeltPulley[],
  which: number,
  direction: Point,
  length: number,
  most: number,
): number | null {
  const lengthAt = (way: number): number | null => {
    const run = runBelt(
      pulleys.map((p, i) =>
        i === which ? { ...p, x: p.x + way * direction.x, y: p.y + way * direction.y } : p,
      ),
    );
    return 'spans' in run ? run.length : null;
  };
  const STEPS = 40;
  let best: number | null = null;
  let before: { way: number; off: number } | null = null;
  for (let i = -STEPS; i <= STEPS; i++) {
    const way = (most * i) / STEPS;
    const got = lengthAt(way);
    const now = got === null ? null : { way, off: got - length };
    if (before && now && before.off * now.off <= 0) {
      const found = findRoot((at) => (lengthAt(at) ?? NaN) - length, before.way, way, { tolerance: 1e-7 });
      if (found.kind === 'converged' && (best === null || Math.abs(found.x) < Math.abs(best))) best = found.x;
    }
    before = now;
  }
  return best;
}
