'use client';
import { scaleLinear } from 'd3-scale';
import { useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { BeltLayout, RoutePulley } from '@/core/drive/document';
import type { BeltRun, NoRun } from '@/core/drive/geometry';
import { beltPulleys, type LaidOut } from '@/core/drive/layout';
import { placeIn } from '../charts/zoom';
import { useSize } from '../charts/useSize';
import { useWords } from '../words/useWords';
import styles from './blower.module.css';

/** Pulleys snap to this, m; an arrow key moves one so far, with Shift ten times as far. */
const SNAP = 1e-3;

type Props = {
  layout: BeltLayout;
  laid: LaidOut | NoRun;
  /** Pulleys that fit there too: fine circles about the blower's, list diameters in m. */
  others?: readonly number[];
  /** Moves a pulley; `done` where the move is over. Left out: only looked at. */
  onMove?: (index: number, x: number, y: number) => void;
  onDone?: () => void;
};

type View = { x: [number, number]; y: [number, number] };

/** Narrower than this the words stand over and under the pulleys, px. */
const COMPACT = 440;

/** Room about the outermost pulleys, m: for their words. */
const MARGIN = 0.07;

function viewOf(layout: BeltLayout): View {
  const pulleys = beltPulleys(layout);
  const over = (end: (p: (typeof pulleys)[number]) => number, pick: (...v: number[]) => number) =>
    pick(...pulleys.map(end));
  return {
    x: [over((p) => p.x - p.radius, Math.min) - MARGIN, over((p) => p.x + p.radius, Math.max) + MARGIN],
    y: [
      over((p) => p.y - p.radius, Math.min) - MARGIN * 0.6,
      over((p) => p.y + p.radius, Math.max) + MARGIN * 0.6,
    ],
  };
}

const roleWords = { crank: 'crank', blower: 'blower', idler: 'idler', tensioner: 'tensioner' };

/** Pulleys that a belt without a run has to do with. */
const troubled = (laid: LaidOut | NoRun): readonly number[] =>
  'run' in laid ? [] : laid.kind === 'overlap' ? laid.pulleys : laid.kind === 'crossed' ? [] : [laid.pulley];

/** A belt drive from the front, to scale: pulleys are dragged, or moved with the arrow keys. */
export function DriveDrawing({ layout, laid, others = [], onMove, onDone }: Props) {
  const { figure } = useWords();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 420, height: 470 });
  const [held, setHeld] = useState<View | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  // The paper must not move under the hand.
  const view = useMemo(() => held ?? viewOf(layout), [held, layout]);
  const scale = Math.min(width / (view.x[1] - view.x[0]), height / (view.y[1] - view.y[0]));
  const [midX, midY] = [(view.x[0] + view.x[1]) / 2, (view.y[0] + view.y[1]) / 2];
  const x = scaleLinear([midX - 1, midX + 1], [width / 2 - scale, width / 2 + scale]);
  const y = scaleLinear([midY - 1, midY + 1], [height / 2 + scale, height / 2 - scale]);
  const pulleys = beltPulleys(layout);
  const run = 'run' in laid ? laid.run : null;
  const wrong = troubled(laid);
  const snap = (value: number) => Math.min(2, Math.max(-2, Math.round(value / SNAP) * SNAP));

  const take = (e: PointerEvent<SVGGElement>, i: number) => {
    if (e.button !== 0 || !onMove || i === 0) return;
    setHeld(view);
    setDragged(i);
    e.currentTarget.setPointerCapture(e.pointerId);
    e.currentTarget.focus();
  };
  const drag = (e: PointerEvent<SVGGElement>, i: number) => {
    const svg = e.currentTarget.ownerSVGElement;
    if (dragged !== i || !svg || !onMove) return;
    const at = placeIn(svg, e);
    onMove(i, snap(x.invert(at.x)), snap(y.invert(at.y)));
  };
  const drop = () => {
    if (dragged === null) return;
    setDragged(null);
    setHeld(null);
    onDone?.();
  };
  const key = (e: KeyboardEvent, i: number, pulley: RoutePulley) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
    if (!by || !onMove || i === 0) return;
    e.preventDefault();
    e.stopPropagation();
    const step = SNAP * (e.shiftKey ? 10 : 1);
    onMove(i, snap(pulley.x.value + by[0]! * step), snap(pulley.y.value + by[1]! * step));
  };

  const blower = layout.route.findIndex(({ role }) => role === 'blower');
  return (
    <div ref={ref} className={styles.drawing}>
      <svg width={width} height={height} role="group" aria-label={wordsOf(layout, laid, figure)}>
        {others.map((diameter) => (
          <circle
            key={diameter}
            cx={x(pulleys[blower]!.x)}
            cy={y(pulleys[blower]!.y)}
            r={(scale * diameter) / 2}
            fill="none"
            stroke="var(--mute)"
            strokeWidth="0.8"
            strokeDasharray="3 3"
          />
        ))}
        {layout.route.map((pulley, i) => {
          const at = pulleys[i]!;
          const isWrong = wrong.includes(i);
          const [cx, cy, r] = [x(at.x), y(at.y), (scale * pulley.diameter.value) / 2];
          const isFixed = i === 0 || !onMove;
          return (
            <g
              key={i}
              tabIndex={isFixed ? undefined : 0}
              role={isFixed ? undefined : 'button'}
              aria-label={
                isFixed
                  ? undefined
                  : `${roleWords[pulley.role]}, ${figure(pulley.diameter.value, 'bore')}, at ${figure(at.x, 'bore')} right and ${figure(at.y, 'bore')} up: arrow keys move it`
              }
              className={isFixed ? undefined : styles.pulley}
              onPointerDown={(e) => take(e, i)}
              onPointerMove={(e) => drag(e, i)}
              onPointerUp={drop}
              onPointerCancel={drop}
              onKeyDown={(e) => key(e, i, pulley)}
              onKeyUp={(e) => e.key.startsWith('Arrow') && onDone?.()}
            >
              <circle cx={cx} cy={cy} r={Math.max(22, r)} fill="transparent" />
              <circle
                cx={cx}
                cy={cy}
                r={r}
                fill={pulley.role === 'blower' ? 'var(--sand-1)' : 'var(--panel)'}
                stroke={isWrong ? 'var(--ember)' : 'var(--ink)'}
                strokeWidth={isWrong ? 2.4 : 1.2}
              />
              <path
                d={`M${cx - r - 6} ${cy}H${cx + r + 6}M${cx} ${cy - r - 6}V${cy + r + 6}`}
                stroke="var(--mute)"
                strokeWidth="0.8"
                strokeDasharray="8 2 2 2"
              />
              <circle cx={cx} cy={cy} r="3.5" fill="var(--ink)" />
            </g>
          );
        })}
        {run && (
          <path
            d={beltPath(run, pulleys, x, y, scale)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="3"
            strokeDasharray="7 2"
            pointerEvents="none"
          />
        )}
        {run && <WrapArc run={run} index={blower} centre={pulleys[blower]!} x={x} y={y} scale={scale} />}
        {layout.route.map((pulley, i) => (
          <Label
            key={i}
            pulley={pulley}
            wrap={run?.wraps[i]?.angle ?? null}
            at={{ x: x(pulleys[i]!.x), y: y(pulleys[i]!.y) }}
            radius={scale * pulleys[i]!.radius}
            isRight={pulleys[i]!.x >= midX || i === 0}
            isCompact={width < COMPACT}
          />
        ))}
        <g transform={`translate(14 ${height - 14})`} aria-hidden="true">
          <path d={`M0 -4V4M0 0H${scale * 0.1}M${scale * 0.1} -4V4`} stroke="var(--ink)" fill="none" />
          <text x={scale * 0.1 + 6} y="4" className={styles.small}>
            {figure(0.1, 'bore')}
          </text>
        </g>
      </svg>
    </div>
  );
}

type Scale = (value: number) => number;

/** Strands and arcs in turn. Runs anticlockwise on paper where the belt does. */
function beltPath(
  { spans, wraps, turn }: BeltRun,
  pulleys: ReturnType<typeof beltPulleys>,
  x: Scale,
  y: Scale,
  scale: number,
): string {
  const count = spans.length;
  return spans
    .map(({ from, to }, i) => {
      const next = (i + 1) % count;
      const { radius, side } = pulleys[next]!;
      const { off, angle } = wraps[next]!;
      const sweep = (side === 'inside' ? turn : -turn) === 1 ? 0 : 1;
      const start = i === 0 ? `M${x(from.x)} ${y(from.y)}` : '';
      const arc = `A${scale * radius} ${scale * radius} 0 ${angle > Math.PI ? 1 : 0} ${sweep} ${x(off.x)} ${y(off.y)}`;
      return `${start}L${x(to.x)} ${y(to.y)}${arc}`;
    })
    .join('');
}

/** The angle that the belt lies on a pulley, within it. */
function WrapArc({
  run,
  index,
  centre,
  x,
  y,
  scale,
}: {
  run: BeltRun;
  index: number;
  centre: { x: number; y: number; radius: number };
  x: Scale;
  y: Scale;
  scale: number;
}) {
  const { figure } = useWords();
  const { on, off, angle } = run.wraps[index]!;
  const share = 0.72;
  const at = (p: { x: number; y: number }) =>
    `${x(centre.x + share * (p.x - centre.x))} ${y(centre.y + share * (p.y - centre.y))}`;
  const r = share * scale * centre.radius;
  return (
    <g pointerEvents="none">
      <path
        d={`M${at(on)}A${r} ${r} 0 ${angle > Math.PI ? 1 : 0} ${run.turn === 1 ? 0 : 1} ${at(off)}`}
        fill="none"
        stroke="var(--brass)"
        strokeWidth="4"
      />
      {r > 20 && (
        <text x={x(centre.x)} y={y(centre.y) - 9} textAnchor="middle" className={styles.wrap}>
          {figure(angle, 'angle')}
        </text>
      )}
    </g>
  );
}

function Label({
  pulley,
  wrap,
  at,
  radius,
  isRight,
  isCompact,
}: {
  pulley: RoutePulley;
  wrap: number | null;
  at: { x: number; y: number };
  radius: number;
  isRight: boolean;
  isCompact: boolean;
}) {
  const { figure } = useWords();
  const side = isRight ? 1 : -1;
  const isCrank = pulley.role === 'crank';
  if (isCompact && !isCrank)
    return (
      <text
        x={at.x}
        y={pulley.role === 'blower' ? at.y - radius - 12 : at.y + radius + 18}
        textAnchor="middle"
        className={styles.label}
        pointerEvents="none"
      >
        {`${roleWords[pulley.role]} ${figure(pulley.diameter.value, 'bore')}`}
      </text>
    );
  return (
    <text
      x={isCrank ? at.x : at.x + side * (radius + 9)}
      y={isCrank ? at.y + 22 : at.y - 3}
      textAnchor={isCrank ? 'middle' : isRight ? 'start' : 'end'}
      className={styles.label}
      pointerEvents="none"
    >
      <tspan>{`${roleWords[pulley.role]} ${figure(pulley.diameter.value, 'bore')}`}</tspan>
      {wrap !== null && (
        <tspan x={isCrank ? at.x : at.x + side * (radius + 9)} dy="15" className={styles.small}>
          wrap {figure(wrap, 'angle')}
        </tspan>
      )}
    </text>
  );
}

function wordsOf(
  layout: BeltLayout,
  laid: LaidOut | NoRun,
  figure: ReturnType<typeof useWords>['figure'],
): string {
  const pulleys = layout.route
    .map((p, i) => {
      const wrap = 'run' in laid ? `, wrap ${figure(laid.run.wraps[i]!.angle, 'angle')}` : '';
      return `${roleWords[p.role]} ${figure(p.diameter.value, 'bore')}${wrap}`;
    })
    .join('; ');
  return `Belt drive to scale: ${pulleys}.${'run' in laid ? '' : ' The belt cannot run.'}`;
}
