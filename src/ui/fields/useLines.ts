import { useEffect, useState } from 'react';
import type { AnyLine } from '@/formats/kinds';
import { server } from '../server/client';

/** What a shelf of the library offers, fetched once; null until it is here, or where the server is away. */
export function useLines<Line extends AnyLine>(path: string): Line[] | null {
  const [lines, setLines] = useState<Line[] | null>(null);
  useEffect(() => {
    let live = true;
    void server.lines(path).then((answer) => {
      if (live && answer.kind === 'ok')
        setLines((answer.data.items as Line[]).filter((line) => !line.retired));
    });
    return () => {
      live = false;
    };
  }, [path]);
  return lines;
}
