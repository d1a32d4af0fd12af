import { create } from 'zustand';
import type { AxisMark, Pixel } from '@/core/numerics/picture-axes';
import type { TracedChannel } from '@/core/dyno/traced';
import type { OpenPicture } from './picture-file';

/** What is traced: a curve of a run, or lines of a printed compressor map. */
export type SheetKind = 'run' | 'map';
type MapLine = 'speed' | 'ring';
export type SheetCurve = { id: number; what: TracedChannel | MapLine; value: number | null; points: Pixel[] };

export const marks = ['x1', 'x2', 'y1', 'y2'] as const;
export type Mark = (typeof marks)[number];
export type Marked = Record<Mark, { at: Pixel | null; value: number | null }>;

/** What the next click sets. */
type Tool = { kind: 'mark'; mark: Mark } | { kind: 'trace'; curve: number };

const NO_MARKS: Marked = {
  x1: { at: null, value: null },
  x2: { at: null, value: null },
  y1: { at: null, value: null },
  y2: { at: null, value: null },
};

type Sheet = {
  kind: SheetKind;
  picture: (OpenPicture & { name: string; file: Blob }) | null;
  marked: Marked;
  curves: SheetCurve[];
  tool: Tool;
  /** Units that the values of the axes are typed in, by their symbols. */
  units: { x: string; y: string };
  set: (change: Partial<Omit<Sheet, 'set'>>) => void;
};

/** The sheet on the table: of this screen until it becomes a run or a map. */
export const useSheet = create<Sheet>((set) => ({
  kind: 'run',
  picture: null,
  marked: NO_MARKS,
  curves: [{ id: 1, what: 'torque', value: null, points: [] }],
  tool: { kind: 'mark', mark: 'x1' },
  units: { x: '', y: '' },
  set,
}));

/** What a sheet of a kind begins with. */
export const begun = (kind: SheetKind): Partial<Sheet> => ({
  kind,
  marked: NO_MARKS,
  curves: [{ id: 1, what: kind === 'run' ? 'torque' : 'speed', value: null, points: [] }],
  tool: { kind: 'mark', mark: 'x1' },
  units: { x: '', y: '' },
});

/** Both marks of both axes with their values; null until all are there. */
export function axesOf({
  x1,
  x2,
  y1,
  y2,
}: Marked): { x: [AxisMark, AxisMark]; y: [AxisMark, AxisMark] } | null {
  const mark = ({ at, value }: Marked[Mark]): AxisMark | null =>
    at && value !== null ? { at, value } : null;
  const [a, b, c, d] = [mark(x1), mark(x2), mark(y1), mark(y2)];
  return a && b && c && d ? { x: [a, b], y: [c, d] } : null;
}
