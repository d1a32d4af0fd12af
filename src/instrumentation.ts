/**
 * Opens the data folder while the server starts, so that the first page need not wait; pages say it if that fails. A server
 * that is told to stop closes it first.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === 'nodejs' && process.env.NEXT_PHASE !== 'phase-production-build') {
    const { shopDatabase } = await import('./data/connection');
    shopDatabase().catch((error: unknown) => console.error(error instanceof Error ? error.message : error));
    // By its own handlers the framework would end the process while the database is being closed.
    if (process.env.NEXT_MANUAL_SIG_HANDLE === 'true') (await import('./data/closing')).closeOnSignals();
  }
}
