/** Hosts this server answers to: the loopback names, and the one it was told to bind to. */
function allowedHosts(): Set<string> {
  const own = process.env.FIERCE_LUNG_HOST;
  return new Set(['127.0.0.1', 'localhost', '[::1]', ...(own ? [own] : [])]);
}

/** What programs other than a browser send with what changes something: a form on another page cannot. */
const OWN_HEADER = 'x-fierce-lung';
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

const hostOf = (value: string) => value.replace(/:\d+$/, '').toLowerCase();

/**
 * A page elsewhere must not reach a server on this machine, neither by a foreign origin nor by a name that resolves to the
 * loopback address. Out: the reason to refuse, or null.
 */
export function refusal(headers: Headers, method = 'GET'): string | null {
  const host = headers.get('host') ?? '';
  if (!allowedHosts().has(hostOf(host))) return 'This server answers only to its own address.';
  const origin = headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`)
    return 'Requests from another site are refused.';
  const site = headers.get('sec-fetch-site');
  if (site === 'cross-site' && headers.get('sec-fetch-mode') !== 'navigate')
    return 'Requests from another site are refused.';
  if (!READING.has(method) && origin === null && headers.get(OWN_HEADER) === null)
    return `A request that changes something says where it comes from: by its origin, or with the header ${OWN_HEADER}.`;
  return null;
}
