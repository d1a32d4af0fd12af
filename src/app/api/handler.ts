import { NextResponse } from 'next/server';
import type * as z from 'zod';
import type { ApiError } from '@/formats/api';
import { readJson } from '@/formats/json-text';
import { dataFolderErrorIn } from '@/data/storage/errors';
import { refusal } from './guard';

/** A refusal with its status; thrown by a handler, answered as JSON. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 409 | 413 | 415 | 422,
    message: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

const LARGEST_BODY = 1_000_000;

/** Reads a body and stops at the cap, whatever length was announced. */
export async function readBytes(request: Request, cap: number): Promise<Uint8Array> {
  if (Number(request.headers.get('content-length') ?? 0) > cap) throw tooLarge(cap);
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array(0);
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    size += part.value.byteLength;
    if (size > cap) {
      await reader.cancel();
      throw tooLarge(cap);
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

async function readCapped(request: Request, cap: number): Promise<string> {
  const bytes = await readBytes(request, cap);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Refusal(400, 'The request is not UTF-8 text.');
  }
}

const tooLarge = (cap: number) => new Refusal(413, `A request may have at most ${cap / 1e6} MB.`);

async function readBody<T>(request: Request, schema: z.ZodType<T>, cap: number): Promise<T> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\b/i.test(type))
    throw new Refusal(415, 'The request must be JSON (application/json).');
  const read = readJson(await readCapped(request, cap));
  if (!read.ok) throw new Refusal(400, `The request cannot be read. ${read.message}`);
  return parse(schema, read.data);
}

function parse<T>(schema: z.ZodType<T>, data: unknown): T {
  const result = schema.safeParse(data);
  if (result.success) return result.data;
  const problems = result.error.issues.slice(0, 12).map((i) => `${i.path.join('.') || 'body'}: ${i.message}`);
  throw new Refusal(422, 'The request does not hold what is needed.', { problems });
}

const answer = (status: number, body: ApiError & Record<string, unknown>) =>
  NextResponse.json(body, { status });

type Handled<P, B, Q> = { params: P; body: B; query: Q; request: Request };
type Options<P, B, Q> = {
  params?: z.ZodType<P>;
  body?: z.ZodType<B>;
  query?: z.ZodType<Q>;
  largestBody?: number;
};

/**
 * The one wrapper of every route handler: checks where the request comes from, caps and parses what it brings with Zod,
 * and answers every failure with a reason. A malformed request is never a 500.
 */
export function handler<P = unknown, B = undefined, Q = undefined>(
  options: Options<P, B, Q>,
  work: (given: Handled<P, B, Q>) => Promise<unknown>,
): (request: Request, context: { params: Promise<unknown> }) => Promise<Response> {
  return async (request, context) => {
    try {
      const refused = refusal(request.headers, request.method);
      if (refused) throw new Refusal(403, refused);
      const params = options.params ? parse(options.params, await context.params) : (undefined as P);
      const query = options.query
        ? parse(options.query, Object.fromEntries(new URL(request.url).searchParams))
        : (undefined as Q);
      const body = options.body
        ? await readBody(request, options.body, options.largestBody ?? LARGEST_BODY)
        : (undefined as B);
      const result = await work({ params, body, query, request });
      return result instanceof Response ? result : NextResponse.json(result ?? {});
    } catch (error) {
      if (error instanceof Refusal) return answer(error.status, { error: error.message, ...error.more });
      const storage = dataFolderErrorIn(error);
      if (storage)
        return answer(storage.code === 'disk-full' ? 507 : 503, {
          error: storage.message,
          storage: storage.code,
        });
      console.error(error);
      return answer(500, { error: 'Something went wrong on the server. Nothing was changed.' });
    }
  };
}
