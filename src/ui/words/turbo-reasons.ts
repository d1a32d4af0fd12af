import type { TurboCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of turbine, gate, exhaust, pipes and boost over the revs. */
export const turboSentences: Sentences<TurboCode> = {
  'boost-curve-short': { long: 'A boost curve needs two points or more: add a speed with its boost.' },
  'no-gears': { long: 'Boost by gear needs a boost for one gear at least.' },
  'turbine-missing': { long: 'The library has no turbine {id}, revision {revision}. Choose another.' },
  'housing-without-data': {
    long: '{name}: this housing has neither points nor an area, and no housing beside it has an A/R to be scaled from.',
  },
  'pipe-without-bore': { long: 'A pipe needs its bore, or a pressure loss at a stated flow instead.' },
  'pipe-without-length': { long: 'A pipe needs its length, or a pressure loss at a stated flow instead.' },
  'pipe-chokes': {
    long: 'A bore of {bore} would lose {drop} at {flow}: more than half of the pressure upstream. Use a larger bore.',
  },
  'turbine-too-hot': {
    short: '{temperature} at the turbine: over its {limit}',
    row: '{temperature}, over {limit}',
    long: '{temperature} at the inlet of {name}: its limit is {limit}.',
  },
  'turbine-blocked': {
    short: 'The turbine cannot pass the exhaust',
    long: '{name} cannot pass the exhaust at {speed}: it is choked. Choose a larger housing.',
  },
  'match-not-found': {
    short: 'No steady match at this speed',
    long: 'Turbine and compressor find no steady state at {speed}: no figure is shown for it.',
  },
  'compressor-chokes': {
    short: 'Past choke: no steady match',
    long: 'Past choke at {speed}: {compressor} does not pass the air that this boost takes, and there is no steady match. Choose a larger compressor, or ask for less boost.',
  },
  'turbine-too-small': {
    short: 'The turbine cannot drive the compressor',
    long: 'No expansion ratio across {name} drives the compressor at {speed}. Choose a larger turbine.',
  },
  'mixture-keeps-inlet': {
    long: 'From {from} the mixture is moved to keep turbine inlet at {limit}: λ {lambda} at {speed}. Its fuel is in the demand.',
    short: 'λ {lambda} keeps {limit} at the turbine',
  },
  'mixture-not-enough': {
    long: 'From {from} no mixture keeps turbine inlet at {limit}: at λ {lambda}, {speed}, it is still hotter. Less boost, less retard or a cooler charge.',
    short: 'Turbine inlet over {limit}',
  },
  'turbine-hot-from': {
    short: 'Turbine over {limit} from {from}',
    long: '{name} is over its {limit} from {from}, {temperature} at {speed}. λ {lambda} would keep it within.',
  },
  'turbine-hot-beyond-lambda': {
    short: 'Turbine over {limit} from {from}',
    long: '{name} is over its {limit} from {from}, {temperature} at {speed}. No combustible mixture would: use less boost, less spark retard or a turbine rated for more heat.',
  },
  'boost-creeps': {
    short: 'Boost creeps from {from}',
    long: 'Boost creeps from {from}: {over} above target at {speed} with the wastegate wide open. A valve seat of {wanted} would control it; this one has {bore}.',
  },
  'boost-creeps-no-gate': {
    short: 'Boost creeps from {from}',
    long: 'Boost creeps from {from}: {over} above target at {speed}, with no wastegate. Fit a wastegate or a larger housing.',
  },
  'boost-runs-away': {
    short: 'Boost is uncontrolled',
    long: 'At {speed} boost is uncontrolled: the shaft of {name} would over-speed.',
  },
  'boost-runs-away-from': {
    short: 'Boost is uncontrolled from {from}',
    long: 'From {from} the wastegate is wide open and boost is uncontrolled: the shaft would over-speed. A valve seat of {wanted} would control it.',
  },
  'boost-runs-away-no-gate': {
    short: 'Boost is uncontrolled from {from}',
    long: 'From {from} boost is uncontrolled: the shaft would over-speed. Fit a wastegate or a larger housing.',
  },
  'gate-pushed-open': {
    short: 'Wastegate pushed open from {from}',
    long: 'Exhaust pressure pushes the wastegate open from {from}: boost falls off. A spring of {wanted} would keep it shut; this one has {spring}.',
  },
  'spring-holds-more': {
    short: 'Holds {boost}: above the boost target',
    long: 'The wastegate spring of {spring} alone holds {boost} of boost at {speed}, above target: use a softer spring.',
  },
  'no-exhaust-system': {
    long: 'No exhaust system is included: the turbine discharges to ambient pressure. Add downpipe, catalytic converter and silencer under Piping where there are any.',
  },
  'boost-steps': {
    short: 'Boost steps to {to} at {up}',
    long: 'Boost steps from {from} to {to} at {up}: between there and {down} the shaft has two steady states. With falling speed the upper one holds down to {down} (hysteresis).',
  },
  'turbine-chokes': {
    short: 'Turbine chokes from {from}',
    long: '{name} chokes from {from}, at {power}: beyond that back pressure rises and the flow does not.',
  },
  'boost-beyond-map': {
    short: 'No speed line gives {asked}',
    long: 'No speed line of {name} gives {asked} of boost: its highest reaches a ratio of {ratio}, {most} here. Ask less, or compound.',
  },
  'gate-oversized': {
    long: 'The wastegate never opens more than {opening}: {bore} is oversized; {wanted} would control better.',
  },
  'divided-for-nothing': {
    long: '{name} has a divided housing, the manifold is not divided: the pulse energy is lost.',
  },
  threshold: { long: 'Boost threshold {threshold}, full boost from {full}.' },
  'threshold-never-full': {
    long: 'Boost threshold {threshold}; the turbine never reaches the boost target. A smaller housing would, or less boost.',
  },
  'no-threshold': {
    short: 'The turbine never makes {boost} of boost',
    long: '{name} never makes {boost} of boost on this engine: choose a smaller turbine or housing.',
  },
  'back-pressure-under': {
    long: 'Turbine inlet pressure stays below boost: p3/p_m {ratio} absolute, {gauge} gauge at {speed}.',
  },
  'back-pressure-over': {
    long: 'Turbine inlet pressure exceeds boost from {crossover}: p3/p_m {ratio} absolute, {gauge} gauge at {speed}.',
  },
  'short-turbine': {
    short: 'Short by {short}: the turbine makes {boost}',
    long: 'Short by {short} at {speed}: the turbine makes {boost} of the {asked} boost target. Choose a smaller housing or a lower target.',
  },
  'short-pushed-open': {
    short: 'Short by {short}: the wastegate is pushed open',
    long: 'Short by {short} at {speed}: exhaust pressure pushes the wastegate open and leaves {boost} of the {asked} boost target. Use a stiffer spring.',
  },
  'short-spring': {
    short: 'Short by {short}: the spring holds {boost}',
    long: 'Short by {short} at {speed}: the spring alone holds {boost}, the goal needs {asked}.',
  },
  'short-creep': {
    short: 'Short by {short} at {speed}',
    long: 'Short by {short} at {speed} although boost creeps to {boost}: back pressure takes it. Choose a larger housing.',
  },
  'short-held': {
    short: 'Short by {short} at {speed}',
    long: 'Short by {short} at {speed} with {boost} of the {asked} boost target.',
  },
  'site-overspeed': {
    short: 'shaft over its limit at {speed}',
    long: 'The shaft of {name} is over its limit of {limit} at {speed}.',
  },
  'site-surge': { short: 'surges at {speed}', long: '{name} surges at {speed}.' },
  'site-choke': { short: 'past choke at {speed}', long: '{name} is past choke at {speed}.' },
  'site-hot': {
    short: 'turbine at {temperature} at {speed}',
    long: 'The turbine inlet reaches {temperature} at {speed}: its limit is {limit}.',
  },
  'spot-needs-turbine': { long: 'Choose a turbocharger first: readings are held against its forecast.' },
  'spot-needs-speed': { long: 'Give the engine speed they were read at.' },
  'spot-let-go': {
    long: 'At {speed} {name} is bypassed and let go: take the readings below the change-over.',
  },
  'spot-needs-readings': {
    long: 'Type any reading: what follows from it stands here, beside what the forecast says.',
  },
  'spot-speed-off': { long: '{speed} is no speed of this engine: it turns from {idle} to {redLine}.' },
  'spot-no-engine': {
    long: 'No engine like this runs at {boost} of boost at {speed}: is it gauge, and in this unit?',
  },
  'spot-manifold-over-outlet': {
    long: 'Manifold pressure {manifold} is above compressor outlet pressure {outlet}: one of the two gauges is wrong.',
  },
  'spot-turbine-backwards': {
    long: 'Turbine outlet pressure {outlet} is above turbine inlet pressure {inlet}: the two lines may be swapped.',
  },
  'spot-charge-hotter': {
    long: 'Charge temperature {charge} is above compressor outlet temperature {outlet}: the two may be swapped.',
  },
  'spot-charge-under-coolant': {
    long: 'Charge temperature {charge} is below the cooling medium, {coolant}: check that sensor, or the ambient temperature.',
  },
  'spot-no-heat': {
    long: 'The compressor outlet at {outlet} is no warmer than its inlet at {inlet}, with boost: that sensor does not read the air.',
  },
  'spot-colder-than-ideal': {
    long: 'No compressor leaves air at {outlet} at a ratio of {ratio}: even a perfect one gives {least}. One of the two readings is off.',
  },
  'spot-efficiency-low': {
    long: 'The compressor works at {efficiency}, the map says {expected} here: worn or damaged wheel, off its map, or heat from the turbine.',
  },
  'spot-cooler-weak': {
    long: 'The cooler reaches {effectiveness} where {expected} was expected: too little air over it, heat-soaked or fouled.',
  },
  'spot-charge-restricted': {
    long: '{drop} is lost between compressor and manifold, {expected} was expected: look at cooler, pipes and throttle.',
  },
  'spot-back-low': {
    long: 'Back pressure is only {ratio} of the manifold, absolute, {expected} was forecast: a larger housing than stated, an exhaust leak before the turbine, or a tapping that does not read.',
  },
  'spot-back-high': {
    long: 'Back pressure is {ratio} of the manifold, absolute, {expected} was forecast: read the pressure after the turbine to see on which side it sits.',
  },
  'spot-exhaust-blocked': {
    long: 'Back pressure is {ratio} of the manifold, absolute, and {outlet} stands after the turbine: the restriction is in the exhaust behind it.',
  },
  'spot-hot-side-tight': {
    long: 'Back pressure is {ratio} of the manifold, absolute, {expected} was forecast, with a normal {outlet} after the turbine: housing, gate or wheel.',
  },
  'spot-tail-high': {
    long: '{outlet} stands after the turbine, {expected} was forecast: the exhaust behind it restricts.',
  },
  'spot-back-alarm': {
    long: 'Back pressure is {gauge} times boost by gauge, {ratio} absolute: as of a blocked exhaust. Stop and look before the next pull.',
  },
  'spot-leak': {
    long: 'The shaft turns {speed}, {expected} would do for this boost: air leaks behind the compressor, or more flows than VE accounts for.',
  },
  'spot-shaft-fast-weak': {
    long: 'The shaft turns {speed}, {expected} was forecast: with its low efficiency that is the wheel itself rather than a leak.',
  },
  'spot-exhaust-hot': {
    long: 'The exhaust is {temperature}, {expected} was forecast: late spark, lean mixture or more heat left than expected.',
  },
  'spot-exhaust-cool': {
    long: 'The exhaust is {temperature}, {expected} was forecast: richer, more advanced, or the probe stands in a cool place.',
  },
  'turbine-points-few': {
    long: '{housing} has {count} points: a capacity needs three with an expansion ratio over 1. Add points, or give an effective area.',
  },
  'turbine-ratio-falls': {
    long: '{housing}: expansion ratio {ratio} comes after a greater one. Points must run by rising ratio.',
  },
  'turbine-flow-falls': {
    long: '{housing}: at expansion ratio {ratio} the flow falls to {flow}. A turbine never passes less at a greater ratio: check that point, or the column it came from.',
  },
  'throat-unusual': {
    long: '{housing}: its points suggest a throat area of {area}; a wheel of this size has {low} to {high}. Is the flow in another unit?',
  },
  'throat-other-reference': {
    long: '{housing}: its points suggest a throat area of {area} where this wheel has {low} to {high}. Read as corrected to {other} instead of {stated} they would fit: which is it?',
  },
  'turbine-points-rough': {
    long: '{housing}: its points lie up to {residual} off any smooth turbine. They are used as they are.',
  },
  'turbine-wheel-odd': {
    long: 'A turbine wheel lets the gas in at the larger diameter: {inducer} in, {exducer} out.',
  },
};
