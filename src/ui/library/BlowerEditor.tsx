import type { Blower } from '@/core/blower/document';
import { blowerBounds as bounds } from '@/formats/kinds/blower';
import { BlowerPicture } from './BlowerPicture';
import { PointGrid, type GridShape } from './PointGrid';
import type { EditorProps } from './slots';

type Point = Blower['lines'][number]['points'][number];

const shape: GridShape<Point> = {
  names: {
    grid: 'Efficiency table',
    lines: 'Rotor speeds',
    points: 'Points of rising pressure ratio',
    speed: 'Rotor speed of this line',
  },
  cells: [
    { key: 'pressureRatio', name: 'pressure ratio', quantity: 'ratio', bound: bounds.pressureRatio },
    { key: 'volumetric', name: 'volumetric efficiency', quantity: 'share', bound: bounds.volumetric },
    { key: 'isentropic', name: 'isentropic efficiency', quantity: 'share', bound: bounds.isentropic },
  ],
  speed: bounds.speedRpm,
  most: { lines: 20, rows: 24 },
  // A faster line leaks the same volume: a smaller share of what it carries.
  lineAfter: (top) => ({
    speedRpm: Math.round(top.speedRpm * 1.2),
    points: top.points.map((p) => ({ ...p, volumetric: 1 - (1 - p.volumetric) / 1.2 })),
  }),
  rowAfter: (last, before) => ({
    ...last,
    pressureRatio: last.pressureRatio + (before ? last.pressureRatio - before.pressureRatio : 0.2),
  }),
  sort: { label: 'Sort by pressure ratio', by: (a, b) => a.pressureRatio - b.pressureRatio },
};

/** A blower's table as a grid, one rotor speed at a time, its picture alive. */
export function BlowerEditor({ draft, sound, edit, line, onLine }: EditorProps<Blower>) {
  return (
    <>
      <BlowerPicture blower={sound} />
      <PointGrid
        shape={shape}
        lines={draft.lines}
        line={Math.min(line, draft.lines.length - 1)}
        onLine={onLine}
        edit={(field, change) => edit(field, (d) => change(d.lines))}
      />
    </>
  );
}
