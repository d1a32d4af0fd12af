import * as z from 'zod';
import { input } from '../documents/input-schema';

const point = z.strictObject({
  flow: z.number().positive().max(20),
  pressureRatio: z.number().min(0.8).max(12),
  efficiency: z.number().min(0.05).max(0.95),
});

const line = z.strictObject({
  speedRpm: z.number().min(1000).max(500_000),
  points: z.array(point).min(3).max(200),
});

/**
 * A compressor of the library: corrected speed lines from surge to choke (rpm, kg/s, total-to-total pressure ratio,
 * isentropic efficiency as a share) with the reference conditions they are corrected to (Pa, K). SI throughout.
 */
export const compressorSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('compressor'),
    name: z.string().trim().min(1).max(80),
    reference: z.strictObject({
      pressure: z.number().min(50_000).max(120_000),
      temperature: z.number().min(250).max(330),
    }),
    inducer: input(0.005, 1),
    exducer: input(0.005, 1),
    maxSpeedRpm: input(5_000, 500_000),
    lines: z.array(line).min(2).max(40),
    /** What one costs, in the shop's own currency, and how many lie on the shelf; left out where nobody knows. */
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine((map, context) => {
    map.lines.forEach((current, i) => {
      const complain = (message: string) => context.addIssue({ code: 'custom', path: ['lines', i], message });
      if (i > 0 && current.speedRpm <= map.lines[i - 1]!.speedRpm)
        complain('Speed lines must rise in speed.');
      current.points.forEach((p, j) => {
        const before = current.points[j - 1];
        if (before && p.flow < before.flow) complain('Points must run from surge to choke: flow falls back.');
        if (before && p.flow === before.flow && p.pressureRatio >= before.pressureRatio)
          complain('Two points of a speed line are the same.');
      });
    });
  });

export type Compressor = z.infer<typeof compressorSchema>;
