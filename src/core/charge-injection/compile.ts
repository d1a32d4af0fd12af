import type { ChargeInjectionDocument } from './schema';
import { sprayLiquids } from './liquids';

type Trigger = {
  /** Gauge, Pa, where boost decides. */
  ramp: { from: number; to: number } | null;
  fromRpm: number;
};
type Stage = Trigger & { flow: number };

/** Water and methanol as the solver takes them. `flow` of a stage: m³/s of all its nozzles at the rated pressure. */
export type Spray = {
  /** kg of each in a m³ of the blend; and what of its moles is water. */
  water: number;
  methanol: number;
  waterMoles: number;
  ratedPressure: number;
  pumpGauge: number;
  stages: Stage[];
  evaporated: number;
  tank: number;
  temperature: number;
};

/** Nitrous oxide as the solver takes it. `flow` of a stage: kg/s with the bottle at `chosenAt`, K. */
export type Nitrous = {
  stages: Stage[];
  chosenAt: number;
  bottle: number;
  isWet: boolean;
  content: number;
};

export type ChargeInjection = { spray: Spray | null; nitrous: Nitrous | null };

/**
 * Boost over which a switch comes in, Pa. A switch of one pressure chatters: boost, charge and flow would chase each other.
 * Common practice, no source.
 */
const SWITCH = 10_000;

type TriggerDocument = NonNullable<ChargeInjectionDocument['spray']>['stages'][number];

const triggerOf = ({
  startsGauge,
  fullGauge,
  fromRpm,
}: Pick<TriggerDocument, 'startsGauge' | 'fullGauge' | 'fromRpm'>): Trigger => ({
  ramp: startsGauge
    ? {
        from: startsGauge.value,
        to: Math.max(startsGauge.value + SWITCH, fullGauge?.value ?? -Infinity),
      }
    : null,
  fromRpm: fromRpm.value,
});

/** What a setup injects, as flat numbers; null where it injects nothing. Total. */
export function compileChargeInjection(
  document: ChargeInjectionDocument | undefined,
): ChargeInjection | null {
  const { spray, nitrous } = document ?? {};
  if (!spray && !nitrous) return null;
  const content = spray?.methanol.value ?? 0;
  const water = (1 - content) * sprayLiquids.water.density;
  const methanol = content * sprayLiquids.methanol.density;
  const moles = {
    water: water / sprayLiquids.water.molarMass,
    methanol: methanol / sprayLiquids.methanol.molarMass,
  };
  return {
    spray: spray
      ? {
          water,
          methanol,
          waterMoles: moles.water / (moles.water + moles.methanol),
          ratedPressure: spray.ratedPressure.value,
          pumpGauge: spray.pumpGauge.value,
          stages: spray.stages.map((stage) => ({
            ...triggerOf(stage),
            flow: stage.nozzles.value * stage.flow.value,
          })),
          evaporated: spray.evaporated.value,
          tank: spray.tank.value,
          temperature: spray.temperature.value,
        }
      : null,
    nitrous: nitrous
      ? {
          stages: nitrous.stages.map((stage) => ({ ...triggerOf(stage), flow: stage.flow.value })),
          chosenAt: nitrous.chosenAt.value,
          bottle: nitrous.bottle.value,
          isWet: nitrous.fuel === 'wet',
          content: nitrous.content.value,
        }
      : null,
  };
}

/** Share of a stage that is let in at a speed, rev/min, and boost, Pa gauge. */
export const openAt = ({ ramp, fromRpm }: Trigger, speedRpm: number, gauge: number): number => {
  if (speedRpm < fromRpm) return 0;
  return ramp ? Math.min(1, Math.max(0, (gauge - ramp.from) / (ramp.to - ramp.from))) : 1;
};
