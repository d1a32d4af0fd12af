import { NextResponse, type NextRequest } from 'next/server';
import { refusal } from './app/api/guard';

/**
 * What a page may load: its own files, and of scripts only those that carry this answer's own word. Styles are set on the
 * page by the component library, which is why they may stand in it.
 */
const policyOf = (nonce: string): string =>
  [
    "default-src 'self'",
    // The development server evaluates what it reloads.
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Pages hold the shop's data too: they answer to the same addresses as the route handlers, and only to being read. */
export function proxy(request: NextRequest): NextResponse {
  if (request.method !== 'GET' && request.method !== 'HEAD')
    return new NextResponse('A page can only be read.', { status: 405, headers: { allow: 'GET, HEAD' } });
  const refused = refusal(request.headers);
  if (refused) return new NextResponse(refused, { status: 403 });
  const policy = policyOf(btoa(crypto.randomUUID()));
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set('content-security-policy', policy);
  return answer;
}

export const config = { matcher: ['/((?!_next/|api/).*)'] };
