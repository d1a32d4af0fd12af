/**
 * How often a property is tried. `npm test` tries each a fixed number of times from a fixed seed, so that its verdict is the
 * same every time; `npm run fuzz` tries it this many times as often, from seeds of its own.
 */
const FACTOR = Number(process.env.FIERCE_LUNG_FUZZ ?? 1);
/** The seed of a fuzz, or of every ordinary run. */
export const SEED = Number(process.env.FIERCE_LUNG_SEED ?? 20_261_128);

/** How many draws a property gets that takes `count` of them in an ordinary run. */
export const draws = (count: number): number => count * FACTOR;

/** A seed of a test's own generator: fixed in an ordinary run, another one in every fuzz. */
export const seedOf = (own: number): number => (FACTOR > 1 ? own ^ SEED : own);
