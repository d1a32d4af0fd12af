import { server } from './client';

/** A stand-in for the network that gives each call what it is told to, and keeps what was asked. */
function network(answer: () => Response | Promise<Response>) {
  const asked: { path: string; request: RequestInit }[] = [];
  globalThis.fetch = ((path: string, request: RequestInit) => {
    asked.push({ path, request });
    return Promise.resolve().then(answer);
  }) as typeof fetch;
  return asked;
}

const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});

describe('what a call to the server came to', () => {
  it('an answer: what was asked goes out as JSON and is never taken from a cache', async () => {
    const asked = network(() => Response.json({ revision: 8 }));
    const job = { name: 'One' } as Parameters<typeof server.saveJob>[2];
    expect(await server.saveJob('a', 7, job)).toEqual({ kind: 'ok', data: { revision: 8 } });
    expect(asked[0]).toMatchObject({
      path: '/api/jobs/a',
      request: {
        method: 'PUT',
        cache: 'no-store',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ baseRevision: 7, job }),
      },
    });
    await server.loadJob('a');
    expect(asked[1]!.request).toMatchObject({ method: 'GET', headers: {}, body: null });
  });

  it('no server: a call that fails is no refusal', async () => {
    network(() => Promise.reject(new TypeError('failed to fetch')));
    expect(await server.loadJob('a')).toEqual({ kind: 'away' });
  });

  it('a refusal: its reason, and what came with it, and nothing that did not', async () => {
    network(() =>
      Response.json({ error: 'Stale.', problems: ['One.'], current: { revision: 9 } }, { status: 409 }),
    );
    expect(await server.loadJob('a')).toEqual({
      kind: 'refused',
      status: 409,
      error: 'Stale.',
      problems: ['One.'],
      current: { revision: 9 },
    });
    network(() => Response.json({ error: 'Gone.', gone: 'binned' }, { status: 410 }));
    expect(await server.loadJob('a')).toEqual({
      kind: 'refused',
      status: 410,
      error: 'Gone.',
      problems: [],
      gone: 'binned',
    });
    network(() => Response.json({ error: 'Full.', storage: 'disk-full' }, { status: 507 }));
    expect(await server.loadJob('a')).toMatchObject({ kind: 'refused', storage: 'disk-full' });
  });

  it('an answer that is no JSON is a refusal by its number, not a throw', async () => {
    network(() => new Response('<html>', { status: 502 }));
    expect(await server.loadJob('a')).toEqual({
      kind: 'refused',
      status: 502,
      error: 'The server answered 502.',
      problems: [],
    });
  });
});
