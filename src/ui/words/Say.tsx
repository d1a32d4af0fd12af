import type { Reason } from '@/core/working/range';
import { phrase, type Form } from './reasons';

/** A reason of the core as a sentence, its figures strong. */
export function Say({ reason, form = 'long' }: { reason: Reason; form?: Form }) {
  return (
    <>{phrase(reason, form).map((piece, i) => (piece.strong ? <b key={i}>{piece.text}</b> : piece.text))}</>
  );
}
