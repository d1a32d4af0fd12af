import { Fragment } from 'react';

/** A formula as it is written by hand: what follows an underscore stands low, a plain power high. */
export function Symbols({ text }: { text: string }) {
  return (
    <>
      {text.split(/(_[\p{L}\p{N}+,]+|\^[\p{L}\p{N}.]+)/u).map((piece, i) => {
        if (piece.startsWith('_')) return <sub key={i}>{piece.slice(1)}</sub>;
        if (piece.startsWith('^')) return <sup key={i}>{piece.slice(1)}</sup>;
        return <Fragment key={i}>{piece}</Fragment>;
      })}
    </>
  );
}
