'use client';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';

import { CamPart } from './CamPart';
import { ConditionPart } from './ConditionPart';
import { EnginePart } from './EnginePart';
import { RunPart } from './RunPart';

/** The engine as it stands: geometry, cam, condition, and the run it has made. */
export default function EngineBench() {
  const { engineWords } = useWords();
  const { answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const build = answer?.build;
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="engine"
          parts={[
            { id: 'engine', name: 'Engine', body: <EnginePart /> },
            { id: 'cam', name: 'Cam and valves', body: <CamPart /> },
            { id: 'condition', name: 'Condition', body: <ConditionPart /> },
            { id: 'run', name: 'Measured run', body: <RunPart /> },
          ]}
        />
      </div>
      <aside className={frame.column}>
        <h2 className={frame.headline}>
          {build ? engineWords(build.displacement, engine.cylinders.value) : 'Engine'}
        </h2>
        <Problems />
        <AtThisSpeed />
        <p className={frame.foot}>
          Shapes are common practice, to start from; a measured curve replaces them. Between points the curve
          is a monotone cubic and never overshoots.
        </p>
      </aside>
    </>
  );
}

/** What it breathes at the selected speed. */
function AtThisSpeed() {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (!solved) return null;
  const { point, build } = solved;
  return (
    <>
      <p className={frame.lead}>
        At {figure(point.speedRpm, 'engineSpeed')} it breathes{' '}
        <b>{figure(point.path.volumetricEfficiency, 'share')}</b> of its displacement at manifold density,
        corrected for charge temperature, back pressure and fuel; the curve says{' '}
        <b>{figure(build.breathing.at(point.speedRpm).value, 'share')}</b>
        {point.path.breathingRange === 'extrapolated'
          ? ', held from its end: the curve stops before this speed'
          : ''}
        .
      </p>
      <p className={frame.lead}>
        The air of the day alone makes <b>{figure(point.alonePower, 'power')}</b> here.
      </p>
    </>
  );
}
