import * as z from 'zod';
import { fuelIds } from '../../fuel/fuels';
import { input, wholeInput } from '../../documents/input-schema';
import { fixedThings, goalBases, localTopics, places, uses } from './brief-choices';

const gPerKWh = 1e-3 / 3.6e6;
const text = (most: number) => z.string().max(most);
/** A day as ISO 8601 writes it; empty where none was said. */
export const day = z.union([z.literal(''), z.iso.date()]);

const venueSchema = z.strictObject({
  name: text(60),
  altitude: input(-500, 6_000),
  barometer: z.strictObject({
    kind: z.enum(['standard', 'station', 'seaLevel']),
    pressure: input(40_000, 110_000),
  }),
  /** The air that is designed for. */
  temperature: input(233.15, 333.15),
  humidity: z.strictObject({
    kind: z.enum(['relative', 'dewPoint']),
    relative: input(0, 1),
    dewPoint: input(223.15, 313.15),
  }),
  /** The weather that may come there. */
  coldest: input(233.15, 333.15).optional(),
  hottest: input(233.15, 333.15).optional(),
});
export type Venue = z.infer<typeof venueSchema>;

const partSchema = z.strictObject({
  name: text(60),
  /** Torque it takes, where known: at the crank for a clutch, at its input for a gearbox. */
  torque: input(1, 100_000).optional(),
});

const vehicleSchema = z.strictObject({
  kind: z.enum(['vehicle', 'boat', 'machine']),
  name: text(60),
  mass: input(20, 200_000).optional(),
  driven: z.enum(['front', 'rear', 'all']),
  tyreRadius: input(0.05, 2).optional(),
  finalDrive: input(0.3, 30).optional(),
  gears: z.array(input(0.2, 30)).max(12),
  /** Drag coefficient times frontal area. */
  dragArea: input(0.05, 30).optional(),
  rollingResistance: input(0.002, 0.3).optional(),
  /** Coefficient of the driven tyres on the surface it runs on; 0 holds nothing. */
  grip: input(0, 4).optional(),
  /** Share of the weight on the driven axle at rest. */
  drivenShare: input(0.1, 0.9).optional(),
  wheelbase: input(0.8, 12).optional(),
  gravityHeight: input(0.1, 4).optional(),
  shiftTime: input(0, 5).optional(),
  launchRpm: input(300, 25_000).optional(),
  /** What the propeller or the pump takes at one speed; it goes with a power of the speed. */
  propellerPower: input(500, 20_000_000).optional(),
  propellerRpm: input(300, 25_000).optional(),
  propellerExponent: input(1.5, 4),
  /** What the machine takes over engine speed. */
  load: z.array(z.strictObject({ speedRpm: input(100, 25_000), power: input(0, 20_000_000) })).max(24),
  clutch: partSchema,
  /** And by gear at its input, first gear first, where that is known. */
  gearbox: partSchema.extend({ gearTorques: z.array(input(1, 100_000)).max(12).optional() }),
});
export type Vehicle = z.infer<typeof vehicleSchema>;

export const briefSchema = z.strictObject({
  customer: text(80),
  /** In the customer's own words. */
  wish: text(2_000),
  goal: z.strictObject({
    power: input(1_000, 10_000_000),
    basis: z.enum(goalBases),
    speedRpm: input(500, 25_000),
    /** A torque that is wanted too, on the same basis; both or none. */
    torque: input(5, 100_000).optional(),
    torqueRpm: input(300, 25_000).optional(),
    /** A torque never to be undercut over a span of the revs, on the same basis; all three or none. */
    floorTorque: input(5, 100_000).optional(),
    floorFromRpm: input(300, 25_000).optional(),
    floorToRpm: input(300, 25_000).optional(),
  }),
  /** Gains that somebody lists for the parts, each as it was said: from, and to where a range was. */
  claimedGains: z
    .array(
      z.strictObject({ what: text(60), power: input(0, 2_000_000), most: input(0, 2_000_000).optional() }),
    )
    .max(12)
    .optional(),
  use: z.strictObject({
    kind: z.enum(uses),
    fullSeconds: input(1, 36_000).optional(),
    restSeconds: input(0, 360_000).optional(),
    repeats: wholeInput(1, 1_000).optional(),
    /** At high load without a rest, s. */
    loadHours: input(60, 36_000_000).optional(),
  }),
  drivetrain: z.strictObject({
    school: z.enum(['share', 'fixed-and-share']),
    lossShare: input(0, 0.5),
    fixedLoss: input(0, 500_000),
  }),
  /** How far from surge and from choke the compressor must stay; the usual where nothing is asked. */
  surgeMargin: input(0, 0.5).optional(),
  chokeMargin: input(0, 0.5).optional(),
  fuel: z.strictObject({
    id: z.enum(fuelIds),
    /** Of E85: ethanol by volume, where it was measured. */
    ethanol: input(0, 1).optional(),
    lambda: input(0.4, 6),
    /** Where λ goes with boost: what it is without any, and the boost, gauge, from which `lambda` stands. Both or none. */
    lambdaUnboosted: input(0.4, 6).optional(),
    lambdaFullGauge: input(5_000, 600_000).optional(),
    /** Where λ goes with the revs: what it is at the red line, and the speed up to which `lambda` stands. Both or none. */
    lambdaRedLine: input(0.4, 6).optional(),
    lambdaFromRpm: input(300, 30_000).optional(),
    /** Turbine inlet that the mixture is made to keep: richer than planned where it would be hotter, a diesel leaner. */
    inletLimit: input(800, 1_500).optional(),
    bsfc: input(120 * gPerKWh, 1500 * gPerKWh),
    bsfcLambda: input(0.4, 6),
  }),
  /** The best and the worst that can be bought on the way, where they differ from the fuel designed for. */
  fuelBest: z.enum(fuelIds).nullable(),
  fuelWorst: z.enum(fuelIds).nullable(),
  /** The design point. */
  venue: venueSchema,
  otherVenues: z.array(venueSchema).max(7),
  budget: z.strictObject({
    amount: input(0, 100_000_000).optional(),
    currency: z.string().regex(/^[A-Z]{3}$/, 'A currency has three capital letters.'),
  }),
  due: day,
  fixed: z.array(z.strictObject({ what: z.enum(fixedThings), note: text(200) })).max(12),
  /** Asked, recorded and referred to the local authority; never judged. */
  local: z.strictObject({
    place: z.enum(places),
    answers: z
      .array(z.strictObject({ topic: z.enum(localTopics), answer: text(300), from: text(80), on: day }))
      .max(12),
  }),
  vehicle: vehicleSchema,
});
