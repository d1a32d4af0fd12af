import http from 'node:http';
import { expect, test } from '@playwright/test';

const json = { 'content-type': 'application/json' };

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
    ['another type', () => raw(port, 'POST', '/api/jobs', { 'content-type': 'text/plain' }, '{}'), 415],
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
    ['a foreign host', () => raw(port, 'GET', '/api/jobs', { host: 'elsewhere.example' }), 403],
    ['a foreign host for a page', () => raw(port, 'GET', '/', { host: 'elsewhere.example:80' }), 403],
    ['an absurd id', () => raw(port, 'GET', `/api/jobs/${'x'.repeat(300)}`, {}), 422],
    ['a method that is not there', () => raw(port, 'PATCH', '/api/jobs/none', {}), 405],
    ['removing what is not in the bin', () => raw(port, 'DELETE', '/api/jobs/none', {}), 404],
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
    ['no part', () => raw(port, 'GET', `${library}/maps`, {}), 422],
    ['a part too many', () => raw(port, 'GET', `${library}/maps?part=2&of=2`, {}), 422],
    ['retiring nobody', () => raw(port, 'PUT', `${library}/none/retired`, json, '{"retired":true}'), 404],
    ['duplicating nobody', () => raw(port, 'POST', `${library}/none/duplicate`, {}), 404],
  ];
  for (const [name, send, status] of cases) {
    const answer = await send();
    expect(answer.status, `${name}: ${answer.text.slice(0, 200)}`).toBe(status);
    if (status !== 405) expect(answer.text.length, name).toBeGreaterThan(10);
  }
  expect((await request.get('/api/jobs')).status()).toBe(200);
});
