import * as z from 'zod';
import { corrections } from '../../dyno/corrections';
import { breathingShapeIds } from '../../engine/breathing';
import { fuelIds } from '../../fuel/fuels';
import { boostedChoices } from './component-choices';
import { componentSchema } from './components';
import { day } from './brief';
import { confidences } from '../../documents/input';
import { input, wholeInput } from '../../documents/input-schema';

const gPerKWh = 1e-3 / 3.6e6;
const degrees = Math.PI / 180;
const angle = (min: number, max: number) => input(min * degrees, max * degrees);

const rising = (rows: { speedRpm: number }[]) =>
  rows.every((row, i) => i === 0 || row.speedRpm > rows[i - 1]!.speedRpm);

/**
 * A run the customer already has, as flywheel or wheel power over speed. Kept to at most 200 rows: more are gathered in
 * even steps of speed, and each row says how many readings it stands for.
 */
const baselineSchema = z.strictObject({
  name: z.string().max(60),
  on: day,
  basis: z.enum(['flywheel', 'wheels']),
  /** The correction its figures carry. */
  correction: z.enum(corrections),
  confidence: z.enum(confidences),
  /** Station pressure, temperature and humidity of the day. */
  pressure: input(40_000, 110_000),
  temperature: input(233.15, 333.15),
  humidity: input(0, 1),
  /** Where the rows say nothing of their own. */
  chargeTemperature: input(233.15, 450),
  lambda: input(0.4, 6),
  /** Pressure lost before the engine at the run's greatest flow; for rows without a manifold pressure. */
  inletDrop: input(0, 40_000),
  /** Turbine inlet or exhaust port over manifold pressure at the run's greatest boost; 1 for an open exhaust. */
  backPressureRatio: input(0.5, 4),
  fuel: z.enum(fuelIds),
  bsfc: input(120 * gPerKWh, 1500 * gPerKWh),
  bsfcLambda: input(0.4, 6),
  rows: z
    .array(
      z.strictObject({
        speedRpm: z.number().min(100).max(30_000),
        power: z.number().min(100).max(10_000_000),
        boostGauge: z.number().min(-90_000).max(800_000).nullable(),
        chargeTemperature: z.number().min(233.15).max(500).nullable(),
        lambda: z.number().min(0.4).max(6).nullable(),
        /** How many readings it stands for. */
        readings: z.number().int().min(1).max(10_000),
      }),
    )
    .max(200)
    .refine(rising, 'The speeds of the baseline must rise.'),
});
export type Baseline = z.infer<typeof baselineSchema>;

const breathingSchema = z.strictObject({
  source: z.enum(['shape', 'table', 'baseline']),
  shape: z.strictObject({
    id: z.enum(breathingShapeIds),
    peak: input(0.3, 1.6),
    peakRpm: input(300, 25_000),
  }),
  table: z.strictObject({
    confidence: z.enum(confidences),
    rows: z
      .array(z.strictObject({ speedRpm: z.number().min(100).max(30_000), value: z.number().min(0.1).max(2) }))
      .max(200)
      .refine(rising, 'The speeds of the breathing table must rise.'),
  }),
  /** The condition the curve was taken in: only the change from it acts. A baseline brings its own. */
  reference: z.strictObject({
    temperature: input(233.15, 420),
    backPressureRatio: input(0.5, 4),
    fuel: z.enum(fuelIds),
    lambda: input(0.4, 6),
  }),
  /** ηv ∝ (T_m/T_ref)^exponent. */
  temperatureExponent: input(0, 1),
});

/** What a cylinder holds at top dead centre, part by part. */
const volumesSchema = z.strictObject({
  used: z.boolean(),
  chamber: input(0, 0.6),
  /** Of the piston crown: a dish adds, a dome takes away. */
  crown: input(-0.1, 0.1),
  gasketBore: input(0.01, 1),
  gasketThickness: input(0, 0.02),
  /** Piston below the deck at top dead centre; above it is negative. */
  deck: input(-0.01, 0.05),
});

const camSchema = z.strictObject({
  known: z.boolean(),
  /** The lift at which the durations are stated. */
  atLift: input(0, 0.005),
  intake: angle(120, 400),
  exhaust: angle(120, 400),
  intakeLift: input(0.001, 0.05),
  exhaustLift: input(0.001, 0.05),
  separation: angle(80, 140),
  /** Intake lobe centre after top dead centre. */
  intakeCentre: angle(70, 150),
  /** Whether the chosen breathing shape is moved by the card, against a card of this intake duration. */
  movesShape: z.boolean(),
  shapeDuration: angle(120, 400),
});

/** A card that is looked at beside the engine’s own, at the same lift. */
const otherCamSchema = camSchema.omit({ known: true, atLift: true, movesShape: true, shapeDuration: true });

const valveSchema = z.strictObject({
  /** Everything that moves with one intake valve, a third of the spring with it. */
  mass: input(0.005, 2).optional(),
  seatForce: input(10, 10_000).optional(),
  openForce: input(10, 20_000).optional(),
  headDiameter: input(0.005, 0.2).optional(),
});

const conditionSchema = z.strictObject({
  hours: input(0, 360_000_000).optional(),
  /** Gauge, in the order of the cylinders. */
  compression: z.array(input(0, 6_000_000)).max(24),
  leakDown: z.array(input(0, 1)).max(24),
  oilHotGauge: input(0, 1_500_000).optional(),
  oilHotRpm: input(300, 15_000).optional(),
  blowBy: input(0, 0.05).optional(),
  blowByLimit: input(0.00001, 0.05).optional(),
  belts: z.enum(['unchecked', 'good', 'failed']),
  /** Before the silencers at full power, gauge. */
  exhaustGauge: input(0, 300_000).optional(),
  /** What this shop has noted of the engine's family. */
  weakPoints: z
    .array(z.strictObject({ note: z.string().max(160), state: z.enum(['open', 'passed', 'failed']) }))
    .max(12),
  /** Power of this engine over that of a sound one. */
  factor: input(0.5, 1),
});
export type Condition = z.infer<typeof conditionSchema>;

/** What the engine is, and what has happened to it. */
const recordSchema = z.strictObject({
  family: z.string().max(80),
  variant: z.string().max(80),
  heads: z.string().max(120),
  injectors: z.string().max(80),
  /** Earlier changes. */
  changes: z.string().max(500),
  boosted: z.enum(boostedChoices),
  distance: input(0, 5_000_000_000).optional(),
});

export const engineSchema = z.strictObject({
  bore: input(0.01, 1),
  stroke: input(0.01, 2),
  cylinders: wholeInput(1, 24),
  cycle: z.enum(['four-stroke', 'two-stroke']),
  compressionRatio: input(4, 30),
  volumes: volumesSchema,
  rodLength: input(0.02, 4).optional(),
  redLineRpm: input(500, 25_000),
  idleRpm: input(100, 6_000),
  /** Two-strokes: share of the delivered air that stays in the cylinder. */
  trappingEfficiency: input(0.2, 1),
  /** Two-strokes: exhaust port's upper edge above bottom dead centre. */
  exhaustPort: input(0, 1).optional(),
  /** Share of the fuel that evaporates before the intake valve; 0 for direct injection and diesels. */
  evaporatedShare: input(0, 1),
  cam: camSchema,
  otherCams: z.array(otherCamSchema).max(2).optional(),
  valve: valveSchema,
  condition: conditionSchema,
  breathing: breathingSchema,
  baseline: baselineSchema,
  /** What moves at one crank pin, for the load of its rod's bolts: both or none. */
  masses: z.strictObject({ reciprocating: input(0.01, 60), bigEnd: input(0.005, 60) }).optional(),
  /** What the cylinder's model is told; each is usual where it is left out. */
  combustion: z
    .strictObject({
      /** Whole burn at 2,500 rpm. */
      burnAngle: angle(20, 140).optional(),
      /** Kalghatgi's K: how much of the fuel's sensitivity counts against it. */
      octaneWeight: input(-1, 1.5).optional(),
      /** Measured knock over the correlation's delay. */
      delayFactor: input(0.3, 3).optional(),
      /** Kept from modelled knock. */
      margin: angle(0, 15).optional(),
      /** Peak pressure that the timing keeps. */
      peakLimit: input(2_000_000, 50_000_000).optional(),
    })
    .optional(),
  record: recordSchema.optional(),
  /** Parts that can give, with their limits; an engine may have none laid out. */
  components: z.array(componentSchema).max(48).optional(),
});
