/** Opens the data folder while the server starts, so that the first page need not wait; pages say it if that fails. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build') return;
  const { shopDatabase } = await import('./data/connection');
  shopDatabase().catch((error: unknown) => console.error(error instanceof Error ? error.message : error));
}
