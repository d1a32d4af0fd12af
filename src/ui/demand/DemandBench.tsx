'use client';
import { chargerAtEngine, chargerPath } from '@/core/job/chargers';
import { engineCharger } from '@/core/charger/charged-air';
import Button from '@mui/material/Button';
import { useCallback, useDeferredValue, useState } from 'react';
import type { OperatingPoint } from '@/core/solve/point';
import type { Setup } from '@/core/job/schema/job';
import { nearestFifty } from '@/core/units/nearest';
import type { BoostKind } from '@/core/job/schema/setup-choices';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { Besides } from '../frame/Findings';
import { Problems } from '../frame/Problems';
import { figureAt } from '@/core/workings/figures';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { Fig } from '../working/Fig';
import { SayFigures } from '../working/SayFigures';
import { CurvePanel as Panel, Plot } from './CurvePanel';
import { CoolerFields } from './CoolerFields';
import { LossFields } from './LossFields';
import { useCurves } from './useCurves';
import styles from './demand.module.css';

const curves = {
  manifold: [{ key: 'manifold' }, { key: 'ambient', thin: true }],
  air: [{ key: 'flow' }, { key: 'corrected', thin: true }],
  temperature: [{ key: 'charge' }, { key: 'outlet', thin: true }],
  power: [{ key: 'power' }, { key: 'alone', thin: true }],
};

/** What the goal needs of air, pressure and temperature over the revs, before any part is chosen. */
export default function DemandBench() {
  const { answer, setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const at = `setups.${setupIndex}` as const;
  const cooler = chargerAtEngine(setup)?.aftercooler;
  const behind = `${at}.${chargerPath(setup, 'engine')}.aftercooler` as const;
  return (
    <>
      <div className={frame.picture}>
        {answer ? <PicturesAtSpeed /> : <p>No demand yet: mend what contradicts itself first.</p>}
      </div>
      <aside className={frame.column}>
        <Headline answer={answer} />
        <Problems />
        {answer && <Besides findings={answer.sweep.goal.findings} />}
        {answer && <Schools point={answer.sweep.goalPoint} build={answer.build} />}
        <BoostPlan setup={setup} at={at} answer={answer} />
        {cooler && (
          <Group title="Cooler">
            <CoolerFields path={behind} cooler={cooler} />
          </Group>
        )}
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
  const kinds: { value: BoostKind; label: string }[] = [
    { value: 'goal', label: 'as the goal needs' },
    { value: 'level', label: 'a level' },
  ];
  if (kind === 'curve') kinds.push({ value: 'curve', label: 'a curve' });
  if (kind === 'gears') kinds.push({ value: 'gears', label: 'by gear' });
  return (
    <Group title="Boost plan">
      <ChoiceField path={`${at}.boost.kind`} label="Boost is" options={kinds} />
      {kind === 'level' && <QuantityField path={`${at}.boost.levelGauge`} label="Boost" basis="gauge" />}
      {kind === 'goal' && (
        <ChoiceField
          path={`${at}.boost.hold`}
          label="Above the goal’s speed hold"
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
            label="Boost begins at"
            hint="as matched"
            value={figure(near(turbo.threshold), 'engineSpeed')}
          />
          <Reading label="Full from" hint="as matched" value={figure(near(turbo.fullFrom), 'engineSpeed')} />
          <Reading
            label="Back pressure over manifold pressure"
            hint="absolute, at the goal, as matched"
            value={figure(goal ? figureAt(answer.build, goal, 'back-pressure-ratio') : null, 'ratio')}
          />
        </>
      ) : (
        <>
          <QuantityField
            path={`${at}.boost.onsetRpm`}
            label="Boost begins at"
            hint="until a turbine is matched"
          />
          <QuantityField path={`${at}.boost.fullRpm`} label="Full from" />
          <QuantityField
            path={`${at}.efficiencyGuess`}
            label="Compressor efficiency"
            hint="until a map is chosen"
          />
          <QuantityField
            path={`${at}.backPressureRatio`}
            label="Back pressure over manifold pressure"
            hint="absolute; until a turbine is matched"
          />
        </>
      )}
    </Group>
  );
}

function Headline({ answer }: { answer: Pick<Solved, 'sweep'> | null }) {
  const { figure } = useWords();
  if (!answer) return <h2 className={frame.headline}>Demand</h2>;
  const { sweep } = answer;
  const p = sweep.goalPoint;
  const failed = sweep.level.kind === 'failed' || p.status.kind === 'failed';
  const last = sweep.goal.findings.at(-1);
  return (
    <>
      <h2 className={frame.headline}>
        {failed
          ? 'Out of reach'
          : p.boosting
            ? `Ratio ${figure(p.pressureRatio, 'ratio')}`
            : 'No boost needed'}
      </h2>
      <p className={frame.lead}>{last && <SayFigures reason={last} />}</p>
      {failed && <p className={frame.foot}>The curves and figures show the engine without boost.</p>}
    </>
  );
}

function Schools({ point, build }: { point: OperatingPoint; build: Solved['build'] }) {
  const { figure, figureNumber } = useWords();
  const { fuelFlow, thumbLow, thumbHigh, wheels } = point.power;
  const inBand = fuelFlow >= thumbLow && fuelFlow <= thumbHigh;
  const [low, high] = build.fuel.horsepowerPerPound;
  return (
    <table className={styles.schools}>
      <caption className="unseen">Power at the goal’s speed by each school</caption>
      <tbody>
        <tr>
          <th scope="row">
            Fuel flow<small>air over AFR and BSFC, flywheel</small>
          </th>
          <td>
            <Fig id="power" speedRpm={point.speedRpm}>
              {figure(fuelFlow, 'power')}
            </Fig>
            <small>
              <Fig id="wheel-power" speedRpm={point.speedRpm}>
                {figure(wheels, 'power')}
              </Fig>{' '}
              at the wheels
            </small>
          </td>
        </tr>
        <tr>
          <th scope="row">
            Rule of thumb
            <small>
              {low} to {high} hp per lb/min: common practice
            </small>
          </th>
          <td>
            <Fig id="thumb-power" speedRpm={point.speedRpm}>
              {figureNumber(thumbLow, 'power')} to {figure(thumbHigh, 'power')}
            </Fig>
            <small>{inBand ? 'the two agree' : 'the two part: look at λ and BSFC'}</small>
          </td>
        </tr>
        <tr>
          <th scope="row">
            The day’s air alone<small>no charger</small>
          </th>
          <td>
            <Fig id="alone-power" speedRpm={point.speedRpm}>
              {figure(point.alonePower, 'power')}
            </Fig>
          </td>
        </tr>
      </tbody>
    </table>
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
      power: inUnit(p.power.fuelFlow, 'power'),
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
  const { common, reads } = useCurves(solved, ofEach, ofOwn);
  const level = useDeferredValue(inUnit(build.goal.power, 'power'));
  const each = engineCharger(build).count > 1 ? ', each of two' : '';
  return (
    <>
      <h2 className={styles.title}>
        Demand over the revs<small>right: at {figure(point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <Panel
        title="Manifold pressure"
        unit={`${symbol('pressure')} abs; thin: the day’s air`}
        plot={<Plot {...common} series={curves.manifold} />}
        reads={reads(
          ['manifold-pressure', 'manifold, abs'],
          ['boost', 'boost, gauge'],
          ['pressure-ratio', 'pressure ratio'],
        )}
      />
      <Panel
        title="Air"
        unit={`${symbol('massFlow')}; thin: corrected at the compressor${each}`}
        plot={<Plot {...common} series={curves.air} />}
        reads={reads(['air-flow', 'into the engine'], ['corrected-flow', `corrected${each}`])}
      />
      <Panel
        title="Temperature"
        unit={`${symbol('temperature')}; thin: out of the compressor`}
        plot={<Plot {...common} series={curves.temperature} />}
        reads={reads(['charge-temperature', 'charge'], ['outlet-temperature', 'compressor out'])}
      />
      <Panel
        title="Power at the flywheel"
        unit={`${symbol('power')}, by fuel flow; thin: the day’s air alone`}
        plot={<Plot {...common} series={curves.power} level={level} />}
        reads={reads(['power', 'flywheel'], ['torque', 'torque'], ['alone-power', 'air alone'])}
      />
      <SweepTable solved={solved} />
    </>
  );
}

function SweepTable({ solved }: { solved: Solved }) {
  const { symbol } = useWords();
  const [all, setAll] = useState(false);
  const { sweep, point } = solved;
  const shown = sweep.points.filter((p) => all || p.speedRpm % 500 === 0 || p.speedRpm === point.speedRpm);
  return (
    <>
      <div className={styles.sweepHead}>
        <h2 className={styles.title}>The line in figures</h2>
        <Button variant="outlined" size="small" onClick={() => setAll(!all)}>
          {all ? 'Every 500 rpm' : 'Every speed'}
        </Button>
      </div>
      <div className={styles.scroll}>
        <table className={styles.sweep}>
          <thead>
            <tr>
              {[
                'rpm',
                `air, ${symbol('massFlow')}`,
                `manifold, ${symbol('pressure')} abs`,
                `boost, ${symbol('boost')} gauge`,
                'pressure ratio',
                `corrected, ${symbol('massFlow')}`,
                `filter, ${symbol('pressureDrop')}`,
                `cooler, ${symbol('pressureDrop')}`,
                `out, ${symbol('temperature')}`,
                `charge, ${symbol('temperature')}`,
                `power, ${symbol('power')}`,
                `alone, ${symbol('power')}`,
              ].map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((p) => (
              <SweepRow key={p.speedRpm} p={p} current={p.speedRpm === point.speedRpm} />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function SweepRow({ p, current }: { p: OperatingPoint; current: boolean }) {
  const { figureNumber } = useWords();
  const drop = (id: string) => p.stations.find((s) => s.id === id)?.drop;
  const failed = p.status.kind === 'failed';
  const cells = failed
    ? ['–', '–', '–', '–', '–', '–', '–', '–', '–', '–', figureNumber(p.alonePower, 'power')]
    : [
        figureNumber(p.path.massFlow, 'massFlow'),
        figureNumber(p.manifoldPressure, 'pressure'),
        figureNumber(p.boostGauge, 'boost'),
        figureNumber(p.pressureRatio, 'ratio'),
        figureNumber(engineCharger(p.path).correctedFlow, 'massFlow'),
        figureNumber(drop('filter') ?? 0, 'pressureDrop'),
        figureNumber(drop('cooler') ?? 0, 'pressureDrop'),
        figureNumber(engineCharger(p.path).outlet.temperature, 'temperature'),
        figureNumber(p.path.manifold.temperature, 'temperature'),
        figureNumber(p.power.fuelFlow, 'power'),
        figureNumber(p.alonePower, 'power'),
      ];
  return (
    <tr aria-current={current || undefined}>
      <td>{formatNumber(p.speedRpm, 0)}</td>
      {cells.map((text, i) => (
        <td key={i}>{text}</td>
      ))}
    </tr>
  );
}
