import type { ClearanceUse } from '@/core/job/schema/plan-choices';
import type { MeasuringSheet, StepMark } from '@/core/job/schema/record-choices';
import type { Passed } from '@/core/measure/definitions';
import type { SheetLine } from '@/core/measure/lines';

export const sheetTitles: Record<MeasuringSheet, string> = {
  'ring-gap': 'Ring gaps',
  bearings: 'Bearing clearance',
  'piston-wall': 'Piston to wall',
  'piston-valve': 'Piston to valve',
  deck: 'Deck clearance',
  volumes: 'Volumes and compression ratio',
  'push-rod': 'Push-rod length',
  springs: 'Valve springs',
  plugs: 'Plug gap and heat range',
  bore: 'Bore',
  cam: 'Cam card as measured',
  belt: 'Belt plane and tension',
};

export const useNames: Record<ClearanceUse, string> = {
  road: 'road, without boost',
  'boosted-road': 'road, boosted',
  'boosted-race': 'competition, boosted',
  nitrous: 'nitrous oxide',
  diesel: 'diesel',
};

/** The rule of each sheet, named where it is measured. */
export const ruleWords: Record<MeasuringSheet, string> = {
  'ring-gap':
    'Rule by use, in thousandths of an inch per inch of bore: 4.5 on the road, 6 boosted on the road, 7.5 boosted in competition, 8 with nitrous oxide, 3.5 diesel; the second ring a tenth more. Common practice; the ring maker’s figure goes before it.',
  bearings:
    'Rule: a thousandth of the journal, a tenth of that either way. Common practice; the bearing maker’s figure goes before it.',
  'piston-wall':
    'Rule for forged pistons: a thousandth of the bore, a fifth of that either way. Common practice; the piston maker’s figure goes before it.',
  'piston-valve':
    'Rule: 2.0 mm (0.080 in) at the intake valve, 2.5 mm (0.100 in) at the exhaust valve, at the closest point. Common practice.',
  deck: 'Against the deck of the engine’s volumes, 0.05 mm either way. Common practice.',
  volumes:
    'Against the chamber of the engine’s volumes, half a cubic centimetre either way; the ratio follows from what was measured.',
  'push-rod':
    'Length without play at every valve, the checker’s own error added, the preload on top. A spread over 0.25 mm speaks of something bent or worn.',
  springs:
    'Seat force against the boost on the back of the intake valve: less than half of it left lets the valve bounce. Common practice.',
  plugs:
    'Gap: 0.9 mm without boost, a tenth of a millimetre less for each 50 kPa, 0.45 at least. Heat range: one colder for each 75 to 100 hp a litre added. Common practice.',
  bore: 'Against the engine’s bore, a thousandth of an inch either way.',
  cam: 'Against the card as ordered: one degree of crank, lift within five thousandths of an inch.',
  belt: 'Pulleys within 1 mm of one plane; tension within a tenth. Common practice.',
};

/** What a line is: of a cylinder, a journal or a valve. */
export function lineName(
  sheet: MeasuringSheet,
  { what, number }: Pick<SheetLine, 'what' | 'number'>,
): string {
  const of: Record<string, string> = {
    top: 'top ring',
    second: 'second ring',
    main: 'main journal',
    pin: 'crank pin',
    skirt: 'piston skirt',
    intake: sheet === 'cam' ? 'Intake duration' : 'intake valve',
    exhaust: sheet === 'cam' ? 'Exhaust duration' : 'exhaust valve',
    deck: 'deck',
    chamber: 'chamber',
    height: 'installed height, valve',
    force: 'seat force, valve',
    gap: 'plug gap',
    bore: 'bore',
    separation: 'Lobe separation, cam degrees',
    intakeCentre: 'Intake lobe centre',
    intakeLift: 'Intake lift',
    exhaustLift: 'Exhaust lift',
    plane: 'Out of one plane',
    mark: 'Tension mark',
    tension: 'Tension of the strand',
  };
  const name = of[what] ?? what;
  if (number === null) return name;
  if (what === 'main' || what === 'pin' || what === 'height' || what === 'force')
    return `${name.charAt(0).toUpperCase()}${name.slice(1)} ${number}`;
  return `Cylinder ${number}, ${name}`;
}

export const givenNames: Record<string, string> = {
  main: 'Main journal diameter',
  pin: 'Crank pin diameter',
  mains: 'Main journals',
  preload: 'Lifter preload wanted',
  checker: 'Checker’s own error, added',
  step: 'Lengths are stocked every',
  height: 'Installed height wanted',
  seat: 'Seat force wanted',
  head: 'Intake valve head',
  powerAsBuilt: 'Power as it left its maker, flywheel',
  powerPlanned: 'Power planned, flywheel',
  displacement: 'Displacement wanted',
  tension: 'Tension wanted',
};

export const resultNames: Record<string, string> = {
  spread: 'Spread',
  ratio: 'Compression ratio as measured, mean',
  highestRatio: 'Highest of a cylinder',
  lowestRatio: 'Lowest of a cylinder',
  statedRatio: 'Compression ratio of the job',
  wanted: 'Length wanted',
  ordered: 'Nearest length in stock: order',
  preloadLeft: 'Preload left with it',
  boost: 'Highest boost, gauge',
  boostForce: 'Boost lifts the valve with',
  forceLeft: 'Seat force left of the weakest',
  colder: 'Steps colder than as it was built',
  boreFor: 'Bore for that displacement',
  displacement: 'Displacement as measured',
  overlap: 'Valve overlap as measured',
  overlapOrdered: 'Valve overlap as ordered',
};

export const markNames: Record<StepMark, string> = {
  hold: 'hold point',
  irreversible: 'cannot be undone',
  picture: 'photograph',
  'ports-covered': 'ports covered, counted',
  reused: 'kept for reuse',
  'thrown-away': 'thrown away',
};

/** A reading against its line. */
export const passedNames: Record<Passed, string> = {
  open: '',
  passed: 'passed',
  low: 'too small',
  high: 'too large',
};
