/** Hosts this server answers to: the loopback names, and the one it was told to bind to. */
function allowedHosts(): Set<string> {
  const own = process.env.FIERCE_LUNG_HOST;
  return new Set(['127.0.0.1', 'localhost', '[::1]', ...(own ? [own] : [])]);
}

const hostOf = (value: string) => value.replace(/:\d+$/, '').toLowerCase();

/**
 * A page elsewhere must not reach a server on this machine, neither by a foreign origin nor by a name that resolves to the
 * loopback address. Out: the reason to refuse, or null.
 */
export function refusal(headers: Headers): string | null {
  const host = headers.get('host') ?? '';
  if (!allowedHosts().has(hostOf(host))) return 'This server answers only to its own address.';
  const origin = headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`)
    return 'Requests from another site are refused.';
  const site = headers.get('sec-fetch-site');
  if (site === 'cross-site' && headers.get('sec-fetch-mode') !== 'navigate')
    return 'Requests from another site are refused.';
  return null;
}
