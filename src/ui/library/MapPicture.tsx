'use client';
import { useMemo } from 'react';
import type { Compressor } from '@/core/compressor/document';
import { compileMap } from '@/core/compressor/map';
import { useSize } from '../charts/useSize';
import { placeIn } from '../charts/zoom';
import { FlowFigures, frameOf, MapGround, SpeedFigures } from '../map/MapGround';
import { mapShapes } from '../map/map-shapes';
import { useWords } from '../words/useWords';

import styles from './library.module.css';

type Props = {
  /** The last map that was sound: its ground is drawn. */
  map: Compressor;
  /** Points as they stand now, also unsound ones; left out where nothing is edited. */
  points?: Compressor['lines'];
  /** Index of the line whose points are strong. */
  line?: number | null;
  /** The ground is older than the points: struck through, with the reason elsewhere. */
  stale?: boolean;
  onPickLine?: (line: number) => void;
  small?: boolean;
};

/** A compressor's map by itself, as it will stand under a running line. */
export function MapPicture({ map, points, line = null, stale = false, onPickLine, small = false }: Props) {
  const { displayUnit, figure } = useWords();
  const { ref, width, height } = useSize<HTMLDivElement>({
    width: small ? 320 : 760,
    height: small ? 260 : 430,
  });
  const compiled = useMemo(() => compileMap(map), [map]);
  const shapes = useMemo(() => mapShapes(compiled), [compiled]);
  const dots = (points ?? []).flatMap((l, i) =>
    l.points.map((p) => ({ flow: p.flow, ratio: p.pressureRatio, line: i })),
  );
  const frame = frameOf([...shapes.choke, ...shapes.top, ...dots], width, height, displayUnit('massFlow'));
  const { x, y } = frame.scales;
  return (
    <div ref={ref} className={small ? styles.smallMap : styles.map}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Compressor map of ${map.name}: ${map.lines.length} speed lines, best ${figure(shapes.best, 'share')}, up to ratio ${figure(Math.max(...shapes.top.map((p) => p.ratio)), 'ratio')}.`}
        style={{ display: 'block' }}
        onClick={(e) => {
          if (!onPickLine || !dots.length) return;
          const at = placeIn(e.currentTarget, e);
          const away = (d: (typeof dots)[number]) => Math.hypot(x(d.flow) - at.x, y(d.ratio) - at.y);
          onPickLine(dots.reduce((a, b) => (away(b) < away(a) ? b : a)).line);
        }}
      >
        <MapGround
          shapes={shapes}
          frame={frame}
          limit={map.maxSpeedRpm.value}
          reference={map.reference}
          plain={small}
        />
        {!small && <SpeedFigures shapes={shapes} scales={frame.scales} />}
        <FlowFigures frame={frame} />
        {dots.map((d, i) => (
          <circle
            key={i}
            cx={x(d.flow)}
            cy={y(d.ratio)}
            r={d.line === line ? 3.6 : 1.7}
            fill="var(--ink)"
            stroke="var(--ground)"
            strokeWidth={d.line === line ? 1 : 0.5}
            opacity={d.line === line ? 1 : 0.6}
          />
        ))}
        {stale && (
          <path
            d={`M${frame.xScale.range()[0]} ${frame.yScale.range()[0]}L${frame.xScale.range()[1]} ${frame.yScale.range()[1]}`}
            stroke="var(--ember)"
            strokeWidth="2"
          />
        )}
      </svg>
    </div>
  );
}
