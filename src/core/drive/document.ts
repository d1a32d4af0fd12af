import * as z from 'zod';
import { input } from '../documents/input-schema';
import { refSchema } from '../documents/ref';
import { ribProfiles, toothProfiles } from './profile';

export const beltProfiles = [...ribProfiles, ...toothProfiles] as const;

/** Whether a list says a pulley's effective diameter (of ribs about its outside) or the pitch diameter, where the cord runs. */
export const diameterKinds = ['effective', 'pitch'] as const;

/** What a pulley is there for. The crank drives, the blower is driven; the rest lead the belt. */
const pulleyRoles = ['crank', 'blower', 'idler', 'tensioner'] as const;
export type PulleyRole = (typeof pulleyRoles)[number];

const routePulley = z.strictObject({
  role: z.enum(pulleyRoles),
  /** The pulley of the library its figures were taken from. */
  part: refSchema.optional(),
  diameter: input(0.01, 0.8),
  /** Of its centre, from the crank's: to the right and up, looking at the front of the engine. m. */
  x: input(-2, 2),
  y: input(-2, 2),
  /** Which side of the belt lies on it. */
  side: z.enum(['inside', 'outside']),
});
export type RoutePulley = z.infer<typeof routePulley>;

/** A belt drive as it is laid out: the belt, what holds it tight, and the pulleys in the order in which it meets them. SI. */
export const layoutSchema = z.strictObject({
  profile: z.enum(beltProfiles),
  measured: z.enum(diameterKinds),
  /** The belt of the library its figures were taken from. */
  part: refSchema.optional(),
  ribs: input(1, 40),
  /** Of a toothed belt, m. */
  width: input(0.005, 0.2),
  /** As belts are listed: effective length of a ribbed one, pitch length of a toothed one. Left out: as the pulleys want it. */
  length: input(0.2, 8).optional(),
  friction: input(0.05, 1.2),
  tensioning: z.enum(['fixed', 'sprung']),
  /** Of one strand at rest; with a sprung tensioner of the slack strand at work. N. */
  tension: input(5, 20_000),
  /** How far the tensioner goes to either side of where it is drawn, m. */
  window: input(0, 0.2),
  route: z
    .array(routePulley)
    .min(2)
    .max(10)
    .refine(
      (route) =>
        route[0]!.role === 'crank' &&
        ['crank', 'blower'].every((role) => route.filter((p) => p.role === role).length === 1),
      'A belt drive has one crank pulley, first in the list, and one blower pulley.',
    )
    .refine(
      (route) => route.filter((p) => p.role === 'tensioner').length <= 1,
      'A belt has one tensioner at most.',
    ),
});
export type BeltLayout = z.infer<typeof layoutSchema>;

/** A pulley of the library. SI. */
export const pulleySchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('pulley'),
  name: z.string().trim().min(1).max(80),
  place: z.enum(['crank', 'blower', 'either', 'idler']),
  profile: z.enum(beltProfiles),
  measured: z.enum(diameterKinds),
  diameter: input(0.01, 0.8),
  /** Ribs of a ribbed one; of a toothed one its teeth. */
  ribs: z.number().int().min(1).max(200),
  bore: input(0.005, 0.15),
  maxSpeedRpm: input(1_000, 100_000).optional(),
  mass: input(0.02, 40).optional(),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
});
export type Pulley = z.infer<typeof pulleySchema>;

/** A belt of the library with the lengths it is made in. SI. */
export const beltSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('belt'),
    name: z.string().trim().min(1).max(80),
    profile: z.enum(beltProfiles),
    /** Of a ribbed one. */
    ribs: z.number().int().min(1).max(40),
    /** Of a toothed one, m. */
    width: input(0.005, 0.2),
    /** Effective lengths of a ribbed belt, pitch lengths of a toothed one, m, rising. */
    lengths: z
      .array(z.strictObject({ length: z.number().min(0.2).max(8), price: z.number().min(0).max(10_000) }))
      .min(1)
      .max(80),
    /** Tension of the tight strand that it bears: of one rib, or of all its width, N. */
    mostTension: input(5, 50_000),
    mostSpeed: input(5, 120),
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine(({ lengths }, context) =>
    lengths.forEach(({ length }, i) => {
      if (i > 0 && length <= lengths[i - 1]!.length)
        context.addIssue({
          code: 'custom',
          path: ['lengths', i],
          message: 'Lengths must rise from line to line.',
        });
    }),
  );
export type Belt = z.infer<typeof beltSchema>;
