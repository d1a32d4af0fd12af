import type { Compressor } from '@/core/compressor/document';
import { MapPicture } from './MapPicture';
import { PointGrid } from './PointGrid';
import type { EditorProps } from './slots';

/** A compressor's points as a grid, its picture alive. */
export function CompressorEditor({ draft, sound, isFaulty, edit, line, onLine }: EditorProps<Compressor>) {
  const at = Math.min(line, draft.lines.length - 1);
  return (
    <>
      <MapPicture map={sound} points={draft.lines} line={at} stale={isFaulty} onPickLine={onLine} />
      <PointGrid
        lines={draft.lines}
        line={at}
        onLine={onLine}
        edit={(field, change) => edit(field, (d) => change(d.lines))}
      />
    </>
  );
}
