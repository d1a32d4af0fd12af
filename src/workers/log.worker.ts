import { expose } from 'comlink';
import { sliceOf, type Log } from '@/core/dyno/channels';
import { logSummary, type LogSummary } from '@/core/dyno/log-summary';
import { LongReader, type LongGiven } from '@/formats/long-log';
import type { FileFinding } from '@/formats/map-table';

/** What is told of a log that was read; the readings stay in the worker until a pull is cut. */
export type ReadLog = ({ ok: true } & LogSummary) | { ok: false; problems: FileFinding[] };

let kept: { log: Log; file: Blob; firstLine: number } | null = null;

/** Text of a file, piece by piece. */
async function* textOf(file: Blob): AsyncGenerator<{ text: string; share: number }> {
  const reader = file.stream().getReader();
  const decoder = new TextDecoder();
  let done = 0;
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    done += part.value.byteLength;
    yield { text: decoder.decode(part.value, { stream: true }), share: done / Math.max(1, file.size) };
  }
  yield { text: decoder.decode(), share: 1 };
}

/** Reads logs away from the page. */
const logWorker = {
  /** Reads a file to its end. `onMove`: told of progress, 0 to 1. */
  async read(file: Blob, given: LongGiven, onMove: (share: number) => void): Promise<ReadLog> {
    const reader = new LongReader(given);
    let told = 0;
    for await (const { text, share } of textOf(file)) {
      if (!reader.push(text)) break;
      if (share - told > 0.02) {
        told = share;
        onMove(share);
      }
    }
    const made = reader.end();
    if (!made.ok) return made;
    const { log } = made;
    kept = { log, file, firstLine: given.firstLine };
    return { ok: true, ...logSummary(log) };
  },
  /** Readings of a part of the log that was read last, from one to another, the last left out. */
  cut: (from: number, to: number): Log | null => kept && sliceOf(kept.log, from, to),
  /** The file's own lines of a part, the header before them, word for word; no longer than `most` signs. */
  async lines(from: number, to: number, most: number): Promise<string> {
    if (!kept) return '';
    const { file, firstLine } = kept;
    const out: string[] = [];
    let line = 0;
    let size = 0;
    let rest = '';
    for await (const { text } of textOf(file)) {
      const parts = (rest + text).split('\n');
      rest = parts.pop()!;
      for (const part of parts) {
        line++;
        const reading = line - firstLine;
        if (reading >= 0 && (reading < from || reading >= to)) continue;
        size += part.length + 1;
        if (size > most) return out.join('\n');
        out.push(part);
      }
      if (line - firstLine >= to) break;
    }
    return out.join('\n');
  },
};
export type LogWorker = typeof logWorker;

expose(logWorker);
