'use client';
import { boostKindOptions } from '../words/changes';
import type { Quantity } from '@/core/units/quantities';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { engineCharger } from '@/core/charger/charged-air';
import Button from '@mui/material/Button';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { OperatingPoint } from '@/core/solve/point';
import type { Setup } from '@/core/job/schema/job';
import { nearestFifty } from '@/core/units/nearest';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { BenchHead } from '../frame/BenchHead';
import { Besides } from '../frame/Findings';
import { Problems } from '../frame/Problems';
import { figureAt } from '@/core/workings/figures';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { bySchool } from '../words/school';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { SayFigures } from '../working/SayFigures';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { LossFields } from './LossFields';
import { Schools } from './Schools';
import styles from './demand.module.css';

const series = {
  manifold: [
    { key: 'manifold', name: 'manifold' },
    { key: 'ambient', name: 'ambient', thin: true },
  ],
  air: [
    { key: 'flow', name: 'airflow' },
    { key: 'corrected', name: 'corrected flow', thin: true },
  ],
  temperature: [
    { key: 'charge', name: 'charge' },
    { key: 'outlet', name: 'compressor outlet', thin: true },
  ],
  power: [
    { key: 'power', name: 'flywheel' },
    { key: 'alone', name: 'naturally aspirated', thin: true },
  ],
} as const satisfies Record<string, readonly Series[]>;

/** What the goal needs of air, pressure and temperature over the revs, before any part is chosen. */
export default function DemandBench() {
  const { answer, setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const at = `setups.${setupIndex}` as const;
  return (
    <>
      <div className={frame.picture}>
        {answer ? <PicturesAtSpeed /> : <p>No demand yet: fix the conflicting inputs first.</p>}
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Headline answer={answer} />
        <Problems />
        {answer && <Besides findings={answer.sweep.goal.findings} />}
        {answer && <Schools point={answer.sweep.goalPoint} build={answer.build} />}
        <BoostPlan setup={setup} at={at} answer={answer} />
        <LossFields />
        <p className={frame.foot}>Estimates. Twins share the losses as stated: for the whole engine’s air.</p>
      </aside>
    </>
  );
}

/** Speeds are no more certain than to the nearest 50 rpm. */
const near = (speedRpm: number | null | undefined) => (speedRpm == null ? null : nearestFifty(speedRpm));

/** How boost is asked for; what a turbine decides is read off the match instead of guessed. */
function BoostPlan({
  setup,
  at,
  answer,
}: {
  setup: Setup;
  at: `setups.${number}`;
  answer: Pick<Solved, 'build' | 'sweep'> | null;
}) {
  const { figure } = useWords();
  const { kind } = setup.boost;
  const turbo = answer?.sweep.turbo;
  const goal = answer?.sweep.goalPoint;
  // Curves and gears are given on the Charger; here they are shown where one is chosen.
  const kinds = boostKindOptions.filter(
    ({ value }) => value === 'goal' || value === 'level' || value === kind,
  );
  return (
    <Group title="Boost target">
      <ChoiceField path={`${at}.boost.kind`} label="Boost target type" options={kinds} />
      {kind === 'level' && <QuantityField path={`${at}.boost.levelGauge`} basis="gauge" />}
      {kind === 'goal' && (
        <ChoiceField
          path={`${at}.boost.hold`}
          label="Constant above goal speed"
          options={[
            { value: 'pressure', label: 'manifold pressure' },
            { value: 'torque', label: 'torque' },
            { value: 'power', label: 'power' },
          ]}
        />
      )}
      {(kind === 'curve' || kind === 'gears') && (
        <p className={frame.foot}>Its points stand on the Charger, under Boost.</p>
      )}
      {turbo ? (
        <>
          <Reading
            label="Boost threshold"
            hint="as matched"
            value={figure(near(turbo.threshold), 'engineSpeed')}
          />
          <Reading label="Full boost" hint="as matched" value={figure(near(turbo.fullFrom), 'engineSpeed')} />
          <Reading
            label="p3/p_m"
            hint="absolute, at the goal, as matched"
            value={figure(goal ? figureAt(answer.build, goal, 'back-pressure-ratio') : null, 'ratio')}
          />
        </>
      ) : (
        <>
          <QuantityField path={`${at}.boost.onsetRpm`} hint="until a turbine is matched" />
          <QuantityField path={`${at}.boost.fullRpm`} />
          <QuantityField path={`${at}.efficiencyGuess`} hint="until a map is chosen" />
          <QuantityField path={`${at}.backPressureRatio`} hint="absolute; until a turbine is matched" />
        </>
      )}
    </Group>
  );
}

function Headline({ answer }: { answer: Pick<Solved, 'sweep'> | null }) {
  const { figure } = useWords();
  if (!answer) return <BenchHead bench="demand" answer="Conflicting inputs" />;
  const { sweep } = answer;
  const p = sweep.goalPoint;
  const failed = sweep.level.kind === 'failed' || p.status.kind === 'failed';
  const last = sweep.goal.findings.at(-1);
  return (
    <BenchHead
      bench="demand"
      state={failed ? 'over' : 'within'}
      answer={
        failed
          ? 'Out of reach'
          : p.boosting
            ? `Pressure ratio ${figure(p.pressureRatio, 'ratio')}`
            : 'No boost needed'
      }
    >
      <p className={frame.lead}>{last && <SayFigures reason={last} />}</p>
      {failed && <p className={frame.foot}>The curves and figures show the engine without boost.</p>}
    </BenchHead>
  );
}

function PicturesAtSpeed() {
  const { solved } = useSpeed();
  return solved && <Pictures solved={solved} />;
}

function Pictures({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const { point, build } = solved;
  const ofEach = useCallback(
    (_: Solved['build'], p: OperatingPoint) => ({
      manifold: inUnit(p.manifoldPressure, 'pressure'),
      flow: inUnit(p.path.massFlow, 'massFlow'),
      charge: inUnit(p.path.manifold.temperature, 'temperature'),
      power: inUnit(p.power.flywheel, 'power'),
    }),
    [inUnit],
  );
  const ofOwn = useCallback(
    (b: Solved['build'], p: OperatingPoint) => ({
      ambient: inUnit(b.climate.pressure, 'pressure'),
      corrected: inUnit(engineCharger(p.path).correctedFlow, 'massFlow'),
      outlet: inUnit(engineCharger(p.path).outlet.temperature, 'temperature'),
      alone: inUnit(p.alonePower, 'power'),
    }),
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  const level = useDeferredValue(inUnit(build.goal.power, 'power'));
  const each = engineCharger(build).count > 1 ? ', each of two' : '';
  return (
    <>
      <h2 className={charts.head}>
        Demand over the revs<small>right: at {figure(point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <RevPanel
        title="Manifold pressure"
        unit={`${symbol('pressure')} abs`}
        note="thin: ambient"
        curves={curves}
        series={series.manifold}
        reads={reads(
          ['manifold-pressure', 'manifold, abs'],
          ['boost', 'boost, gauge'],
          ['pressure-ratio', 'pressure ratio'],
        )}
      />
      <RevPanel
        title="Airflow"
        unit={symbol('massFlow')}
        note={`thin: corrected at the compressor${each}`}
        curves={curves}
        series={series.air}
        reads={reads(['air-flow', 'into the engine'], ['corrected-flow', `corrected${each}`])}
      />
      <RevPanel
        title="Temperature"
        unit={symbol('temperature')}
        note="thin: compressor outlet"
        curves={curves}
        series={series.temperature}
        reads={reads(['charge-temperature', 'charge'], ['outlet-temperature', 'compressor outlet'])}
      />
      <RevPanel
        title="Power at the flywheel"
        unit={symbol('power')}
        note={`${bySchool(build)}; thin: naturally aspirated`}
        curves={curves}
        series={series.power}
        level={level}
        reads={reads(['power', 'flywheel'], ['torque', 'torque'], ['alone-power', 'NA'])}
      />
      <SweepTable solved={solved} />
    </>
  );
}

function SweepTable({ solved }: { solved: Solved }) {
  const { figureNumber, symbol } = useWords();
  const [all, setAll] = useState(false);
  const { sweep, point } = solved;
  const shown = sweep.points.filter((p) => all || p.speedRpm % 500 === 0 || p.speedRpm === point.speedRpm);
  // Kept while the speed moves: then only the row that is left and the one that is reached are drawn.
  const columns = useMemo((): FigureColumn<OperatingPoint>[] => {
    const column = (name: string, quantity: Quantity, of: (p: OperatingPoint) => number, basis = '') => ({
      name: `${name}${symbol(quantity) && `, ${symbol(quantity)}${basis}`}`,
      cell: (p: OperatingPoint) => (p.status.kind === 'failed' ? '–' : figureNumber(of(p), quantity)),
    });
    const lost = (id: string) => (p: OperatingPoint) => p.stations.find((s) => s.id === id)?.drop ?? 0;
    return [
      { name: 'rpm', cell: (p) => formatNumber(p.speedRpm, 0) },
      column('airflow', 'massFlow', (p) => p.path.massFlow),
      column('manifold', 'pressure', (p) => p.manifoldPressure, ' abs'),
      column('boost', 'boost', (p) => p.boostGauge, ' gauge'),
      column('pressure ratio', 'ratio', (p) => p.pressureRatio),
      column('corrected flow', 'massFlow', (p) => engineCharger(p.path).correctedFlow),
      column('air filter loss', 'pressureDrop', lost('filter')),
      column('cooler loss', 'pressureDrop', lost('cooler')),
      column('compressor outlet', 'temperature', (p) => engineCharger(p.path).outlet.temperature),
      column('charge', 'temperature', (p) => p.path.manifold.temperature),
      column('power', 'power', (p) => p.power.flywheel),
      { name: `NA power, ${symbol('power')}`, cell: (p) => figureNumber(p.alonePower, 'power') },
    ];
  }, [figureNumber, symbol]);
  return (
    <>
      <div className={styles.sweepHead}>
        <h2 className={charts.head}>Sweep table</h2>
        <Button variant="outlined" size="small" onClick={() => setAll(!all)}>
          {all ? 'Every 500 rpm' : 'Every speed'}
        </Button>
      </div>
      <FigureTable
        caption="Sweep table"
        unseen
        rows={shown}
        keyOf={(p) => p.speedRpm}
        isCurrent={(p) => p.speedRpm === point.speedRpm}
        columns={columns}
      />
    </>
  );
}
