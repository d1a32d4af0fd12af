import * as z from 'zod';
import { goalBases } from '@/core/job/schema/brief-choices';
import { engineKinds, FIRST_START, START, type EngineKind } from '@/core/job/start';
import type { Quantity, Unit } from '@/core/units/quantities';
import { createJobSchema } from '@/formats/api';
import { checkTyped } from '../fields/QuantityInput';
import { fieldText } from '../words/format';

export const cycles = ['four-stroke', 'two-stroke'] as const;

/** The figures a new job asks, as they are typed. */
export const figures = {
  displacement: { label: 'Displacement', quantity: 'volume' },
  redLineRpm: { label: 'Red line', quantity: 'engineSpeed' },
  power: { label: 'Power goal', quantity: 'power' },
  speedRpm: { label: 'At engine speed', quantity: 'engineSpeed' },
} as const satisfies Record<string, { label: string; quantity: Quantity }>;
export type Figure = keyof typeof figures;

type UnitOf = (quantity: Quantity) => Unit;

/** What is suggested for an engine of a kind, in the reader's units. */
export function suggestedTexts(engine: EngineKind, unitOf: UnitOf): Record<Figure, string> {
  const isDiesel = engine === 'diesel';
  const values: Record<Figure, number> = {
    displacement: FIRST_START.displacement,
    redLineRpm: isDiesel ? 4_500 : FIRST_START.redLineRpm,
    power: FIRST_START.goal.power,
    speedRpm: isDiesel ? 4_000 : FIRST_START.goal.speedRpm,
  };
  const text = (key: Figure) => fieldText(values[key], unitOf(figures[key].quantity));
  return {
    displacement: text('displacement'),
    redLineRpm: text('redLineRpm'),
    power: text('power'),
    speedRpm: text('speedRpm'),
  };
}

/** The dialog of a new job: texts in, the job's name and start in SI out. A unit may be typed behind a number. */
export function newJobForm(unitOf: UnitOf) {
  const figure = (key: Figure) =>
    z.string().transform((text, ctx) => {
      const { quantity } = figures[key];
      const checked = checkTyped(START[key], text, quantity, unitOf(quantity));
      if (checked.ok) return checked.value;
      ctx.addIssue({ code: 'custom', message: checked.message });
      return z.NEVER;
    });
  return z
    .object({
      name: createJobSchema.shape.name,
      engine: z.enum(engineKinds),
      cycle: z.enum(cycles),
      basis: z.enum(goalBases),
      displacement: figure('displacement'),
      redLineRpm: figure('redLineRpm'),
      power: figure('power'),
      speedRpm: figure('speedRpm'),
    })
    .refine(({ speedRpm, redLineRpm }) => speedRpm <= redLineRpm, {
      path: ['speedRpm'],
      message: 'The goal’s speed lies above the red line.',
      // Said whatever else is still empty.
      when: ({ value }) => {
        const { speedRpm, redLineRpm } = value as Record<string, unknown>;
        return Number.isFinite(speedRpm) && Number.isFinite(redLineRpm);
      },
    });
}
