import * as z from 'zod';
import { input } from '../documents/input-schema';
import { partTypes } from '../job/schema/component-choices';
import { componentSchema, limitRanges } from '../job/schema/components';

/** What every item of the library has besides its figures. */
const shop = {
  name: z.string().trim().min(1).max(80),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
};

const stated = ([low, high]: readonly [number, number]) => input(low, high).optional();

/** A part of an engine or its driveline by what it bears, or an assembly of several. SI. */
export const enginePartSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('engine-part'),
  ...shop,
  type: z.enum(partTypes),
  /** Engines or gearboxes that it is made for; empty for any. */
  fits: z.string().max(80),
  material: z.string().max(120),
  limits: z.strictObject({
    torque: stated(limitRanges.torque),
    power: stated(limitRanges.power),
    bmep: stated(limitRanges.bmep),
    engineSpeed: stated(limitRanges.engineSpeed),
    pistonSpeed: stated(limitRanges.pistonSpeed),
    boltLoad: stated(limitRanges.boltLoad),
    cylinderPressure: stated(limitRanges.cylinderPressure),
    boost: stated(limitRanges.boost),
    backPressure: stated(limitRanges.backPressure),
    chargeTemperature: stated(limitRanges.chargeTemperature),
    exhaustTemperature: stated(limitRanges.exhaustTemperature),
    roadSpeed: stated(limitRanges.roadSpeed),
    stopEnergy: stated(limitRanges.stopEnergy),
    runningMass: stated(limitRanges.runningMass),
  }),
});
export type EnginePart = z.infer<typeof enginePartSchema>;

/** What the shop has learnt of a family of engines: offered to the next job with one of them. */
export const engineFamilySchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('engine-family'),
  ...shop,
  /** One to a line. */
  weakPoints: z.string().max(2000),
  /** Its parts with their limits, as a job knew them. */
  components: z.array(componentSchema).max(48),
});
export type EngineFamily = z.infer<typeof engineFamilySchema>;

/** The weak points of a family, one each, as long as a job takes them. */
export const weakPointsOf = ({ weakPoints }: Pick<EngineFamily, 'weakPoints'>): string[] =>
  weakPoints
    .split('\n')
    .map((line) => line.trim().slice(0, 160))
    .filter(Boolean);
