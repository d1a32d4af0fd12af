/**
 * The server: Next behind one plain look at each request. What Next itself would answer with an error of its own, a method
 * that no page has or an address that is no text, is refused here in a sentence.
 */
import http from 'node:http';
import next from 'next';

const port = Number(process.env.PORT ?? 3210);
const hostname = process.env.FIERCE_LUNG_HOST ?? '127.0.0.1';
// The database is closed before the process ends: src/instrumentation.ts.
process.env.NEXT_MANUAL_SIG_HANDLE = 'true';

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS', 'PATCH']);

/** Why a request is refused before anything looks at it; null where nothing speaks against it. */
function refusal({ method, url }) {
  if (!METHODS.has(method)) return [405, 'There is no such method here.'];
  try {
    if (decodeURIComponent(url.split('?')[0]).includes('\0')) return [400, 'The address holds a NUL.'];
  } catch {
    return [400, 'The address is not UTF-8 text.'];
  }
  return null;
}

const app = next({ dev: false, hostname, port, dir: '.' });
await app.prepare();
const handle = app.getRequestHandler();
const server = http.createServer((request, response) => {
  const refused = refusal(request);
  if (!refused) return void handle(request, response);
  const [status, why] = refused;
  response.writeHead(status, {
    'content-type': 'application/json',
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
    connection: 'close',
  });
  response.end(JSON.stringify({ error: why }));
});
// A browser keeps its line to us for a minute: it must not be hung up on while it sends.
server.keepAliveTimeout = 90_000;
server.once('error', (error) => {
  console.error(`The server cannot listen at ${hostname}:${port} (${error.code}).`);
  process.exit(1);
});
server.listen(port, hostname);
