import { exchangerSideOf } from '../charge-air/exchanger';
import type { SoakSystem } from '../charge-air/soak';
import type { Build } from '../build/build';
import { coolerAt } from '../build/elements';
import { engineCharger } from '../charger/charged-air';
import { chargerAtEngine } from '../job/chargers';
import type { Setup } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import { reason, type Reason } from '../working/range';
import { coolingCapacity, type HeatSoak } from './heat-soak';
import { coolerWorth } from './price';

/** Over this share of what it can exchange a cooling stream is not to be had. */
const MOST = 0.98;
/** A larger core pays from this share of the power, a soak is said from this. */
const PAYS = 0.01;
const LOSES = 0.02;
/** Coolant that settles so far from what is stated is said, K. */
const ELSEWHERE = 5;

/**
 * What there is to say of a setup's cooling at the goal, most telling first. In: build, point of the goal, setup, its heat where
 * it is laid out; whether the Brief states the duty. Total.
 */
export function coolingFindings(
  build: Build,
  point: OperatingPoint,
  setup: Setup,
  heat: { system: SoakSystem; soak: HeatSoak } | null,
  isDutyStated: boolean,
): Reason[] {
  const said: Reason[] = [];
  const document = chargerAtEngine(setup)?.aftercooler;
  const cooler = coolerAt(build, 'cooler');
  if (point.status.kind === 'failed' || !document) return said;
  const { path, speedRpm } = point;
  if (!cooler) {
    if (point.boosting)
      said.push(reason('no-cooler', { charge: [path.manifold.temperature, 'temperature'] }));
    return said;
  }
  const inlet = engineCharger(path).outlet.temperature;
  if (cooler.coolant > inlet) said.push(reason('cooler-heats', { speed: [speedRpm, 'engineSpeed'] }));
  if (!cooler.byPoints) said.push(reason('cooler-one-figure'));
  const worth = coolerWorth(build, point);
  if (worth?.uncooled)
    said.push(
      reason('cooler-worth', {
        gain: [worth.with.power - worth.uncooled.power, 'power'],
        all: [worth.with.power - worth.unboosted, 'power'],
        speed: [speedRpm, 'engineSpeed'],
      }),
    );
  if (worth?.larger) {
    const gain = worth.larger.power - worth.with.power;
    said.push(
      gain > PAYS * worth.with.power
        ? reason('cooler-larger-pays', {
            gain: [gain, 'power'],
            cooler: [worth.with.charge - worth.larger.charge, 'temperatureRise'],
          })
        : reason('cooler-larger-idle', { gain: [gain, 'power'] }),
    );
  }
  if (!heat) return said;
  const { system, soak } = heat;
  const share = exchangerSideOf(
    system.effectiveness,
    system.charge.flow * system.charge.heat,
    coolingCapacity(system),
  );
  if (share > MOST)
    said.push(
      reason('cooler-carries-too-much', {
        flow: [system.charge.flow, 'massFlow'],
        share: [Math.min(9.99, share), 'share'],
      }),
    );
  const settles = soak.steadyCoolant - system.ambient;
  const stated = cooler.coolant - system.ambient;
  if (
    system.loop &&
    system.loop.ice === 0 &&
    Math.abs(settles - stated) > ELSEWHERE &&
    Number.isFinite(settles)
  )
    said.push(
      reason('coolant-settles-elsewhere', {
        settles: [settles, 'temperatureRise'],
        stated: [stated, 'temperatureRise'],
      }),
    );
  // The forecast is the cooler's steady state with the usual air.
  const forecast = point.power.flywheel;
  const lost = forecast - soak.powers.at(-1)!.end;
  said.push(
    reason(lost > LOSES * forecast ? 'soak-loses' : 'soak-holds', {
      lost: [Math.max(0, lost), 'power'],
      hotter: [Math.max(0, soak.pulls.at(-1)!.end - path.manifold.temperature), 'temperatureRise'],
    }),
  );
  said.push(
    soak.restNeeded === null
      ? reason('soak-rest-never')
      : reason('soak-rest', { rest: [soak.restNeeded, 'time'] }),
  );
  if (system.speed.rest < 0.5 && system.duty.repeats > 1) said.push(reason('soak-no-air'));
  if (system.loop && system.loop.ice > 0)
    said.push(
      soak.iceGone === null
        ? reason('soak-ice-left', { ice: [soak.pulls.at(-1)!.ice, 'mass'] })
        : reason('soak-ice-gone', { time: [soak.iceGone, 'time'] }),
    );
  if (!isDutyStated) said.push(reason('soak-duty-usual'));
  return said;
}
