import { methanolAsFuel, sprayAt } from '../charge-injection/injected';
import { buildAt, type Build } from '../build/build';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import type { OperatingPoint } from '../solve/point';
import { reason, type Reason } from '../working/range';
import type { Duty } from './heat-soak';
import { injectionCasesAt, injectionWorth, type InjectionCase } from './injection-worth';

/** Pressure that a nozzle needs over the manifold to break up the spray, Pa (common practice, no source). */
const ATOMISES = 300_000;
/** Share of the fuel that comes as methanol from which an empty tank is a danger to the engine, not only a loss. */
const DEPENDS = 0.1;
/** Of the fuel's mass, from which a spray puts the flame out rather than cools (common practice, no source). */
const FLOODS = 0.5;
/** Change of λ that is said. */
const LEANER = 0.02;
/** Under this speed nitrous oxide loads rods and gearbox with torque (common practice, no source), rev/min. */
const EARLY = 2_500;
/** Of what the jets were chosen for, a difference that is said. */
const DRIFT = 0.03;
const FREEZES = 273.15;
/** Methanol by volume that keeps water from freezing on a frosty night (from memory: about −15 °C at 30 %). */
const FROST_PROOF = 0.3;

/** What all nozzles of the spray bring at a point, m³/s. */
export const sprayVolume = (whole: Build, point: OperatingPoint): number => {
  const { spray } = buildAt(whole, point.speedRpm).injection ?? {};
  return spray ? sprayAt(spray, point.speedRpm, point.boostGauge) : 0;
};

/** Share of all that burns that is methanol injected, each by the air it burns. */
export function methanolShare(build: Build, { path }: OperatingPoint): number {
  const methanol = methanolAsFuel(path.injected, build.fuel.stoichiometric);
  return methanol / (methanol + fuelFlowOf(build, path));
}

/** How long tank and bottle last at a point, s; null for what is not there or not let in. */
export function lasts(whole: Build, point: OperatingPoint): { tank: number | null; bottle: number | null } {
  const { injection } = buildAt(whole, point.speedRpm);
  const { injected } = point.path;
  const { spray, nitrous } = injection ?? {};
  const flow = sprayVolume(whole, point);
  return {
    tank: spray && flow > 0 ? spray.tank / flow : null,
    bottle: nitrous && injected && injected.nitrous > 0 ? nitrous.content / injected.nitrous : null,
  };
}

/**
 * What there is to say of what is injected, at a solved point, most telling first. In: build; the point, as a rule the goal's; the
 * duty; whether injectors and pumps are laid out. Total.
 */
export function injectionFindings(
  whole: Build,
  point: OperatingPoint,
  duty: Duty,
  hasFuelSystem: boolean,
): Reason[] {
  const build = buildAt(whole, point.speedRpm);
  const { injection } = build;
  const { injected } = point.path;
  if (!injection || point.status.kind === 'failed') return [];
  const { speedRpm } = point;
  const worth = injectionWorth(build, point);
  if (!injected || !worth) return [reason('injected-nothing', { speed: [speedRpm, 'engineSpeed'] })];
  const said: Reason[] = [
    reason('injected-worth', {
      gain: [worth.with.power - worth.bare.power, 'power'],
      speed: [speedRpm, 'engineSpeed'],
      colder: [worth.bare.charge - worth.with.charge, 'temperatureRise'],
    }),
  ];
  const cases = injectionCasesAt(build, point);
  const of = (id: InjectionCase['id']) => cases.find((one) => one.id === id);
  const chosen = of('chosen');
  if (chosen?.kind === 'creep')
    said.push(
      reason('injected-gate-creeps', {
        boost: [chosen.boostGauge, 'boost'],
        speed: [speedRpm, 'engineSpeed'],
      }),
    );
  else if (worth.with.gate !== null && worth.bare.gate !== null)
    said.push(
      reason('injected-gate-holds', { gate: [worth.with.gate, 'share'], bare: [worth.bare.gate, 'share'] }),
    );
  const { tank, bottle } = lasts(build, point);
  const { spray, nitrous } = injection;
  if (spray) said.push(...sprayFindings(build, point, { cases, tank, duty }));
  if (nitrous && injected.nitrous > 0) {
    const now = of('now');
    const share = now && chosen ? injected.nitrous / (chosen.flow - (injected.water + injected.methanol)) : 1;
    if (now && Math.abs(share - 1) > DRIFT)
      said.push(
        reason('nitrous-drifts', {
          bottle: [nitrous.bottle, 'temperature'],
          share: [share, 'share'],
          lambda: [now.lambda, 'ratio'],
        }),
      );
    if (bottle !== null)
      said.push(
        reason(bottle < duty.pull ? 'nitrous-bottle-short' : 'nitrous-bottle', {
          time: [bottle, 'time'],
          pull: [duty.pull, 'time'],
        }),
      );
    if (
      build.fuel.ignition === 'spark' &&
      nitrous.stages.some(({ ramp, fromRpm }) => !ramp && fromRpm < EARLY)
    )
      said.push(reason('nitrous-early', { speed: [EARLY, 'engineSpeed'] }));
    if (!hasFuelSystem) said.push(reason('nitrous-fuel-unchecked'));
  }
  return said;
}

type Around = { cases: InjectionCase[]; tank: number | null; duty: Duty };

function sprayFindings(build: Build, point: OperatingPoint, { cases, tank, duty }: Around): Reason[] {
  const said: Reason[] = [];
  const { injected } = point.path;
  const { spray } = build.injection!;
  const sprayed = injected!.water + injected!.methanol;
  if (!spray || sprayed === 0) return said;
  const chosen = cases.find(({ id }) => id === 'chosen');
  const empty = cases.find(({ id }) => id === 'spray-empty');
  const share = methanolShare(build, point);
  if (empty && chosen) {
    const figures: Parameters<typeof reason>[1] = {
      lambda: [empty.lambda, 'ratio'],
      plan: [chosen.lambda, 'ratio'],
      hotter: [empty.charge - chosen.charge, 'temperatureRise'],
      lost: [Math.max(0, chosen.power - empty.power), 'power'],
      share: [share, 'share'],
    };
    const isLeaner = empty.lambda > chosen.lambda * (1 + LEANER);
    const code = share > DEPENDS ? 'spray-empty-danger' : isLeaner ? 'spray-empty-lean' : 'spray-empty-hot';
    said.push(reason(code, figures));
  }
  if (sprayed > FLOODS * fuelFlowOf(build, point.path))
    said.push(
      reason('spray-floods', {
        share: [sprayed / fuelFlowOf(build, point.path), 'share'],
        most: [FLOODS, 'share'],
      }),
    );
  if (injected!.isSaturated) {
    const { evaporated } = injected!;
    said.push(
      reason('spray-saturated', { share: [(evaporated.water + evaporated.methanol) / sprayed, 'share'] }),
    );
  }
  if (spray.pumpGauge - point.boostGauge < ATOMISES)
    said.push(
      reason('spray-pump-low', {
        pump: [spray.pumpGauge, 'boost'],
        boost: [point.boostGauge, 'boost'],
        least: [ATOMISES, 'boost'],
      }),
    );
  if (tank !== null)
    said.push(
      reason(tank < duty.pull * duty.repeats ? 'spray-tank-short' : 'spray-tank', {
        time: [tank, 'time'],
        asked: [duty.pull * duty.repeats, 'time'],
      }),
    );
  if (build.climate.temperature < FREEZES && spray.water > 0 && spray.methanol < FROST_PROOF * 787)
    said.push(reason('spray-freezes'));
  return said;
}
