'use client';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { chargerPath } from '@/core/job/chargers';
import { coolingFindings } from '@/core/studies/cooling-findings';
import { Group } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';
import { CoolerFields } from './CoolerFields';
import { loaders } from './parts';
import RevsPart from './RevsPart';
import { useCooling } from './useCooling';

const SoakPart = dynamic(loaders.soak);

/** What reaches the cylinder: the cooler over the revs, its worth, and its heat pull by pull. */
export default function CoolingBench() {
  const { answer, setupIndex } = useJob();
  const { figure } = useWords();
  const { setup, cooler, soak, duty } = useCooling();
  const findings = useMemo(
    () => (answer ? coolingFindings(answer.build, answer.sweep.goalPoint, setup, soak, duty.isStated) : []),
    [answer, setup, soak, duty],
  );
  const goal = answer?.sweep.goalPoint;
  const behind = `setups.${setupIndex}.${chargerPath(setup, 'engine')}.aftercooler` as const;
  return (
    <>
      <div className={frame.picture}>
        <Parts bench="cooling" bodies={{ revs: <RevsPart />, soak: <SoakPart /> }} />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="cooling"
          answer={
            !goal
              ? 'Conflicting inputs'
              : goal.status.kind === 'failed'
                ? 'No answer at the goal'
                : `Charge ${figure(goal.path.manifold.temperature, 'temperature')}`
          }
        >
          <Now />
        </BenchHead>
        <Problems />
        {cooler ? (
          <>
            <Findings findings={findings} />
            <Group title="Cooler">
              <CoolerFields path={behind} cooler={cooler} />
            </Group>
          </>
        ) : (
          <p className={frame.lead}>Without a charger there is nothing to cool.</p>
        )}
        <Group title="Cautions">
          <p className={frame.foot}>
            Let a loop cool down before its cap is opened. Water stays away from connectors and fuse boxes; a
            tank of ice is lashed down and drained outside the track.
          </p>
        </Group>
        <p className={frame.foot}>Estimates. Heat of the goal’s speed, held for the pull.</p>
      </aside>
    </>
  );
}

/** The charge at the selected speed. */
function Now() {
  const { solved } = useSpeed();
  const { figure } = useWords();
  if (!solved || solved.point.status.kind === 'failed') return null;
  const { speedRpm, path } = solved.point;
  return (
    <p className={frame.lead}>
      At {figure(speedRpm, 'engineSpeed')}:{' '}
      <Fig id="charge-temperature" speedRpm={speedRpm}>
        {figure(path.manifold.temperature, 'temperature')}
      </Fig>{' '}
      into the engine.
    </p>
  );
}
