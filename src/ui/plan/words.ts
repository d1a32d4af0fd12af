import type { FitAnswer, FitQuestion } from '@/core/plan/compat';
import type { OutsideKey } from '@/core/plan/outside';
import type { UsualTask } from '@/core/plan/usual';
import type {
  Approval,
  Guard,
  PartRole,
  PartState,
  TaskKind,
  TaskPlace,
  Trade,
  WorkWeek,
} from '@/core/job/schema/plan-choices';
import type { Quantity } from '@/core/units/quantities';

export const roleNames: Record<PartRole, string> = {
  charger: 'Charger',
  cooler: 'Charge cooler',
  injectors: 'Injectors',
  'fuel-pump': 'Fuel pump',
  'fuel-supply': 'Fuel supply',
  drive: 'Belt drive',
  piping: 'Piping',
  exhaust: 'Exhaust',
  engine: 'Engine part',
  head: 'Head and cam',
  clutch: 'Clutch',
  gearbox: 'Gearbox',
  cooling: 'Cooling',
  electronics: 'Electronics',
  consumables: 'Consumables',
  work: 'Outside work',
  other: 'Other',
};

export const partStateNames: Record<PartState, string> = {
  wanted: 'wanted',
  ordered: 'ordered',
  here: 'here',
  fitted: 'fitted',
};

export const approvalNames: Record<Approval, string> = {
  road: 'road',
  competition: 'competition only',
  ask: 'to be asked of the authority',
};

export const taskKindNames: Record<TaskKind, string> = {
  strip: 'strip',
  'mock-up': 'mock-up',
  fit: 'fit',
  outside: 'outside work',
  check: 'check',
  calibrate: 'calibrate',
  drive: 'drive',
  pull: 'pull',
  other: 'other',
};

export const guardNames: Record<Guard, string> = {
  fuel: 'fuel',
  clutch: 'clutch',
  cooling: 'cooling',
  limits: 'strength',
};

export const placeNames: Record<TaskPlace, string> = {
  shop: 'the shop',
  cell: 'a slot of the dyno',
  road: 'a dry road',
};

export const weekNames: Record<WorkWeek, string> = {
  five: 'Monday to Friday',
  six: 'Monday to Saturday',
  seven: 'every day',
};

export const tradeNames: Record<Trade, string> = {
  pistons: 'Pistons',
  rods: 'Connecting rods',
  cam: 'Camshaft',
  head: 'Cylinder head',
  manifold: 'Exhaust manifold',
  gearbox: 'Gearbox',
};

export const outsideNames: Record<OutsideKey, string> = {
  bore: 'Bore',
  stroke: 'Stroke',
  rodLength: 'Rod length, centre to centre',
  compressionRatio: 'Compression ratio',
  redLine: 'Red line',
  pistonSpeed: 'Mean piston speed at the red line',
  peakPressure: 'Peak cylinder pressure',
  peakPressureRpm: 'Engine speed of that peak',
  gasForce: 'Gas force on the piston',
  boltLoad: 'Inertia load on the rod at the red line',
  reciprocating: 'Reciprocating mass per cylinder',
  bigEnd: 'Rotating mass of the big end',
  boost: 'Highest boost',
  backPressure: 'Highest exhaust back pressure',
  exhaustTemperature: 'Highest turbine inlet temperature',
  exhaustFlow: 'Highest exhaust flow',
  airPerCylinder: 'Highest air flow per cylinder',
  cylinders: 'Cylinders',
  displacement: 'Displacement',
  power: 'Peak power at the flywheel',
  torque: 'Peak torque at the crank',
  torqueRpm: 'Engine speed of peak torque',
  topGap: 'Top ring gap wanted',
  secondGap: 'Second ring gap wanted',
  deck: 'Deck clearance',
  chamber: 'Chamber volume',
  crown: 'Crown volume, dish positive',
  intake: 'Intake duration',
  exhaust: 'Exhaust duration',
  intakeLift: 'Intake valve lift',
  exhaustLift: 'Exhaust valve lift',
  separation: 'Lobe separation, cam degrees',
  overlap: 'Valve overlap',
  valveMass: 'Moving mass of the intake valve',
  seatForce: 'Seat force',
  valveHead: 'Intake valve head',
  vehicleMass: 'Vehicle mass',
  finalDrive: 'Final drive',
  firstGear: 'First gear',
};

export const fitNames: Record<FitQuestion, string> = {
  flange: 'Turbine flange on the manifold',
  entry: 'Divided or open',
  'injector-type': 'Injector type',
  'injector-length': 'Injector length',
  'plug-reach': 'Plug reach',
  ribs: 'Ribs of the belt',
  'belt-plane': 'Belt plane',
  brace: 'Under the strut brace',
  bonnet: 'Under the bonnet',
  bore: 'Bores that meet',
  'pulley-bore': 'Pulley on its shaft',
};
export const answerNames: Record<FitAnswer['answer'], string> = {
  yes: 'yes',
  no: 'no',
  ask: 'to be checked',
};
export const fitQuantity = (question: FitQuestion): Quantity =>
  question === 'ribs' ? 'count' : question === 'belt-plane' ? 'clearance' : 'fineLength';

/** Names of usual tasks. In: a figure of power in words. */
export const usualTaskName =
  (power: (watts: number) => string) =>
  (task: UsualTask): string => {
    switch (task.what) {
      case 'base-file':
        return 'Load the base calibration and drive it';
      case 'base-pull':
        return 'Base pull, before anything is changed';
      case 'strip':
        return 'Strip';
      case 'bare-block':
        return 'Mock-up on the bare block';
      case 'fixture':
        return 'Fixture for the manifold, charger in its place';
      case 'trial':
        return `Clearance trial with a printed piece: ${task.part}`;
      case 'fit':
        return `Fit ${task.part}`;
      case 'pull-after':
        return `Pull after ${task.part}, power as before`;
      case 'check':
        return 'First start, leaks, plugs';
      case 'old-file':
        return `Named run: new hardware on the old file, below ${power(task.power)}`;
      case 'new-file':
        return 'Calibrate';
      case 'pull':
        return `Pull to ${power(task.power)}`;
    }
  };

/** Fields that choose between names. */
export const choicesOf = <T extends string>(names: Record<T, string>): { value: T; label: string }[] =>
  (Object.keys(names) as T[]).map((value) => ({ value, label: names[value] }));

/** 'a, b and c'. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
