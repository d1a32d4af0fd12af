import { produce } from 'immer';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { follow } from '@/core/job/following';
import type { Job } from '@/core/job/schema/job';
import { server, type StoredJob } from '../server/client';
import { outbox } from './outbox';
import { standAlone, writeAt } from './path';

/** Where the commits stand: all stored, on their way, waiting for the server, refused, met by another's change,
 * or left without a job that was deleted elsewhere. */
type Sync =
  | { kind: 'saved' | 'saving' }
  | { kind: 'waiting'; storage?: string }
  | { kind: 'refused'; message: string }
  | { kind: 'conflict'; theirs: StoredJob }
  | { kind: 'gone'; how: 'binned' | 'missing' };

export type JobState = {
  id: string;
  /** Revision the server last confirmed. */
  revision: number;
  /** As the server last confirmed it: what two people's changes are measured from. */
  stored: Job;
  /** As of the last commit. */
  committed: Job;
  /** What the benches show and the solver reads: changes with every keystroke. */
  draft: Job;
  past: Job[];
  future: Job[];
  queue: Job[];
  /** Whether this device holds what is not stored yet; if not, it lives in this tab alone. */
  kept: boolean;
  /** What an earlier visit left is still being read: what is done now is done on top of it, and kept nowhere yet. */
  opening: boolean;
  sync: Sync;
  /** Changes the live draft; nothing is stored yet. */
  edit: (change: (draft: Job) => void) => void;
  write: (path: string, value: unknown) => void;
  /** Puts another document in the draft's place and stores it: a revision brought back. */
  replace: (job: Job) => void;
  /** Stores the draft as one revision, if it differs. */
  commit: () => void;
  undo: () => void;
  redo: () => void;
  /** Answers a conflict: mine becomes the newest revision, or theirs is taken. */
  settle: (choice: 'mine' | 'theirs') => void;
  /** The job is there again: what waited goes out. */
  returned: () => void;
  /** Picks up commits left from an earlier visit and starts sending. */
  resume: () => Promise<void>;
  flush: () => Promise<void>;
};

export type JobStore = StoreApi<JobState>;

const DEEPEST_UNDO = 200;
const RETRY_AFTER = 2_000;

/** What an earlier visit left, read by the schema; asked for again and again while the server does not give that. */
async function openWaiting(left: readonly unknown[], isAway: () => void): Promise<Job[]> {
  for (;;) {
    try {
      // Fetched only when something waits: pages stay light.
      const { openJob } = await import('@/core/job/history/migrations');
      return left.flatMap((job) => {
        const opened = openJob(job);
        return opened.ok ? [opened.job] : [];
      });
    } catch {
      isAway();
      await new Promise((done) => setTimeout(done, RETRY_AFTER));
    }
  }
}

type Edit = (draft: Job) => void;

/** Does an edit once more; one that was done to something that is not there any more falls away. */
function again(edit: (change: Edit) => void, change: Edit): void {
  try {
    edit(change);
  } catch {
    // Nothing to do it to.
  }
}

/** The state of one open job. Documents are immutable; the draft commits on blur, Enter or pointer-up. */
export function createJobStore(stored: StoredJob): JobStore {
  let sending = false;
  let retry: ReturnType<typeof setTimeout> | undefined;
  /** While what an earlier visit left is being opened: what was done here meanwhile, to be done again on top of it. */
  let meanwhile: { edits: Edit[]; isCommitted: boolean } | null = null;

  return createStore<JobState>()((set, get) => {
    const enqueue = (job: Job) => {
      set((s) => ({ committed: job, queue: [...s.queue, job] }));
      remember();
      void get().flush();
    };
    const remember = () => {
      const kept = outbox.keep(get().id, { baseRevision: get().revision, jobs: get().queue });
      if (kept !== get().kept) set({ kept });
    };
    const step = (from: 'past' | 'future') => {
      const state = get();
      if (meanwhile) return;
      const target = state[from].at(-1);
      if (!target) return;
      const other = from === 'past' ? 'future' : 'past';
      set({ draft: target, [from]: state[from].slice(0, -1), [other]: [...state[other], state.committed] });
      enqueue(target);
    };

    return {
      id: stored.id,
      revision: stored.revision,
      stored: stored.job,
      committed: stored.job,
      draft: stored.job,
      past: [],
      future: [],
      queue: [],
      kept: true,
      opening: false,
      sync: { kind: 'saved' },
      edit: (change) => {
        meanwhile?.edits.push(change);
        set((s) => ({
          draft: produce(s.draft, (draft) => {
            change(draft);
            follow(draft);
          }),
        }));
      },
      write: (path, value) =>
        get().edit((draft) => {
          writeAt(draft, path, value);
          standAlone(draft, path);
        }),
      commit: () => {
        const { draft, committed } = get();
        if (draft === committed) return;
        // Sent now, it would take the place of what still waits.
        if (meanwhile) return void (meanwhile.isCommitted = true);
        set((s) => ({ past: [...s.past, committed].slice(-DEEPEST_UNDO), future: [] }));
        enqueue(draft);
      },
      replace: (job) => {
        get().commit();
        set({ draft: job });
        get().commit();
      },
      undo: () => step('past'),
      redo: () => step('future'),
      settle: (choice) => {
        const { sync, draft } = get();
        if (sync.kind !== 'conflict') return;
        const { theirs } = sync;
        set({
          revision: theirs.revision,
          stored: theirs.job,
          committed: theirs.job,
          queue: [],
          sync: { kind: 'saved' },
        });
        if (choice === 'theirs') {
          // Undo brings mine back: nothing typed is lost by the choice.
          set((s) => ({ draft: theirs.job, past: [...s.past, draft].slice(-DEEPEST_UNDO), future: [] }));
          remember();
        } else {
          set((s) => ({ past: [...s.past, theirs.job] }));
          enqueue(draft);
        }
      },
      returned: () => {
        set({ sync: { kind: 'saving' } });
        void get().flush();
      },
      resume: async () => {
        const waiting = outbox.read(get().id);
        if (!waiting || meanwhile) return;
        meanwhile = { edits: [], isCommitted: false };
        set({ opening: true, sync: { kind: 'saving' } });
        const jobs = await openWaiting(waiting.jobs, () => set({ sync: { kind: 'waiting' } }));
        const { edits, isCommitted } = meanwhile;
        meanwhile = null;
        set({ opening: false });
        const last = jobs.at(-1);
        if (last) {
          set({ draft: last, committed: last, queue: jobs, revision: waiting.baseRevision });
          for (const change of edits) again(get().edit, change);
        } else outbox.keep(get().id, { baseRevision: 0, jobs: [] });
        if (isCommitted) get().commit();
        void get().flush();
      },
      flush: async () => {
        if (sending) return;
        sending = true;
        clearTimeout(retry);
        const stands = () => get().sync.kind !== 'conflict' && get().sync.kind !== 'gone';
        while (get().queue.length && stands()) {
          const { id, revision, queue } = get();
          if (get().sync.kind !== 'waiting') set({ sync: { kind: 'saving' } });
          const answer = await server.saveJob(id, revision, queue[0]!);
          if (answer.kind === 'ok') {
            set((s) => ({
              revision: answer.data.revision,
              stored: s.queue[0] ?? s.stored,
              queue: s.queue.slice(1),
              sync: { kind: 'saving' },
            }));
            remember();
          } else if (answer.kind === 'away' || answer.status >= 500) {
            const storage = answer.kind === 'away' ? undefined : answer.storage;
            set({ sync: { kind: 'waiting', ...(storage ? { storage } : {}) } });
            retry = setTimeout(() => void get().flush(), RETRY_AFTER);
            break;
          } else if (answer.gone) {
            set({ sync: { kind: 'gone', how: answer.gone } });
          } else if (answer.status === 409 && answer.current) {
            set({ sync: { kind: 'conflict', theirs: answer.current } });
          } else {
            set({ sync: { kind: 'refused', message: [answer.error, ...answer.problems].join(' ') } });
            break;
          }
        }
        if (!get().queue.length && stands()) set({ sync: { kind: 'saved' } });
        sending = false;
      },
    };
  });
}
