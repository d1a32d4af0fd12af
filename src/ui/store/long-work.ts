import { create } from 'zustand';

/** Work that takes so long that a reader asks what is going on, ms. */
const LONG = 400;

/** A piece of long work as it is told: what is being done, how far it is (null where nobody knows), and how it is stopped or taken up again. */
type Work = {
  id: number;
  what: string;
  share: number | null;
  stopped: boolean;
  stop: () => void;
  resume: () => void;
};

type LongWork = { works: readonly Work[] };
export const useLongWork = create<LongWork>(() => ({ works: [] }));

let last = 0;
const change = (id: number, to: (work: Work) => Work | null): void =>
  useLongWork.setState(({ works }) => ({
    works: works.flatMap((work) => (work.id === id ? (to(work) ?? []) : [work])),
  }));

/**
 * Tells of work that has begun, once it has gone on for long. In: what is done, as 'Sizing the parts'; how it is stopped and
 * taken up again. Out: how far it is, 0 to 1, and that it is over: both may be called at any time and as often as one likes.
 */
export function tellWork(what: string, { stop, resume }: { stop: () => void; resume: () => void }) {
  const id = ++last;
  let share: number | null = null;
  const timer = setTimeout(
    () =>
      useLongWork.setState(({ works }) => ({
        works: [
          ...works,
          {
            id,
            what,
            share,
            stopped: false,
            stop: () => {
              stop();
              change(id, (work) => ({ ...work, stopped: true }));
            },
            resume: () => {
              change(id, (work) => ({ ...work, stopped: false }));
              resume();
            },
          },
        ],
      })),
    LONG,
  );
  return {
    move: (to: number): void => {
      share = to;
      change(id, (work) => ({ ...work, share: to }));
    },
    end: (): void => {
      clearTimeout(timer);
      change(id, () => null);
    },
  };
}
