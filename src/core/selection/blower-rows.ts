import type { SizeRow } from '../studies/blower-sizes';
import { THRESHOLD_BOOST } from '../solve/turbo-line';
import { candidateKey } from './candidate';
import { rank, type RankingGoal, type Weights } from './order';
import type { Row } from './row';

/** Share of the goal's boost from which it counts as full (common practice, no source). */
const FULL = 0.95;

/** The speed from which a boost is there, between two speeds of a curve by a straight line, rev/min; null where it never is. */
function reaches(curve: SizeRow['pulley']['curve'], boost: number): number | null {
  const at = curve.findIndex((p) => p.boost >= boost);
  const [here, before] = [curve[at], curve[at - 1]];
  if (!here) return null;
  if (!before) return here.speedRpm;
  const share = (boost - before.boost) / (here.boost - before.boost);
  return before.speedRpm + share * (here.speedRpm - before.speedRpm);
}

/** How far the worst limit is passed, as a share of it. */
function excessOf({ pulley }: SizeRow, goalPower: number): number {
  if (pulley.state !== 'over') return 0;
  const { fastest, limit, hottest, hottestLimit, tension, tensionLimit, goal } = pulley;
  const over = [
    fastest / limit - 1,
    hottestLimit === null ? 0 : hottest / hottestLimit - 1,
    tension === null || tensionLimit === null ? 0 : tension / tensionLimit - 1,
    1 - goal.power / goalPower,
  ];
  return Math.max(1e-3, ...over);
}

/**
 * A supercharger with its pulley as a row of the ranking: no lag, boost as its belt gives it, room as other pulleys would make
 * of it inside the limits. In: the size; the goal, W at the flywheel. Its size is not known in a turbocharger's terms: as large
 * as the largest of the field.
 */
function rowOfBlower(size: SizeRow, goalPower: number, largest: number): Row {
  const { pulley, ref, name, price } = size;
  return {
    key: candidateKey('single', [ref]),
    form: 'single',
    chargers: [ref],
    name,
    inducer: 0,
    frame: null,
    flange: '',
    price,
    stock: null,
    size: largest,
    pass: 'full',
    kind: size.meets ? 'holds' : pulley.makesGoal ? 'off-map' : 'short',
    state: pulley.state,
    excess: excessOf(size, goalPower),
    why: pulley.why,
    power: pulley.goal.power,
    potential: Math.max(pulley.goal.power, size.most),
    peak: Math.max(...pulley.curve.map((p) => p.power)),
    redLine: pulley.curve.at(-1)?.power ?? null,
    threshold: reaches(pulley.curve, THRESHOLD_BOOST),
    fullFrom: reaches(pulley.curve, FULL * pulley.goal.boost),
    time: 0,
    efficiency: pulley.efficiency,
    surge: pulley.surge,
    fastest: pulley.fastest / pulley.limit,
    backPressure: null,
    worstVenue: 1,
    strip: null,
    stepRpm: 0,
  };
}

/** A supercharger where it stands among the turbochargers, counted from 1. */
export type PlacedSize = { size: SizeRow; place: number; of: number };

/**
 * Superchargers and turbochargers in one order, on the same weights. In: the sizes; rows of the turbochargers; weights 0 to 10;
 * the goal. Out: the superchargers by their place in it.
 */
export function placeBeside(
  sizes: readonly SizeRow[],
  turbos: readonly Row[],
  weights: Weights,
  goal: RankingGoal,
): PlacedSize[] {
  const largest = Math.max(0, ...turbos.map((row) => row.size));
  const byKey = new Map(sizes.map((size) => [candidateKey('single', [size.ref]), size]));
  const all = rank(
    [...turbos, ...sizes.map((size) => rowOfBlower(size, goal.power, largest))],
    weights,
    goal,
  );
  return all.flatMap((ranked, i) => {
    const size = byKey.get(ranked.key);
    return size ? [{ size, place: i + 1, of: all.length }] : [];
  });
}
