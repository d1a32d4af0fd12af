import { USUAL_LOSS } from '../job/questions';
import { makeClimate } from '../air/climate';
import { enthalpy, isentropicTemperature } from '../air/gas-properties';
import { standardPressure } from '../air/standard-atmosphere';
import { correctedFlow } from '../compressor/formulas';
import { compressorOutlet } from '../compressor/outlet';
import { powerOfTorque, powerPerFlow, torque as torqueOf } from '../engine/power-formulas';
import { fuelOf, type FuelId } from '../fuel/fuels';
import type { Quantity } from '../units/quantities';
import { flywheelPower, wheelPower } from '../vehicle/drivetrain';
import { powerFromTrap, trapSpeed } from '../vehicle/performance';
import { reason, type Reason } from '../working/range';

/** What the pad takes from the job in hand, or common practice where there is none. SI. */
export type PadContext = {
  fuel: FuelId;
  altitude: number;
  temperature: number;
  lossShare: number;
  mass: number;
  /** Displacement of the engine in hand and its cycle, for mean effective pressures; null outside a job. */
  engine: { displacement: number; cycle: 'four-stroke' | 'two-stroke' } | null;
};

type Values = Record<string, number | undefined>;

/** What follows from what was given: figures SI by field, why it cannot be true, and what else there is to say. */
type PadAnswer = { derived: Values; impossible: Reason | null; remarks: Reason[] };

export type PadField = {
  key: string;
  label: string;
  quantity: Quantity;
  min: number;
  max: number;
  basis?: 'gauge' | 'abs';
  /** Taken where nothing is typed. */
  usual?: (context: PadContext) => number;
  /** Where the job keeps such a figure; '{setup}' stands for the setup in hand. */
  target?: string;
  /** What else is written with it, by path. */
  with?: Record<string, string>;
};

export type PadLine = {
  id: string;
  title: string;
  /** Which fields to give, in words. */
  ask: string;
  source: string;
  fields: PadField[];
  /** What follows besides the fields. */
  results?: { key: string; label: string; quantity: Quantity }[];
  solve: (given: Values, context: PadContext) => PadAnswer;
};

const power = (key: string, label: string, more: Partial<PadField> = {}): PadField => ({
  key,
  label,
  quantity: 'power',
  min: 500,
  max: 10_000_000,
  ...more,
});
const speed: PadField = {
  key: 'speed',
  label: 'Engine speed',
  quantity: 'engineSpeed',
  min: 300,
  max: 25_000,
  target: 'brief.goal.speedRpm',
};

const known = (value: number | undefined): value is number => value !== undefined;
const answer = (derived: Values = {}, impossible: Reason | null = null, remarks: Reason[] = []) => ({
  derived,
  impossible,
  remarks,
});
/** Two claims of one figure agree within this share. */
const AGREE = 0.02;
const isOff = (a: number, b: number, share = AGREE) => Math.abs(a / b - 1) > share;

/** Mean effective pressures that nothing on wheels reaches, Pa (from memory). */
const MOST_MEAN_PRESSURE = { spark: 6.5e6, compression: 4.5e6 };

function meanPressureClaim(torque: number, { engine, fuel }: PadContext): Reason | null {
  if (!engine) return null;
  const turns = engine.cycle === 'two-stroke' ? 1 : 2;
  const pressure = (torque * 2 * Math.PI * turns) / engine.displacement;
  const most = MOST_MEAN_PRESSURE[fuelOf(fuel).ignition];
  return pressure > most
    ? reason('claim-mean-pressure', {
        torque: [torque, 'torque'],
        size: [engine.displacement, 'volume'],
        pressure: [pressure, 'pressure'],
        most: [most, 'pressure'],
      })
    : null;
}

function powerTorqueSpeed({ power: p, torque: t, speed: n }: Values, context: PadContext): PadAnswer {
  if (known(p) && known(t) && known(n)) {
    const made = powerOfTorque(t, n);
    return isOff(made, p)
      ? answer(
          {},
          reason('claim-power-torque', {
            torque: [t, 'torque'],
            speed: [n, 'engineSpeed'],
            made: [made, 'power'],
            power: [p, 'power'],
            wanted: [torqueOf.fn({ power: p, speedRpm: n }), 'torque'],
          }),
        )
      : answer({}, meanPressureClaim(t, context));
  }
  if (known(p) && known(n)) {
    const torque = torqueOf.fn({ power: p, speedRpm: n });
    return answer({ torque }, meanPressureClaim(torque, context));
  }
  if (known(t) && known(n)) return answer({ power: powerOfTorque(t, n) }, meanPressureClaim(t, context));
  if (known(p) && known(t)) {
    const rpm = (p / t) * (60 / (2 * Math.PI));
    const tooFast = rpm > 25_000 || rpm < 300;
    return answer(
      { speed: rpm },
      tooFast
        ? reason('claim-speed', { power: [p, 'power'], torque: [t, 'torque'], speed: [rpm, 'engineSpeed'] })
        : meanPressureClaim(t, context),
    );
  }
  return answer();
}

const STANDARD = { pressure: 101_325, temperature: 288.15 };

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
    referenceTemperature: STANDARD.temperature,
    referencePressure: STANDARD.pressure,
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

/** Rated at this pressure across the injector, Pa: 3 bar. */
const RATED = 300_000;
const MOST_DUTY = 0.85;

function injectors({ size, count, power: p, duty, drop }: Values, context: PadContext): PadAnswer {
  const { density, bsfc } = fuelOf(context.fuel).injectors;
  const across = Math.sqrt((drop ?? RATED) / RATED);
  const number = count ?? 4;
  const names = { fuel: fuelOf(context.fuel).name };
  // kg/s of all of them, held open.
  const open = known(size) ? size * density * number * across : undefined;
  if (known(open) && known(p)) {
    const needed = (p * bsfc) / open;
    const figures: Parameters<typeof reason>[1] = {
      power: [p, 'power'],
      duty: [needed, 'share'],
      most: [(open * MOST_DUTY) / bsfc, 'power'],
      usual: [MOST_DUTY, 'share'],
      ...(known(duty) ? { stated: [duty, 'share'] } : {}),
    };
    const said = known(duty) && isOff(needed, duty, 0.05);
    return answer(
      known(duty) ? {} : { duty: needed },
      needed > 1 || said ? reason(needed > 1 ? 'claim-duty' : 'claim-duty-other', figures, names) : null,
      // What reads as 85 % is not over 85 %.
      needed <= 1 && Math.round(needed * 100) > MOST_DUTY * 100
        ? [reason('claim-duty-high', figures, names)]
        : [],
    );
  }
  if (known(open)) return answer({ power: (open * (duty ?? 0.8)) / bsfc });
  if (known(p)) return answer({ size: (p * bsfc) / ((duty ?? 0.8) * density * number * across) });
  return answer();
}

function wheelFlywheel({ wheels, flywheel, loss }: Values, context: PadContext): PadAnswer {
  if (known(wheels) && known(flywheel)) {
    const share = 1 - wheels / flywheel;
    const figures: Parameters<typeof reason>[1] = {
      wheels: [wheels, 'power'],
      flywheel: [flywheel, 'power'],
      share: [Math.abs(share), 'share'],
    };
    if (share <= 0) return answer({}, reason('claim-gains-on-the-way', figures));
    if (known(loss) && Math.abs(share - loss) > 0.02)
      return answer({}, reason('claim-loss-other', { ...figures, loss: [loss, 'share'] }));
    const unusual = share < USUAL_LOSS.least || share > USUAL_LOSS.most;
    const usual = {
      least: [USUAL_LOSS.least, 'share'],
      most: [USUAL_LOSS.most, 'share'],
    } satisfies Parameters<typeof reason>[1];
    return answer(
      { loss: share },
      null,
      share > 0.35
        ? [reason('claim-loss-large', figures)]
        : unusual
          ? [reason('claim-loss-unusual', { ...figures, ...usual })]
          : [],
    );
  }
  const drivetrain = { school: 'share', lossShare: loss ?? context.lossShare, fixedLoss: 0 } as const;
  if (known(wheels)) return answer({ flywheel: flywheelPower(wheels, drivetrain) });
  if (known(flywheel)) return answer({ wheels: wheelPower(flywheel, drivetrain) });
  return answer();
}

function trap({ trap: v, mass, power: p }: Values, context: PadContext): PadAnswer {
  const m = mass ?? context.mass;
  if (known(v) && known(p)) {
    const told = powerFromTrap(v, m);
    return answer(
      {},
      isOff(told, p, 0.15)
        ? reason('claim-trap', {
            trap: [v, 'roadSpeed'],
            mass: [m, 'mass'],
            told: [told, 'power'],
            power: [p, 'power'],
          })
        : null,
    );
  }
  if (known(v)) return answer({ power: powerFromTrap(v, m) });
  if (known(p)) return answer({ trap: trapSpeed(p, m) });
  return answer();
}

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

/**
 * The claims a shop hears every day, each as a line that takes what is given and works out the rest. Every line is total:
 * it never throws on figures within its fields' ranges.
 */
export const padLines: PadLine[] = [
  {
    id: 'power-torque-speed',
    title: 'Power, torque, speed',
    ask: 'two give the third; three are checked',
    source: 'hp = lb·ft × rpm / 5,252, from the definition of power',
    fields: [
      power('power', 'Power', { target: 'brief.goal.power' }),
      {
        key: 'torque',
        label: 'Torque',
        quantity: 'torque',
        min: 1,
        max: 100_000,
        target: 'brief.goal.torque',
      },
      speed,
    ],
    solve: powerTorqueSpeed,
  },
  {
    id: 'catalogue-flow',
    title: 'Catalogue flow at this height',
    ask: 'a compressor’s flow or its advertised power',
    source: 'corrected flow turned round; power by the fuel’s band per air: common practice, no source',
    fields: [
      { key: 'flow', label: 'Catalogue flow', quantity: 'massFlow', min: 0.003, max: 5 },
      power('power', 'Advertised power', { target: 'brief.goal.power' }),
      {
        key: 'altitude',
        label: 'Altitude',
        quantity: 'altitude',
        min: -500,
        max: 6_000,
        usual: (c) => c.altitude,
        target: 'brief.venue.altitude',
      },
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
  },
  {
    id: 'injectors',
    title: 'Injectors and power',
    ask: 'size or power, the other follows',
    source: 'BSFC for sizing (petrol 0.60, E85 0.80 lb/hp·h) and 3 bar across: common practice, no source',
    fields: [
      { key: 'size', label: 'Injector flow', quantity: 'injectorFlow', min: 1e-7, max: 2e-4 },
      { key: 'count', label: 'Number of injectors', quantity: 'count', min: 1, max: 48, usual: () => 4 },
      power('power', 'Flywheel power', {
        target: 'brief.goal.power',
        with: { 'brief.goal.basis': 'flywheel' },
      }),
      { key: 'duty', label: 'Duty cycle', quantity: 'share', min: 0.05, max: 1.5, usual: () => 0.8 },
      {
        key: 'drop',
        label: 'Differential pressure',
        quantity: 'boost',
        min: 50_000,
        max: 1_500_000,
        usual: () => RATED,
      },
    ],
    solve: injectors,
  },
  {
    id: 'wheels-flywheel',
    title: 'Wheels and flywheel',
    ask: 'one of the powers; both give the loss',
    source: 'drivetrain loss as a share: common practice, no source',
    fields: [
      power('wheels', 'At the wheels', {
        target: 'brief.goal.power',
        with: { 'brief.goal.basis': 'wheels' },
      }),
      power('flywheel', 'At the flywheel', {
        target: 'brief.goal.power',
        with: { 'brief.goal.basis': 'flywheel' },
      }),
      {
        key: 'loss',
        label: 'Drivetrain loss',
        quantity: 'share',
        min: 0,
        max: 0.5,
        usual: (c) => c.lossShare,
        target: 'brief.drivetrain.lossShare',
      },
    ],
    solve: wheelFlywheel,
  },
  {
    id: 'trap',
    title: 'Trap speed and power',
    ask: 'the speed at the end of a standing quarter mile',
    source: 'cube-root rule, trap[mph] = 234 (hp/lb)^⅓, flywheel power: from memory',
    fields: [
      { key: 'trap', label: 'Trap speed', quantity: 'roadSpeed', min: 10, max: 200 },
      {
        key: 'mass',
        label: 'Mass with driver',
        quantity: 'mass',
        min: 50,
        max: 60_000,
        usual: (c) => c.mass,
        target: 'brief.vehicle.mass',
      },
      power('power', 'Flywheel power', {
        target: 'brief.goal.power',
        with: { 'brief.goal.basis': 'flywheel' },
      }),
    ],
    solve: trap,
  },
  {
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
  },
  {
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
      {
        key: 'altitude',
        label: 'Altitude',
        quantity: 'altitude',
        min: -500,
        max: 6_000,
        usual: (c) => c.altitude,
        target: 'brief.venue.altitude',
      },
    ],
    results: [{ key: 'ratio', label: 'Pressure ratio to ambient', quantity: 'ratio' }],
    solve: gaugeAbsolute,
  },
];
