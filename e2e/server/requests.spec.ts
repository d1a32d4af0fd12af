import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '../support/test';
import { demoFolder, startServer } from '../support/server';

/** The long form: `npm run requests`. */
const REQUESTS = Number(process.env.FIERCE_LUNG_REQUESTS ?? 400);
const SEED = Number(process.env.FIERCE_LUNG_SEED ?? 20_261_128);

const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-requests-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const routes = [
  'bin',
  'finder',
  'import',
  'jobs',
  'jobs/ID',
  'jobs/ID/bin',
  'jobs/ID/duplicate',
  'jobs/ID/export',
  'jobs/ID/revisions',
  'jobs/ID/revisions/NUMBER',
  'library/compressors',
  'library/compressors/ID',
  'library/pulleys/list',
  'library/turbines',
  'library/turbines/ID',
  'library/turbochargers',
  'library/turbochargers/ID',
  'library/piping',
  'library/piping/ID',
  'library/nothing',
  'library/nothing/ID',
  'library/compressors/ID/bin',
  'library/turbines/ID/bin',
  'library/compressors/ID/duplicate',
  'library/turbines/ID/duplicate',
  'library/compressors/ID/export',
  'library/turbines/ID/export',
  'library/compressors/ID/retired',
  'library/turbines/ID/retired',
  'selection/compressors',
  'selection/turbochargers',
  'runs',
  'jobs/ID/runs',
  'jobs/ID/runs/ID',
  'jobs/ID/runs/ID/deleted',
  'jobs/ID/pictures',
  'jobs/ID/pictures/ID',
  'log-sources',
  'log-sources/known',
  'cell/station',
  'shop',
  'shop/backups/NAME',
  'shop/check',
  'shop/builds',
  'shop/factor',
  'shop/recovery',
  'shop/restore',
  'shop/upload',
  'nothing/here',
];
const methods = ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'HEAD'];

test('requests of any shape to any route are answered, and none with an error of the server’s own', async () => {
  test.setTimeout(120_000 + REQUESTS * 200);
  let state = SEED >>> 0;
  const random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  demoFolder(folder);
  const server = await startServer(folder, 3321);
  const json = async (at: string) => (await fetch(`${server.address}/api/${at}`)).json() as Promise<unknown>;
  const { jobs } = (await json('jobs')) as { jobs: { id: string }[] };
  const job = await json(`jobs/${jobs[0]!.id}`);
  const part = await json('library/compressors/birch-50');
  const ids = [
    ...jobs.map((j) => j.id),
    'birch-50',
    'mulberry-77',
    'none',
    '__proto__',
    'constructor',
    '%2e%2e',
    'é',
    '%F0%9F%92%A8',
    "'; drop table jobs; --",
    'x'.repeat(200),
    '0',
    ' ',
  ];
  const odd: unknown[] = [
    null,
    true,
    '',
    'x',
    '=1+1',
    -1,
    0,
    1e308,
    0.5,
    [],
    {},
    [[]],
    { a: null },
    'NaN',
    '\uFFFF',
    '\u202E',
  ];
  /** A document with one place of it changed: another value, gone, or one too many. */
  const mutated = (document: unknown): unknown => {
    const copy = structuredClone(document) as Record<string, unknown>;
    let at = copy;
    for (let i = 0; i < 8; i++) {
      const key = pick(Object.keys(at));
      const next = at[key];
      if (next !== null && typeof next === 'object' && Object.keys(next).length && random() < 0.85) {
        at = next as Record<string, unknown>;
        continue;
      }
      if (random() < 0.2) delete at[key];
      else if (random() < 0.1) at[`${key}x`] = pick(odd);
      else at[key] = pick(odd);
      break;
    }
    return copy;
  };
  const bodies: (() => unknown)[] = [
    () => pick(odd),
    () => ({ name: pick(['x', '', 'y'.repeat(90), 7]) }),
    () => ({ baseRevision: Math.floor(random() * 3), job: mutated((job as { job: unknown }).job) }),
    () => ({ baseRevision: 1, document: mutated((part as { document: unknown }).document) }),
    () => ({ document: mutated((part as { document: unknown }).document) }),
    () => ({
      text: JSON.stringify({
        format: 'fierce-lung-job',
        version: 1,
        job: mutated((job as { job: unknown }).job),
        library: [],
      }),
    }),
    () => ({ binned: pick([true, false, 'yes']) }),
    () => ({ retired: pick([true, false, null]) }),
    () => ({ name: 'shop-20000101T000000000Z-hand.zip' }),
    () => ({}),
  ];
  const counts: Record<string, number> = {};
  const failures: string[] = [];
  for (let i = 0; i < REQUESTS; i++) {
    const at = pick(routes)
      .replace('ID', () => encodeURI(pick(ids)))
      .replace('NUMBER', () => pick(['1', '2', '0', '-1', '1e9', 'x', '99999999999']))
      .replace('NAME', () => pick(['shop-20000101T000000000Z-hand.zip', '..%2fshop.json', 'x']));
    const query =
      random() < 0.3
        ? `?${pick(['revision', 'format', 'kind', 'part', 'of', 'x'])}=${encodeURIComponent(JSON.stringify(pick(odd)))}`
        : '';
    const method = pick(methods);
    const isRead = method === 'GET' || method === 'HEAD';
    const body = isRead ? undefined : random() < 0.1 ? '{"a":' : (JSON.stringify(pick(bodies)()) ?? '');
    const answer = await fetch(`${server.address}/api/${at}${query}`, {
      method,
      headers: {
        'x-fierce-lung': 'trial',
        'content-type': random() < 0.95 ? 'application/json' : 'text/plain',
      },
      ...(body === undefined ? {} : { body }),
    });
    counts[answer.status] = (counts[answer.status] ?? 0) + 1;
    const said = await answer.text();
    if (answer.status >= 500)
      failures.push(`${method} ${at}${query} ${body?.slice(0, 300)}: ${answer.status} ${said.slice(0, 200)}`);
  }
  console.log(`${REQUESTS} requests, seed ${SEED}: ${JSON.stringify(counts)}`);
  expect(failures).toEqual([]);
  // Whatever was stored can be read, and shown.
  for (const { id } of ((await json('jobs')) as { jobs: { id: string }[] }).jobs.slice(0, 30))
    for (const bench of ['brief', 'engine', 'demand', 'charger'])
      expect((await fetch(`${server.address}/jobs/${id}/${bench}`)).status, `${id} ${bench}`).toBe(200);
  expect(await json('jobs')).toMatchObject({ jobs: expect.any(Array) as unknown[] });
  await server.kill('SIGTERM');
});
