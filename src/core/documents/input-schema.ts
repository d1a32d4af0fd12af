import * as z from 'zod';
import { confidences } from './input';

/** A number in SI with its confidence. The bounds are the widest that make sense; the field shows them. */
export const input = (min: number, max: number) =>
  z.strictObject({
    value: z.number().min(min).max(max),
    confidence: z.enum(confidences),
    note: z.string().max(500).optional(),
    /** A default that follows engine and goal until somebody edits it. */
    auto: z.literal(true).optional(),
  });

export const wholeInput = (min: number, max: number) =>
  input(min, max).refine((i) => Number.isInteger(i.value), 'A whole number is needed.');
