'use client';
import dynamic from 'next/dynamic';
import { memo, type ReactNode } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { Fig } from '../working/Fig';
import styles from './demand.module.css';

const PlotLoaded = dynamic(() => import('./DemandPlot'), {
  ssr: false,
  loading: () => <div className={styles.chart} />,
});

/** Drawn anew only when its curves or its speed change, not with every figure beside it. */
export const Plot = memo(PlotLoaded);

/** A figure at the selected speed, and the same of the setups drawn beside. */
export type Read = { id: FigureId; name: string; value: string; beside: string[] };
type PanelProps = { title: string; unit: string; plot: ReactNode; reads: Read[] };

/** Curves over the revs with the figures at the selected speed beside them. */
export function CurvePanel({ title, unit, plot, reads }: PanelProps) {
  return (
    <section className={styles.panel}>
      <div>
        <h3>
          {title}
          <small>{unit}</small>
        </h3>
        <div
          className={styles.chart}
          role="img"
          aria-label={`${title}: the figures stand in the table below`}
        >
          {plot}
        </div>
      </div>
      <dl className={styles.read}>
        {reads.map(({ id, name, value, beside }) => (
          <div key={id} style={{ display: 'block' }}>
            <dt>{name}</dt>
            <dd>
              <Fig id={id}>{value}</Fig>
              {beside.length > 0 && <small>{beside.join(', ')}</small>}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
