'use client';
import dynamic from 'next/dynamic';
import { healthChecks } from '@/core/decisions/health';
import { nearestFifty } from '@/core/units/nearest';
import { Group, Reading } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { BenchHead } from '../frame/BenchHead';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';

import { EnginePart } from './EnginePart';
import { loaders } from './parts';

const CamPart = dynamic(loaders.cam);
const ConditionPart = dynamic(loaders.condition);
const RunPart = dynamic(loaders.run);

/** The engine as it stands: geometry, cam, condition, and the run it has made. */
export default function EngineBench() {
  const { engineWords } = useWords();
  const { answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const build = answer?.build;
  const checks = healthChecks(engine.condition);
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="engine"
          bodies={{
            engine: <EnginePart />,
            cam: <CamPart />,
            condition: <ConditionPart />,
            run: <RunPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="engine"
          state={checks.length === 0 ? null : checks.some((c) => c.state === 'failed') ? 'over' : 'within'}
          answer={build ? engineWords(build.displacement, engine.cylinders.value) : 'Conflicting inputs'}
        >
          <AtThisSpeed />
        </BenchHead>
        <Problems />
        <InFigures />
        <p className={frame.foot}>
          Shapes are common practice, to start from; a measured curve replaces them. Between points the curve
          is a monotone cubic and never overshoots.
        </p>
      </aside>
    </>
  );
}

/** Volumetric efficiency and naturally aspirated power at the selected speed. */
function AtThisSpeed() {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (!solved) return null;
  const { point, build } = solved;
  return (
    <>
      <p className={frame.lead}>
        Volumetric efficiency at {figure(point.speedRpm, 'engineSpeed')}:{' '}
        <b>{figure(build.breathing.at(point.speedRpm).value, 'share')}</b> by the VE curve
        {point.path.breathingRange === 'extrapolated'
          ? ' (its end value: the curve stops before this speed)'
          : ''}
        , <b>{figure(point.path.volumetricEfficiency, 'share')}</b> with charge temperature, back pressure and
        fuel. Naturally aspirated: <b>{figure(point.alonePower, 'power')}</b>.
      </p>
    </>
  );
}

const sources = { shape: 'a chosen shape', table: 'a typed table', baseline: 'the measured run' } as const;

/** The engine in a few figures, whatever sheet is open. */
function InFigures() {
  const { figure } = useWords();
  const { answer } = useJob();
  const { breathing, condition } = useJobState((s) => s.draft.engine);
  if (!answer) return null;
  const { build, sweep } = answer;
  const best = build.breathing.points.reduce((a, b) => (b.value > a.value ? b : a));
  const added = sweep.goal.findings.find((f) => f.code === 'adds-to-run' || f.code === 'takes-from-run');
  const checks = healthChecks(condition);
  const failed = checks.filter((c) => c.state === 'failed').length;
  return (
    <>
      <Group title="In figures">
        <Reading label="Compression ratio" value={figure(build.compressionRatio, 'ratio')} />
        <Reading
          label="Peak VE"
          hint={`from ${sources[breathing.source]}`}
          value={`${figure(best.value, 'share')} at ${figure(nearestFifty(best.speedRpm), 'engineSpeed')}`}
        />
        <Reading
          label="Condition"
          hint={
            checks.length
              ? `${checks.length - failed} of ${checks.length} checks passed`
              : 'nothing was checked yet'
          }
          value={figure(build.condition, 'share')}
        />
      </Group>
      {added && (
        <p className={frame.lead} style={{ marginTop: 12 }}>
          <Say reason={added} />
        </p>
      )}
    </>
  );
}
