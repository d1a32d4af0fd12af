import type { Compressor } from '../compressor/document';
import type { Ref } from '../documents/ref';
import { withFitted, type Fit } from '../job/chargers';
import { turboFitOf } from '../job/fit';
import type { Job } from '../job/schema/job';
import { NO_LIBRARY, type Library } from '../build/build';
import type { Turbine } from '../turbine/document';
import type { Turbocharger } from '../turbocharger/document';

/** What a turbocharger is made of beside its compressor. */
type TurboParts = { document: Turbocharger; turbine: Turbine };

/**
 * Something of the library that may stand in a place of the row: a compressor, its drive left open, or a whole
 * turbocharger. Price in the shop's currency for one, null where nobody knows; stock null where nobody keeps count.
 */
export type Item = Ref & {
  name: string;
  compressor: Compressor;
  turbo: TurboParts | null;
  price: number | null;
  stock: number | null;
};

/** A whole turbocharger. */
export type TurboItem = Item & { turbo: TurboParts };

/** A compressor of the library as an item. */
export const compressorItem = ({ id, revision, document }: Ref & { document: Compressor }): Item => ({
  id,
  revision,
  name: document.name,
  compressor: document,
  turbo: null,
  price: document.price?.value ?? null,
  stock: document.stock ?? null,
});

/** A turbocharger of the library, with its parts, as an item. */
export const turboItem = ({
  id,
  revision,
  document,
  compressor,
  turbine,
}: Ref & { document: Turbocharger; compressor: Compressor; turbine: Turbine }): TurboItem => ({
  id,
  revision,
  name: document.name,
  compressor,
  turbo: { document, turbine },
  price: document.price?.value ?? null,
  stock: document.stock ?? null,
});

export const forms = ['single', 'parallel', 'compound'] as const;
/** One, two alike, or one in front of the other. */
export type Form = (typeof forms)[number];

/** One way to charge the engine: the chargers in the order of the air, of which two alike count as one place. */
export type Candidate<I extends Item = Item> = { form: Form; chargers: I[] };

/** How many of each charger a form takes. */
export const manyOf = (form: Form): 1 | 2 => (form === 'parallel' ? 2 : 1);

/** What tells candidates apart. In: the form; the library's items in the order of the air. */
export const candidateKey = (form: Form, chargers: readonly Ref[]): string =>
  [form, ...chargers.map(({ id, revision }) => `${id}.${revision}`)].join(':');

const nameOf = ({ form, chargers }: Candidate): string =>
  form === 'parallel' ? `Twin ${chargers[0]!.name}` : chargers.map(({ name }) => name).join(' on ');

/** What is known of a candidate before any sum. Lengths m, area of all compressor wheels m². */
export type CandidateFacts = {
  key: string;
  form: Form;
  /** The library's items, in the order of the air. */
  chargers: Ref[];
  name: string;
  inducer: number;
  /** Inlet of the turbine wheel: the frame it is built in; null while the drive is open. */
  frame: number | null;
  flange: string;
  /** Of all of it; null where one of its prices is not known. */
  price: number | null;
  /** How many sets are on the shelf. */
  stock: number | null;
  size: number;
};

export function factsOf(candidate: Candidate): CandidateFacts {
  const { form, chargers } = candidate;
  const count = manyOf(form);
  const prices = chargers.map(({ price }) => price);
  const shelves = chargers.map(({ stock }) => stock);
  const frames = chargers.map(({ turbo }) => turbo?.turbine.inducer.value ?? null);
  return {
    key: candidateKey(form, chargers),
    form,
    chargers: chargers.map(({ id, revision }) => ({ id, revision })),
    name: nameOf(candidate),
    inducer: Math.max(...chargers.map(({ compressor }) => compressor.inducer.value)),
    frame: frames.includes(null) ? null : Math.max(...frames.map((frame) => frame!)),
    flange: chargers.at(-1)!.turbo?.document.flange ?? '',
    price: prices.includes(null) ? null : count * prices.reduce<number>((sum, p) => sum + p!, 0),
    stock: shelves.includes(null) ? null : Math.min(...shelves.map((s) => Math.floor(s! / count))),
    size: count * chargers.reduce((sum, { compressor }) => sum + compressor.exducer.value ** 2, 0),
  };
}

/** How an item stands in a place of the row. */
const fitOf = ({ turbo, ...item }: Item): Fit =>
  turbo
    ? turboFitOf({ id: item.id, revision: item.revision, document: turbo.document })
    : { machine: { id: item.id, revision: item.revision }, drive: { kind: 'open' } };

/** The job with a candidate on one of its setups. */
export function withCandidate(job: Job, setupId: string, { form, chargers }: Candidate): Job {
  const [front, engine] = chargers.length > 1 ? chargers : [undefined, chargers[0]];
  return withFitted(job, setupId, form, {
    engine: fitOf(engine!),
    ...(front ? { front: fitOf(front) } : {}),
  });
}

/** The job with an open place for a charger in that setup: the ground that every candidate stands on. */
export const withoutCharger = (job: Job, setupId: string): Job =>
  withFitted(job, setupId, 'single', { engine: null });

/** A library of nothing but the parts of these items. */
export function libraryOfItems(items: readonly Item[]): Library {
  const key = ({ id, revision }: Ref) => `${id}.${revision}`;
  const compressors = new Map(
    items.map((item) => [key(item.turbo?.document.compressor ?? item), item.compressor]),
  );
  const turbines = new Map(
    items.flatMap(({ turbo }) => (turbo ? [[key(turbo.document.turbine), turbo.turbine] as const] : [])),
  );
  return {
    ...NO_LIBRARY,
    compressor: (ref) => compressors.get(key(ref)),
    turbine: (ref) => turbines.get(key(ref)),
  };
}

/** At most so many speeds for the first pass over the library. */
const COARSE_SPEEDS = 24;

/** The speeds of the sweep from one on. `coarse` thins them to 24 that still end at both. rev/min. */
export function rankingSpeeds(grid: number[], fromRpm: number, pass: 'coarse' | 'fine'): number[] {
  const judged = grid.filter((speed) => speed >= fromRpm);
  if (pass === 'fine' || judged.length <= COARSE_SPEEDS) return judged;
  return Array.from(
    { length: COARSE_SPEEDS },
    (_, i) => judged[Math.round((i * (judged.length - 1)) / (COARSE_SPEEDS - 1))]!,
  );
}
