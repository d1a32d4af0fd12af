'use client';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Bounds } from '@/core/job/bound-at';
import type { LibraryItem } from '@/formats/library-items';
import { signatureOf } from '@/formats/library-items';
import { server, type StoredJob } from '../server/client';
import { createJobStore, type JobStore } from '../store/job-store';
import { clampSpeed, JobProvider, useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Say } from '../words/Say';
import { Airway } from './Airway';
import { nextFailing } from './failing';
import { benches, isBench, type BenchId } from './benches';
import { RevBar } from './RevBar';
import { Spine } from './Spine';
import { DeviceKeys, loadMore } from './MoreKey';
import { TopLine } from './TopLine';
import { isTyping } from './typing';
import styles from './frame.module.css';

const loadKeys = () => import('./KeysDialog');
const KeysDialog = dynamic(loadKeys);
const loadConflict = () => import('./ConflictDialog');
const ConflictDialog = dynamic(loadConflict);
const loaders = {
  brief: () => import('../brief/BriefBench'),
  engine: () => import('../engine/EngineBench'),
  demand: () => import('../demand/DemandBench'),
  charger: () => import('../charger/ChargerBench'),
};
const bodies: Record<BenchId, React.ComponentType> = {
  brief: dynamic(loaders.brief),
  engine: dynamic(loaders.engine),
  demand: dynamic(loaders.demand),
  charger: dynamic(loaders.charger),
};

/** Everything a bench may need later, fetched while the page rests: benches must open when the server is away. */
async function loadAhead(): Promise<void> {
  await Promise.allSettled(
    [
      ...Object.values(loaders),
      loadConflict,
      loadKeys,
      loadMore,
      () => import('../engine/BreathingPlot'),
      () => import('../demand/DemandPlot'),
    ].map((load) => load()),
  );
  document.documentElement.dataset.ahead = 'true';
  // The Charger's workers and the maps they rank: the bench must open, and at once, when the server is away.
  void server.compressors().then(async (answer) => {
    if (answer.kind === 'ok')
      (await import('@/workers/pool')).rankPool().use(signatureOf(answer.data.compressors));
  });
}

type Props = {
  stored: StoredJob;
  bounds: Bounds;
  items: LibraryItem[];
  bench: BenchId;
  speedRpm: number | null;
};

/** One job: the frame, and the bench that the address names. Benches switch in the browser. */
export function JobPage({ stored, bounds, items, bench: firstBench, speedRpm: firstSpeed }: Props) {
  const [store] = useState(() => createJobStore(stored));
  const [speedRpm, setSpeedRpm] = useState(firstSpeed ?? stored.job.brief.goal.speedRpm.value);
  const pathname = usePathname();
  const named = pathname.split('/')[3];
  const bench: BenchId = isBench(named) ? named : firstBench;

  useEffect(() => {
    void store.getState().resume();
    document.documentElement.dataset.live = 'true';
    const rest = setTimeout(() => void loadAhead(), 1_500);
    const online = () => void store.getState().flush();
    window.addEventListener('online', online);
    return () => {
      clearTimeout(rest);
      window.removeEventListener('online', online);
    };
  }, [store]);

  // The address follows the speed without a new history entry, a few times a second at most.
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const setSpeed = useCallback((next: number) => {
    setSpeedRpm(next);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const url = new URL(window.location.href);
      url.searchParams.set('rpm', String(next));
      window.history.replaceState(null, '', url);
    }, 250);
  }, []);

  const goTo = useCallback(
    (next: BenchId) => {
      const url = new URL(window.location.href);
      url.pathname = `/jobs/${stored.id}/${next}`;
      window.history.pushState(null, '', url);
    },
    [stored.id],
  );

  return (
    <JobProvider store={store} bounds={bounds} items={items} speedRpm={speedRpm} setSpeed={setSpeed}>
      <Keys store={store} goTo={goTo} />
      <div className={styles.shell}>
        <Spine bench={bench} onBench={goTo} />
        <TopLine />
        <Airway bench={bench} onBench={goTo} />
        <Bench id={bench} asked={firstSpeed} />
        <RevBar />
      </div>
      <Conflict />
      <DeviceKeys />
    </JobProvider>
  );
}

function Bench({ id, asked }: { id: BenchId; asked: number | null }) {
  const { figure } = useWords();
  const Body = bodies[id];
  const { problems, solved, speedRpm } = useJob();
  const sync = useJobState((s) => s.sync);
  const name = benches.find((b) => b.id === id)!.name;
  return (
    <main className={styles.bench} aria-label={`${name} bench`}>
      {(problems.length > 0 || sync.kind === 'refused') && (
        <div className="unseen" role="status">
          {problems.map((p) => (
            <Say key={p.path + p.reason.code} reason={p.reason} />
          ))}
          {sync.kind === 'refused' && sync.message}
          {solved?.stale && 'The figures shown are from the last good values.'}
        </div>
      )}
      {solved &&
        asked !== null &&
        clampSpeed(solved.build, asked) !== asked &&
        clampSpeed(solved.build, asked) === speedRpm && (
          <p className={styles.stray} role="status">
            The link asks for {figure(asked, 'engineSpeed')}; this engine runs from{' '}
            {figure(solved.build.idleRpm, 'engineSpeed')} to {figure(solved.build.redLineRpm, 'engineSpeed')}.
            Shown is the nearest.
          </p>
        )}
      <Body />
    </main>
  );
}

/** Single keys of the frame; they rest while a field has the focus. */
function Keys({ store, goTo }: { store: JobStore; goTo: (bench: BenchId) => void }) {
  const { solved, speedRpm, setSpeed } = useJob();
  const [isListOpen, setListOpen] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
        event.preventDefault();
        if (event.shiftKey) store.getState().redo();
        else store.getState().undo();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const bench = benches.find((b) => b.key === event.key);
      if (bench) return goTo(bench.id);
      if (event.key === '?') return setListOpen(true);
      if (!solved) return;
      const { build } = solved;
      const step = (by: number) =>
        setSpeed(clampSpeed(build, (Math.round(speedRpm / build.stepRpm) + by) * build.stepRpm));
      if (event.key === ',') step(-1);
      if (event.key === '.') step(1);
      if (event.key === '<' || event.key === ';') step(-5);
      if (event.key === '>' || event.key === ':') step(5);
      if (event.key === 'g') setSpeed(build.goal.speedRpm);
      if (event.key === '[' || event.key === ']') {
        const next = nextFailing(solved.sweep.points, speedRpm, event.key === ']' ? 1 : -1);
        if (next !== null) setSpeed(next);
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [store, goTo, solved, speedRpm, setSpeed]);
  return isListOpen ? <KeysDialog onClose={() => setListOpen(false)} /> : null;
}

/** Someone else saved first: the dialog is fetched when it is needed. */
function Conflict() {
  const sync = useJobState((s) => s.sync);
  return sync.kind === 'conflict' ? <ConflictDialog theirs={sync.theirs} /> : null;
}
