/** One place of a curve's table: an engine speed, rev/min, and what each line has there; a line without a value has a gap. */
export type CurveRow = Record<string, number> & { x: number };

/**
 * Rows of even speeds with the steps of single lines set between them: two rows at one speed, so that a step stands
 * upright. A line that has no step there is carried on straight between its neighbours, never over a gap.
 */
export function withSteps(even: CurveRow[], steps: CurveRow[][]): CurveRow[] {
  if (!steps.length) return even;
  const rows = [...even];
  for (const step of steps) {
    const at = rows.findIndex((r) => r.x > step[0]!.x);
    if (at < 1) continue;
    const [before, after] = [rows[at - 1]!, rows[at]!];
    const share = (step[0]!.x - before.x) / (after.x - before.x);
    const between = Object.fromEntries(
      Object.keys(before)
        .filter((key) => key in after)
        .map((key) => [key, before[key]! + share * (after[key]! - before[key]!)]),
    );
    rows.splice(at, 0, ...step.map((row) => ({ ...between, ...row })));
  }
  return rows;
}
