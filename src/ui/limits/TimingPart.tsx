'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { TimingLimit } from '@/core/cylinder/timing';
import { planCsv } from '@/formats/plan-csv';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { saveFile } from '../frame/save-file';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { useTimingPlan } from './useTimingPlan';

const degrees = Math.PI / 180;
/** What holds a cell, in a letter of its own beside the figure. */
const marks: Record<TimingLimit, [letter: string, words: string]> = {
  'best-torque': ['', 'best torque'],
  knock: ['k', 'held by knock'],
  plateau: ['f', 'where torque is flat'],
  pressure: ['p', 'keeps the peak pressure'],
};

type Plan = NonNullable<ReturnType<typeof useTimingPlan>['plan']>;

/** Planned timing over revs and boost: a starting point. */
export default function TimingPart() {
  const { figure } = useWords();
  const { plan, share, isCurrent, hasGrid } = useTimingPlan();
  if (!hasGrid)
    return <p className={frame.lead}>Nothing burns in this forecast: fix the conflicting inputs first.</p>;
  if (!plan)
    return (
      <>
        <p className={frame.lead}>Tabulating cycles over revs and boost …</p>
        <LinearProgress variant="determinate" value={100 * share} aria-label="Tabulating cycles" />
      </>
    );
  const columns: FigureColumn<Plan['rows'][number]>[] = [
    { name: 'rpm', cell: ({ speedRpm }) => formatNumber(speedRpm, 0) },
    ...plan.boosts.map((boost, i): FigureColumn<Plan['rows'][number]> => ({
      name: figure(boost, 'boost'),
      cell: ({ cells }) => {
        const cell = cells[i];
        if (!cell) return '–';
        const [letter] = marks[cell.limit];
        return (
          <>
            {formatNumber(cell.planned / degrees, 0)}°{letter && ` ${letter}`}
          </>
        );
      },
    })),
  ];
  return (
    <>
      <h2 className={charts.head}>
        Planned timing
        <small>
          {plan.isSpark ? 'spark' : 'start of combustion'}, ° BTDC over revs and boost, gauge
          {isCurrent ? '' : '; being made anew'}
        </small>
      </h2>
      <p className={frame.lead}>A starting point, not a map: begin later, and let measured knock decide.</p>
      <FigureTable
        caption={`k ${marks.knock[1]}, f ${marks.plateau[1]}, p ${marks.pressure[1]}; no letter: best torque`}
        rows={plan.rows}
        keyOf={({ speedRpm }) => String(speedRpm)}
        columns={columns}
      />
      <Button variant="outlined" onClick={() => saveCsv(plan)}>
        Save as CSV
      </Button>
    </>
  );
}

/** Hands the plan over as a file. */
function saveCsv({ boosts, rows }: Plan): void {
  const text = planCsv(
    boosts,
    rows.map(({ speedRpm, cells }) => ({ speedRpm, timings: cells.map((cell) => cell?.planned ?? null) })),
  );
  saveFile(text, 'timing-plan.csv', 'text/csv');
}
