import { isDue, backupFolder, listBackups } from './backups';
import { isDataFolderError } from './errors';
import type { OpenStorage } from './opening';

/** How often is looked whether something is due, ms. */
const LOOK = 60_000;
/** After so many changes the database's log is worked off: opening it after a power cut then takes no longer. */
const CHANGES = 500;

export type Care = { stop: () => Promise<void>; lastFailure: () => string | null };

/**
 * What an open shop needs done by itself: the day's backup, and its log worked off. Failures are told and tried again; they
 * never stop the work. In: the open storage. Out: how to stop it, after what is being done is done.
 */
export function startCare(storage: OpenStorage, now: () => Date = () => new Date()): Care {
  let failure: string | null = null;
  let worked = storage.keeper.seq;
  let backedUp = -1;
  let running: Promise<void> = Promise.resolve();
  const look = async () => {
    try {
      const { seq } = storage.keeper;
      if (seq - worked >= CHANGES) {
        await storage.checkpoint();
        worked = seq;
      }
      if (seq !== backedUp && isDue(listBackups(backupFolder(storage.folder)), now())) {
        await storage.backUp('daily');
        backedUp = storage.keeper.seq;
      }
      failure = null;
    } catch (error) {
      failure = error instanceof Error ? error.message : String(error);
      console.error(isDataFolderError(error) ? failure : error);
    }
  };
  const timer = setInterval(() => (running = running.then(look)), LOOK);
  timer.unref();
  running = running.then(look);
  return {
    stop: async () => {
      clearInterval(timer);
      await running;
    },
    lastFailure: () => failure,
  };
}
