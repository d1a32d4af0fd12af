import type { Job } from '@/core/job/schema/job';

/** Commits that could not be sent yet, kept on this device so that a closed tab loses nothing. */
export type Waiting = { baseRevision: number; jobs: Job[] };

const key = (id: string) => `fierce-lung.outbox.${id}`;

/** A browser may refuse storage; the commits then live as long as the page, and `keep` says so. */
export const outbox = {
  keep(id: string, waiting: Waiting): boolean {
    try {
      if (waiting.jobs.length === 0) localStorage.removeItem(key(id));
      else localStorage.setItem(key(id), JSON.stringify(waiting));
      return true;
    } catch {
      return false;
    }
  },
  read(id: string): Waiting | null {
    try {
      const text = localStorage.getItem(key(id));
      const data = text ? (JSON.parse(text) as Partial<Waiting>) : null;
      return data && Array.isArray(data.jobs) && typeof data.baseRevision === 'number'
        ? (data as Waiting)
        : null;
    } catch {
      return null;
    }
  },
};
