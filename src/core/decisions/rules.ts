import { fuelOf, type FuelId } from '../fuel/fuels';
import type { FactKey, Facts } from '../job/schema/marks';
import type { Quantity } from '../units/quantities';
import type { DecisionCode } from '../working/reason-codes';
import { reason, type Reason } from '../working/range';
import { knownName, UNKNOWN } from './known-facts';

/**
 * A later change that an earlier decision does not survive. `broken` compares the facts the bench was settled on with those
 * of now and gives the reason, or null while the decision stands. A fact that either side lacks breaks nothing.
 */
export type Rule = {
  id: DecisionCode;
  broken: (then: Facts, now: Facts) => Reason | null;
};

type Test = (then: number, now: number) => boolean;

const rose =
  (share: number): Test =>
  (then, now) =>
    now > then * (1 + share) + 1e-12;
const roseBy =
  (step: number): Test =>
  (then, now) =>
    now > then + step - 1e-9;
const fellBy =
  (step: number): Test =>
  (then, now) =>
    now < then - step + 1e-9;
const moved =
  (share: number): Test =>
  (then, now) =>
    Math.abs(now - then) > share * Math.abs(then) + 1e-12;

/** A rule on one figure: broken when `test` says so. */
const onFigure = (id: DecisionCode, key: FactKey, quantity: Quantity, test: Test): Rule => ({
  id,
  broken: (then, now) => {
    const from = then[key];
    const to = now[key];
    if (typeof from !== 'number' || typeof to !== 'number' || !test(from, to)) return null;
    return reason(id, { from: [from, quantity], to: [to, quantity] });
  },
});

const fuelName = ({ fuel }: Facts): string => {
  const known = knownName('fuel', fuel);
  return known === UNKNOWN ? UNKNOWN : fuelOf(known as FuelId).name;
};

/** A rule on a name: broken when it is another one. */
const onName = (
  id: DecisionCode,
  key: FactKey,
  nameIn: (facts: Facts) => string = (facts) => knownName(key, facts[key]),
): Rule => ({
  id,
  broken: (then, now) => {
    const from = then[key];
    const to = now[key];
    if (from === undefined || to === undefined || from === to) return null;
    return reason(id, {}, { from: nameIn(then), to: nameIn(now) });
  },
});

// The rules of each bench, most telling first. Thresholds (common practice, no source): a change smaller than the spread of
// the inputs themselves, 1 to 3 %, overturns nothing.

/** What the customer was promised. */
export const briefRules: Rule[] = [
  onFigure('goal-power-after-brief', 'goalPower', 'power', moved(0.001)),
  onName('goal-basis-after-brief', 'goalBasis'),
  onFigure('goal-speed-after-brief', 'goalSpeed', 'engineSpeed', moved(0.001)),
  onName('fuel-after-brief', 'fuel', fuelName),
  onFigure('venue-after-brief', 'altitude', 'altitude', (a, b) => Math.abs(a - b) > 20),
  {
    id: 'red-line-under-goal',
    broken: (then, now) => {
      const { redLine, goalSpeed } = now;
      if (typeof redLine !== 'number' || typeof goalSpeed !== 'number') return null;
      if (goalSpeed <= redLine || !(Number(then.goalSpeed) <= Number(then.redLine))) return null;
      return reason('red-line-under-goal', {
        to: [redLine, 'engineSpeed'],
        goal: [goalSpeed, 'engineSpeed'],
      });
    },
  },
];

/** What is bolted to the bench. */
export const engineRules: Rule[] = [
  onFigure('size-after-engine', 'displacement', 'volume', moved(0.002)),
  onFigure('cylinders-after-engine', 'cylinders', 'count', moved(0)),
  onName('cycle-after-engine', 'cycle'),
  onFigure('compression-after-engine', 'compressionRatio', 'ratio', moved(0.004)),
  {
    id: 'red-line-past-breathing',
    broken: (then, now) => {
      const { redLine, breathingEnd } = now;
      if (typeof redLine !== 'number' || typeof breathingEnd !== 'number') return null;
      const was = Number(then.redLine) <= Number(then.breathingEnd ?? Infinity);
      if (redLine <= breathingEnd || !was) return null;
      return reason('red-line-past-breathing', {
        to: [redLine, 'engineSpeed'],
        end: [breathingEnd, 'engineSpeed'],
      });
    },
  },
  onFigure('red-line-after-engine', 'redLine', 'engineSpeed', moved(0.001)),
];

/** The air and pressure that were counted on. */
export const demandRules: Rule[] = [
  {
    id: 'out-of-reach-after-demand',
    broken: (then, now) =>
      then.reached === 1 && now.reached === 0 ? reason('out-of-reach-after-demand') : null,
  },
  onName('fuel-after-demand', 'fuel', fuelName),
  onFigure('goal-after-demand', 'flywheelGoal', 'power', moved(0.002)),
  onFigure('goal-speed-after-demand', 'goalSpeed', 'engineSpeed', moved(0.002)),
  onFigure('size-after-demand', 'displacement', 'volume', moved(0.002)),
  onFigure('compression-after-demand', 'compressionRatio', 'ratio', moved(0.02)),
  onFigure('condition-after-demand', 'condition', 'share', moved(0.01)),
  onFigure('breathing-after-demand', 'breathingAtGoal', 'share', moved(0.01)),
  onFigure('air-after-demand', 'airDensity', 'density', moved(0.015)),
  onFigure('ratio-after-demand', 'demandRatio', 'ratio', moved(0.02)),
];

/** A map that was read at other conditions. */
export const chargerRules: Rule[] = [
  {
    id: 'map-left-after-charger',
    broken: (then, now) =>
      then.mapHolds === 1 && now.mapHolds === 0 ? reason('map-left-after-charger') : null,
  },
  onName('compressor-after-charger', 'compressor', (f) => String(f.compressorName ?? f.compressor)),
  onName('turbine-after-charger', 'turbine', (f) => String(f.turbine)),
  onName('arrangement-after-charger', 'arrangement'),
  onName('lp-stage-after-charger', 'lpCompressor'),
  onFigure('count-after-charger', 'compressorCount', 'count', moved(0)),
  {
    id: 'revision-after-charger',
    broken: ({ newestRevision: then, compressor: was }, { newestRevision: now, compressor: is }) =>
      typeof then === 'number' && typeof now === 'number' && was === is && now > then
        ? reason('revision-after-charger', { from: [then, 'count'], to: [now, 'count'] })
        : null,
  },
  onFigure('venue-raised-after-charger', 'altitude', 'altitude', roseBy(50)),
  onFigure('hotter-after-charger', 'airTemperature', 'temperature', roseBy(5)),
  onFigure('more-air-after-charger', 'demandFlow', 'massFlow', rose(0.02)),
  onFigure('ratio-after-charger', 'demandRatio', 'ratio', rose(0.03)),
  onFigure('red-line-after-charger', 'redLine', 'engineSpeed', roseBy(100)),
  onFigure('onset-after-charger', 'onset', 'engineSpeed', fellBy(100)),
];

/** The charge temperature that was counted on. */
export const coolingRules: Rule[] = [
  onFigure('hotter-charge-after-cooling', 'chargeTemperature', 'temperature', roseBy(5)),
  onFigure('more-air-after-cooling', 'demandFlow', 'massFlow', rose(0.05)),
];

/** A rule on a figure that the controller reads the load by, for those that sense it so. */
const sensed = (
  id: DecisionCode,
  key: FactKey,
  quantity: Quantity,
  by: readonly string[],
  test: Test,
): Rule => ({
  id,
  broken: (then, now) =>
    by.includes(String(now.senses)) ? onFigure(id, key, quantity, test).broken(then, now) : null,
});

/** Parts that were judged to hold. */
export const limitRules: Rule[] = [
  {
    id: 'part-gives-after-limits',
    broken: (then, now) =>
      then.limitsHold === 1 && now.limitsHold === 0 ? reason('part-gives-after-limits') : null,
  },
  onFigure('more-torque-after-limits', 'greatestTorque', 'torque', rose(0.03)),
  onFigure('red-line-after-limits', 'redLine', 'engineSpeed', rose(0.01)),
];

/** Injectors and pumps that were chosen for a fuel and a flow of it. */
export const fuelRules: Rule[] = [
  {
    id: 'fuel-short-after-fuel',
    broken: (then, now) =>
      then.fuelHolds === 1 && now.fuelHolds === 0 ? reason('fuel-short-after-fuel') : null,
  },
  onName('fuel-after-fuel', 'fuel', fuelName),
  onFigure('more-fuel-after-fuel', 'fuelFlow', 'massFlow', rose(0.03)),
  sensed(
    'charge-misread-after-fuel',
    'chargeTemperature',
    'temperature',
    ['speed-density', 'both'],
    (a, b) => Math.abs(a - b) > 8,
  ),
  sensed(
    'inlet-misread-after-fuel',
    'inletDrop',
    'pressureDrop',
    ['air-meter', 'both'],
    (a, b) => Math.abs(a - b) > 300 && moved(0.2)(a, b),
  ),
  onFigure('injectors-after-fuel', 'injectorFlow', 'injectorFlow', moved(0.005)),
];
