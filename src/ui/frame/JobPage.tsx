'use client';
import { WorkLine } from './WorkLine';
import { Tour } from './Tour';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Bounds } from '@/core/job/inputs/bound-at';
import type { AnyItem } from '@/formats/library-items';
import { clampSpeed } from '@/core/solve/sweep';
import type { StoredJob } from '../server/client';
import { createJobStore, type JobStore } from '../store/job-store';
import { JobProvider, SpeedProvider, useJob, useJobState, useSpeed } from '../store/solved';

import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { fetchAhead } from './ahead';
import { Airway } from './Airway';
import { nextFailing } from './failing';
import { benches, benchOf, type BenchId } from './benches';
import { JobPad } from '../claims/JobPad';
import { DialogsProvider, useDialogs, useOpenDialog, type OpenDialog } from './dialogs';
import { JobDialogs } from './JobDialogs';
import { Health } from './Health';
import { JobFinder } from './JobFinder';
import { setPart } from './parts';
import { isBench, type Sheet } from '@/core/job/benches';
import { RevBar } from './RevBar';
import { Spine } from './Spine';
import { drawnAsked, setupAsked, speedAsked, Stray, type Asked } from './Stray';
import { DeviceKeys } from './MoreKey';
import { TopLine } from './TopLine';
import { isTyping } from './typing';
import { useJobItems } from './useJobItems';
import styles from './frame.module.css';

const bodies = Object.fromEntries(benches.map(({ id, body }) => [id, dynamic(body)])) as Record<
  BenchId,
  React.ComponentType
>;

type Props = {
  stored: StoredJob;
  bounds: Bounds;
  items: AnyItem[];
  bench: BenchId;
  asked: Asked;
};

/** One job: the frame, and the bench that the address names. Benches switch in the browser. */
export function JobPage({ stored, bounds, items, bench: firstBench, asked }: Props) {
  const [store] = useState(() => createJobStore(stored));
  const pathname = usePathname();
  const named = pathname.split('/')[3];
  const bench: BenchId = isBench(named) ? named : firstBench;

  useEffect(() => {
    void store.getState().resume();
    document.documentElement.dataset.live = 'true';
    const endAhead = fetchAhead();
    const online = () => void store.getState().flush();
    window.addEventListener('online', online);
    // Only where the device could not keep it would a closed tab lose something.
    const leave = (e: BeforeUnloadEvent) => {
      const { kept, queue, opening } = store.getState();
      if (opening || (!kept && queue.length)) e.preventDefault();
    };
    window.addEventListener('beforeunload', leave);
    return () => {
      window.removeEventListener('beforeunload', leave);
      endAhead();
      window.removeEventListener('online', online);
    };
  }, [store]);

  // The address follows the speed without a new history entry, a few times a second at most.
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const address = useRef<Record<string, string>>({});
  const writeAddress = useCallback((values: Record<string, string>) => {
    Object.assign(address.current, values);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const url = new URL(window.location.href);
      for (const [key, text] of Object.entries(address.current)) url.searchParams.set(key, text);
      // With the router's own state: no page depends on these, and a transition of the router that is still under way would write the
      // address of before over this one.
      window.history.replaceState(window.history.state, '', url);
    }, 250);
  }, []);
  const writeSpeed = useCallback((next: number) => writeAddress({ rpm: String(next) }), [writeAddress]);
  const writeSetups = useCallback(
    (setup: string, drawn: string[]) => writeAddress({ setup, with: drawn.join('') || 'none' }),
    [writeAddress],
  );

  const goTo = useCallback(
    (next: BenchId, part: Sheet | null = null) => {
      const url = new URL(window.location.href);
      url.pathname = `/jobs/${stored.id}/${next}`;
      setPart(url, next, part);
      window.history.pushState(null, '', url);
    },
    [stored.id],
  );

  return (
    <JobProvider
      store={store}
      bounds={bounds}
      items={items}
      firstSetup={Math.max(0, setupAsked(asked, stored.job.setups))}
      firstDrawn={drawnAsked(asked)}
      onSetups={writeSetups}
    >
      <SpeedProvider first={speedAsked(asked) ?? stored.job.brief.goal.speedRpm.value} onSpeed={writeSpeed}>
        <DialogsProvider goTo={goTo}>
          <Keys store={store} bench={bench} goTo={goTo} />
          <div className={styles.shell}>
            <JobSpine bench={bench} onBench={goTo} />
            <TopLine />
            <Airway bench={bench} onBench={goTo} />
            <Bench id={bench} asked={asked} named={named} />
            <RevBar />
            <WorkLine />
          </div>
          <JobDialogs />
          <Tour />
          <JobFinder goTo={goTo} />
          <JobPad />
        </DialogsProvider>
      </SpeedProvider>
      <DeviceKeys />
    </JobProvider>
  );
}

type BenchProps = {
  id: BenchId;
  asked: Asked;
  named: string | undefined;
};

function Bench({ id, asked, named }: BenchProps) {
  const Body = bodies[id];
  const { problems, answer } = useJob();
  const sync = useJobState((s) => s.sync);
  const { name } = benchOf(id);
  return (
    <main className={styles.bench} aria-label={`${name} bench`}>
      {(problems.length > 0 || sync.kind === 'refused') && (
        <div className="unseen" role="status">
          {problems.map((p) => (
            <Say key={p.path + p.reason.code} reason={p.reason} />
          ))}
          {sync.kind === 'refused' && sync.message}
          {answer?.stale && 'The figures shown are from the last good values.'}
        </div>
      )}
      <div className={styles.notices}>
        <Stray asked={asked} named={named} />
        <Health />
      </div>
      <Body />
    </main>
  );
}

/** The spine with the state of every bench. */
function JobSpine({ bench, onBench }: { bench: BenchId; onBench: (bench: BenchId) => void }) {
  const { standings } = useJob();
  const { sentence } = useWords();
  const states = Object.fromEntries(
    standings.map(({ bench: id, state, why, missing }) => {
      const first = why[0] ?? missing[0]?.reason;
      return [id, { state, note: first ? sentence(first) : '' }];
    }),
  ) as Record<BenchId, { state: (typeof standings)[number]['state']; note: string }>;
  return <Spine bench={bench} onBench={onBench} states={states} items={useJobItems()} />;
}

/** Keys that open what lies over the page. */
const openers: Record<string, OpenDialog> = {
  '?': { kind: 'keys' },
  v: { kind: 'setups' },
  h: { kind: 'history' },
};

type KeysProps = { store: JobStore; bench: BenchId; goTo: (bench: BenchId) => void };

/** Single keys of the frame; they rest while a field has the focus. */
function Keys({ store, bench: current, goTo }: KeysProps) {
  const { setSetup, toggleDrawn, standings, settle } = useJob();
  const { open, close } = useDialogs();
  const dialog = useOpenDialog();
  const { solved, speedRpm, setSpeed } = useSpeed();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const letterKey = event.key.toLowerCase();
      const isRedo = letterKey === 'y' || (letterKey === 'z' && event.shiftKey);
      if ((event.ctrlKey || event.metaKey) && /^[zy]$/.test(letterKey) && !isTyping(event.target)) {
        event.preventDefault();
        if (store.getState().sync.kind === 'conflict') return;
        if (isRedo) store.getState().redo();
        else store.getState().undo();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      // Under a dialog the page rests; what a dialog was opened with closes it again.
      if (dialog) {
        if (openers[event.key]?.kind === dialog.kind) close();
        return;
      }
      const bench = benches.find((b) => b.key === event.key);
      if (bench) return goTo(bench.id);
      const opener = openers[event.key];
      if (opener) return open(opener);
      const letter = event.key.toUpperCase();
      const setup = store.getState().draft.setups.findIndex((s) => s.letter === letter);
      if (setup >= 0) return event.shiftKey ? toggleDrawn(setup) : setSetup(setup);
      if (event.key === 's') {
        const { state, canSettle } = standings.find((s) => s.bench === current)!;
        if (state === 'settled' || canSettle) settle(current, state !== 'settled');
        return;
      }
      if (!solved) return;
      const { build } = solved;
      const step = (by: number) =>
        setSpeed(clampSpeed(build, (Math.round(speedRpm / build.stepRpm) + by) * build.stepRpm));
      // Shift makes another sign of them on most keyboards, not on all.
      if (event.key === ',') step(event.shiftKey ? -5 : -1);
      if (event.key === '.') step(event.shiftKey ? 5 : 1);
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
  }, [
    store,
    current,
    goTo,
    solved,
    speedRpm,
    setSpeed,
    setSetup,
    toggleDrawn,
    standings,
    settle,
    dialog,
    open,
    close,
  ]);
  return null;
}
