import * as z from 'zod';
import { input } from '../documents/input-schema';

const reference = z.strictObject({
  pressure: z.number().min(50_000).max(120_000),
  temperature: z.number().min(250).max(1_400),
});

/** What a housing swallows: points of corrected flow over expansion ratio, an effective area, or by A/R beside another. */
const capacity = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('points'),
    points: z
      .array(z.strictObject({ ratio: z.number().min(1).max(8), flow: z.number().positive().max(20) }))
      .min(3)
      .max(60),
  }),
  z.strictObject({ kind: z.literal('area'), area: input(1e-6, 0.1) }),
  z.strictObject({ kind: z.literal('scaled') }),
]);

const housing = z.strictObject({
  name: z.string().trim().min(1).max(40),
  /** Area over radius of the scroll, m; left out where nobody states it. */
  ar: input(0.001, 0.2).optional(),
  entry: z.enum(['open', 'divided', 'twin-scroll']),
  capacity,
});

/**
 * A turbine of the library: one wheel in one or more housings. Corrected flow (kg/s) is ṁ √(T/T_ref) / (p/p_ref) at the
 * inlet, total, against total-to-static expansion ratio. SI throughout.
 */
export const turbineSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('turbine'),
    name: z.string().trim().min(1).max(80),
    reference,
    /** Diameter where the gas enters the wheel, and where it leaves, m. */
    inducer: input(0.005, 1),
    exducer: input(0.005, 1),
    /** Best total-to-static efficiency; whether the bearing's loss is in it already. */
    efficiency: input(0.2, 0.9),
    includesBearing: z.boolean(),
    /** U/C0 of the best efficiency. */
    bestVelocityRatio: input(0.4, 0.9),
    /** Effective throats in series, where the capacity is an area. */
    throats: input(1, 2),
    maxSpeedRpm: input(5_000, 500_000),
    maxTemperature: input(600, 1_500),
    housings: z.array(housing).min(1).max(12),
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine((turbine, context) => {
    turbine.housings.forEach((one, i) => {
      if (one.capacity.kind !== 'points') return;
      one.capacity.points.forEach((p, j, all) => {
        const before = all[j - 1];
        if (!before) return;
        const complain = (message: string) =>
          context.addIssue({ code: 'custom', path: ['housings', i, 'capacity', 'points', j], message });
        if (p.ratio <= before.ratio) complain('Expansion ratios must rise.');
        if (p.flow < before.flow) complain('Flow must not fall with expansion ratio.');
      });
    });
  });

export type Turbine = z.infer<typeof turbineSchema>;
export type Housing = Turbine['housings'][number];
