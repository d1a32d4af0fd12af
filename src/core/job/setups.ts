import type { Job, Setup } from './schema/job';
import { setupLetters, type SetupLetter } from './schema/letters';

/** How many setups a job may have, and how many its bin holds. */
export const MOST_SETUPS = setupLetters.length;
const MOST_BINNED = 24;

/** The first letter no setup has; undefined where all six are taken. */
const freeLetter = (job: Job): SetupLetter | undefined =>
  setupLetters.find((letter) => job.setups.every((s) => s.letter !== letter));

const inOrder = (setups: Setup[]): Setup[] =>
  [...setups].sort((a, b) => setupLetters.indexOf(a.letter) - setupLetters.indexOf(b.letter));

/** Why a change of the setups is not possible. `ui/words` says it. */
export type SetupRefusal = 'all-letters-taken' | 'last-setup' | 'bin-full' | 'not-there';

export type SetupChange = { ok: true; job: Job; setup: Setup } | { ok: false; why: SetupRefusal };

/** A new setup, copied from another, with the first free letter. In: job; id of the one to copy; id of the new one. */
export function addSetup(job: Job, fromId: string, id: string): SetupChange {
  const letter = freeLetter(job);
  if (!letter) return { ok: false, why: 'all-letters-taken' };
  const from = job.setups.find((s) => s.id === fromId);
  if (!from) return { ok: false, why: 'not-there' };
  const bare = from.name.replace(/ \(from [A-F]\)$/, '').slice(0, 50);
  const setup: Setup = { ...structuredClone(from), id, letter, name: `${bare} (from ${from.letter})` };
  return { ok: true, setup, job: { ...job, setups: inOrder([...job.setups, setup]) } };
}

/** Moves a setup to the job's bin. The last one stays; what it had settled comes back with it. */
export function binSetup(job: Job, id: string): SetupChange {
  const setup = job.setups.find((s) => s.id === id);
  if (!setup) return { ok: false, why: 'not-there' };
  if (job.setups.length === 1) return { ok: false, why: 'last-setup' };
  if (job.bin.length >= MOST_BINNED) return { ok: false, why: 'bin-full' };
  const setups = job.setups.filter((s) => s !== setup);
  return { ok: true, setup, job: { ...job, setups, bin: [...job.bin, setup] } };
}

/** Brings a setup back from the bin: under its own letter if that is free, else under the first free one. */
export function restoreSetup(job: Job, id: string): SetupChange {
  const binned = job.bin.find((s) => s.id === id);
  if (!binned) return { ok: false, why: 'not-there' };
  const isFree = job.setups.every((s) => s.letter !== binned.letter);
  const letter = isFree ? binned.letter : freeLetter(job);
  if (!letter) return { ok: false, why: 'all-letters-taken' };
  const setup = { ...binned, letter };
  return {
    ok: true,
    setup,
    job: { ...job, setups: inOrder([...job.setups, setup]), bin: job.bin.filter((s) => s !== binned) },
  };
}

/** Drops setups from the bin for good, with what they had settled; all of them if no id is given. */
export function dropBinned(job: Job, id?: string): Job {
  const goes = new Set(job.bin.filter((s) => id === undefined || s.id === id).map((s) => s.id));
  return {
    ...job,
    bin: job.bin.filter((s) => !goes.has(s.id)),
    settled: job.settled.filter((m) => m.setup === null || !goes.has(m.setup)),
  };
}
