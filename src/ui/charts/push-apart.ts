/**
 * Places for labels that want to stand at `wanted` but at least `gap` apart, within two ends as far as there is room. Keeps
 * their order. In and out: px, in the order given.
 */
export function pushApart(wanted: readonly number[], gap: number, first: number, last: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  const places: number[] = [];
  order.forEach(({ y }, k) => places.push(Math.max(y, k ? places[k - 1]! + gap : first)));
  // Whoever was pushed over the end pushes the others back.
  for (let k = places.length - 1, end = last; k >= 0; k--, end = places[k + 1]! - gap)
    places[k] = Math.min(places[k]!, end);
  const back: number[] = [];
  order.forEach(({ i }, k) => (back[i] = places[k]!));
  return back;
}
