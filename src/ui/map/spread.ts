export type Spot = { x: number; y: number; w: number; h: number };

const meet = (a: Spot, b: Spot) =>
  Math.abs(a.x - b.x) < (a.w + b.w) / 2 && Math.abs(a.y - b.y) < (a.h + b.h) / 2;

/** Keeps the labels, in order, that meet none of the places taken before them: a label without room is dropped. */
export function spreadOut<T extends Spot>(labels: T[], taken: Spot[]): T[] {
  const kept: T[] = [];
  for (const label of labels) if (![...taken, ...kept].some((other) => meet(label, other))) kept.push(label);
  return kept;
}
