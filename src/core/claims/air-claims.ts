import { makeClimate } from '../air/climate';
import { enthalpy, isentropicTemperature } from '../air/gas-properties';
import { STANDARD_AIR, standardPressure } from '../air/standard-atmosphere';
import { correctedFlow } from '../compressor/formulas';
import { compressorOutlet } from '../compressor/outlet';
import { powerPerFlow } from '../engine/power-formulas';
import { fuelOf } from '../fuel/fuels';
import { reason } from '../working/range';
import {
  answer,
  known,
  power,
  type PadAnswer,
  type PadContext,
  type PadLine,
  type Values,
  altitudeField,
} from './line';

function catalogueFlow({ flow, power: p, altitude, temperature }: Values, context: PadContext): PadAnswer {
  const height = altitude ?? context.altitude;
  const t = temperature ?? context.temperature;
  const fuel = fuelOf(context.fuel);
  const [low, high] = fuel.horsepowerPerPound.map(powerPerFlow) as [number, number];
  // What a map's corrected flow carries of air: its definition turned round.
  const perKilogram = correctedFlow.fn({
    massFlow: 1,
    temperature: t,
    pressure: standardPressure(height),
    referenceTemperature: STANDARD_AIR.temperature,
    referencePressure: STANDARD_AIR.pressure,
  });
  if (!known(flow) && !known(p)) return answer();
  const catalogue = flow ?? (2 * p!) / (low + high);
  const actual = catalogue / perKilogram;
  const derived: Values = { actual, low: actual * low, high: actual * high };
  if (!known(flow)) derived.flow = catalogue;
  if (known(flow) && known(p) && p > 1.15 * flow * high)
    return answer(
      derived,
      reason(
        'claim-flow',
        {
          power: [p, 'power'],
          flow: [flow, 'massFlow'],
          most: [flow * high, 'power'],
        },
        { fuel: fuel.name },
      ),
    );
  return answer(derived, null, [
    reason('claim-flow-here', {
      share: [1 / perKilogram, 'share'],
      low: [actual * low, 'power'],
      high: [actual * high, 'power'],
      altitude: [height, 'altitude'],
    }),
  ]);
}

export const flowLine: PadLine = {
  id: 'catalogue-flow',
  title: 'Catalogue flow at this height',
  ask: 'a compressor’s flow or its advertised power',
  source: 'corrected flow turned round; power by the fuel’s band per air: common practice, no source',
  fields: [
    { key: 'flow', label: 'Catalogue flow', quantity: 'massFlow', min: 0.003, max: 5 },
    power('power', 'Advertised power', { target: 'brief.goal.power' }),
    altitudeField,
    {
      key: 'temperature',
      label: 'Air temperature',
      quantity: 'temperature',
      min: 233.15,
      max: 333.15,
      usual: (c) => c.temperature,
      target: 'brief.venue.temperature',
    },
  ],
  results: [{ key: 'actual', label: 'Actual mass flow', quantity: 'massFlow' }],
  solve: catalogueFlow,
};

function temperatures(
  { ratio, inlet, outlet, efficiency }: Values,
  { altitude, temperature }: PadContext,
): PadAnswer {
  if (!known(ratio) || ratio <= 1) return answer();
  const t1 = inlet ?? temperature;
  const { gas } = makeClimate({
    altitude,
    barometer: { kind: 'standard' },
    temperature: 293.15,
    humidity: { kind: 'relative', share: 0.4 },
  });
  const ideal = isentropicTemperature(gas, t1, ratio);
  if (!known(outlet))
    return answer({ outlet: compressorOutlet(gas, t1, ratio, efficiency ?? 0.7).temperature });
  const rise = enthalpy(gas, outlet) - enthalpy(gas, t1);
  const share = (enthalpy(gas, ideal) - enthalpy(gas, t1)) / rise;
  const figures: Parameters<typeof reason>[1] = {
    ratio: [ratio, 'ratio'],
    outlet: [outlet, 'temperature'],
    ideal: [ideal, 'temperature'],
    inlet: [t1, 'temperature'],
  };
  if (outlet <= t1 || share > 1) return answer({}, reason('claim-too-cool', figures));
  if (known(efficiency) && Math.abs(share - efficiency) > 0.03)
    return answer({}, reason('claim-efficiency', { ...figures, share: [share, 'share'] }));
  return answer({ efficiency: share }, null, share > 0.82 ? [reason('claim-efficient', figures)] : []);
}

export const temperatureLine: PadLine = {
  id: 'temperature',
  title: 'Pressure ratio and temperature',
  ask: 'a ratio, then outlet temperature or efficiency',
  source: 'isentropic step with NASA polynomials (TM-4513, 1993)',
  fields: [
    { key: 'ratio', label: 'Pressure ratio', quantity: 'ratio', min: 1.001, max: 8 },
    {
      key: 'inlet',
      label: 'Inlet temperature',
      quantity: 'temperature',
      min: 233.15,
      max: 400,
      usual: (c) => c.temperature,
    },
    { key: 'outlet', label: 'Outlet temperature', quantity: 'temperature', min: 240, max: 800 },
    {
      key: 'efficiency',
      label: 'Compressor efficiency',
      quantity: 'share',
      min: 0.2,
      max: 1,
      usual: () => 0.7,
      target: '{setup}.efficiencyGuess',
    },
  ],
  solve: temperatures,
};

function gaugeAbsolute({ boost, absolute, altitude }: Values, context: PadContext): PadAnswer {
  const height = altitude ?? context.altitude;
  const ambient = standardPressure(height);
  if (known(boost) && known(absolute))
    return answer(
      {},
      Math.abs(boost + ambient - absolute) > 3_000
        ? reason('claim-gauge', {
            boost: [boost, 'boost'],
            absolute: [absolute, 'pressure'],
            ambient: [ambient, 'airPressure'],
            altitude: [height, 'altitude'],
          })
        : null,
    );
  if (known(boost)) return answer({ absolute: boost + ambient, ratio: (boost + ambient) / ambient });
  if (known(absolute)) return answer({ boost: absolute - ambient, ratio: absolute / ambient });
  return answer();
}

export const gaugeLine: PadLine = {
  id: 'gauge',
  title: 'Boost gauge and absolute',
  ask: 'one of the pressures at a height',
  source: 'ISO 2533 for the air of the height',
  fields: [
    {
      key: 'boost',
      label: 'Boost',
      quantity: 'boost',
      min: -90_000,
      max: 800_000,
      basis: 'gauge',
      target: '{setup}.boost.levelGauge',
      with: { '{setup}.boost.kind': 'level' },
    },
    {
      key: 'absolute',
      label: 'Absolute pressure',
      quantity: 'pressure',
      min: 10_000,
      max: 900_000,
      basis: 'abs',
    },
    altitudeField,
  ],
  results: [{ key: 'ratio', label: 'Pressure ratio to ambient', quantity: 'ratio' }],
  solve: gaugeAbsolute,
};
