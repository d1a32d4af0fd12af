import http from 'node:http';
import { expect, test } from '../support/test';

const own = { 'x-fierce-lung': 'trial' };
const json = { 'content-type': 'application/json', ...own };

/** A request as no browser would send it. Out: status and reason. */
function raw(
  port: number,
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string | Buffer = '',
) {
  return new Promise<{ status: number; text: string }>((done, fail) => {
    const request = http.request({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (part) => (text += String(part)));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, text }));
    });
    request.on('error', fail);
    request.end(body);
  });
}

test('malformed, oversized, foreign and deeply nested requests get a 4xx with a reason', async ({
  request,
  baseURL,
}) => {
  const port = Number(new URL(baseURL!).port);
  const library = '/api/library/compressors';
  const job = '/api/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';
  const cases: [string, () => Promise<{ status: number; text: string }>, number][] = [
    ['not JSON', () => raw(port, 'POST', '/api/jobs', json, '{'), 400],
    ['no body', () => raw(port, 'POST', '/api/jobs', json), 400],
    [
      'another type',
      () => raw(port, 'POST', '/api/jobs', { 'content-type': 'text/plain', ...own }, '{}'),
      415,
    ],
    ['nothing in it', () => raw(port, 'POST', '/api/jobs', json, '{}'), 422],
    ['a key too many', () => raw(port, 'POST', '/api/jobs', json, '{"name":"x","admin":true}'), 422],
    ['a null', () => raw(port, 'PUT', job, json, 'null'), 422],
    ['a poor job', () => raw(port, 'PUT', job, json, '{"baseRevision":1,"job":{"version":1}}'), 422],
    ['deep nesting', () => raw(port, 'PUT', job, json, '['.repeat(50_000)), 400],
    ['not UTF-8', () => raw(port, 'POST', '/api/jobs', json, Buffer.from([0x22, 0xff, 0xfe, 0x22])), 400],
    ['a NUL in a name', () => raw(port, 'POST', '/api/jobs', json, '{"name":"a\\u0000b"}'), 400],
    ['half a character', () => raw(port, 'POST', '/api/jobs', json, '{"name":"\\ud800"}'), 400],
    ['two megabytes', () => raw(port, 'POST', '/api/jobs', json, `"${'x'.repeat(2_000_000)}"`), 413],
    [
      'a foreign origin',
      () => raw(port, 'POST', '/api/jobs', { ...json, origin: 'http://elsewhere.example' }, '{"name":"x"}'),
      403,
    ],
    [
      'no word of where it comes from',
      () => raw(port, 'POST', '/api/jobs', { 'content-type': 'application/json' }, '{"name":"x"}'),
      403,
    ],
    ['a method of no page', () => raw(port, 'TRACE', '/', {}), 405],
    ['a page written to', () => raw(port, 'POST', '/', own), 405],
    ['an address that is no text', () => raw(port, 'GET', '/api/jobs/%E0%A4%A', {}), 400],
    ['a page of an address that is no text', () => raw(port, 'GET', '/jobs/%E0%A4%A/brief', {}), 400],
    ['the way to every object', () => raw(port, 'GET', '/library/__proto__', {}), 404],
    ['an object of its own', () => raw(port, 'GET', '/api/jobs/__proto__', {}), 422],
    ['a backup out of the folder', () => raw(port, 'GET', '/api/shop/backups/..%2f..%2fshop.json', {}), 422],
    [
      'a backup of nobody',
      () => raw(port, 'POST', '/api/shop/restore', json, '{"name":"shop-20000101T000000000Z-hand.zip"}'),
      404,
    ],
    [
      'prose for a backup',
      () =>
        raw(
          port,
          'POST',
          '/api/shop/upload',
          { ...own, 'content-type': 'application/zip' },
          'once upon a time',
        ),
      422,
    ],
    [
      'a million empty setups',
      () => raw(port, 'PUT', job, json, `{"baseRevision":1,"job":{"setups":[${'{},'.repeat(300_000)}{}]}}`),
      400,
    ],
    ['a foreign host', () => raw(port, 'GET', '/api/jobs', { host: 'elsewhere.example' }), 403],
    ['a foreign host for a page', () => raw(port, 'GET', '/', { host: 'elsewhere.example:80' }), 403],
    ['an absurd id', () => raw(port, 'GET', `/api/jobs/${'x'.repeat(300)}`, {}), 422],
    ['a method that is not there', () => raw(port, 'PATCH', '/api/jobs/none', {}), 405],
    ['removing what is not in the bin', () => raw(port, 'DELETE', '/api/jobs/none', own), 404],
    ['a revision before the first', () => raw(port, 'GET', '/api/jobs/none/revisions/0', {}), 422],
    ['a revision of nobody', () => raw(port, 'GET', '/api/jobs/none/revisions/1', {}), 404],
    [
      'a name too long',
      () => raw(port, 'PUT', '/api/jobs/none/revisions/1', json, JSON.stringify({ name: 'x'.repeat(61) })),
      422,
    ],
    ['an unknown job', () => raw(port, 'GET', '/api/jobs/none', {}), 404],
    ['binning nobody', () => raw(port, 'PUT', '/api/jobs/none/bin', json, '{"binned":true}'), 404],
    ['importing prose', () => raw(port, 'POST', '/api/import', json, '{"text":"once upon a time"}'), 422],
    ['a poor map', () => raw(port, 'POST', library, json, '{"document":{"version":1}}'), 422],
    ['an unknown item', () => raw(port, 'GET', `${library}/none`, {}), 404],
    ['an absurd revision', () => raw(port, 'GET', `${library}/birch-50?revision=x`, {}), 422],
    ['an unknown format', () => raw(port, 'GET', `${library}/birch-50/export?format=exe`, {}), 422],
    ['no part', () => raw(port, 'GET', `/api/selection/compressors`, {}), 422],
    ['a part too many', () => raw(port, 'GET', `/api/selection/compressors?part=2&of=2`, {}), 422],
    ['retiring nobody', () => raw(port, 'PUT', `${library}/none/retired`, json, '{"retired":true}'), 404],
    ['duplicating nobody', () => raw(port, 'POST', `${library}/none/duplicate`, own), 404],
  ];
  for (const [name, send, status] of cases) {
    const answer = await send();
    expect(answer.status, `${name}: ${answer.text.slice(0, 200)}`).toBe(status);
    if (status !== 405) expect(answer.text.length, name).toBeGreaterThan(10);
  }
  expect((await request.get('/api/jobs')).status()).toBe(200);
});

test('every answer says what may be done with it; a page’s scripts carry its own word', async ({
  request,
}) => {
  for (const at of ['/', '/api/jobs', '/nowhere', '/icon.svg', '/library/compressors']) {
    const headers = (await request.get(at)).headers();
    expect(headers, at).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-resource-policy': 'same-origin',
    });
    expect(headers['content-security-policy'], at).toContain("frame-ancestors 'none'");
  }
  const page = await request.get('/');
  const [, nonce] = /'nonce-([^']+)'/.exec(page.headers()['content-security-policy']!)!;
  const scripts = [...(await page.text()).matchAll(/<script[^>]*>/g)].map(([tag]) => tag);
  expect(scripts.length).toBeGreaterThan(3);
  for (const tag of scripts) expect(tag).toContain(`nonce="${nonce}"`);
  expect(page.headers()['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/);
  const again = await request.get('/');
  expect(again.headers()['content-security-policy']).not.toContain(nonce);
});
