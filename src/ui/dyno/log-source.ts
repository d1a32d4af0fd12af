import { proxy, wrap, type Remote } from 'comlink';
import { sliceOf, type Log } from '@/core/dyno/channels';
import { logSummary, type LogSummary } from '@/core/dyno/log-summary';
import type { LongGiven } from '@/formats/long-log';
import type { FileFinding } from '@/formats/map-table';
import type { LogMade } from '@/formats/run-log';
import type { LogWorker } from '@/workers/log.worker';
import { tellWork } from '../store/long-work';

/** Longest text of a pull that is kept word for word. */
const LONGEST_RAW = 2_000_000;

/** A log that was read, wherever its readings are: on the page, or in the worker that read it. */
export type LogSource =
  | ({
      ok: true;
      /** Readings from one to another, the last left out, and what the file says there. */
      cut: (from: number, to: number) => Promise<{ log: Log; raw: string } | null>;
    } & LogSummary)
  | { ok: false; problems: FileFinding[] };

/** A log on the page. In: as it was made of its text. */
export function sourceOnPage(made: LogMade, text: string): LogSource {
  if (!made.ok) return made;
  const { log } = made;
  return {
    ok: true,
    ...logSummary(log),
    cut: (from, to) => Promise.resolve({ log: sliceOf(log, from, to), raw: text.slice(0, LONGEST_RAW) }),
  };
}

let running: { worker: Worker; remote: Remote<LogWorker> } | null = null;

function started() {
  if (!running) {
    const worker = new Worker(new URL('../../workers/log.worker.ts', import.meta.url), { type: 'module' });
    running = { worker, remote: wrap<LogWorker>(worker) };
  }
  return running;
}

/** Ends the worker with the log it holds. */
export function dropLongLog(): void {
  running?.worker.terminate();
  running = null;
}

/**
 * Reads a long log in a worker, told as long work with its progress; stopping it drops what was read. In: the file; what is known of it; how it is
 * read again once it was stopped. Out: null where it was stopped.
 */
export async function sourceInWorker(
  file: Blob,
  given: LongGiven,
  again: () => void,
): Promise<LogSource | null> {
  dropLongLog();
  const { remote, worker } = started();
  const told = tellWork('Reading the log', { stop: dropLongLog, resume: again });
  try {
    const ended = new Promise<null>((end) => {
      worker.addEventListener('error', () => end(null), { once: true });
    });
    const read = await Promise.race([
      remote.read(
        file,
        given,
        proxy((share) => told.move(share)),
      ),
      ended,
    ]);
    if (!read?.ok) return read;
    return {
      ...read,
      cut: async (from, to) => {
        const log = await remote.cut(from, to);
        return log && { log, raw: await remote.lines(from, to, LONGEST_RAW) };
      },
    };
  } finally {
    told.end();
  }
}
