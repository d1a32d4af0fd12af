import { useEffect, useRef, type KeyboardEvent } from 'react';
import { snapToLine, type PictureAxes, type Pixel } from '@/core/numerics/picture-axes';
import { toUnit } from '@/core/units/quantities';
import frame from '../frame/frame.module.css';
import { drawnAt, type OpenPicture } from './picture-file';
import { marks, useSheet, type Mark } from './sheet-state';
import { useTracedMap } from './SheetCurves';
import styles from './sheet.module.css';

/** Longest side that a picture is worked at, pixels: finer than any click. */
const LONGEST = 1_600;
/** How far from a click a line is looked for, pixels of the picture. */
const REACH = 9;

const markNames: Record<Mark, string> = {
  x1: 'first mark of the horizontal axis',
  x2: 'second mark of the horizontal axis',
  y1: 'first mark of the vertical axis',
  y2: 'second mark of the vertical axis',
};

/** Brightness of what lies around a place. */
function patchAround(context: CanvasRenderingContext2D, { x, y }: Pixel) {
  const { width, height } = context.canvas;
  const left = Math.max(0, Math.round(x) - REACH);
  const top = Math.max(0, Math.round(y) - REACH);
  const [w, h] = [Math.min(width - left, 2 * REACH + 1), Math.min(height - top, 2 * REACH + 1)];
  const { data } = context.getImageData(left, top, w, h);
  const values = new Float64Array(w * h);
  for (let i = 0; i < w * h; i++)
    values[i] = 0.299 * data[4 * i]! + 0.587 * data[4 * i + 1]! + 0.114 * data[4 * i + 2]!;
  return { patch: { values, width: w, height: h }, left, top };
}

/** The picture on the table: each click sets a mark or a point of the line in hand, snapped to the dark line under it. */
export function SheetPicture({
  picture,
  axes,
}: {
  picture: OpenPicture & { name: string };
  axes: PictureAxes | null;
}) {
  const { marked, curves, tool, kind, set } = useSheet();
  const canvas = useRef<HTMLCanvasElement>(null);
  const work = useRef<CanvasRenderingContext2D | null>(null);
  const cursor = useRef<Pixel>({ x: 0, y: 0 });
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  useEffect(() => {
    const drawn = drawnAt(picture, LONGEST);
    work.current = drawn?.context ?? null;
    cursor.current = { x: width / 2, y: height / 2 };
    const shown = canvas.current?.getContext('2d');
    if (drawn && shown) shown.drawImage(drawn.canvas, 0, 0);
  }, [picture, width, height]);
  const setAt = (raw: Pixel) => {
    const context = work.current;
    let at = raw;
    // Marks stand at the crossing of lines: there a click is better than what is darkest.
    if (context && tool.kind === 'trace') {
      const { patch, left, top } = patchAround(context, raw);
      const snapped = snapToLine(patch, { x: raw.x - left, y: raw.y - top });
      at = { x: snapped.x + left, y: snapped.y + top };
    }
    if (tool.kind === 'mark') {
      const next = marks[marks.indexOf(tool.mark) + 1];
      set({
        marked: { ...marked, [tool.mark]: { ...marked[tool.mark], at } },
        tool:
          next && !marked[next].at ? { kind: 'mark', mark: next } : { kind: 'trace', curve: curves[0]!.id },
      });
    } else
      set({
        curves: curves.map((curve) =>
          curve.id === tool.curve ? { ...curve, points: [...curve.points, at] } : curve,
        ),
      });
  };
  const press = (e: KeyboardEvent<HTMLDivElement>) => {
    const by = e.shiftKey ? 10 : 1;
    const moves: Record<string, Pixel> = {
      ArrowLeft: { x: -by, y: 0 },
      ArrowRight: { x: by, y: 0 },
      ArrowUp: { x: 0, y: -by },
      ArrowDown: { x: 0, y: by },
    };
    const move = moves[e.key];
    if (move) {
      e.preventDefault();
      cursor.current = {
        x: Math.min(width, Math.max(0, cursor.current.x + move.x)),
        y: Math.min(height, Math.max(0, cursor.current.y + move.y)),
      };
      place(cursor.current);
    }
    if (e.key === 'Enter') {
      e.preventDefault();
      setAt(cursor.current);
    }
  };
  const cross = useRef<SVGPathElement>(null);
  const place = ({ x, y }: Pixel) => cross.current?.setAttribute('d', `M${x - 9} ${y}h18M${x} ${y - 9}v18`);
  const what =
    tool.kind === 'mark'
      ? `Click the ${markNames[tool.mark]}.`
      : 'Click along the line; each click finds the middle of the dark line under it.';
  return (
    <>
      <p className={frame.lead} role="status">
        {what}
      </p>
      <div
        className={styles.sheet}
        role="application"
        aria-label={`${picture.name}: ${what} Arrow keys move the cross, Enter sets it`}
        tabIndex={0}
        style={{ aspectRatio: `${width} / ${height}` }}
        onKeyDown={press}
        onPointerDown={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const at = {
            x: ((e.clientX - box.left) / box.width) * width,
            y: ((e.clientY - box.top) / box.height) * height,
          };
          cursor.current = at;
          place(at);
          setAt(at);
        }}
      >
        <canvas ref={canvas} width={width} height={height} aria-hidden="true" />
        <svg viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
          {marks.map((mark) => {
            const { at } = marked[mark];
            return (
              at && (
                <g key={mark} transform={`translate(${at.x} ${at.y})`} className={styles.mark}>
                  <path d="M-9 0h18M0 -9v18" />
                  <text x="8" y="-8">
                    {mark}
                  </text>
                </g>
              )
            );
          })}
          {curves.map(({ id, points }) => {
            // Lines of a run are functions of engine speed: drawn in that order, however they were clicked.
            const ordered =
              kind === 'run' && axes
                ? [...points].sort((a, b) => axes.valueAt(a).x - axes.valueAt(b).x)
                : points;
            return (
              <g
                key={id}
                className={tool.kind === 'trace' && tool.curve === id ? styles.current : styles.traced}
              >
                <path d={ordered.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x} ${y}`).join('')} />
                {points.map(({ x, y }, i) => (
                  <circle key={i} cx={x} cy={y} r="4" />
                ))}
              </g>
            );
          })}
          {kind === 'map' && axes && <Back axes={axes} />}
          <path ref={cross} className={styles.cursor} />
        </svg>
      </div>
    </>
  );
}

/** The points that a traced map makes, drawn back over the picture. */
function Back({ axes }: { axes: PictureAxes }) {
  const { made, unit } = useTracedMap(axes);
  return (
    made?.ok && (
      <g className={styles.back}>
        {made.points.map(({ speedRpm, flow, ratio }, i) => {
          const { x, y } = axes.pixelAt(toUnit(flow, unit), ratio);
          return <path key={`${speedRpm} ${i}`} d={`M${x - 3} ${y - 3}h6v6h-6z`} />;
        })}
      </g>
    )
  );
}
