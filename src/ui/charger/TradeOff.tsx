import { memo, useMemo } from 'react';
import { usePlotArea, useXAxisScale, useYAxisScale } from 'recharts';
import type { Ranked } from '@/core/selection/order';
import type { PlotFlag } from '../charts/curves';
import { rowsOf } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { useWords } from '../words/useWords';
import { FormMark } from './FormMark';

/** Marks drawn at most: a cloud of thousands says no more. */
const MOST = 700;

type Mark = { row: Ranked; x: number; y: number };
type Chosen = { chosen: string | null; onChoose: (key: string) => void };
type Props = Chosen & {
  rows: readonly Ranked[];
  goalPower: number;
  /** Keys of what the schools would pick, by the letter that stands at the mark. */
  picks: ReadonlyMap<string, string>;
};

/** Threshold against the power a turbo has room for: every candidate a mark, the front a line, the goal across. */
export const TradeOff = memo(function TradeOff({ rows, goalPower, picks, chosen, onChoose }: Props) {
  const { inUnit, symbol } = useWords();
  const plot = useMemo(() => {
    const goal = inUnit(goalPower, 'power');
    const marks = rows
      .filter((r) => r.threshold !== null && r.kind !== 'fails' && r.potential > 0)
      .slice(0, MOST)
      .map((row): Mark => ({ row, x: row.threshold!, y: inUnit(row.potential, 'power') }));
    // The cloud is drawn to three times the goal: what lies above is out of all question and stands at the edge.
    const top = Math.min(Math.max(goal * 1.3, ...marks.map((m) => m.y)), goal * 3);
    const speeds = marks.map((m) => m.x);
    const front = marks.filter((m) => m.row.isOnFront).sort((a, b) => a.x - b.x);
    // Each step of the front: as good until the next one, then up to it.
    const steps = front.flatMap((m, i) => {
      const before = front[i - 1];
      return [...(before ? [{ x: m.x, y: Math.min(before.y, top) }] : []), { x: m.x, y: Math.min(m.y, top) }];
    });
    return {
      marks: marks.map((m) => ({ ...m, y: Math.min(m.y, top) })),
      rows: rowsOf({ front: steps }),
      x: {
        low: Math.floor(Math.min(...speeds) / 500) * 500 - 100,
        high: Math.ceil(Math.max(...speeds) / 500) * 500,
      },
      y: { low: Math.floor(Math.min(goal * 0.6, ...marks.map((m) => m.y))), high: top * 1.04, ticks: 6 },
      flags: [{ axis: 'y', at: goal, kind: 'goal' }] satisfies PlotFlag[],
    };
  }, [rows, goalPower, inUnit]);
  const { marks, ...scales } = plot;
  if (!marks.length) return null;
  return (
    <PlotPanel
      {...scales}
      title="Boost threshold against power potential"
      note={`rpm across, ${symbol('power')} up; brass: the goal`}
      label="Boost threshold against power potential of every candidate: the figures stand in the table below"
      height={340}
      curves={FRONT}
      areMerged
    >
      <Marks marks={marks} picks={picks} chosen={chosen} onChoose={onChoose} />
    </PlotPanel>
  );
});

const FRONT = [
  { key: 'front', name: 'front', look: { stroke: 'var(--ink)', strokeWidth: 1.4, strokeDasharray: '5 3' } },
];

/** The candidates in the plot's scales; those of the front lie over the others. */
function Marks({ marks, picks, chosen, onChoose }: Chosen & { marks: Mark[]; picks: Props['picks'] }) {
  const { figure } = useWords();
  const [across, up] = [useXAxisScale(), useYAxisScale()];
  const area = usePlotArea();
  if (!across || !up || !area) return null;
  return [...marks].reverse().map(({ row, x, y }) => {
    const [left, top] = [across(x) ?? 0, up(y) ?? 0];
    const isHolding = row.kind === 'holds';
    const letter = picks.get(row.key);
    return (
      <g
        key={row.key}
        fill={isHolding ? 'var(--ink)' : 'var(--ground)'}
        stroke={isHolding ? 'var(--ground)' : 'var(--mute)'}
        strokeWidth="1.2"
        onClick={() => onChoose(row.key)}
        style={{ cursor: 'pointer' }}
      >
        <title>{`${row.name}: boost threshold ${figure(row.threshold, 'engineSpeed')}, power potential ${figure(row.potential, 'power')}`}</title>
        {row.key === chosen && (
          <circle cx={left} cy={top} r="11" fill="none" stroke="var(--ink)" strokeWidth="2" />
        )}
        <FormMark form={row.form} x={left} y={top} size={row.isOnFront ? 5.5 : 4} />
        {letter && (
          <text
            x={left + 9}
            y={Math.max(top - 7, area.y + 12)}
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
  });
}
