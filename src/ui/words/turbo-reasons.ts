import type { TurboCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of turbine, gate, exhaust, pipes and boost over the revs. */
export const turboSentences: Sentences<TurboCode> = {
  'boost-curve-short': { long: 'A boost curve needs two points or more: add a speed with its boost.' },
  'no-gears': { long: 'Boost by gear needs a boost for one gear at least.' },
  'turbine-missing': { long: 'The library does not hold turbine {id}, revision {revision}. Choose another.' },
  'mixed-drives': {
    long: 'A turbocharger and a blower on a belt stand in one row: they are not matched together yet. Drive both the same way.',
  },
  'housing-without-data': {
    long: '{name}: this housing has neither points nor an area, and no housing beside it has an A/R to be scaled from.',
  },
  'pipe-without-bore': { long: 'A pipe needs its bore, or state its drop at a flow instead.' },
  'pipe-without-length': { long: 'A pipe needs its length, or state its drop at a flow instead.' },
  'pipe-chokes': {
    long: 'A bore of {bore} would lose {drop} at {flow}: more than half of what stands before it. Give it a larger bore.',
  },
  'turbine-too-hot': {
    short: '{temperature} at the turbine: over its {limit}',
    row: '{temperature}, over {limit}',
    long: '{temperature} at the inlet of {name}: its limit is {limit}.',
  },
  'turbine-blocked': {
    short: 'The turbine cannot pass the exhaust',
    long: '{name} cannot pass the exhaust at {speed}: it is choked far beyond use. Choose a larger housing.',
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
    short: 'The turbine cannot give this power',
    long: 'No expansion across {name} gives the compressor what it needs at {speed}. Choose a larger turbine.',
  },
  'turbine-hot-from': {
    short: 'Turbine over {limit} from {from}',
    long: '{name} is over its {limit} from {from}, {temperature} at {speed}. λ {lambda} would hold it.',
  },
  'turbine-hot-beyond-lambda': {
    short: 'Turbine over {limit} from {from}',
    long: '{name} is over its {limit} from {from}, {temperature} at {speed}. No mixture that burns would hold it: less boost, less retard or a turbine for more heat.',
  },
  'boost-creeps': {
    short: 'Boost creeps from {from}',
    long: 'Boost creeps from {from}: with the gate wide open it is {over} over what is asked at {speed}. A seat of {wanted} would hold it; this one has {bore}.',
  },
  'boost-creeps-no-gate': {
    short: 'Boost creeps from {from}',
    long: 'Boost creeps from {from}: {over} over what is asked at {speed}, and nothing lets exhaust past the turbine. Give it a wastegate or a larger housing.',
  },
  'boost-runs-away': {
    short: 'Boost runs away: nothing holds it',
    long: 'At {speed} nothing holds the boost: it would run past what the shaft of {name} stands.',
  },
  'boost-runs-away-from': {
    short: 'Boost runs away from {from}',
    long: 'From {from} the wide-open gate no longer holds the boost: it would run past what the shaft stands. A seat of {wanted} would hold it.',
  },
  'boost-runs-away-no-gate': {
    short: 'Boost runs away from {from}',
    long: 'From {from} nothing holds the boost: it would run past what the shaft stands. Give it a wastegate, or a larger housing.',
  },
  'gate-pushed-open': {
    short: 'Gate pushed open from {from}',
    long: 'Exhaust pressure pushes the wastegate open from {from}: boost falls off. A spring of {wanted} would keep it shut; this one has {spring}.',
  },
  'spring-holds-more': {
    short: 'Holds {boost}: more than is asked',
    long: 'The wastegate’s spring of {spring} lets {boost} of boost stand at {speed}, more than is asked: take a softer spring.',
  },
  'no-exhaust-system': {
    long: 'No exhaust system is counted: behind the turbine stands the air of the day. Add downpipe, catalyst and silencer under Piping where there are any.',
  },
  'boost-steps': {
    short: 'Boost steps to {to} at {up}',
    long: 'Boost steps from {from} to {to} at {up}: between there and {down} the shaft has two steady states. With falling speed the upper one holds down to {down} (hysteresis).',
  },
  'turbine-chokes': {
    short: 'Turbine chokes from {from}',
    long: '{name} chokes from {from}, at {power}: from there back pressure climbs and the flow does not.',
  },
  'boost-beyond-map': {
    short: 'No speed line gives {asked}',
    long: 'No speed line of {name} gives {asked} of boost: its highest reaches a ratio of {ratio}, {most} here. Ask less, or compound.',
  },
  'gate-oversized': {
    long: 'The wastegate never opens more than {opening}: {bore} is more than this job needs, {wanted} would do and control better.',
  },
  'divided-for-nothing': {
    long: '{name} is divided, the manifold is not: the pulses mix before it and its gain is lost.',
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
    short: 'Short by {short}: the turbine drives {boost}',
    long: 'Short by {short} at {speed}: the turbine drives {boost} of the {asked} asked. Choose a smaller housing, or ask less.',
  },
  'short-pushed-open': {
    short: 'Short by {short}: the wastegate is pushed open',
    long: 'Short by {short} at {speed}: exhaust pressure pushes the gate open, {boost} of the {asked} asked is left. Take a stiffer spring.',
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
    long: 'Short by {short} at {speed} with {boost} of the {asked} asked.',
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
  'spot-needs-readings': {
    long: 'Type any reading: what follows from it stands here, beside what the forecast says.',
  },
  'spot-speed-off': { long: '{speed} is no speed of this engine: it turns from {idle} to {redLine}.' },
  'spot-no-engine': {
    long: 'No engine like this runs at {boost} of boost at {speed}: is it gauge, and in this unit?',
  },
  'spot-manifold-over-outlet': {
    long: 'The manifold at {manifold} stands over the compressor outlet at {outlet}: air does not flow uphill. One of the two gauges is off.',
  },
  'spot-turbine-backwards': {
    long: 'After the turbine {outlet}, before it {inlet}: gas does not flow uphill. The two lines may be swapped.',
  },
  'spot-charge-hotter': {
    long: 'The charge at {charge} is hotter than the compressor outlet at {outlet}: no cooler heats it so. The two may be swapped.',
  },
  'spot-charge-under-coolant': {
    long: 'The charge at {charge} is colder than what cools it, {coolant}: check that thermometer, or the air of the day.',
  },
  'spot-no-heat': {
    long: 'The compressor outlet at {outlet} is no warmer than its inlet at {inlet}, with boost: that thermometer does not read the air.',
  },
  'spot-colder-than-ideal': {
    long: 'No compressor leaves air at {outlet} at a ratio of {ratio}: even a perfect one gives {least}. One of the two readings is off.',
  },
  'spot-efficiency-low': {
    long: 'The compressor works at {efficiency}, the map says {expected} here: worn or damaged wheel, off its map, or heat from the turbine.',
  },
  'spot-cooler-weak': {
    long: 'The cooler reaches {effectiveness} where {expected} was counted on: too little air over it, heat-soaked or fouled.',
  },
  'spot-charge-restricted': {
    long: '{drop} is lost between compressor and manifold, {expected} was counted on: look at cooler, pipes and throttle.',
  },
  'spot-back-low': {
    long: 'Back pressure is only {ratio} of the manifold, absolute, {expected} was foreseen: a larger housing than stated, an exhaust leak before the turbine, or a tapping that does not read.',
  },
  'spot-back-high': {
    long: 'Back pressure is {ratio} of the manifold, absolute, {expected} was foreseen: read the pressure after the turbine to see on which side it sits.',
  },
  'spot-exhaust-blocked': {
    long: 'Back pressure is {ratio} of the manifold, absolute, and {outlet} stands after the turbine: the restriction is in the exhaust behind it.',
  },
  'spot-hot-side-tight': {
    long: 'Back pressure is {ratio} of the manifold, absolute, {expected} was foreseen, with a normal {outlet} after the turbine: housing, gate or wheel.',
  },
  'spot-tail-high': {
    long: '{outlet} stands after the turbine, {expected} was foreseen: the exhaust behind it restricts.',
  },
  'spot-back-alarm': {
    long: 'Back pressure is {gauge} times boost by gauge, {ratio} absolute: as of a blocked exhaust. Stop and look before the next pull.',
  },
  'spot-leak': {
    long: 'The shaft turns {speed}, {expected} would do for this boost: air leaks behind the compressor, or more flows than VE accounts for.',
  },
  'spot-shaft-fast-weak': {
    long: 'The shaft turns {speed}, {expected} was foreseen: with its low efficiency that is the wheel itself rather than a leak.',
  },
  'spot-exhaust-hot': {
    long: 'The exhaust is {temperature}, {expected} was foreseen: late spark, lean mixture or more heat left than counted on.',
  },
  'spot-exhaust-cool': {
    long: 'The exhaust is {temperature}, {expected} was foreseen: richer, more advanced, or the probe stands in a cool place.',
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
    long: '{housing}: its points speak of a throat of {area}; a wheel of this size has {low} to {high}. Is the flow in another unit?',
  },
  'throat-other-reference': {
    long: '{housing}: its points speak of a throat of {area} where this wheel has {low} to {high}. Read as corrected to {other} instead of {stated} they would fit: which is it?',
  },
  'turbine-points-rough': {
    long: '{housing}: its points lie up to {residual} off any smooth turbine. They are used as they are.',
  },
  'turbine-wheel-odd': {
    long: 'A turbine wheel lets the gas in at the larger diameter: {inducer} in, {exducer} out.',
  },
};
