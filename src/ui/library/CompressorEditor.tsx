import type { Compressor } from '@/core/compressor/document';
import { MapPicture } from './MapPicture';
import { PointGrid, type GridShape } from './PointGrid';
import type { EditorProps } from './slots';

type Point = Compressor['lines'][number]['points'][number];

const shape: GridShape<Point> = {
  names: {
    grid: 'Points of the map',
    lines: 'Speed lines',
    points: 'Points from surge to choke',
    speed: 'Corrected speed of this line',
  },
  cells: [
    { key: 'flow', name: 'flow', quantity: 'massFlow', bound: { min: 1e-5, max: 20 } },
    { key: 'pressureRatio', name: 'pressure ratio', quantity: 'ratio', bound: { min: 0.8, max: 12 } },
    { key: 'efficiency', name: 'efficiency', quantity: 'share', bound: { min: 0.05, max: 0.95 } },
  ],
  speed: { min: 1_000, max: 500_000 },
  most: { lines: 40, rows: 200 },
  ends: ['surge', 'choke'],
  // A similar line a tenth faster is a better start than empty cells: flow with speed, head with its square.
  lineAfter: (top) => ({
    speedRpm: Math.round(top.speedRpm * 1.1),
    points: top.points.map((p) => ({
      ...p,
      flow: p.flow * 1.1,
      pressureRatio: 1 + (p.pressureRatio - 1) * 1.21,
    })),
  }),
  rowAfter: (last, before) => ({
    ...last,
    flow: last.flow + (before ? last.flow - before.flow : last.flow * 0.05),
  }),
  sort: { label: 'Sort by flow', by: (a, b) => a.flow - b.flow || b.pressureRatio - a.pressureRatio },
};

/** A compressor's points as a grid, its picture alive. */
export function CompressorEditor({ draft, sound, isFaulty, edit, line, onLine }: EditorProps<Compressor>) {
  const at = Math.min(line, draft.lines.length - 1);
  return (
    <>
      <MapPicture map={sound} points={draft.lines} line={at} stale={isFaulty} onPickLine={onLine} />
      <PointGrid
        shape={shape}
        lines={draft.lines}
        line={at}
        onLine={onLine}
        edit={(field, change) => edit(field, (d) => change(d.lines))}
      />
    </>
  );
}
