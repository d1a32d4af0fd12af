import * as z from 'zod';
import { input } from '../../documents/input-schema';
import { refSchema } from '../../documents/ref';
import { componentKinds, type LimitMetric } from './component-choices';

/** The widest that makes sense of each limit, SI; pressures gauge but for the mean effective one. */
export const limitRanges = {
  torque: [5, 50_000],
  power: [1_000, 5_000_000],
  bmep: [100_000, 10_000_000],
  engineSpeed: [300, 30_000],
  pistonSpeed: [2, 60],
  boltLoad: [500, 2_000_000],
  cylinderPressure: [1_000_000, 60_000_000],
  boost: [1_000, 2_000_000],
  backPressure: [1_000, 3_000_000],
  chargeTemperature: [260, 600],
  exhaustTemperature: [500, 1_600],
  roadSpeed: [3, 160],
  stopEnergy: [10_000, 200_000_000],
  runningMass: [20, 200_000],
} as const satisfies Record<LimitMetric, [number, number]>;

/** A limit: where it may give, where it certainly does if sources disagree, and how long it bears more than that. */
const limit = ([low, high]: readonly [number, number]) =>
  z
    .strictObject({
      low: input(low, high),
      high: input(low, high).optional(),
      /** A pull that is no longer than this is borne. */
      seconds: input(0.5, 36_000).optional(),
    })
    .optional();

export const componentSchema = z.strictObject({
  id: z.string().min(1).max(40),
  kind: z.enum(componentKinds),
  /** Its own name where it has one: maker's, or what tells it from another of its kind. */
  name: z.string().max(60),
  /** Material, grade, where the limits come from. */
  note: z.string().max(200),
  limits: z.strictObject({
    torque: limit(limitRanges.torque),
    power: limit(limitRanges.power),
    bmep: limit(limitRanges.bmep),
    engineSpeed: limit(limitRanges.engineSpeed),
    pistonSpeed: limit(limitRanges.pistonSpeed),
    boltLoad: limit(limitRanges.boltLoad),
    cylinderPressure: limit(limitRanges.cylinderPressure),
    boost: limit(limitRanges.boost),
    backPressure: limit(limitRanges.backPressure),
    chargeTemperature: limit(limitRanges.chargeTemperature),
    exhaustTemperature: limit(limitRanges.exhaustTemperature),
    roadSpeed: limit(limitRanges.roadSpeed),
    stopEnergy: limit(limitRanges.stopEnergy),
    runningMass: limit(limitRanges.runningMass),
  }),
  /** The part of the library that the limits were taken from. */
  part: refSchema.optional(),
  /** Of a stronger one, fitted. */
  price: input(0, 1_000_000).optional(),
});
export type Component = z.infer<typeof componentSchema>;
