'use client';
import { engineMap } from '@/core/build/row';
import { longestLead } from '@/core/plan/bill';
import { daysAfter, daysBetween } from '@/core/plan/calendar';
import { dayWords, today } from '../device/today';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Fig } from '../working/Fig';
import { SayFigures } from '../working/SayFigures';
import { Guesses } from './Guesses';
import { BenchHead } from '../frame/BenchHead';
import { Besides } from '../frame/Findings';
import { Problems } from '../frame/Problems';
import { Parts } from '../frame/parts';
import { GoalPart } from './GoalPart';
import { PlacesPart } from './PlacesPart';
import { TermsPart } from './TermsPart';
import { VehiclePart } from './VehiclePart';

/** The part that takes longest to come, held against the day it is wanted: long lead times show while the goal is set. */
function LongLead() {
  const parts = useJobState((s) => s.draft.plan?.parts);
  const due = useJobState((s) => s.draft.brief.due);
  const part = longestLead(parts ?? []);
  if (!part) return null;
  const comes = daysAfter(today(), part.leadDays);
  const late = due ? daysBetween(due, comes) : null;
  return (
    <p className={frame.lead} role={late !== null && late > 0 ? 'alert' : undefined}>
      {late !== null && late > 0 && <StateMark state="over" size={12} />} Longest lead: {part.name},{' '}
      {part.leadDays} days. Ordered today it comes on {dayWords(comes)}
      {late === null
        ? '; no due date is stated.'
        : late > 0
          ? `, ${late} days after the due date.`
          : `, ${-late} days before the due date.`}
    </p>
  );
}

/** What the engine must do and where. */
export default function BriefBench() {
  const { figure, goalSentence } = useWords();
  const { answer } = useJob();
  const brief = useJobState((s) => s.draft.brief);
  const { goal, fuel, venue } = brief;
  const { sweep, build } = answer ?? {};
  const hasCharger = Boolean(build && engineMap(build));
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="brief"
          bodies={{
            goal: <GoalPart />,
            places: <PlacesPart />,
            vehicle: <VehiclePart />,
            terms: <TermsPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="brief"
          state={hasCharger ? sweep?.goal.state : null}
          answer={`${figure(goal.power.value, 'power')} at the ${goal.basis}`}
        >
          <p className={frame.lead}>
            {goalSentence(
              { power: goal.power.value, basis: goal.basis, speedRpm: goal.speedRpm.value },
              fuel.id,
              venue.altitude.value,
            )}
            .
          </p>
        </BenchHead>
        <LongLead />
        <Problems />
        {sweep && build && (
          <>
            <p className={frame.lead}>
              Naturally aspirated the engine makes{' '}
              <b>
                <Fig id="alone-power" speedRpm={build.goal.speedRpm}>
                  {figure(sweep.goalPoint.alonePower, 'power')}
                </Fig>
              </b>{' '}
              at the flywheel at {figure(build.goal.speedRpm, 'engineSpeed')}: boost must add{' '}
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
