import type { LimitMetric } from '../schema/component-choices';
import { metrics } from '../schema/component-names';
import { never, on, type Descriptor } from './descriptor';

/** Records: they are judged against the forecast and move none of its figures. */
const limits = on('limits', 'first', never);
const cylinder = on('limits', 'cylinder', never);

type Pattern<M extends LimitMetric = LimitMetric> =
  `engine.components.*.limits.${M}.${'low' | 'high' | 'seconds'}`;

/** The limits of a component, by what they are measured in; '{n}' is the number of the component. */
const limitsOf = Object.fromEntries(
  Object.entries(metrics).flatMap(([metric, { quantity, name }]) => {
    const at = `engine.components.*.limits.${metric}`;
    return [
      [`${at}.low`, limits(quantity, `Part {n}, ${name} limit`)],
      [`${at}.high`, limits(quantity, `Part {n}, ${name} limit at the most`)],
      [`${at}.seconds`, limits('time', `Part {n}, ${name} limit borne for`)],
    ];
  }),
) as Record<Pattern, Descriptor>;

/** What parts bear, and what the rod bolts are loaded with. */
export const limitInputs = {
  ...limitsOf,
  'engine.components.*.price': limits('money', 'Part {n}, price of a stronger one'),
  'engine.masses.reciprocating': limits('mass', 'Reciprocating mass of a cylinder'),
  'engine.masses.bigEnd': limits('mass', 'Big-end mass above the split'),
  'engine.combustion.burnAngle': cylinder('angle', 'Burn angle'),
  'engine.combustion.octaneWeight': cylinder('ratio', 'Octane weight K'),
  'engine.combustion.delayFactor': cylinder('ratio', 'Knock delay factor'),
  'engine.combustion.margin': cylinder('angle', 'Knock margin'),
  'engine.combustion.peakLimit': cylinder('cylinderPressure', 'Peak pressure kept'),
};

export const limitGrounds = {
  'engine.components': { bench: 'limits', sheet: 'first' },
  'engine.combustion': { bench: 'limits', sheet: 'cylinder' },
  'engine.masses': { bench: 'limits', sheet: 'first' },
} satisfies Record<string, Descriptor['where']>;
