import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { wheelPower } from '@/core/vehicle/drivetrain';
import { refsOf } from '@/core/documents/refs';
import { bandOf, heldOf, type Draw } from '@/core/forecast/band';
import { factorsOf, hypercube } from '@/core/forecast/design';
import { useJob, useJobState } from '../store/solved';
import { drawBand, DRAWS } from './draws';
import { useDrawnBand } from './store';

/** Speeds of a band. */
export const SPEEDS = 24;
/** One seed for all: two setups of a job are drawn alike, so that their difference is surer than either. */
export const SEED = 20_26;

/** Draws the band of the setup in hand anew whenever the job changes, for all of the bench to read. */
export function useDrawing(): void {
  const { setupIndex, items, bounds, answer } = useJob();
  const job = useDeferredValue(useJobState((s) => s.draft));
  const set = useDrawnBand((s) => s.set);
  const [again, setAgain] = useState(0);
  const build = answer?.build ?? null;
  const points = answer?.sweep.points;
  const held = useMemo(
    () => (build ? heldOf(build, job.setups[setupIndex]?.id ?? '', SPEEDS, points) : null),
    [build, points, job, setupIndex],
  );
  useEffect(() => {
    if (!held || !build || !job.setups[setupIndex]) return;
    // Drawn already: the bench was left and is back.
    const known = useDrawnBand.getState();
    if (known.isAll && known.of?.job === job && known.of.setupIndex === setupIndex) return;
    const factors = factorsOf(job, setupIndex, bounds);
    const scores = hypercube(factors.length, DRAWS, SEED);
    const used = refsOf(job);
    const own = items.filter((item) =>
      used.some(({ id, revision }) => id === item.id && revision === item.revision),
    );
    const goal = { speedRpm: build.goal.speedRpm, power: build.goal.power };
    let shown = -Infinity;
    const show = (draws: (Draw | undefined)[], isAll: boolean) => {
      const now = performance.now();
      // Once a second after the first: each look sorts every draw, and the page has no more than one core beside the workers.
      if (!isAll && now - shown < 1_000) return;
      shown = now;
      const at = draws.flatMap((draw, i) => (draw ? [i] : []));
      const band = bandOf(
        at.map((i) => draws[i]!),
        at.map((i) => scores[i]!),
        factors,
        held,
        goal,
      );
      set({
        of: { job, setupIndex },
        band,
        draws: isAll ? at.map((i) => draws[i]!) : null,
        isAll,
        share: at.length / DRAWS,
      });
    };
    set({ of: { job, setupIndex }, band: null, draws: null, isAll: false, share: 0 });
    // Somebody who types is left alone for a moment; a bench that was just opened waits for nothing.
    const rest = known.of?.job && known.of.job !== job ? 250 : 0;
    let stop = () => {};
    const timer = setTimeout(() => {
      stop = drawBand({ job, setupIndex, held, items: own, bounds, seed: SEED }, show, () =>
        setAgain((n) => n + 1),
      );
    }, rest);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [held, build, job, setupIndex, items, bounds, again, set]);
}

/** Flywheel power at the goal’s basis, W. */
export function useAtBasis(): { basis: 'flywheel' | 'wheels'; at: (power: number) => number } {
  const { answer } = useJob();
  const basis = useJobState((s) => s.draft.brief.goal.basis);
  const drivetrain = answer?.build.drivetrain;
  return useMemo(
    () => ({
      basis,
      at: (power: number) => (basis === 'wheels' && drivetrain ? wheelPower(power, drivetrain) : power),
    }),
    [basis, drivetrain],
  );
}
