import type { Turbine } from '../turbine/document';
import type { Turbocharger } from '../turbocharger/document';
import type { Injector } from '../fuel-system/part-documents';
import type { Pulley } from '../drive/document';
import type { Setup, Plan } from '../job/schema/job';
import type { PlanPart } from '../job/schema/plan';

/** What is asked of two things that must go together. */
export type FitQuestion =
  | 'flange'
  | 'entry'
  | 'injector-type'
  | 'injector-length'
  | 'plug-reach'
  | 'ribs'
  | 'belt-plane'
  | 'brace'
  | 'bonnet'
  | 'bore'
  | 'pulley-bore';

/** Yes, no, or to be measured: what is not known of either side is a question, never a yes. Lengths m. */
export type FitAnswer = {
  question: FitQuestion;
  part: string;
  answer: 'yes' | 'no' | 'ask';
  /** What the part has and what it meets, as its own fields say; null where that is not known. */
  has: string | number | null;
  meets: string | number | null;
};

/** What is known of the parts of a setup and of the list. */
export type FitSides = {
  plan: Pick<Plan, 'fits' | 'parts'>;
  setup: Setup;
  turbochargers: readonly Turbocharger[];
  turbines: readonly { turbine: Turbine; housing: number }[];
  injectors: readonly Injector[];
  /** Pulleys of the blower’s drive; the one on its shaft, and that shaft’s diameter. */
  pulleys: readonly Pulley[];
  driven: { pulley: Pulley; shaft: number | null } | null;
};

type Known = string | number | null;
const judged = (
  has: Known,
  meets: Known,
  goes: (has: never, meets: never) => boolean,
): FitAnswer['answer'] =>
  has === null || meets === null || has === '' || meets === ''
    ? 'ask'
    : goes(has as never, meets as never)
      ? 'yes'
      : 'no';
const same = (a: Known, b: Known): boolean =>
  typeof a === 'string' && typeof b === 'string'
    ? a.trim().toLowerCase() === b.trim().toLowerCase()
    : a === b;

/** Lengths that are taken for the same: sealing seats are made to half a millimetre (common practice). */
const SAME_LENGTH = 0.5e-3;
/** How far a ribbed belt may run out of one plane (common practice: 1 mm). */
const MOST_OFFSET = 1e-3;

/** Hoses slide over a millimetre; shafts do not. */
const SAME_BORE = 1e-3;
const SAME_SHAFT = 5e-5;

/** Neighbours along the pipes of a setup with their bores, m; null where one is not known. */
const joints = ({ plumbing }: Setup) =>
  plumbing.slice(1).flatMap((next, i) => {
    const before = plumbing[i]!;
    const bores = [before.diameter?.value ?? null, next.diameter?.value ?? null] as const;
    // Two that nobody measured are no question of fit yet.
    return bores.every((bore) => bore === null) ? [] : [{ from: before.place, to: next.place, bores }];
  });

const heights = (parts: readonly PlanPart[]) => parts.filter(({ height }) => height !== null);

/**
 * Whether the parts of a setup go with the engine and with each other. In: setup and its parts, and what was measured on the car. Out: one answer for
 * each part and question that arises. Total. Source: common practice.
 */
export function fitsOf({
  plan,
  setup,
  turbochargers,
  turbines,
  injectors,
  pulleys,
  driven,
}: FitSides): FitAnswer[] {
  const { fits, parts } = plan;
  const ask = (
    question: FitQuestion,
    part: string,
    has: Known,
    meets: Known,
    goes: (has: never, meets: never) => boolean,
  ): FitAnswer => ({ question, part, answer: judged(has, meets, goes), has, meets });
  const near = (a: number, b: number) => Math.abs(a - b) <= SAME_LENGTH;
  const roomFor = (needs: number, room: number) => needs <= room;
  const manifold = setup.exhaust.manifold;
  const plugs = parts.filter(({ reach }) => reach !== null);
  const tall = heights(parts);
  const isBelted = pulleys.length > 0;
  const ribbed = isBelted ? Math.min(...pulleys.map(({ ribs }) => ribs)) : null;
  return [
    ...turbochargers.map(({ name, flange }) => ask('flange', name, flange, fits.flange, same)),
    ...turbines.map(({ turbine, housing }) => {
      const entry = turbine.housings[housing]?.entry ?? null;
      // A divided housing on an open manifold works as an open one: it is asked, not refused.
      const answer: FitAnswer = ask('entry', turbine.name, entry, manifold, (has: string, meets: string) =>
        meets === 'divided' ? has !== 'open' : has === 'open',
      );
      return manifold === 'open' && entry !== 'open' ? { ...answer, answer: 'ask' as const } : answer;
    }),
    ...injectors.flatMap(({ name, injection, length }) => [
      ask('injector-type', name, injection, fits.injection, same),
      ask('injector-length', name, length.value, fits.injectorLength, near),
    ]),
    ...plugs.map(({ name, reach }) => ask('plug-reach', name, reach, fits.plugReach, near)),
    ...(isBelted
      ? [
          ask(
            'ribs',
            pulleys.map(({ name }) => name).join(', '),
            ribbed,
            fits.ribs,
            (has: number, meets: number) => has >= meets,
          ),
          ask(
            'belt-plane',
            'Belt',
            MOST_OFFSET,
            fits.beltPlane,
            (most: number, off: number) => Math.abs(off) <= most,
          ),
        ]
      : []),
    ...(driven
      ? [
          ask(
            'pulley-bore',
            driven.pulley.name,
            driven.pulley.bore.value,
            driven.shaft,
            (bore: number, shaft: number) => Math.abs(bore - shaft) < SAME_SHAFT,
          ),
        ]
      : []),
    ...joints(setup).map(({ from, to, bores }) =>
      // A step from one bore to another wants a reducer: it is asked, never refused.
      ({
        ...ask('bore', `${from} to ${to}`, bores[0], bores[1], near),
        ...(Math.abs((bores[0] ?? 0) - (bores[1] ?? 0)) > SAME_BORE ? { answer: 'ask' as const } : {}),
      }),
    ),
    ...tall.flatMap(({ name, height }) => [
      ask('brace', name, height, fits.brace, roomFor),
      ask('bonnet', name, height, fits.bonnet, roomFor),
    ]),
  ];
}
