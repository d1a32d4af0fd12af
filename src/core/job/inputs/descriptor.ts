import type { Quantity } from '../../units/quantities';
import type { JobBench, Sheet, Where } from '../benches';
import type { Job, Loss, Setup } from '../schema/job';

/** Where an input stands, as its path says and, where the job is at hand, the job. */
export type Place = {
  setup?: Setup | undefined;
  loss?: Loss | undefined;
  /** Whose input it is, where it is a charger's; one set aside counts for nothing. */
  charger: 'engine' | 'front' | 'aside' | null;
  /** The last number of the path: a gear, a cylinder. */
  index: number | null;
};

/** A setup of a job whose inputs are asked for. */
export type Standing = Place & { job: Job; setup: Setup };

/** Whether an input has a say. `told`: it moves no steady figure, but setups are told apart by it. */
export type Say = boolean | 'told';

/** All that is known of an input but its range, which is its schema's (a test holds the two lists together). */
export type Descriptor = {
  quantity: Quantity;
  /** As its field is labelled; '{n}' is the number of the gear, cylinder, venue or point it belongs to. */
  label: string | ((place: Place) => string);
  where: Where | ((place: Place) => Where);
  /** Left out: always. */
  counts?: (standing: Standing) => Say;
};

/** Descriptors of one sheet: what is measured, how it is labelled, when it counts. */
export const on =
  <B extends JobBench>(bench: B, sheet: Sheet<B> | null, usually?: Descriptor['counts']) =>
  (quantity: Quantity, label: Descriptor['label'], counts: Descriptor['counts'] = usually): Descriptor => ({
    quantity,
    label,
    where: { bench, sheet },
    ...(counts ? { counts } : {}),
  });

/** A record: kept, judged and printed, and moves no figure of the forecast. */
export const never = (): Say => false;
