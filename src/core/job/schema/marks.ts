import { benchIds, type JobBench } from '../benches';

// Without Zod: pages use this, and the schema does not travel to them.

/** The benches whose decisions can be settled, in the order of the work. */
export const settleable = benchIds;
export type SettleableBench = JobBench;

/**
 * What a decision rested on when it was settled, SI. Names and numbers only, so that a mark of today can be compared with
 * any later state of the job. New ones are added, none is renamed.
 */
export const factKeys = [
  'goalPower',
  'goalBasis',
  'goalSpeed',
  'flywheelGoal',
  'fuel',
  'altitude',
  'airTemperature',
  'airDensity',
  'displacement',
  'cylinders',
  'compressionRatio',
  'cycle',
  'redLine',
  'condition',
  'breathingAtGoal',
  'breathingEnd',
  'demandFlow',
  'demandRatio',
  'reached',
  'onset',
  'compressor',
  'compressorName',
  'compressorCount',
  'arrangement',
  'lpCompressor',
  'compressorRevision',
  'newestRevision',
  'turbine',
  'mapHolds',
  'chargeTemperature',
  'senses',
  'inletDrop',
  'fuelHolds',
  'fuelFlow',
  'injectorFlow',
  'limitsHold',
  'greatestTorque',
] as const;
export type FactKey = (typeof factKeys)[number];

/** Names and figures a decision rested on; those that were not known are left out. */
export type Facts = Partial<Record<FactKey, number | string>>;

/** One bench settled: for the whole job, or for one setup where the bench belongs to it. */
export type Mark = { bench: SettleableBench; setup: string | null; facts: Facts };

/**
 * Marks as they stand in another shop, whose library knows the compressor under another id: what the decision rested on is
 * the same part. How many revisions the first shop had of it says nothing there. Out: new marks; unknown parts keep their id.
 */
export const marksWithItems = (
  marks: Mark[],
  rename: (id: string, revision: number) => { id: string; revision: number } | undefined,
): Mark[] =>
  marks.map((mark) => {
    const { compressor, compressorRevision } = mark.facts;
    if (typeof compressor !== 'string' || typeof compressorRevision !== 'number') return mark;
    const there = rename(compressor, compressorRevision) ?? { id: compressor, revision: compressorRevision };
    const facts = { ...mark.facts, compressor: there.id, compressorRevision: there.revision };
    delete facts.newestRevision;
    return { ...mark, facts };
  });
