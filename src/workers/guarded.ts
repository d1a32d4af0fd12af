import { wrap, type Remote } from 'comlink';

/** What every ranking's worker does: it loads its share, runs a request in pieces, and is told to stop. */
type Ranker<Request, Row> = {
  load: (part: number, of: number) => Promise<number>;
  run: (request: Request, onRows: (rows: Row[]) => unknown) => Promise<boolean>;
  cancel: (token: number) => void;
};

/** A worker whose script cannot be fetched says nothing at all: its error must end the wait, and the next try starts anew. */
export function guarded<Request, Row>(worker: Worker, onBroken: () => void): Ranker<Request, Row> {
  const remote = wrap<Ranker<Request, Row>>(worker) as unknown as Remote<Ranker<unknown, unknown>>;
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => {
      onBroken();
      reject(new Error('The worker did not start.'));
    });
  });
  broken.catch(() => {});
  return {
    load: (part, of) => Promise.race([remote.load(part, of), broken]),
    run: (request, onRows) =>
      Promise.race([remote.run(request, onRows as (rows: unknown[]) => unknown), broken]),
    cancel: (token) => void remote.cancel(token),
  };
}
