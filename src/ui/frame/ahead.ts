import { signatureOf } from '@/formats/library-items';
import { loadPad } from '../claims/ClaimPad';
import { loadFinder } from '../finder/Finder';
import { server } from '../server/client';
import { benches } from './benches';
import { loadDialogs } from './JobDialogs';
import { loadMore } from './MoreKey';

/** How long a page is left alone before anything is fetched ahead, and how long one piece waits for a quiet moment, ms. */
const REST = 1_500;
const LONGEST_WAIT = 1_000;

const quietMoment = () =>
  new Promise<void>((done) => {
    // Not every browser tells of them.
    if ('requestIdleCallback' in window) window.requestIdleCallback(() => done(), { timeout: LONGEST_WAIT });
    else setTimeout(done, 20);
  });

/** The Charger's workers and the maps they rank: the bench must open, and at once, when the server is away. */
async function warmRanking(): Promise<void> {
  const answer = await server.compressors();
  if (answer.kind === 'ok')
    (await import('@/workers/pool')).rankPool().use('compressors', signatureOf(answer.data.items));
}

/** Whether this device asked to be spared what is not needed yet. */
const isSparing = (): boolean =>
  (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/**
 * Fetches what a job's page may need later while it rests, so that benches open when the server is away: piece by piece, each
 * in a quiet moment, because together they would hold up whoever has begun to type. Out: ends it.
 */
export function fetchAhead(): () => void {
  let isLive = true;
  const pieces: (() => Promise<unknown>)[] = [
    ...benches.flatMap(({ body, ahead }) => [body, ...ahead]),
    loadDialogs,
    () => loadFinder().then(({ warmFinder }) => warmFinder()),
    loadMore,
    loadPad,
    warmRanking,
  ];
  const run = async () => {
    for (const load of pieces) {
      await quietMoment();
      if (!isLive) return;
      await load().catch(() => {});
    }
    document.documentElement.dataset.ahead = 'true';
  };
  const timer = setTimeout(() => {
    if (!isSparing()) void run();
  }, REST);
  return () => {
    isLive = false;
    clearTimeout(timer);
  };
}
