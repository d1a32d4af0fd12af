import type { KindName } from './kinds';
import type { Change } from '@/core/job/history/changes';

/** A line of a job's history: what changed (the first few of `count`), when, and what somebody calls it. */
export type RevisionLine = {
  revision: number;
  savedAt: string;
  name: string | null;
  count: number;
  changes: Change[];
};

/** What lies in the bin, newest first. Items that a job or one of its revisions uses cannot be removed: `jobs` names them. */
export type Bin = {
  jobs: { id: string; name: string; binnedAt: string }[];
  setups: { jobId: string; jobName: string; id: string; letter: string; name: string }[];
  items: { id: string; kind: KindName; name: string; binnedAt: string; jobs: string[] }[];
};

/** What the finder looks through: every job and every library item by name. */
export type FinderIndex = {
  jobs: { id: string; name: string; words: string }[];
  items: {
    id: string;
    kind: KindName;
    name: string;
    note: string;
  }[];
};
