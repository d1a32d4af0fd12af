'use client';
import { withFitted } from '@/core/job/chargers';
import { engineMachine, engineMap } from '@/core/build/row';
import { engineCharger } from '@/core/charger/charged-air';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { compileBuild } from '@/core/build/build';
import { stageAnswer } from '@/core/solve/stage-view';
import { solveSweep } from '@/core/solve/sweep';
import type { Job } from '@/core/job/schema/job';
import { libraryOf, type AnyItem } from '@/formats/library-items';
import { candidateKey, type Form } from '@/core/selection/candidate';
import { useJob, useJobState, type Solved } from '../store/solved';
import type { Overlay } from './CompressorMap';

type Laid = { id: string; revision: number; form: Form };
const keyOf = ({ form, ...ref }: Laid) => candidateKey(form, [ref]);
type Shown = Pick<Solved, 'build' | 'sweep'>;
/** A candidate as the ranking names it, on this engine. */
export type Candidate = { name: string; answer: Shown };

const noneYet: readonly (Laid & { name: string })[] = [];

/** The job as it would be with this candidate on it. */
function withCandidate(job: Job, setupIndex: number, { id, revision, form }: Laid): Job {
  const engine = { machine: { id, revision }, drive: { kind: 'open' as const } };
  return withFitted(job, job.setups[setupIndex]!.id, form, { engine });
}

function solveWith(job: Job, setupIndex: number, laid: Laid, items: readonly AnyItem[]): Shown | null {
  const changed = withCandidate(job, setupIndex, laid);
  const result = compileBuild(changed, changed.setups[setupIndex]!.id, libraryOf(items));
  if ('problems' in result) return null;
  const { build } = result;
  return { build, sweep: solveSweep(build) };
}

/**
 * What stands in the picture: the job's own compressor, or up to two candidates laid over each other. One candidate lies
 * over the job's own; two lie over each other, the first beneath.
 */
function usePicture() {
  const { answer, items, fetchItem, setupIndex, drawn } = useJob();
  const draft = useJobState((s) => s.draft);
  const [laid, setLaid] = useState<Laid[]>([]);
  const [best, setBest] = useState(noneYet);
  const [failure, setFailure] = useState<string | null>(null);
  const own = answer && engineMap(answer.build) ? answer : null;

  const others = useMemo(
    () => laid.map((one) => solveWith(draft, setupIndex, one, items)),
    [laid, draft, setupIndex, items],
  );
  const [first = null, second = null] = others;
  const isForeign = second !== null || (first !== null && own === null);
  const shown: Shown | null = isForeign ? first : own;
  const upper = second ?? (isForeign ? null : first);
  const over: Overlay | null = useMemo(
    () => (upper && engineMap(upper.build) ? { ...overlayOf(upper)!, slot: 1, isCandidate: true } : null),
    [upper],
  );
  // The other setups that are drawn, as far as three lines allow; a candidate takes the place of one.
  const ownSlot = drawn.find((d) => d.index === setupIndex)?.slot ?? 0;
  const setups = useMemo(
    () =>
      isForeign || over
        ? []
        : drawn.flatMap((d): Overlay[] => {
            const overlay = d.index !== setupIndex && d.answer ? overlayOf(d.answer) : null;
            return overlay ? [{ ...overlay, name: `${d.setup.letter} ${overlay.name}`, slot: d.slot }] : [];
          }),
    [drawn, setupIndex, isForeign, over],
  );
  const overs = useMemo(() => (over ? [over] : setups), [over, setups]);

  // Before a machine is chosen the best candidates stand round the demand line.
  const isBare = own === null && laid.length === 0;
  const candidates = useMemo(
    () =>
      isBare
        ? best.flatMap((one): Candidate[] => {
            const itsAnswer = solveWith(draft, setupIndex, one, items);
            return itsAnswer ? [{ name: one.name, answer: itsAnswer }] : [];
          })
        : [],
    [isBare, best, draft, setupIndex, items],
  );
  /** Says which candidates are best just now; their maps are fetched. */
  const suggest = useCallback(
    async (rows: readonly (Laid & { name: string })[]) => {
      await Promise.all(rows.map(({ id, revision }) => fetchItem({ id, revision })));
      setBest(rows);
    },
    [fetchItem],
  );

  const lay = async (one: Laid & { name: string }) => {
    const key = keyOf(one);
    setFailure(null);
    if (laid.some((l) => keyOf(l) === key)) {
      setLaid(laid.filter((l) => keyOf(l) !== key));
      return;
    }
    if (!(await fetchItem({ id: one.id, revision: one.revision }))) {
      setFailure(`The map of ${one.name} could not be fetched: is the server away?`);
      return;
    }
    // A third takes the place of the older of the two.
    setLaid((now) => [...now.slice(-1), { id: one.id, revision: one.revision, form: one.form }]);
  };
  return {
    shown,
    over,
    overs,
    slot: over || isForeign ? 0 : ownSlot,
    isForeign,
    laid: laid.map(keyOf),
    lay,
    clear: () => setLaid([]),
    failure,
    isBare,
    candidates,
    suggest,
  };
}

/** A solved setup as it is drawn over another; null where it has no compressor. */
function overlayOf({ build, sweep }: Shown): Omit<Overlay, 'slot' | 'isCandidate'> | null {
  const machine = engineMachine(build);
  if (!machine?.map) return null;
  return {
    name: `${engineCharger(build).count > 1 ? 'Twin ' : ''}${machine.name}`,
    map: machine.map,
    sweep: stageAnswer({ build, sweep }, 'engine').sweep,
  };
}

const Shared = createContext<ReturnType<typeof usePicture> | null>(null);

/** The picture of the bench, for the map and for the list that lays candidates on it. */
export function PictureProvider({ children }: { children: ReactNode }) {
  return <Shared.Provider value={usePicture()}>{children}</Shared.Provider>;
}

export function useShownPicture() {
  const picture = useContext(Shared);
  if (!picture) throw new Error('useShownPicture needs a PictureProvider above it.');
  return picture;
}
