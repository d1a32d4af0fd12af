/** The Airway's geometry in pixels, from the core's stations: the screen only scales and paints. */
export type TubeStation = { pressure: number | null; temperature: number | null };

const TOPS = [200e3, 300e3, 450e3, 600e3, 900e3];

/** Top of the pressure scale: the first that holds the highest pressure, Pa. */
export const scaleTop = (highest: number): number => TOPS.find((top) => top >= highest) ?? TOPS.at(-1)!;

const smooth = (t: number) => t * t * (3 - 2 * t);

/** Half-heights along a row of equal cells: a station shows its outlet; the change lies between 34 and 66 % of its cell. */
export function tubeOutline(
  stations: TubeStation[],
  cell: number,
  half: (pressure: number) => number,
): { x: number; y: number }[] {
  const outline: { x: number; y: number }[] = [];
  let before: number | null = null;
  stations.forEach(({ pressure }, i) => {
    if (pressure === null) return;
    const to = half(pressure);
    const from: number = before ?? to;
    const left = i * cell;
    outline.push({ x: left, y: from });
    for (let k = 0; k <= 8; k++)
      outline.push({ x: left + cell * (0.34 + 0.04 * k), y: from + (to - from) * smooth(k / 8) });
    outline.push({ x: left + cell, y: to });
    before = to;
  });
  return outline;
}

/** A closed path around the axis y. */
export function tubePath(outline: { x: number; y: number }[], axis: number, offset = 0): string {
  if (outline.length === 0) return '';
  const at = (p: { x: number; y: number }, sign: number) =>
    `${(p.x + offset).toFixed(1)} ${(axis + sign * p.y).toFixed(1)}`;
  const upper = outline.map((p) => at(p, -1)).join('L');
  const lower = [...outline]
    .reverse()
    .map((p) => at(p, 1))
    .join('L');
  return `M${upper}L${lower}Z`;
}
