'use client';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Fig } from '../working/Fig';
import { SayFigures } from '../working/SayFigures';
import { Guesses } from './Guesses';
import { Besides } from '../frame/Findings';
import { Problems } from '../frame/Problems';
import { Parts } from '../frame/parts';
import { GoalPart } from './GoalPart';
import { PlacesPart } from './PlacesPart';
import { TermsPart } from './TermsPart';
import { VehiclePart } from './VehiclePart';

/** What the engine must do and where. */
export default function BriefBench() {
  const { figure, goalSentence } = useWords();
  const { answer } = useJob();
  const brief = useJobState((s) => s.draft.brief);
  const { goal, fuel, venue } = brief;
  const { sweep, build } = answer ?? {};
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="brief"
          parts={[
            { id: 'goal', name: 'Goal', body: <GoalPart /> },
            { id: 'places', name: 'Places and fuels', body: <PlacesPart /> },
            { id: 'vehicle', name: 'Vehicle', body: <VehiclePart /> },
            { id: 'terms', name: 'Terms', body: <TermsPart /> },
          ]}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <h2 className={frame.headline}>
          {figure(goal.power.value, 'power')} at the {goal.basis}
        </h2>
        <p className={frame.lead}>
          {goalSentence(
            { power: goal.power.value, basis: goal.basis, speedRpm: goal.speedRpm.value },
            fuel.id,
            venue.altitude.value,
          )}
          .
        </p>
        <Problems />
        {sweep && build && (
          <>
            <p className={frame.lead}>
              On the air of the day alone this engine makes{' '}
              <b>
                <Fig id="alone-power" speedRpm={build.goal.speedRpm}>
                  {figure(sweep.goalPoint.alonePower, 'power')}
                </Fig>
              </b>{' '}
              at the flywheel at {figure(build.goal.speedRpm, 'engineSpeed')}: the charger must bring{' '}
              <b>{figure(Math.max(0, build.goal.power - sweep.goalPoint.alonePower), 'power')}</b>.
            </p>
            <p className={frame.lead}>
              {sweep.goal.findings.at(-1) && <SayFigures reason={sweep.goal.findings.at(-1)!} />}
            </p>
            <Besides findings={sweep.goal.findings} />
            <Guesses answer={{ build, sweep }} />
          </>
        )}
        <p className={frame.foot}>
          Planning figures, not permission: a qualified person checks the build. Emissions, noise, road and
          class rules differ by place: ask the local authority.
        </p>
      </aside>
    </>
  );
}
