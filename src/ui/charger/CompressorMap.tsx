'use client';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useId, useMemo } from 'react';
import type { OperatingPoint } from '@/core/forecast/point';
import type { CompiledMap } from '@/core/compressor/map';
import { nearestToSurge } from '@/core/forecast/sweep';
import { Hatch } from '../charts/Drawing';
import { useSize } from '../charts/useSize';
import type { Solved } from '../store/solved';
import { figure, formatNumber } from '../words/format';
import { mapShapes, type Place } from './map-shapes';
import { spreadOut } from './spread';
import styles from './charger.module.css';

const PAD = { left: 50, right: 74, top: 16, bottom: 46 };
const KG_MIN = 60;
/** Where along their 33 places the words 'surge' and 'choke' stand. */
const SURGE_WORD = 20;
const CHOKE_WORD = 16;
const SANDS = ['--sand-0', '--sand-1', '--sand-2', '--sand-3', '--sand-4', '--sand-5', '--sand-6'];

type Scales = { x: (flow: number) => number; y: (ratio: number) => number };

/** A bead for every 500 rpm; every 100 or 200 for low red lines. */
const beadStep = (redLine: number) => (redLine < 2_500 ? 100 : redLine < 4_000 ? 200 : 500);

const isOff = (p: OperatingPoint) => p.compressors[0]?.range === 'outside';

type Props = { solved: Solved; map: CompiledMap; name: string; onPick: (rpm: number) => void };

/** The compressor map with this engine's running line over it. Our own drawing: across corrected flow, up pressure ratio. */
export function CompressorMap({ solved, map, name, onPick }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 808, height: 510 });
  const shapes = useMemo(() => mapShapes(map), [map]);
  const hatch = useId();
  const clip = useId();
  const { build, sweep, point } = solved;
  const running = sweep.points.filter(
    (p) => p.boosting && p.compressors.length && p.status.kind !== 'failed',
  );
  const flowEnd =
    Math.max(...shapes.choke.map((p) => p.flow), ...running.map((p) => p.path.correctedFlow)) * 1.1;
  const ratioEnd = Math.max(...shapes.top.map((p) => p.ratio), ...running.map((p) => p.pressureRatio)) * 1.04;
  const xScale = scaleLinear([0, flowEnd * KG_MIN], [PAD.left, width - PAD.right]);
  const yScale = scaleLinear([1, ratioEnd], [height - PAD.bottom, PAD.top]);
  const scales: Scales = { x: (flow) => xScale(flow * KG_MIN), y: (ratio) => yScale(ratio) };
  const { x, y } = scales;
  const path = line<Place>()
    .x((p) => x(p.flow))
    .y((p) => y(p.ratio));
  const runPath = line<OperatingPoint>()
    .x((p) => x(p.path.correctedFlow))
    .y((p) => y(p.pressureRatio));
  const bank = [...shapes.surge, ...[...shapes.surge].reverse().map((p) => ({ ...p, shifted: true }))];
  const bankPath = `M${bank.map((p) => `${x(p.flow) - ('shifted' in p ? 22 : 0)} ${y(p.ratio)}`).join('L')}Z`;
  const reference = map.reference;
  const selected =
    point.compressors.length && point.boosting && point.status.kind !== 'failed' ? point : null;
  const goal = sweep.goalPoint.boosting && sweep.goalPoint.status.kind !== 'failed' ? sweep.goalPoint : null;
  const words = mapWords(solved, name);
  return (
    <div ref={ref} className={styles.map}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={words}
        style={{ display: 'block' }}
        onClick={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const nearest = nearestPoint(running, scales, e.clientX - box.left, e.clientY - box.top);
          if (nearest) onPick(nearest.speedRpm);
        }}
      >
        <defs>
          <Hatch id={hatch} colour="var(--ink)" width={1} opacity={0.45} />
          <clipPath id={clip}>
            <rect
              x={PAD.left}
              y={PAD.top - 8}
              width={width - PAD.left}
              height={height - PAD.top - PAD.bottom + 8}
            />
          </clipPath>
        </defs>
        <Axes
          xScale={xScale}
          yScale={yScale}
          width={width}
          height={height}
          skip={selected ? selected.path.correctedFlow * KG_MIN : null}
        />
        <g clipPath={`url(#${clip})`}>
          {shapes.bands.map((band, i) => (
            <path
              key={band.least}
              d={band.rings.map((ring) => `${path(ring) ?? ''}Z`).join('')}
              fill={`var(${SANDS[Math.min(SANDS.length - 1, Math.round((i * (SANDS.length - 1)) / Math.max(1, shapes.bands.length - 1)))]})`}
              fillRule="evenodd"
            />
          ))}
          {shapes.lines.map((l) => (
            <path
              key={l.speedRpm}
              d={path(l.places) ?? ''}
              fill="none"
              stroke="var(--sand-ink)"
              strokeWidth="0.9"
              opacity="0.75"
            />
          ))}
          <path d={bankPath} fill={`url(#${hatch})`} />
          <path d={path(shapes.surge) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="2.2" />
          <path
            d={path(shapes.choke) ?? ''}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.4"
            strokeDasharray="7 5"
          />
          <path d={path(shapes.top) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
        </g>
        <Labels shapes={shapes} scales={scales} running={running} limit={map.maxSpeedRpm} />
        <path d={runPath(running) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
        <Beads
          running={running}
          scales={scales}
          step={beadStep(build.redLineRpm)}
          selected={selected?.speedRpm ?? null}
        />
        {goal && (
          <g transform={`translate(${x(goal.path.correctedFlow)} ${y(goal.pressureRatio) - 10})`}>
            <path d="M0 6V-30" stroke="var(--brass)" strokeWidth="2" />
            <path d="M0 -30h11l-3 4l3 4h-11z" fill="var(--brass)" />
            <Halo x={15} y={-20} weight={650} colour="var(--brass-text)">
              {`goal: ${figure(build.goal.power, 'power')}${build.goal.basis === 'wheels' ? ' flywheel' : ''}`}
            </Halo>
          </g>
        )}
        <Dimensions
          running={running}
          selected={selected}
          map={map}
          scales={scales}
          right={width - PAD.right}
        />
        {selected && <Selected point={selected} scales={scales} height={height} />}
        {selected && (
          <Callout
            point={selected}
            solved={solved}
            shapes={shapes}
            scales={scales}
            running={running}
            width={width}
            height={height}
          />
        )}
        <text x={width - PAD.right} y={height - 4} fontSize="12" textAnchor="end">
          {`corrected flow${build.compressorCount > 1 ? ' of each' : ''}, kg/min (to ${formatNumber(reference.pressure / 1e3, 1)} kPa abs, ${formatNumber(reference.temperature - 273.15, 0)} °C)`}
        </text>
        <text x="2" y="11" fontSize="12">
          pressure ratio
        </text>
      </svg>
    </div>
  );
}

/** The picture in a sentence, for those who do not see it. */
function mapWords({ sweep, point }: Solved, name: string): string {
  const at = point.compressors[0];
  const where = at
    ? `At ${figure(point.speedRpm, 'engineSpeed')}: corrected flow ${figure(at.flow, 'massFlow')}, ratio ${figure(at.pressureRatio, 'ratio')}.`
    : '';
  const off = sweep.spans.length
    ? `${sweep.spans.length} stretches of the running line are off the map.`
    : 'The running line stays on the map.';
  return `Compressor map of ${name}. ${where} ${off}`;
}

function nearestPoint(
  running: OperatingPoint[],
  { x, y }: Scales,
  px: number,
  py: number,
): OperatingPoint | null {
  let best: OperatingPoint | null = null;
  let least = 40;
  for (const p of running) {
    const distance = Math.hypot(x(p.path.correctedFlow) - px, y(p.pressureRatio) - py);
    if (distance < least) {
      least = distance;
      best = p;
    }
  }
  return best;
}

type Linear = ReturnType<typeof scaleLinear<number, number>>;

function Axes({
  xScale,
  yScale,
  width,
  height,
  skip,
}: {
  xScale: Linear;
  yScale: Linear;
  width: number;
  height: number;
  skip: number | null;
}) {
  const foot = height - PAD.bottom;
  return (
    <g fontSize="12" style={{ fontStretch: '86%' }}>
      {yScale.ticks(6).map((tick) => (
        <g key={tick}>
          <path d={`M${PAD.left} ${yScale(tick)}H${width - PAD.right}`} stroke="var(--hair)" />
          <text x={PAD.left - 8} y={yScale(tick) + 4} textAnchor="end" style={{ fill: 'var(--mute)' }}>
            {tick.toFixed(1)}
          </text>
        </g>
      ))}
      <path d={`M${PAD.left} ${foot}H${width - PAD.right}`} stroke="var(--ink)" />
      {xScale.ticks(width < 500 ? 5 : 9).map((tick) => (
        <g key={tick}>
          <path d={`M${xScale(tick)} ${foot}v5`} stroke="var(--ink)" />
          {(skip === null || Math.abs(xScale(tick) - xScale(skip)) > 28) && (
            <text x={xScale(tick)} y={foot + 18} textAnchor="middle" style={{ fill: 'var(--mute)' }}>
              {tick}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

type HaloProps = {
  x: number;
  y: number;
  children: string;
  weight?: number;
  size?: number;
  anchor?: 'start' | 'middle' | 'end';
  colour?: string;
};

function Halo({
  x,
  y,
  children,
  weight = 400,
  size = 12,
  anchor = 'start',
  colour = 'var(--ink)',
}: HaloProps) {
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      fontWeight={weight}
      textAnchor={anchor}
      paintOrder="stroke"
      stroke="var(--ground)"
      strokeWidth="3"
      strokeLinejoin="round"
      style={{ fill: colour }}
    >
      {children}
    </text>
  );
}

/** Words and figures of the map itself: bands, speeds, surge, choke, wheel limit. */
function Labels({
  shapes,
  scales,
  running,
  limit,
}: {
  shapes: ReturnType<typeof mapShapes>;
  scales: Scales;
  running: OperatingPoint[];
  limit: number;
}) {
  const { x, y } = scales;
  const taken = running.map((p) => ({ x: x(p.path.correctedFlow), y: y(p.pressureRatio), w: 20, h: 20 }));
  const bands = shapes.bands
    .slice(1)
    .reverse()
    .flatMap((b) => (b.label ? [{ ...b, x: x(b.label.flow), y: y(b.label.ratio), w: 34, h: 15 }] : []));
  const free = spreadOut(bands, taken);
  const surgeAt = shapes.surge[SURGE_WORD]!;
  const chokeAt = shapes.choke[CHOKE_WORD]!;
  const top = shapes.top[Math.floor(shapes.top.length * 0.45)]!;
  return (
    <g pointerEvents="none">
      {free.map((b) => (
        <text
          key={b.least}
          x={b.x}
          y={b.y + 4}
          fontSize="12"
          fontWeight="650"
          textAnchor="middle"
          style={{ fill: 'var(--sand-ink)' }}
        >
          {formatNumber(b.least * 100, 0)} %
        </text>
      ))}
      {shapes.lines.map((l) => {
        const end = l.places.at(-1)!;
        return (
          <text
            key={l.speedRpm}
            x={x(end.flow) + 7}
            y={y(end.ratio) + 9}
            fontSize="11"
            style={{ fill: 'var(--mute)', fontStretch: '84%' }}
          >
            {formatNumber(l.speedRpm, -2)}
          </text>
        );
      })}
      <Halo x={x(surgeAt.flow) - 34} y={y(surgeAt.ratio)} weight={750} size={15} anchor="end">
        surge
      </Halo>
      {x(surgeAt.flow) > 260 && (
        <Halo x={x(surgeAt.flow) - 34} y={y(surgeAt.ratio) + 15} anchor="end" colour="var(--mute)">
          keep to the right of the bank
        </Halo>
      )}
      <Halo x={x(chokeAt.flow) + 52} y={y(chokeAt.ratio) + 20} weight={750} size={15}>
        choke
      </Halo>
      <Halo x={x(top.flow) + 12} y={y(top.ratio) - 18} weight={650} size={13}>
        {`${figure(limit, 'shaftSpeed')}`}
      </Halo>
      <Halo x={x(top.flow) + 12} y={y(top.ratio) - 5} colour="var(--mute)">
        wheel limit
      </Halo>
    </g>
  );
}

type DimensionsProps = {
  running: OperatingPoint[];
  selected: OperatingPoint | null;
  map: CompiledMap;
  scales: Scales;
  right: number;
};

/** Two dimension lines: where the running line comes nearest to surge, and the room to the edge at the selected speed. */
function Dimensions({ running, selected, map, scales, right }: DimensionsProps) {
  const { x, y } = scales;
  const nearest = nearestToSurge(running);
  const margin = nearest?.compressors[0]?.surgeMargin;
  const room = selected?.compressors[0]?.edgeRoom;
  return (
    <g pointerEvents="none" stroke="var(--ink)" strokeWidth="1">
      {nearest && margin != null && margin > 0 && (
        <g data-testid="surge-dimension">
          <path
            d={`M${x(map.surge.at(nearest.pressureRatio)) - 64} ${y(nearest.pressureRatio)}H${x(nearest.path.correctedFlow) - 5}m0 -4v8`}
          />
          <g stroke="none">
            <Halo
              x={x(map.surge.at(nearest.pressureRatio)) - 68}
              y={y(nearest.pressureRatio) + 1}
              weight={650}
              size={13}
              anchor="end"
            >
              {`${figure(margin, 'share')} from surge`}
            </Halo>
            <Halo
              x={x(map.surge.at(nearest.pressureRatio)) - 68}
              y={y(nearest.pressureRatio) + 15}
              anchor="end"
              colour="var(--mute)"
            >
              {`at ${figure(nearest.speedRpm, 'engineSpeed')}`}
            </Halo>
          </g>
        </g>
      )}
      {selected && room && right > 420 && room.share > 0.02 && room.share <= 1 && (
        <g data-testid="edge-dimension">
          <path
            d={`M${x(selected.path.correctedFlow) + 9} ${y(selected.pressureRatio)}H${x(selected.path.correctedFlow * (1 + room.share))}m0 -5v10`}
          />
          <g stroke="none">
            <Halo
              x={Math.min(right - 40, x(selected.path.correctedFlow * (1 + room.share)) + 7)}
              y={y(selected.pressureRatio) - 8}
              weight={650}
              size={13}
            >
              {`${figure(room.share, 'share')} in hand`}
            </Halo>
            <Halo
              x={Math.min(right - 40, x(selected.path.correctedFlow * (1 + room.share)) + 7)}
              y={y(selected.pressureRatio) + 5}
              colour="var(--mute)"
            >
              {room.edge === 'choke' ? 'to choke' : 'to the wheel limit'}
            </Halo>
          </g>
        </g>
      )}
    </g>
  );
}

function Beads({
  running,
  scales,
  step,
  selected,
}: {
  running: OperatingPoint[];
  scales: Scales;
  step: number;
  selected: number | null;
}) {
  const { x, y } = scales;
  const beads = running.filter((p) => p.speedRpm % step === 0);
  const labelled = beads.filter((p, i) => p.speedRpm % (2 * step) === 0 || i === beads.length - 1);
  const spots = labelled
    .map((p) => ({ p, x: x(p.path.correctedFlow), y: y(p.pressureRatio) - 14, w: 34, h: 13 }))
    .reverse();
  const shown = spreadOut(spots, []);
  return (
    <g pointerEvents="none">
      {beads.map((p) => {
        const px = x(p.path.correctedFlow);
        const py = y(p.pressureRatio);
        if (isOff(p))
          return (
            <g key={p.speedRpm} data-bead="off">
              <circle cx={px} cy={py} r="4.6" fill="var(--ground)" stroke="var(--ember)" strokeWidth="1.6" />
              <path
                d={`M${px - 2.4} ${py - 2.4}l4.8 4.8m0 -4.8l-4.8 4.8`}
                stroke="var(--ember)"
                strokeWidth="1.5"
              />
            </g>
          );
        return (
          <circle
            key={p.speedRpm}
            data-bead="on"
            cx={px}
            cy={py}
            r="4.2"
            fill="var(--ink)"
            stroke="var(--ground)"
            strokeWidth="1.3"
          />
        );
      })}
      {shown
        .filter(({ p }) => p.speedRpm !== selected)
        .map((s) => (
          <Halo key={s.p.speedRpm} x={s.x} y={s.y + 4} weight={650} size={12} anchor="middle">
            {formatNumber(s.p.speedRpm, 0)}
          </Halo>
        ))}
    </g>
  );
}

function Selected({ point, scales, height }: { point: OperatingPoint; scales: Scales; height: number }) {
  const px = scales.x(point.path.correctedFlow);
  const py = scales.y(point.pressureRatio);
  const foot = height - PAD.bottom;
  const flow = formatNumber(point.path.correctedFlow * KG_MIN, 1);
  return (
    <g pointerEvents="none" data-testid="selected-bead">
      <path d={`M${px} ${py}V${foot}`} stroke="var(--ink)" strokeDasharray="2 3" />
      <circle
        cx={px}
        cy={py}
        r="8"
        fill={isOff(point) ? 'var(--ember)' : 'var(--ink)'}
        stroke="var(--ground)"
        strokeWidth="1.5"
      />
      <circle cx={px} cy={py} r="2.8" fill="var(--ground)" />
      <rect x={px - 20} y={foot + 5} width="40" height="18" fill="var(--ink)" />
      <text
        x={px}
        y={foot + 18}
        fontSize="13"
        fontWeight="750"
        textAnchor="middle"
        style={{ fill: 'var(--ground)' }}
      >
        {flow}
      </text>
    </g>
  );
}

type CalloutProps = {
  point: OperatingPoint;
  solved: Solved;
  shapes: ReturnType<typeof mapShapes>;
  scales: Scales;
  running: OperatingPoint[];
  width: number;
  height: number;
};

/** The figures at the selected speed, in the corner that the map leaves emptiest. */
function Callout({ point, shapes, scales, running, width, height }: CalloutProps) {
  const at = point.compressors[0];
  if (!at || width < 520) return null;
  const estimated = at.range === 'inside' ? '' : ', estimated';
  const lines = [
    `${figure(at.flow, 'massFlow')} corrected, ratio ${figure(at.pressureRatio, 'ratio')}`,
    at.efficiency === null
      ? 'lets the air pass'
      : `${figure(at.efficiency, 'share')} efficient${estimated}, out at ${figure(point.path.compressor.temperature, 'temperature')}`,
    `shaft ${figure(at.shaftSpeedRpm, 'shaftSpeed')}, ${figure(at.speedShare, 'share')} of its limit`,
  ];
  const w = 234;
  const h = 78;
  const corners = [
    { x: width - w - 4, y: height - PAD.bottom - h - 12 },
    { x: PAD.left + 14, y: PAD.top + 6 },
    { x: width - w - 4, y: PAD.top + 6 },
  ];
  const marks = [...shapes.surge, ...shapes.choke, ...shapes.top, ...shapes.lines.flatMap((l) => l.places)]
    .map((p) => ({ x: scales.x(p.flow), y: scales.y(p.ratio) }))
    .concat(running.map((p) => ({ x: scales.x(p.path.correctedFlow), y: scales.y(p.pressureRatio) })));
  const choke = shapes.choke[CHOKE_WORD]!;
  const surge = shapes.surge[SURGE_WORD]!;
  for (let dx = 0; dx <= 60; dx += 15) {
    marks.push({ x: scales.x(choke.flow) + 52 + dx, y: scales.y(choke.ratio) + 16 });
    marks.push({ x: scales.x(surge.flow) - 34 - 3 * dx, y: scales.y(surge.ratio) });
  }
  const crowd = (c: { x: number; y: number }) =>
    marks.filter((m) => m.x > c.x - 12 && m.x < c.x + w + 12 && m.y > c.y - 12 && m.y < c.y + h + 12).length;
  const corner = corners.reduce((a, b) => (crowd(b) < crowd(a) ? b : a));
  // No free corner: the column beside the map has the same figures.
  if (crowd(corner) > 0) return null;
  return (
    <g transform={`translate(${corner.x} ${corner.y})`} pointerEvents="none" data-testid="callout">
      <rect width={w} height={h} fill="var(--panel)" stroke="var(--ink)" />
      <text x="10" y="21" fontSize="15" fontWeight="750">
        {figure(point.speedRpm, 'engineSpeed')}
      </text>
      {lines.map((words, i) => (
        <text key={words} x="10" y={39 + i * 15} fontSize="12.5" style={{ fontStretch: '88%' }}>
          {words}
        </text>
      ))}
    </g>
  );
}
