import { useParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { rank, type Ranked } from '@/core/selection/order';
import type { Row } from '@/core/selection/row';
import { usualMargins } from '@/core/compressor/usual-margins';
import { signatureOf } from '@/formats/library-items';
import { rankPool, type Field, type Stage } from '@/workers/pool';
import { useJob, useJobState } from '../store/solved';
import { keepPrefs, passes, readPrefs, type RankingPrefs } from './ranking-prefs';

type Phase = 'waiting' | 'screening' | 'matching' | 'done' | 'stopped' | 'failed';

export type Ranking = {
  rows: Ranked[];
  /** Candidates looked at before the filter, how many there will be (null: not known), and how many are more than screened. */
  total: number;
  expected: number | null;
  matched: number;
  flanges: string[];
  phase: Phase;
  /** The rows are still those of an earlier state of the job. */
  stale: boolean;
  prefs: RankingPrefs;
  setPrefs: (prefs: RankingPrefs) => void;
  retry: () => void;
  stop: () => void;
};

/** Typing changes the job with every key: the library is tried once it rests. */
const REST_MS = 120;
const SHOW_MS = 300;

const markOf = (field: Field, what: 'start' | 'first' | Stage) =>
  performance.mark(`${field === 'compressors' ? 'rank' : 'turbo'}-${what}`);

/** What the library holds of a field, as the list says: when it changes the workers fetch it anew. Null: not known yet. */
function useSignature(field: Field): string | null {
  const { heads, fetchHeads, turbos } = useJob();
  const [isListKnown, setListKnown] = useState(false);
  useEffect(() => {
    if (field !== 'compressors') return;
    let live = true;
    void fetchHeads().then(() => live && setListKnown(true));
    return () => {
      live = false;
    };
  }, [field, fetchHeads]);
  if (field === 'turbochargers')
    return turbos && turbos.turbochargers.map(({ id, revision }) => `${id}.${revision}`).join(' ');
  // Without a list the workers rank what they have.
  return isListKnown ? (heads ? signatureOf(heads) : '') : null;
}

/** A field of the library ranked for the live draft, in workers; weights and filter act at once on what is known. */
export function useRanking(field: Field): Ranking {
  const { setupIndex, heads, answer } = useJob();
  const { id: jobId } = useParams<{ id: string }>();
  const draft = useJobState((s) => s.draft);
  const [rows, setRows] = useState<Row[]>([]);
  const [phase, setPhase] = useState<Phase>('waiting');
  const [stale, setStale] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [prefs, setPrefs] = useState<RankingPrefs>(() => readPrefs(field, jobId));
  const power = answer?.build.goal.power ?? 1;
  const surge = answer?.build.margins.surge ?? usualMargins.surge;
  const ranked = useMemo(
    () =>
      rank(
        rows.filter((row) => passes(row, prefs.filter)),
        prefs.weights,
        { power, room: prefs.room, surge },
      ),
    [rows, prefs, power, surge],
  );
  const flanges = useMemo(() => [...new Set(rows.map((r) => r.flange).filter(Boolean))].sort(), [rows]);
  const matched = useMemo(() => rows.filter((r) => r.pass !== 'screened').length, [rows]);

  // What the demand depends on: not the names, nor the machines that stand there now; coolers and holds are theirs.
  const setup = draft.setups[setupIndex]!;
  const asked = useMemo(() => {
    const { induction } = setup;
    const behind =
      induction.kind === 'charged'
        ? induction.chargers.map(({ aftercooler, hold }) => ({ aftercooler, hold }))
        : null;
    return JSON.stringify({
      brief: draft.brief,
      engine: draft.engine,
      ...(field === 'turbochargers' ? { trial: draft.trial } : {}),
      setup: { ...setup, induction: behind, name: '', letter: '' },
    });
  }, [draft.brief, draft.engine, draft.trial, setup, field]);
  const cancel = useRef(() => {});
  const latest = useRef({ draft, setupId: setup.id, prefs, power });
  useEffect(() => {
    latest.current = { draft, setupId: setup.id, prefs, power };
  });
  const signature = useSignature(field);

  useEffect(() => {
    if (signature === null) return;
    if (signature !== '') rankPool().use(field, signature);
    let waiting: ReturnType<typeof setTimeout> | undefined;
    let shownAt = -Infinity;
    const known = new Map<string, Row>();
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
      markOf(field, 'start');
      const { draft: job, setupId } = latest.current;
      cancel.current = rankPool().run(field, job, setupId, {
        rows: (found) => {
          if (known.size === 0 && found.length) markOf(field, 'first');
          for (const row of found) known.set(row.key, row);
          show();
        },
        best: () => {
          const now = latest.current;
          const all = [...known.values()];
          const first = rank(
            all.filter((row) => passes(row, now.prefs.filter)),
            now.prefs.weights,
            { power: now.power, room: now.prefs.room },
          ).map((r) => r.key);
          const others = new Set(first);
          return [...first, ...all.map((r) => r.key).filter((key) => !others.has(key))];
        },
        through: (stage) => {
          markOf(field, stage);
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
  }, [asked, signature, field, attempt]);

  return {
    rows: ranked,
    total: rows.length,
    expected: field === 'compressors' ? heads && 2 * heads.length : null,
    matched,
    flanges,
    phase,
    stale,
    prefs,
    setPrefs: (next) => {
      setPrefs(next);
      keepPrefs(field, jobId, next);
    },
    retry: () => setAttempt((n) => n + 1),
    stop: () => {
      cancel.current();
      setStale(false);
      setPhase('stopped');
    },
  };
}
