'use client';
import type { Reason } from '@/core/working/range';
import type { Form } from './reasons';
import { useWords } from './useWords';

/** A reason of the core as a sentence, its figures strong. */
export function Say({ reason, form = 'long' }: { reason: Reason; form?: Form }) {
  const { phrase } = useWords();
  return (
    <>{phrase(reason, form).map((piece, i) => (piece.strong ? <b key={i}>{piece.text}</b> : piece.text))}</>
  );
}
