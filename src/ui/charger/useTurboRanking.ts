import { useParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type TurboRow } from '@/core/selection/rank-turbos';
import { rankTurbos, type RankedTurbo } from '@/core/selection/turbo-order';
import { turboPool, type TurboStage } from '@/workers/turbo-pool';
import { useJob, useJobState } from '../store/solved';
import { keepTurboPrefs, passesTurbo, readTurboPrefs, type TurboPrefs } from './turbo-prefs';

type Phase = 'waiting' | 'screening' | 'matching' | 'done' | 'stopped' | 'failed';

export type TurboRanking = {
  rows: RankedTurbo[];
  /** Rows before the filter, and how many of them are matched. */
  total: number;
  matched: number;
  flanges: string[];
  phase: Phase;
  /** The rows are still those of an earlier state of the job. */
  stale: boolean;
  prefs: TurboPrefs;
  setPrefs: (prefs: TurboPrefs) => void;
  retry: () => void;
  stop: () => void;
};

/** Typing changes the job with every key: the library is tried once it rests. */
const REST_MS = 150;
const SHOW_MS = 300;
const marks: Record<TurboStage, string> = {
  screened: 'turbo-screened',
  'best-matched': 'turbo-best',
  matched: 'turbo-matched',
  full: 'turbo-full',
};

/** The turbochargers of the library ranked for the live draft, in workers; weights and filter act at once on what is known. */
export function useTurboRanking(): TurboRanking {
  const { setupIndex, turbos, answer } = useJob();
  const { id: jobId } = useParams<{ id: string }>();
  const draft = useJobState((s) => s.draft);
  const [rows, setRows] = useState<TurboRow[]>([]);
  const [phase, setPhase] = useState<Phase>('waiting');
  const [stale, setStale] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [prefs, setPrefs] = useState<TurboPrefs>(() => readTurboPrefs(jobId));
  const power = answer?.build.goal.power ?? 1;
  const ranked = useMemo(
    () =>
      rankTurbos(
        rows.filter((row) => passesTurbo(row, prefs.filter)),
        prefs.weights,
        { power, room: prefs.room },
      ),
    [rows, prefs, power],
  );
  const flanges = useMemo(() => [...new Set(rows.map((r) => r.flange).filter(Boolean))].sort(), [rows]);
  const matched = useMemo(() => rows.filter((r) => r.pass !== 'screened').length, [rows]);

  // What the demand depends on: not the names, nor the turbos that stand there now.
  const setup = draft.setups[setupIndex]!;
  const asked = useMemo(
    () =>
      JSON.stringify({
        brief: draft.brief,
        engine: draft.engine,
        trial: draft.trial,
        setup: { ...setup, induction: null, name: '', letter: '' },
      }),
    [draft.brief, draft.engine, draft.trial, setup],
  );
  const cancel = useRef(() => {});
  const latest = useRef({ draft, setupId: setup.id, prefs, power });
  useEffect(() => {
    latest.current = { draft, setupId: setup.id, prefs, power };
  });
  const isListKnown = turbos !== null;
  useEffect(() => {
    // A list that was fetched anew may have changed: the workers fetch theirs with it.
    turboPool().forget();
  }, [turbos]);
  useEffect(() => {
    if (!isListKnown) return;
    let waiting: ReturnType<typeof setTimeout> | undefined;
    let shownAt = -Infinity;
    const known = new Map<string, TurboRow>();
    const show = () => {
      // The first rows at once; then a few times a second: drawing them takes what the workers need.
      waiting ??= setTimeout(
        () => {
          waiting = undefined;
          shownAt = performance.now();
          setRows([...known.values()]);
          setStale(false);
        },
        Math.max(0, shownAt + SHOW_MS - performance.now()),
      );
    };
    const timer = setTimeout(() => {
      setStale(true);
      setPhase('screening');
      performance.mark('turbo-start');
      const { draft: job, setupId } = latest.current;
      cancel.current = turboPool().run(job, setupId, {
        rows: (found) => {
          if (known.size === 0) performance.mark('turbo-first');
          for (const row of found) known.set(row.key, row);
          show();
        },
        best: () => {
          const now = latest.current.prefs;
          const all = [...known.values()];
          const passed = all.filter((row) => passesTurbo(row, now.filter));
          const first = rankTurbos(passed, now.weights, {
            power: latest.current.power,
            room: now.room,
          }).map((r) => r.key);
          const others = new Set(first);
          return [...first, ...all.map((r) => r.key).filter((key) => !others.has(key))];
        },
        through: (stage) => {
          performance.mark(marks[stage]);
          setPhase('matching');
        },
        done: () => {
          if (known.size === 0) setRows([]);
          setStale(false);
          setPhase('done');
        },
        failed: () => setPhase('failed'),
      });
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      clearTimeout(waiting);
      cancel.current();
    };
  }, [asked, isListKnown, attempt]);

  return {
    rows: ranked,
    total: rows.length,
    matched,
    flanges,
    phase,
    stale,
    prefs,
    setPrefs: (next) => {
      setPrefs(next);
      keepTurboPrefs(jobId, next);
    },
    retry: () => {
      turboPool().forget();
      setAttempt((n) => n + 1);
    },
    stop: () => {
      cancel.current();
      setStale(false);
      setPhase('stopped');
    },
  };
}
