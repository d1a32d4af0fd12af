import { closeOwnShop } from './connection';

/** A server that is told to stop waits for its database no longer than this, ms. */
const LONGEST = 8_000;

/** Closes the shop when the process is told to stop, then ends it. */
export function closeOnSignals(): void {
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      setTimeout(() => process.exit(1), LONGEST).unref();
      void closeOwnShop().finally(() => process.exit(0));
    });
}
