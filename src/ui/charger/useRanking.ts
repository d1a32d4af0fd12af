import { useEffect, useMemo, useRef, useState } from 'react';
import { rank, withoutCharger, type Ranked } from '@/core/selection/rank';
import { candidateKey, rankPool, type RankRow } from '@/workers/pool';
import { signatureOf } from '@/formats/library-items';
import { useJob, useJobState } from '../store/solved';
import { keepPrefs, passes, readPrefs, type RankingPrefs } from './ranking-prefs';

type Phase = 'waiting' | 'ranking' | 'refining' | 'done' | 'stopped' | 'failed';

export type RankedRow = Ranked & Pick<RankRow, 'pass'>;

export type Ranking = {
  rows: RankedRow[];
  /** Candidates looked at before the filter, and how many there will be (null: not known). */
  total: number;
  expected: number | null;
  phase: Phase;
  /** The rows are still those of an earlier state of the job. */
  stale: boolean;
  prefs: RankingPrefs;
  setPrefs: (prefs: RankingPrefs) => void;
  retry: () => void;
  stop: () => void;
};

/** Typing changes the job with every key: the library is laid under it once it rests. */
const REST_MS = 120;

/** The library ranked for the live draft, in workers; weights and filter act at once on what is known. */
export function useRanking(): Ranking {
  const { setupIndex, heads, fetchHeads } = useJob();
  const draft = useJobState((s) => s.draft);
  const [rows, setRows] = useState<RankRow[]>([]);
  const [phase, setPhase] = useState<Phase>('waiting');
  const [stale, setStale] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [prefs, setPrefs] = useState<RankingPrefs>(readPrefs);
  const goalRpm = draft.brief.goal.speedRpm.value;

  const ranked = useMemo(() => {
    const passed = rows.filter((row) => passes(row, prefs.filter));
    return rank(passed, prefs.weights, goalRpm) as RankedRow[];
  }, [rows, prefs, goalRpm]);

  // What the demand depends on: not the name, nor the charger that stands there now.
  const setup = draft.setups[setupIndex]!;
  const asked = useMemo(
    () =>
      JSON.stringify({
        brief: draft.brief,
        engine: draft.engine,
        setup: { ...setup, induction: null, name: '', letter: '' },
      }),
    [draft.brief, draft.engine, setup],
  );
  const cancel = useRef(() => {});
  const latest = useRef({ draft, setupId: setup.id, prefs, goalRpm });
  useEffect(() => {
    latest.current = { draft, setupId: setup.id, prefs, goalRpm };
  });

  // The workers hold the library as it was; when the list says that it has changed they fetch it anew.
  const signature = heads && signatureOf(heads);
  const [isListKnown, setListKnown] = useState(false);
  useEffect(() => {
    let live = true;
    void fetchHeads().then(() => live && setListKnown(true));
    return () => {
      live = false;
    };
  }, [fetchHeads]);

  useEffect(() => {
    if (!isListKnown) return;
    if (signature !== null) rankPool().use(signature);
    let frame = 0;
    const known = new Map<string, RankRow>();
    const timer = setTimeout(() => {
      setStale(true);
      setPhase('ranking');
      performance.mark('rank-start');
      const { draft: job, setupId } = latest.current;
      cancel.current = rankPool().run(withoutCharger(job, setupId), setupId, {
        rows: (found) => {
          if (known.size === 0) performance.mark('rank-first');
          for (const row of found) known.set(candidateKey(row), row);
          // Many small pieces arrive: the page takes them up once a frame.
          frame ||= requestAnimationFrame(() => {
            frame = 0;
            setRows([...known.values()]);
            setStale(false);
          });
        },
        best: () => {
          performance.mark('rank-coarse');
          setPhase('refining');
          const now = latest.current;
          const passed = [...known.values()].filter((row) => passes(row, now.prefs.filter));
          return rank(passed, now.prefs.weights, now.goalRpm).map(candidateKey);
        },
        done: () => {
          if (known.size === 0) setRows([]);
          setStale(false);
          setPhase('done');
          performance.mark('rank-done');
        },
        failed: () => setPhase('failed'),
      });
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      cancelAnimationFrame(frame);
      cancel.current();
    };
  }, [asked, signature, isListKnown, attempt]);

  return {
    rows: ranked,
    total: rows.length,
    expected: heads && 2 * heads.length,
    phase,
    stale,
    prefs,
    setPrefs: (next) => {
      setPrefs(next);
      keepPrefs(next);
    },
    retry: () => setAttempt((n) => n + 1),
    stop: () => {
      cancel.current();
      setStale(false);
      setPhase('stopped');
    },
  };
}
