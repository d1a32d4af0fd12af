import { compressorPower } from '../compressor/formulas';
import type { BeltLayout } from '../drive/document';
import type { TurbineSide } from '../turbocharger/turbine-side';
import { drivePower } from './drive-formulas';
import type { ChargedAir } from './charged-air';
import type { Machine } from './machine';

/** A turbine in the engine's exhaust on the machine's own shaft. */
export type ExhaustDrive = TurbineSide & { kind: 'exhaust' };

/** The crankshaft, by a belt or gears. SI. */
export type BeltDrive = {
  kind: 'belt';
  /** Speed of the machine's shaft over the crankshaft's; of that what is geared behind the blower pulley. */
  ratio: number;
  gear: number;
  /** What belt and bearings leave of the power. */
  mechanicalEfficiency: number;
  /** Whether the BSFC of the job holds the drive's power already: then it is not taken off again. */
  inBsfc: boolean;
  maxSpeedRpm: number;
  /** Its pulleys and belt, where they are laid out. */
  layout: BeltLayout | null;
  /** What the parts of the layout allow: null where the library does not say. */
  allows: {
    shaft: number | null;
    clearance: number | null;
    bore: number | null;
    crankRpm: number | null;
    drivenRpm: number | null;
    /** Tension of the tight strand on a rib, or on a metre of width, N. */
    perRib: number;
    beltSpeed: number;
  } | null;
  /** A valve from behind the machine back before it: its effective area, m², and the pressure at which it starts to open, Pa. */
  bypass: Bypass | null;
  /** What its input shaft, N·m, and its housing, Pa gauge, bear; null where nobody knows. */
  bears: { shaftTorque: number | null; housing: number | null };
};

type Bypass = { area: number; opensAt: number };

/** A place in the row of chargers: the machines that stand there side by side, and what drives them. */
export type Charger = {
  /** Which of the setup's chargers it is, counted from 0, ambient first. */
  place: number;
  count: number;
  /** Null until one is chosen. */
  machine: Machine | null;
  drive: ExhaustDrive | BeltDrive | null;
  /** Of one in front of another: boost that its gate holds behind it, Pa absolute; null where its turbine decides. */
  hold: number | null;
};

/** One whose turbine and machine are both chosen. */
export type TurboCharger = Charger & { machine: Machine; drive: ExhaustDrive };
export const isTurbo = (charger: Charger): charger is TurboCharger =>
  charger.machine !== null && charger.drive?.kind === 'exhaust';

/** One on a belt, with its machine. */
export type BeltCharger = Charger & { machine: Machine; drive: BeltDrive };
export const isOnBelt = (charger: Charger): charger is BeltCharger =>
  charger.machine !== null && charger.drive?.kind === 'belt';

/** The turbine side of a charger; null where it has none, or none is chosen. */
export const turbineSideOf = ({ drive }: Charger): ExhaustDrive | null =>
  drive?.kind === 'exhaust' ? drive : null;

/** The most the shaft may turn, rev/min: the least of what machine, turbine and shaft allow. */
export const shaftLimit = ({ machine, drive }: Charger): number =>
  Math.min(
    machine?.maxSpeedRpm ?? Infinity,
    drive?.maxSpeedRpm ?? Infinity,
    drive?.kind === 'exhaust' ? drive.turbine.maxSpeedRpm : Infinity,
  );

/**
 * What a charger takes from the crankshaft, W: nothing where the exhaust drives it. In: the charger; the air through it;
 * flow of the whole engine, kg/s.
 */
export const crankPowerOf = ({ drive }: Charger, { outlet }: ChargedAir, massFlow: number): number =>
  drive?.kind === 'belt'
    ? drivePower.fn({
        shaftPower: compressorPower.fn({ massFlow, work: outlet.work }),
        mechanicalEfficiency: drive.mechanicalEfficiency,
      })
    : 0;
