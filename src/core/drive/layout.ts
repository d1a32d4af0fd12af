import { pulleyRatio } from './formulas';
import type { BeltLayout, RoutePulley } from './document';
import { runBelt, travelFor, type BeltPulley, type BeltRun, type NoRun, type Point } from './geometry';
import { isToothed, profiles } from './profile';

/** Radius at which the cord runs on a pulley, m. In: layout; pulley. A pulley on the back carries the belt on its outside. */
export function cordRadius(
  { profile, measured }: Pick<BeltLayout, 'profile' | 'measured'>,
  pulley: RoutePulley,
): number {
  const { line, back } = profiles[profile];
  const half = pulley.diameter.value / 2;
  if (pulley.side === 'outside') return half + back;
  return measured === 'pitch' ? half : half + line;
}

/** The diameter of the cord on a pulley given by its list diameter, m. */
export const pitchDiameter = (
  { profile, measured }: Pick<BeltLayout, 'profile' | 'measured'>,
  diameter: number,
): number => diameter + (measured === 'pitch' ? 0 : 2 * profiles[profile].line);

export const crankOf = ({ route }: BeltLayout): RoutePulley => route[0]!;
export const blowerIndex = ({ route }: BeltLayout): number =>
  route.findIndex(({ role }) => role === 'blower');
export const blowerOf = (layout: BeltLayout): RoutePulley => layout.route[blowerIndex(layout)]!;

/** Turns of the machine for one of the crank, by the pulleys. In: layout; what is geared behind the blower pulley. */
export const layoutRatio = (layout: BeltLayout, gear: number): number =>
  pulleyRatio.fn({
    crank: 2 * cordRadius(layout, crankOf(layout)),
    driven: 2 * cordRadius(layout, blowerOf(layout)),
    gear,
  });

export const beltPulleys = (layout: BeltLayout): BeltPulley[] =>
  layout.route.map((pulley) => ({
    x: pulley.x.value,
    y: pulley.y.value,
    radius: cordRadius(layout, pulley),
    side: pulley.side,
  }));

/** A listed length from the length of the cord, and back, m: ribbed belts are listed by their effective length (ISO 9982). */
const listedLess = ({ profile }: Pick<BeltLayout, 'profile'>): number =>
  isToothed(profile) ? 0 : 2 * Math.PI * profiles[profile].line;

/** Where the tensioner has to go so that the belt fits. Ways in m along `direction`, + tightens. */
type Tensioner = { index: number; direction: Point; way: number | null; window: number };

/** A layout worked out. Lengths as belts are listed, m. */
export type LaidOut = {
  run: BeltRun;
  /** What the pulleys want as they are drawn. */
  wanted: number;
  /** The belt that is on, where one was chosen. */
  fitted: number | null;
  tensioner: Tensioner | null;
};

/** No tensioner travels further than this, m. */
const FARTHEST = 0.15;

/**
 * A layout's geometry: the run of the belt as drawn, the length that asks for, and how far the tensioner stands off where the
 * belt that is on wants it. Never throws; a belt that cannot run says why.
 */
export function layOut(layout: BeltLayout): LaidOut | NoRun {
  const pulleys = beltPulleys(layout);
  const run = runBelt(pulleys);
  if (!('spans' in run)) return run;
  const less = listedLess(layout);
  const wanted = run.length - less;
  const fitted = layout.length?.value ?? null;
  const index = layout.route.findIndex(({ role }) => role === 'tensioner');
  if (index < 0) return { run, wanted, fitted, tensioner: null };
  const direction = tightening(run, pulleys, index);
  const way = fitted === null ? 0 : travelFor(pulleys, index, direction, fitted + less, FARTHEST);
  return { run, wanted, fitted, tensioner: { index, direction, way, window: layout.window.value } };
}

/** The way a pulley goes to press into the belt: along the middle of the two strands beside it. */
function tightening({ spans }: BeltRun, pulleys: readonly BeltPulley[], index: number): Point {
  const before = spans[(index + spans.length - 1) % spans.length]!;
  const after = spans[index]!;
  // Strands pull the pulley towards where they come from and where they go: it tightens the other way.
  const unit = (from: Point, to: Point) => {
    const far = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    return { x: (to.x - from.x) / far, y: (to.y - from.y) / far };
  };
  const back = unit(before.to, before.from);
  const on = unit(after.from, after.to);
  const pull = { x: back.x + on.x, y: back.y + on.y };
  const size = Math.hypot(pull.x, pull.y);
  if (size > 1e-6) return { x: -pull.x / size, y: -pull.y / size };
  const along = unit(before.from, before.to);
  return pulleys[index]!.side === 'inside' ? { x: along.y, y: -along.x } : { x: -along.y, y: along.x };
}

/** How far a tensioner that is put in its place presses into the strand, m (common practice, no source). */
const PRESS = 0.012;
/** Below this it hardly lies on the belt. */
const LEAST_PRESS = 0.004;

/**
 * The layout with its tensioner against the belt: as it stands where it presses into its strand, otherwise moved square to
 * the strand until it does, as somebody would who fits other pulleys. Without a tensioner, or a run, as it is.
 */
export function seated(layout: BeltLayout): BeltLayout {
  const index = layout.route.findIndex(({ role }) => role === 'tensioner');
  if (index < 0 || layout.route.length < 3) return layout;
  const run = runBelt(beltPulleys(layout).filter((_, i) => i !== index));
  if (!('spans' in run)) return layout;
  const { from, to, length } = run.spans[(index + run.spans.length - 1) % run.spans.length]!;
  const tensioner = layout.route[index]!;
  // The loop lies to the left of a strand that runs anticlockwise; outside pulleys come from the right of it.
  const left = { x: (-(to.y - from.y) / length) * run.turn, y: ((to.x - from.x) / length) * run.turn };
  const centre = { x: tensioner.x.value, y: tensioner.y.value };
  const inward = (centre.x - from.x) * left.x + (centre.y - from.y) * left.y;
  const radius = cordRadius(layout, tensioner);
  const press = tensioner.side === 'outside' ? inward + radius : radius - inward;
  if (press > LEAST_PRESS) return layout;
  const by = (PRESS - press) * (tensioner.side === 'outside' ? 1 : -1);
  const moved = (value: number, along: number) => Math.round((value + by * along) * 1e4) / 1e4;
  return {
    ...layout,
    route: layout.route.map((pulley, i) =>
      i === index
        ? {
            ...pulley,
            x: { ...pulley.x, value: moved(centre.x, left.x) },
            y: { ...pulley.y, value: moved(centre.y, left.y) },
          }
        : pulley,
    ),
  };
}

/** The lengths on offer nearest to what is wanted, nearest first. In and out: m. */
export const nearestLengths = <L extends { length: number }>(
  offered: readonly L[],
  wanted: number,
  most = 3,
): L[] =>
  [...offered].sort((a, b) => Math.abs(a.length - wanted) - Math.abs(b.length - wanted)).slice(0, most);
