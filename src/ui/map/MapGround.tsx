'use client';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { memo, useId } from 'react';
import { toUnit, type Unit } from '@/core/units/quantities';
import { Hatch } from '../charts/Drawing';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { Halo } from './Halo';
import type { MapShapes, Place } from './map-shapes';
import { spreadOut, type Spot } from './spread';

export const PAD = { left: 50, right: 74, top: 16, bottom: 46 };
/** Where along their 33 places the words 'surge' and 'choke' stand. */
export const SURGE_WORD = 20;
export const CHOKE_WORD = 16;
/** Where along the top edge the maximum speed is named. */
export const TOP_WORD = 0.45;
const SANDS = ['--sand-0', '--sand-1', '--sand-2', '--sand-3', '--sand-4', '--sand-5', '--sand-6'];

export type Scales = { x: (flow: number) => number; y: (ratio: number) => number };
export type Frame = { width: number; height: number; xScale: Linear; yScale: Linear; scales: Scales };

type Linear = ReturnType<typeof scaleLinear<number, number>>;

/** Scales that hold every given place, in a picture of this size. Flow kg/s of the map, drawn in `flowUnit`. */
export function frameOf(places: Place[], width: number, height: number, flowUnit: Unit): Frame {
  const flowEnd = Math.max(...places.map((p) => p.flow)) * 1.1;
  const ratioEnd = Math.max(...places.map((p) => p.ratio)) * 1.04;
  const xScale = scaleLinear([0, toUnit(flowEnd, flowUnit)], [PAD.left, width - PAD.right]);
  const yScale = scaleLinear([1, ratioEnd], [height - PAD.bottom, PAD.top]);
  return {
    width,
    height,
    xScale,
    yScale,
    scales: { x: (flow) => xScale(toUnit(flow, flowUnit)), y: (ratio) => yScale(ratio) },
  };
}

/** A path through places of a map. */
export const pathOf = ({ x, y }: Scales) =>
  line<Place>()
    .x((p) => x(p.flow))
    .y((p) => y(p.ratio));

type Props = {
  shapes: MapShapes;
  frame: Frame;
  /** The map's limit, rev/min, and its reference. */
  limit: number;
  reference: { pressure: number; temperature: number };
  /** Places that words must leave free. */
  taken?: Place[];
  each?: boolean;
  /** Other lines are drawn over it: what explains the bank makes way. */
  isShared?: boolean;
  /** A small picture: no words inside the map. */
  plain?: boolean;
};

/** A compressor map by itself: axes, efficiency bands, speed lines, surge, choke and maximum speed, with their words. */
export const MapGround = memo(function MapGround({
  shapes,
  frame,
  limit,
  reference,
  taken = [],
  each = false,
  isShared = false,
  plain = false,
}: Props) {
  const { figure, symbol } = useWords();
  const { width, height, xScale, yScale, scales } = frame;
  const { x, y } = scales;
  const hatch = useId();
  const clip = useId();
  const path = pathOf(scales);
  const bank = [...shapes.surge, ...[...shapes.surge].reverse().map((p) => ({ ...p, shifted: true }))];
  const bankPath = `M${bank.map((p) => `${x(p.flow) - ('shifted' in p ? 22 : 0)} ${y(p.ratio)}`).join('L')}Z`;
  return (
    <>
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
      <Axes xScale={xScale} yScale={yScale} width={width} height={height} />
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
      {!plain && <Labels shapes={shapes} scales={scales} taken={taken} limit={limit} isShared={isShared} />}
      <text x={width - PAD.right} y={height - 4} fontSize="12" textAnchor="end">
        {`corrected flow${each ? ' of each' : ''}, ${symbol('massFlow')} (to ${figure(reference.pressure, 'airPressure')} abs, ${figure(reference.temperature, 'temperature')})`}
      </text>
      <text x="2" y="11" fontSize="12">
        pressure ratio
      </text>
    </>
  );
});

export function Axes({
  xScale,
  yScale,
  width,
  height,
}: {
  xScale: Linear;
  yScale: Linear;
  width: number;
  height: number;
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
      {flowTicks(xScale, width).map((tick) => (
        <path key={tick} d={`M${xScale(tick)} ${foot}v5`} stroke="var(--ink)" />
      ))}
    </g>
  );
}

const flowTicks = (xScale: Linear, width: number) => xScale.ticks(width < 500 ? 5 : 9);

/** Figures of the flow axis, but for the one where a figure of its own stands. `skip`: that flow, kg/s. */
export function FlowFigures({
  frame: { xScale, width, height },
  skip = null,
}: {
  frame: Frame;
  skip?: number | null;
}) {
  const { inUnit } = useWords();
  const ticks = flowTicks(xScale, width);
  const step = ticks[1]! - ticks[0]!;
  const apart = skip === null ? null : xScale(inUnit(skip, 'massFlow'));
  return (
    <g fontSize="12" textAnchor="middle" style={{ fill: 'var(--mute)', fontStretch: '86%' }}>
      {ticks.map(
        (tick) =>
          (apart === null || Math.abs(xScale(tick) - apart) > 28) && (
            <text key={tick} x={xScale(tick)} y={height - PAD.bottom + 18} style={{ fill: 'var(--mute)' }}>
              {formatNumber(tick, Math.max(0, -Math.floor(Math.log10(step))))}
            </text>
          ),
      )}
    </g>
  );
}

/** Each speed line's speed at its choked end, unless something else is written there. */
export function SpeedFigures({
  shapes,
  scales: { x, y },
  taken = [],
  engineSpeedOf,
}: {
  shapes: MapShapes;
  scales: Scales;
  taken?: Spot[];
  /** On the crankshaft: the engine speed at which the wheel turns so, which the lines bear instead. */
  engineSpeedOf?: ((speedRpm: number) => number) | undefined;
}) {
  const labels = shapes.lines.map((l) => {
    const end = l.places.at(-1)!;
    return { speedRpm: l.speedRpm, x: x(end.flow) + 28, y: y(end.ratio) + 5, w: 42, h: 12 };
  });
  return (
    <g fontSize="11" pointerEvents="none">
      {spreadOut(labels, taken).map((l) => (
        <text key={l.speedRpm} x={l.x - 21} y={l.y + 4} style={{ fill: 'var(--mute)', fontStretch: '84%' }}>
          {engineSpeedOf ? formatNumber(engineSpeedOf(l.speedRpm), -1) : formatNumber(l.speedRpm, -2)}
        </text>
      ))}
    </g>
  );
}

/** Words and figures of the map itself: bands, surge, choke, maximum speed. */
function Labels({
  shapes,
  scales,
  taken,
  limit,
  isShared,
}: {
  shapes: MapShapes;
  scales: Scales;
  taken: Place[];
  limit: number;
  isShared: boolean;
}) {
  const { figure } = useWords();
  const { x, y } = scales;
  const beads = taken.map((p) => ({ x: x(p.flow), y: y(p.ratio), w: 20, h: 20 }));
  // Labels stand along one way over the map: the one where most of them have room.
  const along = (way: number) =>
    shapes.bands
      .slice(1)
      .reverse()
      .flatMap((b) => {
        const at = b.labels[way];
        return at ? [{ least: b.least, x: x(at.flow), y: y(at.ratio), w: 34, h: 15 }] : [];
      });
  const free = (shapes.bands[0]?.labels ?? [])
    .map((_, way) => spreadOut(along(way), beads))
    .reduce((a, b) => (b.length > a.length ? b : a), []);
  const surgeAt = shapes.surge[SURGE_WORD]!;
  const chokeAt = shapes.choke[CHOKE_WORD]!;
  const top = shapes.top[Math.floor(shapes.top.length * TOP_WORD)]!;
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
      <Halo x={x(surgeAt.flow) - 34} y={y(surgeAt.ratio)} weight={750} size={15} anchor="end">
        surge
      </Halo>
      {x(surgeAt.flow) > 260 && !isShared && (
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
        maximum speed
      </Halo>
    </g>
  );
}
