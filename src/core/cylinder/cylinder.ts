import { meanPistonSpeed } from '../engine/geometry';
import { trappedCharge, type Intake } from './charge';
import { volumesOf, type Crank } from './crank';
import { gridOf, heatsOf, type Burn, type Cylinder } from './cycle';
import { burnAngle, octaneIndex } from './formulas';

const degrees = Math.PI / 180;

/** What decides a cycle but its timing. SI, angles rad. */
export type CylinderCase = Omit<Intake, 'compressionRatio'> & {
  crank: Crank;
  cycle: 'four-stroke' | 'two-stroke';
  speedRpm: number;
  /** Intake closing before and exhaust opening after firing top dead centre: below and above 0. */
  closes: number;
  opens: number;
  /** Whole burn at 2,500 rpm. */
  burnAngle: number;
  octaneWeight: number;
  /** What measured knock makes of the delay; 1 as the correlation has it. */
  delayFactor: number;
  /** Mean of piston, head and bore, K; and heat lost over Woschni's. */
  wall?: number;
  wallFactor?: number;
};

/** Mean of a cooled engine's walls at full load, K (from memory, Heywood (1988), fig. 12.27). */
const USUAL_WALL = 460;

/** Burn angle at 2,500 rpm where nobody has said: spark about 50 °, diesel about 70 ° (from memory). */
export const usualBurnAngle = (ignition: 'spark' | 'compression'): number =>
  (ignition === 'spark' ? 50 : 70) * degrees;

/** Of a diesel the first of the fuel burns at once, the rest as it mixes (from memory, after Watson; Heywood (1988), sec. 10.5). */
const PREMIXED = { share: 0.1, angle: 9 * degrees, form: 2, efficiency: 5 };
const MIXING = { form: 0.9, efficiency: 5 };
/** Wiebe's usual form for a spark engine. Source: Heywood (1988), sec. 9.2. */
const SPARK = { form: 2, efficiency: 5 };

function burnOf(given: CylinderCase, residual: number): Burn {
  const isSpark = given.fuel.ignition === 'spark';
  const angle = burnAngle.fn({
    stated: given.burnAngle,
    speedRpm: given.speedRpm,
    // A diesel burns as fast as it mixes, whatever air there is.
    lambda: isSpark ? given.lambda : 0.88,
    residual: isSpark ? residual : 0.04,
  });
  if (isSpark) return [{ share: 1, angle, ...SPARK }];
  return [PREMIXED, { share: 1 - PREMIXED.share, angle, ...MIXING }];
}

/** A cylinder with its charge, ready for cycles. Throws RangeError where the crank is none, or λ is outside 0.5 to 20. */
export function cylinderOf(given: CylinderCase): Cylinder {
  const { crank, fuel } = given;
  const volumes = volumesOf(crank);
  const trapped = trappedCharge({ ...given, compressionRatio: crank.compressionRatio });
  const heats = heatsOf(trapped, fuel);
  const { octane, sensitivity } = fuel;
  return {
    volumes,
    grid: gridOf(volumes, given.closes, given.opens),
    bore: crank.bore,
    speedRpm: given.speedRpm,
    pistonSpeed: meanPistonSpeed(crank.stroke, given.speedRpm),
    closes: given.closes,
    opens: given.opens,
    toBottom: given.cycle === 'four-stroke',
    trapped,
    pressure: (heats.r[0] * trapped.temperature) / volumes.volume(given.closes),
    burn: burnOf(given, trapped.residualShare),
    slowsLate: fuel.ignition === 'spark',
    wall: given.wall ?? USUAL_WALL,
    wallFactor: given.wallFactor ?? 1,
    knock:
      octane === null
        ? null
        : {
            octane: octaneIndex.fn({ research: octane, weight: given.octaneWeight, sensitivity }),
            factor: given.delayFactor,
          },
    heats,
  };
}
