import { scaleLinear } from 'd3-scale';
import { memo, useMemo } from 'react';
import type { Form } from '@/core/selection/candidate';
import type { Ranked } from '@/core/selection/order';
import { useSize } from '../charts/useSize';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

const LEFT = 56;
const BOTTOM = 40;
/** Marks drawn at most: a cloud of thousands says no more. */
const MOST = 700;

/** A mark for one, for two alike, for one on another: told apart by shape, never by colour alone. */
export function FormMark({ form, x, y, size }: { form: Form; x: number; y: number; size: number }) {
  const s = size;
  switch (form) {
    case 'single':
      return <circle cx={x} cy={y} r={s} />;
    case 'parallel':
      return <path d={`M${x - s} ${y - s}h${2 * s}v${2 * s}h${-2 * s}z`} />;
    case 'compound':
      return <path d={`M${x} ${y - 1.3 * s}L${x + 1.3 * s} ${y + s}H${x - 1.3 * s}z`} />;
  }
}

type Props = {
  rows: readonly Ranked[];
  goalPower: number;
  /** Keys of what the schools would pick, by the letter that stands at the mark. */
  picks: ReadonlyMap<string, string>;
  chosen: string | null;
  onChoose: (key: string) => void;
};

/** Threshold against the power a turbo has room for: every candidate a mark, the front a line, the goal across. */
export const TradeOff = memo(function TradeOff({ rows, goalPower, picks, chosen, onChoose }: Props) {
  const { inUnit, symbol, figure } = useWords();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 790, height: 340 });
  const shown = useMemo(
    () => rows.filter((r) => r.threshold !== null && r.kind !== 'fails' && r.potential > 0).slice(0, MOST),
    [rows],
  );
  const marks = useMemo(
    () =>
      shown.map((r) => ({
        row: r,
        x: r.threshold!,
        y: inUnit(r.potential, 'power'),
      })),
    [shown, inUnit],
  );
  const goal = inUnit(goalPower, 'power');
  // The cloud is drawn to three times the goal: what lies above is out of all question and stands at the edge.
  const top = Math.min(Math.max(goal * 1.3, ...marks.map((m) => m.y)), goal * 3);
  const x = scaleLinear(
    [Math.min(...marks.map((m) => m.x), Infinity), Math.max(...marks.map((m) => m.x), -Infinity)],
    [LEFT + 10, width - 24],
  ).nice();
  const y = scaleLinear([Math.min(goal * 0.6, ...marks.map((m) => m.y)), top], [height - BOTTOM, 12]).nice();
  if (!marks.length) return <div ref={ref} style={{ height: 40 }} />;
  const at = (m: (typeof marks)[number]) => ({ x: x(m.x), y: y(Math.min(m.y, top)) });
  const front = marks.filter((m) => m.row.isOnFront).sort((a, b) => a.x - b.x);
  const step = front
    .map((m, i) => {
      const p = at(m);
      const before = front[i - 1];
      return before ? `H${p.x}V${p.y}` : `M${p.x} ${p.y}`;
    })
    .join('');
  return (
    <div ref={ref} style={{ height: 340 }}>
      <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} style={{ display: 'block' }}>
        <g fontSize="11.5" style={{ fill: 'var(--mute)', fontStretch: '86%' }} aria-hidden="true">
          {y.ticks(6).map((t) => (
            <g key={t}>
              <path d={`M${LEFT} ${y(t)}H${width - 16}`} stroke="var(--hair)" />
              <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
                {formatNumber(t, 0)}
              </text>
            </g>
          ))}
          {x.ticks(8).map((t) => (
            <text key={t} x={x(t)} y={height - BOTTOM + 16} textAnchor="middle">
              {formatNumber(t, 0)}
            </text>
          ))}
          <text x={width - 16} y={height - 6} textAnchor="end">
            boost threshold, rpm
          </text>
          <text x={LEFT} y={height - 6}>
            power potential, {symbol('power')}
          </text>
        </g>
        <path d={`M${LEFT} ${y(goal)}H${width - 16}`} stroke="var(--brass)" strokeWidth="2" />
        <text
          x={width - 18}
          y={y(goal) - 5}
          textAnchor="end"
          fontSize="12"
          fill="var(--brass-text, var(--ink))"
        >
          the goal
        </text>
        <path d={step} fill="none" stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="5 3" />
        {[...marks].reverse().map((m) => {
          const p = at(m);
          const { row } = m;
          const isHolding = row.kind === 'holds';
          const letter = picks.get(row.key);
          const isChosen = row.key === chosen;
          return (
            <g
              key={row.key}
              fill={isHolding ? 'var(--ink)' : 'var(--ground)'}
              stroke={isHolding ? 'var(--ground)' : 'var(--mute)'}
              strokeWidth="1.2"
              onClick={() => onChoose(row.key)}
              style={{ cursor: 'pointer' }}
            >
              <title>{`${row.name}: boost from ${figure(row.threshold, 'engineSpeed')}, room for ${figure(row.potential, 'power')}`}</title>
              {isChosen && (
                <circle cx={p.x} cy={p.y} r="11" fill="none" stroke="var(--ink)" strokeWidth="2" />
              )}
              <FormMark form={row.form} x={p.x} y={p.y} size={row.isOnFront ? 5.5 : 4} />
              {letter && (
                <text
                  x={p.x + 9}
                  y={p.y - 7}
                  fontSize="13"
                  fontWeight="700"
                  fill="var(--ink)"
                  stroke="var(--ground)"
                  strokeWidth="3"
                  paintOrder="stroke"
                >
                  {letter}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
});
