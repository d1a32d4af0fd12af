'use client';
import ButtonBase from '@mui/material/ButtonBase';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useId, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { OperatingPoint } from '@/core/solve/point';
import type { Span } from '@/core/solve/map-spans';
import { fuelSpans } from '@/core/solve/fuel-line';
import { clampSpeed } from '@/core/solve/sweep';
import { Hatch } from '../charts/Drawing';
import { useSize } from '../charts/useSize';
import { placeIn } from '../charts/zoom';
import { useSpeed, type Solved } from '../store/solved';
import { formatNumber } from '../words/format';
import styles from './frame.module.css';

const spanWords: Record<Span['kind'] | 'fuel', string> = {
  fuel: 'fuel short',
  surge: 'surges',
  choke: 'past choke',
  overspeed: 'overspeed',
};

/** Engine speed: one selected speed rules every number in view. */
export function RevBar() {
  const { solved, speedRpm, setSpeed } = useSpeed();
  if (!solved) return <div className={styles.rev} />;
  const step = solved.build.stepRpm;
  const move = (by: number) => setSpeed(clampSpeed(solved.build, Math.round(speedRpm / step + by) * step));
  return (
    <div className={styles.rev}>
      <div className={styles.speed}>
        <b data-testid="speed">{formatNumber(speedRpm, 0)}</b>
        <span>rpm</span>
        <small>every figure here is at this speed</small>
      </div>
      <Track solved={solved} speedRpm={speedRpm} setSpeed={setSpeed} move={move} />
      <div className={styles.keys}>
        <ButtonBase className={styles.key} onClick={() => move(-1)} aria-label={`Slower by ${step} rpm`}>
          ,<small>−{step}</small>
        </ButtonBase>
        <ButtonBase className={styles.key} onClick={() => move(1)} aria-label={`Faster by ${step} rpm`}>
          .<small>+{step}</small>
        </ButtonBase>
      </div>
    </div>
  );
}

/** Half the room a name takes along the bar, px. */
const NAME = 26;

/** The silhouettes are named on themselves, wherever neither the handle, the goal's flag nor a shaded zone stands. */
function CurveNames({
  solved: { build, sweep },
  x,
  width,
  handle,
}: {
  solved: Solved;
  x: (rpm: number) => number;
  width: number;
  handle: number;
}) {
  if (width < 400) return null;
  const peak = (pick: (p: OperatingPoint) => number) => Math.max(1, ...sweep.points.map(pick));
  const heightOf = (pick: (p: OperatingPoint) => number) => {
    const top = peak(pick);
    return (p: OperatingPoint) => (pick(p) / top) * 32;
  };
  const power = heightOf((p) => p.power.flywheel);
  const torque = heightOf((p) => p.torque);
  const free = sweep.points.filter((p) => {
    const at = x(p.speedRpm);
    return (
      at > 8 + NAME &&
      at < width - 8 - NAME &&
      Math.abs(at - handle) > NAME + 10 &&
      Math.abs(at - x(build.goal.speedRpm)) > NAME + 12 &&
      sweep.spans.every((s) => at < x(s.fromRpm) - NAME - 8 || at > x(s.toRpm) + NAME + 8)
    );
  });
  // Power stands in its own fill, torque under or over its line, apart from it.
  const inFill = free.findLast((p) => power(p) > 15 && torque(p) > 15);
  const onLine = free.find((p) => {
    const y = 40 - torque(p);
    return (y > 17 || power(p) < 22) && (!inFill || x(inFill.speedRpm) - x(p.speedRpm) > 2 * NAME + 12);
  });
  const lineY = onLine ? 40 - torque(onLine) : 0;
  const style = { fill: 'var(--mute)', fontStretch: '84%' };
  return (
    <g fontSize="11" textAnchor="middle">
      {inFill && (
        <text x={x(inFill.speedRpm)} y="37" style={style}>
          power
        </text>
      )}
      {onLine && (
        <text x={x(onLine.speedRpm)} y={lineY > 17 ? lineY - 4 : lineY + 12} style={style}>
          torque
        </text>
      )}
    </g>
  );
}

type TrackProps = {
  solved: Solved;
  speedRpm: number;
  setSpeed: (rpm: number) => void;
  move: (by: number) => void;
};

function Track({ solved, speedRpm, setSpeed, move }: TrackProps) {
  const { build, sweep } = solved;
  const spans = useMemo(() => [...sweep.spans, ...fuelSpans(sweep.fuel?.points ?? [])], [sweep]);
  const { ref, width } = useSize<HTMLDivElement>({ width: 944, height: 56 });
  const dragging = useRef(false);
  const hatch = useId();
  const x = useMemo(
    () =>
      scaleLinear()
        .domain([build.idleRpm, build.redLineRpm])
        .range([8, width - 8]),
    [build.idleRpm, build.redLineRpm, width],
  );
  const shapes = useMemo(() => {
    const top = (pick: (p: (typeof sweep.points)[number]) => number) =>
      Math.max(1, ...sweep.points.map(pick));
    const power = top((p) => p.power.flywheel);
    const torque = top((p) => p.torque);
    return {
      power: area<(typeof sweep.points)[number]>()
        .x((p) => x(p.speedRpm))
        .y0(40)
        .y1((p) => 40 - (p.power.flywheel / power) * 32)(sweep.points),
      torque: line<(typeof sweep.points)[number]>()
        .x((p) => x(p.speedRpm))
        .y((p) => 40 - (p.torque / torque) * 32)(sweep.points),
    };
  }, [sweep, x]);

  const pick = (event: PointerEvent<HTMLDivElement>) => {
    const exact = x.invert(placeIn(event.currentTarget, event).x);
    const snapped = event.altKey ? Math.round(exact) : Math.round(exact / build.stepRpm) * build.stepRpm;
    setSpeed(clampSpeed(build, snapped));
  };
  const press = (event: KeyboardEvent) => {
    const by: Record<string, number> = {
      ArrowLeft: -1,
      ArrowDown: -1,
      ArrowRight: 1,
      ArrowUp: 1,
      PageDown: -5,
      PageUp: 5,
    };
    if (event.key in by) move(by[event.key]! * (event.shiftKey ? 5 : 1));
    else if (event.key === 'Home') setSpeed(build.idleRpm);
    else if (event.key === 'End') setSpeed(build.redLineRpm);
    else return;
    event.preventDefault();
  };
  const handle = x(speedRpm);
  const ticks = x.ticks(width < 400 ? 4 : 9);
  return (
    <div
      ref={ref}
      className={styles.track}
      role="slider"
      tabIndex={0}
      aria-label="Engine speed"
      aria-valuemin={Math.round(build.idleRpm)}
      aria-valuemax={Math.round(build.redLineRpm)}
      aria-valuenow={Math.round(speedRpm)}
      aria-valuetext={`${formatNumber(speedRpm, 0)} rpm`}
      onKeyDown={press}
      onPointerDown={(e) => {
        dragging.current = true;
        e.currentTarget.setPointerCapture(e.pointerId);
        pick(e);
      }}
      onPointerMove={(e) => dragging.current && pick(e)}
      onPointerUp={() => (dragging.current = false)}
      onPointerCancel={() => (dragging.current = false)}
    >
      <svg width={width} height="56" aria-hidden="true" style={{ display: 'block' }}>
        <defs>
          <Hatch id={hatch} colour="var(--ember)" width={1.4} opacity={0.65} />
        </defs>
        <rect x={x.range()[0]} y="4" width={Math.max(0, width - 16)} height="36" fill="var(--ground)" />
        <path d={shapes.power ?? ''} fill="var(--ink)" opacity="0.13" />
        <path d={shapes.torque ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
        {spans.map((span, i) => {
          // The first to give keeps the hatch; one that overlaps it adds its top edge and stacks its words.
          const over = spans.slice(0, i).filter((s) => s.toRpm >= span.fromRpm).length;
          const from = x(clampSpeed(build, span.fromRpm - build.stepRpm / 2));
          const to = x(clampSpeed(build, span.toRpm + build.stepRpm / 2));
          const words = spanWords[span.kind];
          return (
            <g key={`${span.kind}${span.fromRpm}`}>
              {over === 0 && <rect x={from} y="4" width={to - from} height="36" fill={`url(#${hatch})`} />}
              <path d={`M${from} 4H${to}`} stroke="var(--ember)" strokeWidth="2" />
              {to - from > 60 ? (
                <g transform={`translate(0 ${-13 * over})`}>
                  <rect x={from + 2} y="25" width={words.length * 6.2 + 6} height="14" fill="var(--panel)" />
                  <text
                    x={from + 5}
                    y="36"
                    fontSize="11.5"
                    fontWeight="650"
                    style={{ fill: 'var(--ember-text)' }}
                  >
                    {words}
                  </text>
                </g>
              ) : (
                <title>{words}</title>
              )}
            </g>
          );
        })}
        <CurveNames solved={solved} x={x} width={width} handle={handle} />
        <path d={`M${x.range()[0]} 40.5H${x.range()[1]}`} stroke="var(--ink)" />
        {ticks.map((tick) => (
          <g key={tick}>
            <path d={`M${x(tick)} 40v4`} stroke="var(--ink)" />
            {Math.abs(x(tick) - handle) > 26 && (
              <text
                x={Math.min(width - 15, Math.max(15, x(tick)))}
                y="53"
                fontSize="11"
                textAnchor="middle"
                style={{ fill: 'var(--mute)', fontStretch: '84%' }}
              >
                {formatNumber(tick, 0)}
              </text>
            )}
          </g>
        ))}
        <g transform={`translate(${x(build.goal.speedRpm)} 2)`}>
          <path d="M0 0v22" stroke="var(--brass)" strokeWidth="2" />
          <path d="M0 0h9l-2 3 2 3h-9z" fill="var(--brass)" />
        </g>
        <path d={`M${handle} 2V42`} stroke="var(--ink)" strokeWidth="2" />
        <path d={`M${handle - 8} 42h16v9l-4 4h-8l-4-4z`} fill="var(--ink)" />
        <path d={`M${handle - 3} 45v5M${handle} 45v5M${handle + 3} 45v5`} stroke="var(--ground)" />
      </svg>
    </div>
  );
}
