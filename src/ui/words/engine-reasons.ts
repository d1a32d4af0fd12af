import type { EngineCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of the engine, its measured run, its health and what hands its torque on. */
export const engineSentences: Sentences<EngineCode> = {
  'torque-against-power': {
    long: 'Power and torque contradict each other: {torque} at {speed} makes {made}, the goal there is {power}.',
  },
  'torque-off-the-revs': {
    long: 'The torque target is at {speed}; the engine turns from {idle} to {redLine}.',
  },
  'torque-needs-speed': { long: 'A torque target needs its engine speed.' },
  'speed-needs-torque': { long: 'There is an engine speed for a torque target, but no torque.' },
  'torque-short': { long: '{short} short of the torque target: {torque} of {wanted} at {speed}, flywheel.' },
  'torque-holds': { long: '{torque} at {speed}: the torque target of {wanted} is met.' },
  'clutch-gives': {
    long: 'Clutch {name} takes {limit}: it slips from {speed}; the most is {torque}.',
  },
  'clutch-holds': { long: 'Clutch {name} holds: {torque} at {speed} of {limit}.' },
  'gearbox-gives': {
    long: 'Gearbox {name} takes {limit}: over it from {speed}; the most is {torque}.',
  },
  'gearbox-holds': { long: 'Gearbox {name} holds: {torque} at {speed} of {limit}.' },
  'adds-to-run': {
    long: 'Against {run}, as measured: peak {from} → {to}; most is added at {speed}: {most}.',
  },
  'takes-from-run': {
    long: 'Nowhere more than {run}, as measured: peak {from} → {to}; nearest at {speed}, {most} less.',
  },
  'barometer-station-impossible': {
    long: 'Altitude and barometer disagree: {reading} at {altitude} would be {reduced} at sea level, and weather makes {low} to {high}. Is it a sea-level reading?',
  },
  'barometer-seaLevel-impossible': {
    long: 'A sea-level reading lies between {low} and {high}; {reading} looks like a station’s own.',
  },
  'barometer-unlikely': {
    long: '{reading} at {altitude} would be {reduced} at sea level: rare weather. Was it read there, or reduced to sea level?',
  },
  'mixture-cannot-burn': {
    long: 'λ {lambda} cannot burn: {fuel} burns from {low} to {high} in an engine. Is it an air-fuel ratio?',
  },
  'row-cannot-burn': {
    long: 'The run has λ {lambda} at {speed}, which cannot burn: {fuel} burns from {low} to {high}. Is it an air-fuel ratio?',
  },
  'volumes-make-no-ratio': {
    long: 'These volumes make a compression ratio of {ratio}: 4 to 30 are engines. Look at chamber, crown and deck.',
  },
  'baseline-empty': { long: 'VE is taken from a measured run, and there is none yet: paste one.' },
  'baseline-air-unknown': {
    long: 'The weather of the measured run is impossible: check its pressure, temperature and humidity.',
  },
  'baseline-breathes-too-much': {
    long: 'The measured run gives a peak VE of {peak}: no engine reaches it ({least} to {most}). Look at boost, fuel and displacement.',
  },
  'baseline-breathes-too-little': {
    long: 'The measured run gives a peak VE of {peak}: too little for an engine that runs ({least} to {most}). Look at power’s unit, boost, fuel and displacement.',
  },
  'baseline-breathes-too-much-as-wheels': {
    long: 'Taken at the wheels, the run gives a VE of {peak}: no engine reaches it. As flywheel figures it gives {otherwise}.',
  },
  'baseline-breathes-too-much-as-flywheel': {
    long: 'Taken at the flywheel, the run gives a VE of {peak}: no engine reaches it. As wheel figures it gives {otherwise}.',
  },
  'baseline-breathes-too-little-as-flywheel': {
    long: 'Taken at the flywheel, the run gives a VE of only {peak}, which is impossible. As wheel figures it gives {otherwise}.',
  },
  'baseline-breathes-too-little-as-wheels': {
    long: 'Taken at the wheels, the run gives a VE of only {peak}, which is impossible. As flywheel figures it gives {otherwise}.',
  },
  'compression-failed': {
    long: 'Compression failed: cylinder {cylinder} has {low}, {spread} under the best ({high}); {limit} is the usual most.',
  },
  'compression-passed': { long: 'Compression passed: {low} to {high}, {spread} apart.' },
  'leak-down-failed': {
    long: 'Leak-down failed: cylinder {cylinder} loses {leak}; {limit} is the usual most.',
  },
  'leak-down-passed': { long: 'Leak-down passed: {leak} at the most.' },
  'oil-failed': {
    long: 'Hot oil pressure failed: {pressure} at {speed}; {least} is the usual least.',
  },
  'oil-passed': { long: 'Hot oil pressure passed: {pressure} at {speed}.' },
  'blow-by-failed': { long: 'Blow-by failed: {flow}; {limit} is allowed.' },
  'blow-by-passed': { long: 'Blow-by passed: {flow} of {limit}.' },
  'belts-failed': { long: 'The belts failed their check.' },
  'belts-passed': { long: 'The belts passed.' },
  'exhaust-failed': {
    long: 'The exhaust is restricted: {pressure} before the silencers; {limit} is the usual most.',
  },
  'exhaust-passed': { long: 'The exhaust passed: {pressure} before the silencers.' },
  'weak-point-failed': { long: 'Weak point failed: {note}.' },
  'weak-point-passed': { long: 'Weak point passed: {note}.' },
  'weak-point-open': { long: 'Weak point not looked at yet: {note}.' },
  'claim-power-torque': {
    long: 'Cannot be true together: {torque} at {speed} makes {made}, not {power}; {power} there takes {wanted}.',
  },
  'claim-speed': { long: 'Cannot be true: {power} on {torque} would take {speed}.' },
  'claim-mean-pressure': {
    long: 'Cannot be true on {size}: {torque} is a mean effective pressure of {pressure}; {most} is beyond anything that lasts a pull.',
  },
  'claim-flow': {
    long: 'Cannot be true: {flow} of air makes {most} at the very most on {fuel}, not {power}.',
  },
  'claim-flow-here': {
    long: 'At {altitude} a wheel passes {share} of its catalogue flow by mass: {low} to {high} at the flywheel.',
  },
  'claim-duty': {
    long: 'Cannot be true: {power} on {fuel} takes {duty} duty. At {usual} these injectors feed {most}.',
  },
  'claim-duty-other': {
    long: 'Not together: {power} on {fuel} takes {duty} duty, {stated} is claimed.',
  },
  'claim-duty-high': { long: '{duty} duty: over the usual {usual}, where they feed {most}.' },
  'claim-gains-on-the-way': {
    long: 'Cannot be true: {wheels} at the wheels from {flywheel} at the flywheel. A drivetrain gives nothing; are the two swapped?',
  },
  'claim-loss-other': { long: 'Not together: the two powers are {share} apart, {loss} is claimed.' },
  'claim-loss-large': { long: '{share} lost on the way: a great deal. Are both figures of one run?' },
  'barometer-far-off': {
    long: '{reading} at {altitude}? The standard there is {standard}. Weather moves it by no more than 3 kPa or so: check reading and altitude.',
  },
  'barometer-looks-reduced': {
    long: '{reading} at {altitude} looks like a reading reduced to sea level: the standard there is {standard}. Choose “sea-level pressure (QNH)” if it is one.',
  },
  'loss-unusual': {
    long: 'A drivetrain loss of {loss} is unusual: {least} to {most} is common. Are both figures of the same kind, or one of them taken for the other?',
  },
  'claim-loss-unusual': {
    long: '{wheels} at the wheels of {flywheel} at the flywheel is a loss of {share}: {least} to {most} is common. Is one of the two another basis?',
  },
  'claim-trap': {
    long: 'Not together: {trap} with {mass} speaks of {told} at the flywheel, not {power}.',
  },
  'claim-too-cool': {
    long: 'Cannot be true: a perfect compressor leaves {ideal} at a ratio of {ratio} from {inlet}; {outlet} is cooler. Was it read behind a cooler?',
  },
  'claim-efficiency': { long: 'Not together: these temperatures are {share} efficient.' },
  'claim-efficient': { long: 'Better than any single stage of the trade: look at where {outlet} was read.' },
  'claim-gauge': {
    long: 'Not together: {boost} of boost over {ambient} at {altitude} is not {absolute} abs.',
  },
  'run-needs-speed': { long: 'Say which column is the engine speed.' },
  'run-needs-power': { long: 'Say which column is power or torque.' },
  'run-no-number': { long: '“{cell}” in {column} is no number.' },
  'run-row-without-speed': { long: 'The row has no engine speed.' },
  'run-row-without-power': { long: 'The row has neither power nor torque.' },
  'run-too-short': { long: 'A run needs at least two rows.' },
  'run-one-speed': { long: 'Every row stands at {speed}: a run needs two speeds.' },
  'run-two-units': {
    long: 'The speed goes from {before} to {speed} in one row: two units in one column?',
  },
  'run-speed-off': { long: '{speed} is no engine speed: 100 to 30,000 rpm. Is the unit right?' },
  'run-out-of-order': {
    long: 'The speed falls from {before} to {speed}: a run rises once. Two runs one after the other, or the coast-down with it?',
  },
  'run-acceleration-only': {
    long: 'The acceleration from {from} to {to} is kept; {left} rows before and after it are left out.',
  },
  'boosted-run-needs-charge-temperature': {
    long: 'Row at {speed}: it is boosted by {boost}, and its charge temperature is not known. Give it, measured or as your own estimate.',
  },
  'boosted-run-needs-back-pressure': {
    long: 'The run is boosted by {boost} at {speed}: what stood before the turbine against the manifold is not known. Give the ratio, measured or as your own estimate.',
  },
  'run-power-off': { long: '{power} is no engine’s power. Is the unit right?' },
  'run-power-against-torque': {
    long: 'Power and torque contradict each other at {speed}: {torque} makes {made}, the power says {power}. Is one unit wrong?',
  },
  'run-power-jumps': {
    long: 'Power jumps from {before} to {power} at {speed}: two units in one column?',
  },
  'run-boost-off': { long: '{value} at {speed} is no boost: {min} to {max}, gauge.' },
  'run-temperature-off': { long: '{value} at {speed} is no charge temperature: {min} to {max}.' },
  'run-lambda-off': { long: 'λ {value} at {speed} cannot burn. Is it an air-fuel ratio?' },
  'run-gathered': { long: '{readings} readings, gathered into {rows} rows by speed.' },
};
