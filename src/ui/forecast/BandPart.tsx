'use client';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { torque as torqueFormula } from '@/core/engine/power-formulas';
import { wheelPower } from '@/core/vehicle/drivetrain';
import { forecastCsv } from '@/formats/forecast-csv';
import charts from '../charts/charts.module.css';
import { looks, type PlotCurve, type PlotRow } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import frame from '../frame/frame.module.css';
import { promiseLook } from '../dyno/drawn';
import { saveFile } from '../frame/save-file';
import { useJob, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { useDrawnBand } from './store';
import { usePromise } from './usePromise';
import { useAtBasis } from './useBand';

const THIN = { stroke: 'var(--brass)', strokeWidth: 1 };

/** Power and torque over the revs in their band, the setups drawn beside, and every speed as a table. */
export default function BandPart() {
  const { drawn, answer, setupIndex } = useJob();
  const { speedRpm } = useSpeed();
  const { inUnit, symbol, figure, figureNumber } = useWords();
  const { band } = useDrawnBand();
  const { basis, at } = useAtBasis();
  const promise = usePromise();
  const made = useMemo(() => {
    if (!band) return null;
    const own = drawn.find(({ index }) => index === setupIndex);
    const plot = (quantity: 'power' | 'torque') => {
      const show = (power: number, n: number) =>
        inUnit(quantity === 'power' ? power : torqueFormula.fn({ power, speedRpm: n }), quantity);
      const rows: PlotRow[] = band.speeds.map((n, i) => {
        const [low, inner, middle, outer, high] = band.power[i]!.map((power) => show(at(power), n));
        return { x: n, band: [low!, high!], low: inner!, middle: middle!, high: outer! };
      });
      const curves: PlotCurve[] = [
        { key: 'low', name: 'a quarter below', look: THIN },
        { key: 'high', name: 'a quarter above', look: THIN },
        {
          key: 'middle',
          name: 'middle',
          look: looks.own(own?.slot ?? 0),
          ...(own ? { end: { letter: own.setup.letter, slot: own.slot } } : {}),
        },
      ];
      for (const { index, setup, slot, answer: its } of drawn) {
        if (index === setupIndex || !its) continue;
        const key = `setup-${index}`;
        curves.push({
          key,
          name: `setup ${setup.letter}`,
          look: looks.beside(slot),
          end: { letter: setup.letter, slot },
        });
        for (const { speedRpm: n, power, status } of its.sweep.points) {
          if (status.kind === 'failed') continue;
          const there =
            basis === 'wheels' ? wheelPower(power.flywheel, its.build.drivetrain) : power.flywheel;
          rows.push({ x: n, [key]: show(there, n) });
        }
      }
      // What was promised for this setup, thin in brass: it never changes.
      if (promise) {
        curves.push({ key: 'promise', name: `promised: ${promise.name}`, look: promiseLook });
        promise.speeds.forEach((n, i) => {
          const middle = promise.power[i]?.[2];
          if (middle !== null && middle !== undefined) rows.push({ x: n, promise: show(at(middle), n) });
        });
      }
      rows.sort((a, b) => a.x - b.x);
      const most = Math.max(
        ...rows.flatMap((row) =>
          Object.values(row)
            .flat()
            .filter((v): v is number => typeof v === 'number' && v !== row.x),
        ),
      );
      return { rows, curves, y: { low: 0, high: 1.08 * most, ticks: 4 } };
    };
    return { power: plot('power'), torque: plot('torque') };
  }, [band, drawn, setupIndex, inUnit, at, basis, promise]);
  if (!answer) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  if (!band || !made) return <p className={frame.lead}>The first draws are on their way.</p>;
  const { goal } = answer.build;
  const save = () =>
    saveFile(
      forecastCsv(
        band.speeds.map((n, i) => ({ speedRpm: n, power: band.power[i]!.map(at) })),
        basis,
      ),
      'forecast.csv',
      'text/csv',
    );
  return (
    <>
      <h2 className={charts.head}>
        Forecast
        <small>
          at the {basis}; shaded: eight of ten draws, thin lines: half of them
          {promise && '; dashed: as promised'}
        </small>
      </h2>
      {(['power', 'torque'] as const).map((quantity) => (
        <PlotPanel
          key={quantity}
          {...made[quantity]}
          areMerged
          band="band"
          title={quantity === 'power' ? 'Power' : 'Torque'}
          note={`${symbol(quantity)} at the ${basis}`}
          label={`${quantity} over the revs with its band`}
          height={quantity === 'power' ? 230 : 170}
          flags={[
            { axis: 'x', at: speedRpm, kind: 'selected' },
            ...(quantity === 'power'
              ? [{ axis: 'y' as const, at: inUnit(at(goal.power), 'power'), kind: 'goal' as const }]
              : []),
          ]}
          say={{
            x: (n) => `${formatNumber(n, 0)} rpm`,
            y: (value) => `${formatNumber(value, 0)} ${symbol(quantity)}`,
          }}
        />
      ))}
      <FigureTable
        caption="Every speed of the band"
        rows={band.speeds.map((n, i) => ({ n, power: band.power[i]! }))}
        keyOf={({ n }) => n}
        isCurrent={({ n }) => n === goal.speedRpm}
        columns={[
          { name: 'engine speed', cell: ({ n }) => figure(n, 'engineSpeed') },
          { name: 'one of ten under', cell: ({ power }) => figureNumber(at(power[0]!), 'power') },
          { name: 'middle', cell: ({ power }) => figure(at(power[2]!), 'power') },
          { name: 'one of ten over', cell: ({ power }) => figureNumber(at(power[4]!), 'power') },
        ]}
      />
      <Button size="small" variant="outlined" onClick={save}>
        Save as CSV
      </Button>
    </>
  );
}
