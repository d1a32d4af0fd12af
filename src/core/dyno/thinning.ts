/**
 * Values on a coarser grid of even cells that keeps what stands out: of each cell the reading farthest from the cell's mean; between cells
 * without one, straight. In: rising places, values; ends; cells. Out: places and values, as many as there are readings at the most. Total.
 */
export function thinned(
  places: readonly number[],
  values: readonly number[],
  from: number,
  to: number,
  cells: number,
): { places: number[]; values: number[] } {
  const known = places.flatMap((place, i) =>
    Number.isFinite(values[i]) && place >= from && place <= to ? [i] : [],
  );
  if (known.length <= cells || !(to > from))
    return { places: known.map((i) => places[i]!), values: known.map((i) => values[i]!) };
  const kept: { place: number; value: number }[] = [];
  let at = 0;
  for (let cell = 0; cell < cells; cell++) {
    const end = from + ((cell + 1) * (to - from)) / cells;
    const first = at;
    let sum = 0;
    while (at < known.length && (places[known[at]!]! < end || cell === cells - 1))
      sum += values[known[at++]!]!;
    if (at === first) continue;
    const mean = sum / (at - first);
    let far = known[first]!;
    for (let k = first + 1; k < at; k++)
      if (Math.abs(values[known[k]!]! - mean) > Math.abs(values[far]! - mean)) far = known[k]!;
    kept.push({ place: places[far]!, value: values[far]! });
  }
  return { places: kept.map(({ place }) => place), values: kept.map(({ value }) => value) };
}
