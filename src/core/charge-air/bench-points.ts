import type * as z from 'zod';

/** What a bench's points of flow and pressure loss must hold: flow rises from point to point, and more of it loses more. */
export function requireRising(
  { points }: { points: readonly { flow: number; drop: number }[] },
  context: z.RefinementCtx,
): void {
  points.forEach((p, i) => {
    const before = points[i - 1];
    const complain = (message: string) => context.addIssue({ code: 'custom', path: ['points', i], message });
    if (before && p.flow <= before.flow) complain('Flow must rise from point to point.');
    if (before && p.drop <= before.drop) complain('More flow must lose more pressure.');
  });
}
