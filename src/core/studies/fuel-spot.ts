import type { Build } from '../build/build';
import type { Setup } from '../job/schema/job';
import { reason, type Reason } from '../working/range';
import type { FuelPoint } from '../solve/fuel-line';
import { shotsPerSecondAt } from '../fuel-system/injection';
import { deadTimeOf } from '../fuel-system/injectors';
import { capacityAt, solveSupply, type Supply } from '../fuel-system/supply';

/** What a reading says beside the forecast at its speed. SI; pressures gauge. */
export type FuelReading = { key: 'rail' | 'line' | 'duty' | 'lambda'; measured: number; forecast: number };
export type FuelSpot = { speedRpm: number; rows: FuelReading[]; findings: Reason[] };

/** What gauges and loggers can tell (common practice, no source): 10 kPa, 3 % of duty, 0.02 of λ. */
const PRESSURE = 10_000;
const DUTY = 0.03;
const LAMBDA = 0.02;
/** A flow this far off its figure is said. */
const FLOW = 0.05;

/**
 * Rail pressure, pump pressure, duty and λ of one speed against the forecast: which of pump, filter and injector figure is off.
 * In: build, supply, the forecast at the speed of the readings, the readings. What is not read is not judged.
 */
export function fuelSpot(build: Build, supply: Supply, at: FuelPoint, readings: Setup['readings']): FuelSpot {
  const rail = readings.railGauge?.value;
  const pump = readings.pumpGauge?.value;
  const duty = readings.injectorDuty?.value;
  const lambda = readings.lambda?.value;
  const { supply: state, injection, manifoldGauge, speedRpm } = at;
  const rows: FuelReading[] = [];
  const findings: Reason[] = [];
  const lostForecast = state.drops.filter + state.drops.feed;
  if (rail !== undefined) rows.push({ key: 'rail', measured: rail, forecast: state.rail });
  if (rail !== undefined && pump !== undefined)
    rows.push({ key: 'line', measured: pump - rail, forecast: lostForecast });
  if (duty !== undefined) rows.push({ key: 'duty', measured: duty, forecast: injection.duty });
  if (lambda !== undefined) rows.push({ key: 'lambda', measured: lambda, forecast: at.lambda });

  const isClogged = rail !== undefined && pump !== undefined && pump - rail > lostForecast + PRESSURE;
  if (isClogged)
    findings.push(
      reason('spot-filter-clogged', {
        measured: [pump - rail, 'boost'],
        forecast: [lostForecast, 'boost'],
      }),
    );
  else if (rail !== undefined && rail < state.rail - PRESSURE) {
    // At the pressure that was read the pumps should have brought more than is burnt.
    const should = capacityAt(
      { ...supply, basePressure: rail - (supply.regulator.isReferenced ? manifoldGauge : 0) },
      { speedRpm, manifoldGauge },
    );
    findings.push(
      reason('spot-pump-weak', {
        pump: [pump ?? rail + lostForecast, 'boost'],
        share: [Math.min(1, state.demand / should), 'share'],
        voltage: [state.voltage ?? supply.pumps.battery, 'voltage'],
      }),
    );
  } else if (rail !== undefined && state.rail < state.set - PRESSURE)
    findings.push(reason('spot-supply-sags', { measured: [rail, 'boost'], set: [state.set, 'boost'] }));

  const [own] = supply.sets;
  if (own && supply.injection === 'port' && duty !== undefined && lambda !== undefined && !injection.second) {
    const shotsPerSecond = shotsPerSecondAt(supply, speedRpm, build.cycle);
    // Pulses are forecast at the pressure that the regulator was set to: what the rail is off the forecast changes it.
    const difference = state.set + ((rail ?? state.rail) - state.rail) - manifoldGauge;
    const open = duty / shotsPerSecond - deadTimeOf(own, supply.pumps.battery, difference);
    // The air is the forecast's: what was injected is what makes the λ that was read of it.
    const injected = (at.massFlow * at.lambda) / lambda;
    if (open > 0 && difference > 0) {
      const flow =
        (injected / (own.count * shotsPerSecond * open * supply.density)) *
        Math.sqrt(own.ratedPressure / difference) *
        Math.sqrt(supply.density / (own.testDensity ?? supply.density));
      const share = flow / own.flow;
      if (Math.abs(share - 1) > FLOW)
        findings.push(
          reason('spot-injectors-off', {
            duty: [duty, 'share'],
            lambda: [lambda, 'ratio'],
            flow: [flow, 'injectorFlow'],
            share: [share, 'share'],
          }),
        );
    }
  }
  const isOff = ({ key, measured, forecast }: FuelReading) =>
    Math.abs(measured - forecast) > { rail: PRESSURE, line: PRESSURE, duty: DUTY, lambda: LAMBDA }[key];
  if (!findings.length && rows.length && !rows.some(isOff)) findings.push(reason('spot-fuel-agrees'));
  return { speedRpm, rows, findings };
}

/** The supply with its second pump failed, at a point: what the one that is left does. Null with one pump. */
export const onOnePump = (supply: Supply, { speedRpm, manifoldGauge, massFlow }: FuelPoint) =>
  supply.pumps.each.length < 2
    ? null
    : solveSupply(supply, { speedRpm, manifoldGauge, massFlow }, { running: 1 });
