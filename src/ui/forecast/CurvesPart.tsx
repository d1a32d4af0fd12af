'use client';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { torque as torqueFormula } from '@/core/engine/power-formulas';
import { limitLineOf } from '@/core/limits/judge';
import { figureAt } from '@/core/workings/figures';
import type { Build } from '@/core/build/build';
import type { OperatingPoint } from '@/core/solve/point';
import { speedsCsv } from '@/formats/forecast-csv';
import charts from '../charts/charts.module.css';
import { RevPanel } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { saveFile } from '../frame/save-file';
import { useDuty } from '../limits/useDuty';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { basisWords, powerAtBasis, type Basis } from './basis';
import { Gains } from './Gains';

/** Everything of the forecast over the revs on aligned plots, and what one setup has over another or over a run. */
export default function CurvesPart() {
  const { solved } = useSpeed();
  if (!solved) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  return <Aligned solved={solved} />;
}

/** Greatest share of a limit that is used at each speed, and whose. */
function useFirstLimit({ build, sweep }: Solved) {
  const engine = useJobState((s) => s.draft.engine);
  const { pull } = useDuty();
  return useMemo(() => {
    const line = limitLineOf(build, sweep, engine, pull);
    const most = new Map<number, number>();
    for (const row of line?.rows ?? [])
      if (row.isCounted)
        for (const { speedRpm, use } of row.uses) most.set(speedRpm, Math.max(use, most.get(speedRpm) ?? 0));
    return most;
  }, [build, sweep, engine, pull]);
}

function Aligned({ solved }: { solved: Solved }) {
  const { inUnit, symbol, figure, figureNumber } = useWords();
  const given = useJobState((s) => s.draft.brief.goal.basis);
  const [basis, setBasis] = useState<Basis>(given);
  const most = useFirstLimit(solved);
  const { answer } = useJob();
  const ofEach = useMemo(
    () => (build: Build, point: OperatingPoint) => {
      const power = powerAtBasis(point.power.flywheel, build, basis);
      const torque = torqueFormula.fn({ power, speedRpm: point.speedRpm });
      const back = point.path.backPressureRatio * point.manifoldPressure - build.climate.pressure;
      const fuel = figureAt(build, point, 'fuel-flow');
      return {
        power: inUnit(power, 'power'),
        torque: inUnit(torque, 'torque'),
        boost: inUnit(point.boostGauge, 'boost'),
        back: inUnit(back, 'boost'),
        charge: inUnit(point.path.manifold.temperature, 'temperature'),
        ...(typeof fuel === 'number' ? { fuel: inUnit(fuel, 'fuelFlow') } : {}),
      };
    },
    [inUnit, basis],
  );
  const ofOwn = useMemo(
    () => (_: Build, point: OperatingPoint) => {
      // A step between two speeds of the sweep has the share of the nearer one.
      const nearest = [...most.keys()].reduce<number | null>(
        (so, n) => (so === null || Math.abs(n - point.speedRpm) < Math.abs(so - point.speedRpm) ? n : so),
        null,
      );
      return nearest === null ? ({} as Record<string, number>) : { limit: 100 * most.get(nearest)! };
    },
    [most],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  const points = useMemo(
    () => solved.sweep.points.filter(({ status }) => status.kind !== 'failed'),
    [solved.sweep],
  );
  const at = basisWords[basis];
  const goalLevel =
    basis === given && answer
      ? inUnit(powerAtBasis(answer.build.goal.power, answer.build, basis), 'power')
      : undefined;
  const save = () =>
    saveFile(
      speedsCsv(
        points.map((point) => ({
          speedRpm: point.speedRpm,
          power: powerAtBasis(point.power.flywheel, solved.build, basis),
          boostGauge: point.boostGauge,
          backPressureGauge:
            point.path.backPressureRatio * point.manifoldPressure - solved.build.climate.pressure,
          chargeTemperature: point.path.manifold.temperature,
          fuelFlow: figureAt(solved.build, point, 'fuel-flow') ?? null,
          limit: most.get(point.speedRpm) ?? null,
        })),
        at,
      ),
      'curves.csv',
      'text/csv',
    );
  return (
    <>
      <h2 className={charts.head}>
        Curves
        <small>power and torque at the {at}; the setups that are drawn lie over each other</small>
      </h2>
      <Group title="">
        <ChoiceField
          label="Basis"
          hint={
            basis === 'hub' ? 'the drivetrain’s loss without 3 % of the tyres: common practice' : undefined!
          }
          value={basis}
          onChoose={setBasis}
          options={[
            { value: 'flywheel', label: 'at the flywheel' },
            { value: 'hub', label: 'at the hubs' },
            { value: 'wheels', label: 'at the wheels' },
          ]}
        />
      </Group>
      <RevPanel
        title="Power"
        unit={`${symbol('power')} at the ${at}`}
        curves={curves}
        series={[{ key: 'power', name: `at the ${at}` }]}
        {...(goalLevel === undefined ? {} : { level: goalLevel })}
        reads={reads(['power', 'flywheel'])}
      />
      <RevPanel
        title="Torque"
        unit={`${symbol('torque')} at the ${at}`}
        curves={curves}
        series={[{ key: 'torque', name: 'torque' }]}
        reads={reads(['torque', 'flywheel'])}
      />
      <RevPanel
        title="Boost and back pressure"
        unit={`${symbol('boost')} gauge`}
        note="thin: before the turbine or in the manifold of the exhaust"
        curves={curves}
        series={[
          { key: 'boost', name: 'boost' },
          { key: 'back', name: 'back pressure', thin: true },
        ]}
        reads={reads(['boost', 'boost, gauge'])}
      />
      <RevPanel
        title="Charge temperature"
        unit={symbol('temperature')}
        curves={curves}
        series={[{ key: 'charge', name: 'charge' }]}
        reads={reads(['charge-temperature', 'charge'])}
      />
      <RevPanel
        title="Fuel"
        unit={symbol('fuelFlow')}
        curves={curves}
        series={[{ key: 'fuel', name: 'fuel flow' }]}
        reads={reads(['fuel-flow', 'fuel flow'])}
      />
      {most.size > 0 && (
        <RevPanel
          title="First limit"
          unit="% used of whatever is nearest"
          curves={curves}
          series={[{ key: 'limit', name: 'share used' }]}
          level={100}
          reads={[]}
        />
      )}
      <Gains basis={basis} />
      <FigureTable
        caption={`Every speed, at the ${at}`}
        rows={points}
        keyOf={({ speedRpm }) => speedRpm}
        isCurrent={({ speedRpm }) => speedRpm === solved.build.goal.speedRpm}
        columns={[
          { name: 'engine speed', cell: (p) => figure(p.speedRpm, 'engineSpeed') },
          {
            name: `power, ${symbol('power')}`,
            cell: (p) => figureNumber(powerAtBasis(p.power.flywheel, solved.build, basis), 'power'),
          },
          {
            name: `torque, ${symbol('torque')}`,
            cell: (p) =>
              figureNumber(
                torqueFormula.fn({
                  power: powerAtBasis(p.power.flywheel, solved.build, basis),
                  speedRpm: p.speedRpm,
                }),
                'torque',
              ),
          },
          { name: `boost, ${symbol('boost')} gauge`, cell: (p) => figureNumber(p.boostGauge, 'boost') },
          {
            name: `charge, ${symbol('temperature')}`,
            cell: (p) => figureNumber(p.path.manifold.temperature, 'temperature'),
          },
          {
            name: `fuel, ${symbol('fuelFlow')}`,
            cell: (p) => figureNumber(figureAt(solved.build, p, 'fuel-flow') ?? NaN, 'fuelFlow'),
          },
        ]}
      />
      <Button size="small" variant="outlined" onClick={save}>
        Save as CSV
      </Button>
    </>
  );
}
