'use client';
import { useId } from 'react';
import type { Summary } from '@/core/studies/summary';
import { HeatStops } from '../charts/Drawing';
import { tubeOutline, tubePath } from '../frame/tube';

const WIDTH = 118;
const HEIGHT = 44;
/** One scale for all jobs, so that they compare: 300 kPa. */
const TOP = 300e3;

/** The air of a job in small, without text. */
export function Tube({ tube }: { tube: Summary['tube'] }) {
  const fill = useId();
  const known = tube.filter((s) => s.pressure !== null && s.temperature !== null);
  if (known.length < 2)
    return (
      <svg width={WIDTH} height={HEIGHT} aria-label="no air yet" role="img">
        <path
          d={`M0 22H${WIDTH}`}
          stroke="var(--rule)"
          strokeDasharray="0.1 4"
          strokeLinecap="round"
          strokeWidth="1.6"
        />
      </svg>
    );
  const cell = WIDTH / known.length;
  const outline = tubeOutline(known, cell, (p) => Math.max(2, Math.min(20, (p / TOP) * 20)));
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
      <defs>
        <linearGradient id={fill}>
          <HeatStops temperatures={known.map((s) => s.temperature!)} />
        </linearGradient>
      </defs>
      <path d={tubePath(outline, HEIGHT / 2)} fill={`url(#${fill})`} stroke="var(--ink)" strokeWidth="1.3" />
    </svg>
  );
}
