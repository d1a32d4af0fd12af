import { z } from 'zod';

/** How sure we are of an input. */
export const confidences = ['measured', 'maker', 'reported', 'guess'] as const;
export type Confidence = (typeof confidences)[number];

export type Input = { value: number; confidence: Confidence; note?: string | undefined };

/** A number in SI with its confidence. The bounds are the widest that make sense; the field shows them. */
export const input = (min: number, max: number) =>
  z.strictObject({
    value: z.number().min(min).max(max),
    confidence: z.enum(confidences),
    note: z.string().max(500).optional(),
  });

export const wholeInput = (min: number, max: number) =>
  input(min, max).refine((i) => Number.isInteger(i.value), 'A whole number is needed.');

export const given = (value: number, confidence: Confidence): Input => ({ value, confidence });
export const guess = (value: number): Input => given(value, 'guess');
