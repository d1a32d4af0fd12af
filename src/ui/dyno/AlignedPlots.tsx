import Slider from '@mui/material/Slider';
import { memo, useState, type PointerEvent } from 'react';
import { PlotPanel } from '../charts/PlotPanel';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { lineAt, type AlignedPlot } from './drawn';
import styles from './dyno.module.css';

/** Room of the axis and behind the last tick, px: the same in every plot, so that they stand over each other. */
const LEFT = 44;
const RIGHT = 16;

const Panel = memo(PlotPanel);

type Props = {
  plots: AlignedPlot[];
  x: { low: number; high: number; unit: 'rpm' | 's' };
  /** Where the pointer stands while nobody moves it. */
  at: number;
};

/** Plots over one axis with one pointer: by mouse over them, by keyboard and touch on the slider below. What it stands on is read beside. */
export function AlignedPlots({ plots, x, at }: Props) {
  const { symbol } = useWords();
  const [moved, setMoved] = useState<number | null>(null);
  const pointer = Math.min(x.high, Math.max(x.low, moved ?? at));
  const share = x.high > x.low ? (pointer - x.low) / (x.high - x.low) : 0;
  const follow = (e: PointerEvent<HTMLDivElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const inside = (e.clientX - box.left - LEFT) / Math.max(1, box.width - LEFT - RIGHT);
    if (inside >= 0 && inside <= 1) setMoved(x.low + inside * (x.high - x.low));
  };
  const step = x.unit === 'rpm' ? 25 : 0.1;
  const place = `${formatNumber(pointer, x.unit === 'rpm' ? 0 : 1)}\u00a0${x.unit}`;
  return (
    <div>
      {plots.map((plot) => {
        const digits = plot.y.high - plot.y.low < 10 ? 2 : plot.y.high - plot.y.low < 40 ? 1 : 0;
        return (
          <div key={plot.id} className={styles.aligned}>
            <div className={styles.under} onPointerMove={follow}>
              <Panel
                title={plot.title}
                note={symbol(plot.quantity)}
                label={`${plot.title} over ${x.unit === 'rpm' ? 'the revs' : 'time'}: ${plot.lines.map(({ name }) => name).join(', ')}`}
                height={plots.length > 3 ? 104 : 140}
                rows={plot.rows}
                curves={plot.curves}
                x={x}
                y={plot.y}
                areMerged
              />
              <div
                className={styles.pointer}
                style={{ left: `calc(${LEFT}px + (100% - ${LEFT + RIGHT}px) * ${share})` }}
              />
            </div>
            <dl className={styles.reads}>
              {plot.lines.map((line) => {
                const value = lineAt(line, pointer);
                return (
                  <div key={line.key}>
                    <dt>
                      <svg width="18" height="5" aria-hidden="true">
                        <path d="M0 2.5h18" {...line.look} fill="none" />
                      </svg>
                      {line.name}
                    </dt>
                    <dd>{value === null ? '–' : formatNumber(value, digits)}</dd>
                  </div>
                );
              })}
            </dl>
          </div>
        );
      })}
      <div className={styles.axis}>
        <Slider
          size="small"
          aria-label={x.unit === 'rpm' ? 'Engine speed of the pointer' : 'Time of the pointer'}
          min={x.low}
          max={x.high}
          step={step}
          value={pointer}
          getAriaValueText={() => place}
          onChange={(_, next) => setMoved(next)}
        />
        <b>{place}</b>
      </div>
    </div>
  );
}
