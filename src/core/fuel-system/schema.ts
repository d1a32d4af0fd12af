import * as z from 'zod';
import { input, wholeInput } from '../documents/input-schema';
import { refSchema } from '../documents/ref';
import {
  injectionKinds,
  loadSenses,
  pumpArrangements,
  pumpDrives,
  railKinds,
  regulatorKinds,
  secondPumpSchools,
  supplyLayouts,
} from './choices';

const DEGREE = Math.PI / 180;

/** Dead time over the battery's voltage, at the rated pressure, s. */
export const deadTimesSchema = z
  .array(z.strictObject({ voltage: z.number().min(6).max(20), time: z.number().min(1e-5).max(5e-3) }))
  .min(1)
  .max(12)
  .refine(
    (rows) => rows.every((r, i) => i === 0 || r.voltage > rows[i - 1]!.voltage),
    'Voltage must rise from line to line.',
  );

/** What a pump delivers over its pressure, gauge, at its rated voltage or speed, and the current it draws. SI. */
export const pumpPointsSchema = z
  .array(
    z.strictObject({
      pressure: z.number().min(0).max(5e7),
      flow: z.number().min(0).max(0.01),
      current: z.number().min(0).max(100),
    }),
  )
  .min(2)
  .max(24)
  .superRefine((points, context) =>
    points.forEach((p, i) => {
      const before = points[i - 1];
      const complain = (message: string) => context.addIssue({ code: 'custom', path: [i], message });
      if (before && p.pressure <= before.pressure) complain('Pressure must rise from point to point.');
      if (before && p.flow >= before.flow) complain('A pump delivers less against more pressure.');
    }),
  );

const injectorsSchema = z.strictObject({
  /** The injector of the library that the figures were taken from. */
  part: refSchema.optional(),
  count: wholeInput(1, 48),
  /** Of one, open all the time at its rated pressure, m³/s. */
  flow: input(1e-7, 2e-4),
  ratedPressure: input(50_000, 300_000_000),
  /** Of the fluid it was rated with, where that is named; otherwise the rating is taken as a volume of the fuel itself. */
  testDensity: input(600, 950).optional(),
  /** Assumed where they are not given. */
  deadTimes: deadTimesSchema.optional(),
  /** What it lengthens by with the pressure across the injector, over the rated one, s/Pa. */
  deadTimeRise: input(-5e-9, 5e-9).optional(),
  /** Shortest pulse that still meters, without dead time, s. */
  leastPulse: input(1e-5, 5e-3).optional(),
});
export type InjectorsDocument = z.infer<typeof injectorsSchema>;

const pumpSchema = z.strictObject({
  part: refSchema.optional(),
  points: pumpPointsSchema,
  /** Of the points: V of an electric pump, rev/min of the crankshaft of one on the engine. */
  ratedVoltage: input(6, 60),
  ratedRpm: input(300, 25_000),
});
export type PumpDocument = z.infer<typeof pumpSchema>;

const lineSchema = z.strictObject({
  bore: input(0.002, 0.05),
  length: input(0.05, 20),
  /** Bends of a right angle and fittings that count as one. */
  bends: input(0, 40),
});

const filterSchema = z.strictObject({
  part: refSchema.optional(),
  /** Pressure drop at `flow`, new. */
  drop: input(0, 200_000),
  flow: input(1e-6, 0.01),
  /** How many times as much it costs now: one for a new one. */
  clogged: input(1, 50),
});

/** Injectors, pumps and what lies between them: the fuel system of a setup. SI; pressures gauge. */
export const fuelSystemSchema = z.strictObject({
  injection: z.enum(injectionKinds),
  injectors: injectorsSchema,
  /** A second set that joins from a boost on. */
  second: injectorsSchema.extend({ fromGauge: input(-50_000, 800_000) }).optional(),
  /** How often an injector opens in a cycle. */
  shots: z.union([z.literal(1), z.literal(2)]),
  /** The most of the cycle that an injector may stand open, dead time with it. */
  mostDuty: input(0.3, 1),
  direct: z.strictObject({
    /** Crank angle in which the fuel must be in, rad. */
    window: input(5 * DEGREE, 720 * DEGREE),
    /** In the rail of the high pressure. */
    railPressure: input(2_000_000, 300_000_000),
    /** What the high-pressure pump delivers in a turn of the crankshaft, m³. */
    pumpPerTurn: input(1e-8, 1e-4),
  }),
  /** Over the manifold where the regulator is referenced, over the day's air otherwise. Of direct injection in the low side. */
  basePressure: input(20_000, 1_500_000),
  regulator: z.strictObject({
    part: refSchema.optional(),
    kind: z.enum(regulatorKinds),
    layout: z.enum(supplyLayouts),
    /** What its pressure rises by for each m³/s that it lets back, Pa·s/m³. */
    slope: input(0, 5e9),
  }),
  pumps: z.strictObject({
    arrangement: z.enum(pumpArrangements),
    drive: z.enum(pumpDrives),
    first: pumpSchema,
    /** Where there are two and they differ; otherwise the second is as the first. */
    other: pumpSchema.optional(),
    second: z.enum(secondPumpSchools),
    onGauge: input(-50_000, 800_000),
  }),
  battery: input(8, 60),
  /** Of the wires there and back and what they pass, for each pump, Ω. */
  wiring: input(0, 1),
  /** Lifts fuel into a surge tank that the pumps draw from. */
  lift: z.strictObject({ flow: input(1e-6, 0.01), volume: input(1e-4, 0.05) }).optional(),
  filters: z.strictObject({
    /** Before the pumps, and behind them. */
    suction: filterSchema.optional(),
    pressure: filterSchema.optional(),
  }),
  feed: lineSchema,
  back: lineSchema,
  rails: z.strictObject({ kind: z.enum(railKinds), bore: input(0.003, 0.05), length: input(0.05, 3) }),
  /** How the controller senses the load, where that is known. */
  senses: z.enum(loadSenses).optional(),
  /** Of the fuel in the tank, K. */
  temperature: input(233.15, 363.15),
});
export type FuelSystemDocument = z.infer<typeof fuelSystemSchema>;
