import { NextResponse, type NextRequest } from 'next/server';
import { refusal } from './app/api/guard';

/** Pages hold the shop's data too: they answer to the same addresses as the route handlers. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusal(request.headers);
  return refused ? new NextResponse(refused, { status: 403 }) : NextResponse.next();
}

export const config = { matcher: ['/((?!_next/|api/).*)'] };
