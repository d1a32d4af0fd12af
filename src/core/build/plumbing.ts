import type { FlowLoss } from '../charge-air/losses';
import { dropOfPipe, type Pipe } from '../charge-air/pipe';
import type { Loss } from '../job/schema/job';
import type { LossPlace } from '../job/schema/setup-choices';
import { reason } from '../working/range';
import type { Problem } from './job-engine';

/** A loss with its bore, where known, its place, and which of the setup's losses it is. `pipes`: how many share the flow. */
export type PlacedLoss = FlowLoss & {
  index: number;
  place: LossPlace;
  pipes: number;
  diameter?: number;
  /** Where the drop follows from a pipe's measures. */
  pipe?: Pipe;
};

/** Losses on the air's side, by the station that shows them: before the compressor, between two, in the cooler, after it. */
export type AirLosses = Record<'filter' | 'between' | 'cooler' | 'throttle', PlacedLoss[]>;
/** Losses behind the exhaust valves: to the turbine, and from it to the open air, in the order of the flow. */
export type ExhaustLosses = { manifold: PlacedLoss[]; tail: PlacedLoss[] };

/** What is there once however many turbos there are. */
const SHARED: LossPlace[] = ['throttle', 'silencer'];

/** Pipes that share the engine's flow at a place. */
export const pipesAt = (place: LossPlace, turboCount: number): number =>
  SHARED.includes(place) ? 1 : turboCount;

/** Whether a loss follows from its pipe's measures: all of them are there. */
export const isPipe = (
  loss: Loss,
): loss is Loss & { diameter: NonNullable<Loss['diameter']>; length: NonNullable<Loss['length']> } =>
  loss.from === 'pipe' && Boolean(loss.diameter && loss.length);

/** The drop of a loss at the state it is stated at, Pa: as stated, or as its pipe's measures give it. */
export const statedDrop = (loss: Loss, turboCount: number): number =>
  isPipe(loss)
    ? dropOfPipe(
        {
          diameter: loss.diameter.value,
          length: loss.length.value,
          bends: loss.bends?.value ?? 0,
        },
        loss.massFlow.value / pipesAt(loss.place, turboCount),
        loss.pressure.value,
        loss.temperature.value,
      )
    : loss.drop.value;

const placed = (loss: Loss, index: number, turboCount: number): PlacedLoss => ({
  index,
  place: loss.place,
  pipes: pipesAt(loss.place, turboCount),
  drop: statedDrop(loss, turboCount),
  massFlow: loss.massFlow.value,
  pressure: loss.pressure.value,
  temperature: loss.temperature.value,
  ...(loss.diameter ? { diameter: loss.diameter.value } : {}),
  ...(isPipe(loss)
    ? { pipe: { diameter: loss.diameter.value, length: loss.length.value, bends: loss.bends?.value ?? 0 } }
    : {}),
});

/** A setup's losses by where they act, each place in the order they are listed in. */
export function lossesOf(plumbing: Loss[], turboCount: number): { air: AirLosses; exhaust: ExhaustLosses } {
  const all = plumbing.map((loss, i) => placed(loss, i, turboCount));
  const at = (...places: LossPlace[]) => places.flatMap((place) => all.filter((l) => l.place === place));
  return {
    air: {
      filter: at('filter', 'inlet'),
      between: at('between'),
      cooler: at('cooler'),
      throttle: at('charge', 'throttle'),
    },
    exhaust: { manifold: at('manifold'), tail: at('downpipe', 'catalyst', 'silencer') },
  };
}

/** A drop over half of what stands before it is no pipe but a stopper. */
const MOST_DROP = 0.5;

export function plumbingProblems(plumbing: Loss[]): Problem[] {
  return plumbing.flatMap((loss, i): Problem[] => {
    if (loss.from !== 'pipe') return [];
    const at = `setups.0.plumbing.${i}`;
    if (!loss.diameter) return [{ path: `${at}.diameter`, reason: reason('pipe-without-bore') }];
    if (!loss.length) return [{ path: `${at}.length`, reason: reason('pipe-without-length') }];
    const drop = statedDrop(loss, 1);
    if (drop <= MOST_DROP * loss.pressure.value) return [];
    return [
      {
        path: `${at}.diameter`,
        reason: reason('pipe-chokes', {
          bore: [loss.diameter.value, 'bore'],
          drop: [drop, 'pressureDrop'],
          flow: [loss.massFlow.value, 'massFlow'],
        }),
      },
    ];
  });
}
