import * as z from 'zod';
import { briefSchema, day } from './brief';
import { calibrationFileSchema } from './calibration';
import { engineSchema } from './engine';
import { input } from '../../documents/input-schema';
import { markSchema } from './mark-schema';
import { planSchemaWith } from './plan';
import { recordSchema, reportSchema } from './record';
import { idSchema as id, refSchema } from '../../documents/ref';
import { confidences } from '../../documents/input';
import { gateSchema } from '../../turbocharger/gate-schema';
import { layoutSchema } from '../../drive/document';
import { chargeInjectionSchema } from '../../charge-injection/schema';
import { fuelSystemSchema } from '../../fuel-system/schema';
import { boostKinds, chargerChecks, lossPlaces, trialKinds } from './setup-choices';
import { setupLetters as letters } from './letters';
import { JOB_VERSION } from './version';

const lossSchema = z.strictObject({
  place: z.enum(lossPlaces),
  /** A drop stated at a flow, or a pipe whose drop follows from its bore, length and bends. */
  from: z.enum(['drop', 'pipe']),
  /** Pressure drop at `massFlow` of the whole engine, with `pressure` and `temperature` at its inlet. */
  drop: input(0, 60_000),
  massFlow: input(0.001, 20),
  pressure: input(40_000, 900_000),
  temperature: input(230, 1_400),
  /** Narrowest bore of one pipe, where known: for the Mach number, and for the drop of a pipe. */
  diameter: input(0.005, 1).optional(),
  length: input(0, 30).optional(),
  /** Bends of a right angle in one pipe; two of 45° count as one. */
  bends: input(0, 40).optional(),
  /** The part of the library that the figures were taken from. */
  part: refSchema.optional(),
});
export type Loss = z.infer<typeof lossSchema>;

/** Boost over the revs, or one level for each gear: rows that were set together. */
const curveRow = z.strictObject({
  speedRpm: z.number().min(100).max(30_000),
  gauge: z.number().min(0).max(800_000),
});

const boostPlanSchema = z.strictObject({
  kind: z.enum(boostKinds),
  /** Whether a target stands by gauge in any air, or as absolute pressure: what it is in the air of the Brief. */
  held: z.enum(['gauge', 'absolute']),
  levelGauge: input(0, 800_000),
  curve: z
    .strictObject({
      confidence: z.enum(confidences),
      rows: z.array(curveRow).max(24),
    })
    .refine(
      ({ rows }) => rows.every((r, i) => i === 0 || r.speedRpm > rows[i - 1]!.speedRpm),
      'The speeds of the boost curve must rise.',
    ),
  /** Boost of each gear, gauge, first gear first, and the gear that is looked at, counted from 0. */
  gears: z.array(input(0, 800_000)).max(10),
  gear: z.number().int().min(0).max(9),
  /** What is held above the goal's speed. */
  hold: z.enum(['pressure', 'torque', 'power']),
  onsetRpm: input(100, 30_000),
  fullRpm: input(100, 30_000),
});

const coolerSchema = z.strictObject({
  kind: z.enum(['none', 'air', 'water']),
  effectiveness: input(0, 1),
  /** Coolant above the air of the day (below it with ice). */
  coolantRise: input(-60, 120),
  /** Effectiveness over the flow of charge, kg/s: then it follows the flow, and the figure above is not asked. */
  points: z
    .array(z.strictObject({ flow: z.number().min(1e-3).max(20), effectiveness: z.number().min(0.01).max(1) }))
    .min(2)
    .max(24)
    .refine(
      (points) => points.every((p, i) => i === 0 || p.flow > points[i - 1]!.flow),
      'Flow must rise from point to point.',
    )
    .optional(),
  /** Its size, where the effectiveness is to follow from that: then neither the figure nor the points are asked. */
  size: z
    .strictObject({
      height: input(0.02, 2),
      width: input(0.02, 2),
      depth: input(0.01, 0.5),
      /** Fins of each side over usual ones: 12 to an inch. */
      chargeFins: input(0.3, 3),
      coolantFins: input(0.3, 3),
      /** Air through its face, or what the pump of the loop brings. */
      speed: input(0.1, 80),
      pump: input(1e-5, 0.01),
    })
    .optional(),
  /** The cooler of the library that they came from. */
  part: refSchema.optional(),
});
export type CoolerDocument = z.infer<typeof coolerSchema>;

/** What stores and carries off the heat of the cooler behind the charger at the engine: for heat soak. */
const coolingSchema = z.strictObject({
  /** Of the core, kg, and its face. */
  metal: input(0.2, 200),
  face: input(0.005, 3),
  /** Air through the face, of the exchanger in front where there is a loop: in a pull and between pulls. */
  pullSpeed: input(0, 80),
  restSpeed: input(0, 80),
  loop: z
    .strictObject({
      /** A tank's with it. */
      volume: input(5e-4, 0.3),
      flow: input(1e-5, 0.01),
      ice: input(0, 200),
      front: z.strictObject({
        part: refSchema.optional(),
        /** At 8 m/s through its face. */
        conductance: input(5, 20_000),
        face: input(0.005, 3),
      }),
    })
    .optional(),
  /** Metal and coolant before the first pull. */
  start: input(233.15, 400),
  /** Share of the way to the intake's wall that the charge is warmed, and that wall. */
  pickUp: input(0, 0.3),
  wall: input(233.15, 450),
});
export type CoolingDocument = z.infer<typeof coolingSchema>;

/** What drives a machine by the exhaust, and what holds it back. */
const exhaustDriveSchema = z.strictObject({
  kind: z.literal('exhaust'),
  /** The library's turbocharger it came as; null once it was put together by hand. */
  turbocharger: refSchema.nullable(),
  turbine: refSchema,
  /** Which of the turbine's housings, counted from 0. */
  housing: z.number().int().min(0).max(11),
  gate: gateSchema,
  inertia: input(1e-8, 1),
  mechanicalEfficiency: input(0.5, 1),
  maxSpeedRpm: input(1_000, 500_000),
});
export type ExhaustDriveDocument = z.infer<typeof exhaustDriveSchema>;

/** A valve that lets air from behind the blower back before it: shut by its spring, opened by boost over it, or by vacuum at part load. */
const bypassSchema = z.strictObject({
  bore: input(0.005, 0.15),
  flowCoefficient: input(0.1, 1),
  /** Boost at which it starts to open. */
  springGauge: input(2_000, 500_000),
});

const beltDriveSchema = z.strictObject({
  kind: z.literal('belt'),
  /** The centrifugal blower of the library it came as. A displacement blower is the machine itself. */
  blower: refSchema.nullable().optional(),
  /** Speed of the machine's shaft over the crankshaft's, a step-up inside the machine with it: where no pulleys are laid out. */
  ratio: input(0.2, 60),
  /** Pulleys and belt; the drive ratio is theirs then, times what is geared behind them. */
  layout: layoutSchema.optional(),
  gear: input(0.2, 20).optional(),
  /** Share of its speed that the machine loses to a slipping belt, where it was found by measuring. */
  slip: input(0, 0.4).optional(),
  /** What belt and gears leave of the power. */
  mechanicalEfficiency: input(0.5, 1),
  maxSpeedRpm: input(1_000, 500_000),
  /** Whether the job's BSFC holds the power of the drive already. */
  inBsfc: z.boolean(),
  bypass: bypassSchema.optional(),
  /** Throttle before the blower (draw-through) or behind it (blow-through); behind where it is not said. */
  throttle: z.enum(['before', 'behind']).optional(),
  /** Of a ported or worn displacement blower, against its table: what it fills, and what leaks back. */
  measuredFlow: input(0.7, 1.3).optional(),
  measuredLeakage: input(0.2, 6).optional(),
  /** Where they are known: torque that its input shaft bears, N·m, and boost that its housing bears at its thinnest wall, Pa gauge. */
  shaftTorque: input(5, 3_000).optional(),
  housingGauge: input(20_000, 600_000).optional(),
});
export type BeltDriveDocument = z.infer<typeof beltDriveSchema>;

/** A place in the row of chargers: a machine or two alike, what drives them, and what stands behind them. */
const chargerSchema = z.strictObject({
  machine: refSchema.nullable(),
  count: z.union([z.literal(1), z.literal(2)]),
  drive: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('open') }),
    exhaustDriveSchema,
    beltDriveSchema,
  ]),
  aftercooler: coolerSchema,
  /** Of one in front of another: whether it gives what its drive gives, or its gate holds a boost of its own. */
  hold: z.strictObject({ kind: z.enum(['free', 'held']), gauge: input(0, 600_000) }),
});
export type ChargerDocument = z.infer<typeof chargerSchema>;

const inductionSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({
    kind: z.literal('charged'),
    /** In the order of the air: of two the last one stands at the engine. */
    chargers: z
      .array(chargerSchema)
      .min(1)
      .max(2)
      .refine(
        (row) => row.length === 1 || row.every(({ count }) => count === 1),
        'Of two chargers in a row each stands alone.',
      ),
    /** Where the second of two alike joins, or the charger at the engine is bypassed, if that ever happens. */
    changeover: z.strictObject({
      kind: z.enum(['never', 'at']),
      speedRpm: input(300, 30_000),
      /** How far below that speed it goes back again. */
      hysteresisRpm: input(0, 5_000),
    }),
    /** The charger in front while another arrangement is tried. */
    aside: chargerSchema.nullable(),
  }),
]);
export type Induction = z.infer<typeof inductionSchema>;

const exhaustSchema = z.strictObject({
  /** Share of the heat released that leaves with the gas at best timing, and how far the spark stands behind it, rad. */
  share: input(0.15, 0.6),
  retard: input(0, 0.7),
  /** Whether the retard is the one stated, estimated from load, octane and compression ratio, or the one of the cycles tabulated. */
  retardBy: z.enum(['stated', 'estimate', 'cycle']),
  /** W/K from the gas to the wall of port and manifold, and the wall's temperature. */
  heatLoss: input(0, 1_000),
  wall: input(300, 1_300),
  manifold: z.enum(['open', 'divided']),
  /** What pulses add to the turbine's work where manifold and housing are divided. */
  pulse: input(1, 1.5),
});

const evenly = (axis: number[]): boolean => {
  const step = (axis.at(-1)! - axis[0]!) / (axis.length - 1);
  return step > 0 && axis.every((at, i) => Math.abs(at - axis[0]! - i * step) < 1e-6 * Math.abs(at) + 1e-3);
};
const axis = (min: number, max: number) =>
  z
    .array(z.number().min(min).max(max))
    .min(2)
    .max(24)
    .refine(evenly, 'The axis of a table must rise evenly.');

/** Cycles over speed and manifold pressure, Pa absolute: power over that of fuel flow, and spark retard as planned, rad. */
const cycleSchema = z
  .strictObject({
    speeds: axis(100, 30_000),
    pressures: axis(20_000, 1_500_000),
    power: z.array(z.array(z.number().min(0.05).max(3)).max(24)).max(24),
    retard: z.array(z.array(z.number().min(0).max(2)).max(24)).max(24),
    /** Names the inputs that it was made from. */
    madeFor: z.string().max(40),
  })
  .refine(
    ({ speeds, pressures, power, retard }) =>
      [power, retard].every(
        (values) => values.length === speeds.length && values.every((row) => row.length === pressures.length),
      ),
    'A table of cycles needs a value for each speed and pressure.',
  );

/** Readings of one moment at one engine speed: what gauges showed, to be explained. */
const readingsSchema = z.strictObject({
  speedRpm: input(100, 30_000).optional(),
  boost: input(-50_000, 800_000).optional(),
  compressorOutletGauge: input(-50_000, 900_000).optional(),
  turbineInletGauge: input(-20_000, 1_200_000).optional(),
  turbineOutletGauge: input(-20_000, 400_000).optional(),
  compressorOutletTemperature: input(230, 700).optional(),
  chargeTemperature: input(230, 500).optional(),
  turbineInletTemperature: input(400, 1_500).optional(),
  shaftRpm: input(1_000, 500_000).optional(),
  /** Of the fuel: at the rail and behind the pumps, gauge; duty and λ as logged. */
  railGauge: input(-50_000, 2_000_000).optional(),
  pumpGauge: input(-50_000, 2_500_000).optional(),
  injectorDuty: input(0.01, 1).optional(),
  lambda: input(0.4, 6).optional(),
});

const setupSchema = z.strictObject({
  id,
  letter: z.enum(letters),
  name: z.string().max(60),
  induction: inductionSchema,
  /** Compressor efficiency until a map is chosen. */
  efficiencyGuess: input(0.3, 0.9),
  plumbing: z.array(lossSchema).max(12),
  boost: boostPlanSchema,
  /** Turbine inlet over manifold pressure, absolute: an input until a turbine is chosen. */
  backPressureRatio: input(0.5, 4),
  exhaust: exhaustSchema,
  /** Heat of the cooler and its coolant; a setup may have none yet. */
  cooling: coolingSchema.optional(),
  /** Injectors and supply; a setup may have none yet. */
  fuelSystem: fuelSystemSchema.optional(),
  /** Water, methanol or nitrous oxide behind the cooler; a setup may have none. */
  injection: chargeInjectionSchema.optional(),
  readings: readingsSchema,
  /** Cycles tabulated for the forecast's power; without them it goes by fuel flow. */
  cycle: cycleSchema.optional(),
  /** Oil and water of the charger, checked by hand. */
  chargerChecks: z
    .array(z.strictObject({ what: z.enum(chargerChecks), state: z.enum(['passed', 'failed']) }))
    .max(chargerChecks.length)
    .optional(),
  /** What the owner has decided to run over a limit: kept, shown with the limit and printed. */
  accepted: z
    .array(
      z.strictObject({
        /** Names part and metric. */
        limit: z.string().min(1).max(160),
        /** Share of the limit that was used when it was decided. */
        use: z.number().min(0).max(100),
        wording: z.string().max(400),
        by: z.string().max(80),
        on: day,
      }),
    )
    .max(24)
    .optional(),
});
export type Setup = z.infer<typeof setupSchema>;

const planSchema = planSchemaWith(setupSchema);
export type Plan = z.infer<typeof planSchema>;

/** How time to boost is tried: the same for every setup of the job, so that they can be compared. */
const trialSchema = z.strictObject({
  kind: z.enum(trialKinds),
  /** Of the load step, and where a pull begins. */
  speedRpm: input(300, 30_000),
  /** What the engine runs at before: share of its torque without boost. */
  load: input(0, 1),
  /** Counted from 0. */
  gear: z.number().int().min(0).max(11),
  /** What a brake lets the engine gain, rev/min in a second. */
  rate: input(0, 20_000),
  /** Time over which the pedal goes from the load before to the floor, s; at once where it is not said. */
  ramp: input(0, 30).optional(),
  /** Polar inertia of crank, flywheel and clutch, kg·m². */
  inertia: input(0.001, 50),
});

export const jobSchema = z
  .strictObject({
    version: z.literal(JOB_VERSION),
    name: z.string().trim().min(1, 'A job needs a name.').max(80, 'A name has at most 80 characters.'),
    brief: briefSchema,
    engine: engineSchema,
    trial: trialSchema,
    /** Versions of the calibration, the earliest first. */
    calibration: z.array(calibrationFileSchema).max(200).optional(),
    /** Power steps, parts, tasks and outside work. */
    plan: planSchema.optional(),
    /** What was measured, ticked and fitted on the bench. */
    record: recordSchema.optional(),
    report: reportSchema.optional(),
    setups: z
      .array(setupSchema)
      .min(1)
      .max(6)
      .refine((s) => new Set(s.map((x) => x.letter)).size === s.length, 'Two setups have the same letter.'),
    /** Benches somebody has settled, with what each decision rested on. One mark per bench and setup. */
    settled: z
      .array(markSchema)
      .max(80)
      .refine(
        (marks) => new Set(marks.map((m) => `${m.bench} ${m.setup ?? ''}`)).size === marks.length,
        'A bench is settled twice.',
      ),
    /** Deleted setups, oldest first, until somebody brings them back or empties the bin. */
    bin: z.array(setupSchema).max(24),
  })
  .refine(({ setups, bin, plan }) => {
    const ids = [...setups, ...bin, ...(plan?.steps ?? []).map(({ setup }) => setup)].map((s) => s.id);
    return new Set(ids).size === ids.length;
  }, 'Two setups have the same id.');

export type Job = z.infer<typeof jobSchema>;
