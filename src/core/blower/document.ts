import * as z from 'zod';
import { input } from '../documents/input-schema';

/** How the rotors of a displacement blower move the air. */
export const blowerTypes = ['roots', 'twisted', 'screw'] as const;
export type BlowerType = (typeof blowerTypes)[number];

const point = z.strictObject({
  pressureRatio: z.number().min(1).max(4),
  volumetric: z.number().min(0.05).max(1.05),
  isentropic: z.number().min(0.05).max(0.95),
});

const line = z.strictObject({
  speedRpm: z.number().min(100).max(60_000),
  points: z.array(point).min(3).max(24),
});

/**
 * A positive-displacement blower of the library: the volume that its rotors carry in one turn, and over rotor speed and
 * pressure ratio (total to total) what of it arrives (volumetric efficiency) and how near the work on the air is to the
 * isentropic. What bearings and gears lose is not in the table: the drive has an efficiency of its own. SI; speeds rev/min.
 */
export const blowerSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('blower'),
    name: z.string().trim().min(1).max(80),
    type: z.enum(blowerTypes),
    /** Carried in one turn of the driven rotor, m³. */
    volume: input(5e-5, 0.02),
    /** Volume of a chamber when it closes over that when it opens to the outlet; 1 where nothing is compressed inside. */
    internalRatio: input(1, 2.5),
    /** Turns of the driven rotor for one of the pulley: the gears inside the housing. */
    stepUp: input(0.5, 12),
    maxSpeedRpm: input(1_000, 60_000),
    /** What the rotors bear before they touch, K. */
    maxOutletTemperature: input(330, 600),
    lines: z.array(line).min(2).max(20),
    /** Of the shaft that the pulley sits on, and the radius round it that the housing leaves free, m. */
    shaft: input(0.005, 0.1).optional(),
    clearance: input(0.01, 0.5).optional(),
    mass: input(1, 400).optional(),
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine(({ type, internalRatio, lines }, context) => {
    if (type === 'roots' && internalRatio.value !== 1)
      context.addIssue({
        code: 'custom',
        path: ['internalRatio'],
        message: 'Straight lobes compress nothing inside: their internal ratio is 1.',
      });
    lines.forEach((current, i) => {
      const complain = (message: string) => context.addIssue({ code: 'custom', path: ['lines', i], message });
      if (i > 0 && current.speedRpm <= lines[i - 1]!.speedRpm)
        complain('Speeds must rise from line to line.');
      current.points.forEach((p, j) => {
        const before = current.points[j - 1];
        if (before && p.pressureRatio <= before.pressureRatio)
          complain('Pressure ratios of a line must rise from point to point.');
        if (before && p.volumetric > before.volumetric)
          complain('More pressure cannot leak less: the volumetric efficiency rises along a line.');
      });
      if (i > 0 && passesLess(lines[i - 1]!, current))
        complain('A faster line passes less air than a slower one.');
    });
  });

export type Blower = z.infer<typeof blowerSchema>;

/** Whether a faster line passes less than a slower one at its first point: then no one speed belongs to a flow. */
const passesLess = (slow: z.infer<typeof line>, fast: z.infer<typeof line>): boolean => {
  const passed = ({ speedRpm, points }: typeof slow) => speedRpm * (points[0]?.volumetric ?? 0);
  return passed(fast) <= passed(slow);
};
