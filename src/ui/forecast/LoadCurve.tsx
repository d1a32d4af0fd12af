import { useMemo } from 'react';
import { meetingSpeed } from '@/core/vehicle/performance';
import { loadOf } from '@/core/studies/driven-load';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

/** A boat or a machine: the power over the revs against what its propeller or its load takes. */
export function LoadCurve() {
  const { drawn, setupIndex } = useJob();
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const { speedRpm } = useSpeed();
  const { inUnit, symbol, figure } = useWords();
  const load = useMemo(() => loadOf(vehicle), [vehicle]);
  const name = vehicle.kind === 'boat' ? 'Propeller' : 'Load';
  const made = useMemo(
    () =>
      drawn.flatMap(({ index, setup, slot, answer }) =>
        answer
          ? [
              {
                letter: setup.letter,
                slot,
                isOwn: index === setupIndex,
                redLineRpm: answer.build.redLineRpm,
                points: answer.sweep.points
                  .filter(({ status }) => status.kind !== 'failed')
                  .map((p) => ({ speedRpm: p.speedRpm, power: p.power.flywheel })),
              },
            ]
          : [],
      ),
    [drawn, setupIndex],
  );
  const plot = useMemo(() => {
    const at = (power: number) => inUnit(power, 'power');
    const curves: PlotCurve[] = made.map(({ letter, slot, isOwn }) => ({
      key: letter,
      name: `setup ${letter}`,
      look: isOwn ? looks.own(slot) : looks.beside(slot),
      end: { letter, slot },
    }));
    const lines = Object.fromEntries(
      made.map(({ letter, points }) => [letter, points.map((p) => ({ x: p.speedRpm, y: at(p.power) }))]),
    );
    const most = Math.max(1, ...Object.values(lines).flatMap((points) => points.map(({ y }) => y)));
    if (load && made[0]) {
      curves.push({ key: 'load', name: name.toLowerCase(), look: looks.asked });
      lines['load'] = made[0].points
        .map((p) => ({ x: p.speedRpm, y: at(load(p.speedRpm)) }))
        .filter(({ y }) => y <= 1.3 * most);
    }
    return { rows: rowsOf(lines), curves, y: { low: 0, high: 1.3 * most, ticks: 5 } };
  }, [made, load, name, inUnit]);
  return (
    <>
      <h2 className={charts.head}>
        {name} against power
        <small>flywheel; where the two meet, the engine runs no faster</small>
      </h2>
      {!load && (
        <p className={frame.lead} role="status">
          {vehicle.kind === 'boat'
            ? 'Give the propeller’s power and its engine speed in the Brief, and the forecast says how fast it is turned.'
            : 'Give two points of the load curve in the Brief, and the forecast says what speed is held.'}
        </p>
      )}
      <PlotPanel
        {...plot}
        areMerged
        title="Power"
        note={`${symbol('power')} at the flywheel${load ? '; brass: what is taken' : ''}`}
        label={`power over the revs${load ? ' against what is taken' : ''}`}
        height={280}
        flags={[{ axis: 'x', at: speedRpm, kind: 'selected' }]}
        say={{
          x: (n) => `${formatNumber(n, 0)} rpm`,
          y: (value) => `${formatNumber(value, 0)} ${symbol('power')}`,
        }}
      />
      {load && (
        <FigureTable
          caption={`Where ${name.toLowerCase()} and engine meet`}
          rows={made}
          keyOf={({ letter }) => letter}
          columns={[
            { name: 'setup', cell: ({ letter }) => `Setup ${letter}` },
            {
              name: 'runs to',
              cell: ({ points, redLineRpm }) => {
                const meets = meetingSpeed(points, load);
                if (meets === null) return `the red line, ${figure(redLineRpm, 'engineSpeed')}`;
                return meets === 0 ? 'not at all' : figure(meets, 'engineSpeed');
              },
            },
            {
              name: 'takes there',
              cell: ({ points, redLineRpm }) =>
                figure(load(meetingSpeed(points, load) ?? redLineRpm), 'power'),
            },
          ]}
        />
      )}
    </>
  );
}
