'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { torqueFloorOf } from '@/core/forecast/claimed';
import { reason } from '@/core/working/range';
import { labelOf, wholeNames } from '@/core/job/inputs/inputs';
import { Schools } from '../demand/Schools';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { useDialogs } from '../frame/dialogs';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { Parts } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { DRAWS } from './draws';
import { loaders } from './parts';
import { useDrawnBand } from './store';
import { useAtBasis, useDrawing } from './useBand';

const BandPart = dynamic(loaders.band);
const CurvesPart = dynamic(loaders.curves);
const WhatIfPart = dynamic(loaders.whatif);
const ShelfPart = dynamic(loaders.shelf);
const CamsPart = dynamic(loaders.cams);
const WorthPart = dynamic(loaders.worth);
const RoadPart = dynamic(loaders.road);
const FrozenPart = dynamic(loaders.frozen);

/** What it will make, how sure that is, what each part is worth, and what was promised. */
export default function ForecastBench() {
  useDrawing();
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="forecast"
          bodies={{
            band: <BandPart />,
            curves: <CurvesPart />,
            whatif: <WhatIfPart />,
            shelf: <ShelfPart />,
            cams: <CamsPart />,
            worth: <WorthPart />,
            road: <RoadPart />,
            frozen: <FrozenPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
        <Problems />
        <Floor />
        <MeasureNext />
        <BySchool />
        <p className={frame.foot}>
          An estimate: each input varies by its spread, nine of ten inside it, estimates of one kind together;
          the boost setting is held.
        </p>
      </aside>
    </>
  );
}

function Answer() {
  const { answer } = useJob();
  const { figure, figureNumber } = useWords();
  const { band, isAll, share } = useDrawnBand();
  const { basis, at } = useAtBasis();
  const goal = answer?.build.goal;
  const range =
    band && `${figureNumber(at(band.atGoal[0]!), 'power')} to ${figure(at(band.atGoal[4]!), 'power')}`;
  return (
    <>
      <BenchHead
        bench="forecast"
        state={null}
        answer={range ?? (answer ? 'Drawing the band' : 'No forecast yet')}
      >
        {band && goal && (
          <p className={frame.lead}>
            {figure(at(band.atGoal[2]!), 'power')} at the {basis} at {figure(goal.speedRpm, 'engineSpeed')},
            eight of ten inside; the goal is met in {formatNumber(100 * band.chance, 0)} of 100.
          </p>
        )}
      </BenchHead>
      {!isAll && answer && (
        <LinearProgress variant="determinate" value={100 * share} aria-label="Draws of the band" />
      )}
      {band && (
        <Group title="The draws">
          <Reading
            label="Half of them"
            value={`${figureNumber(at(band.atGoal[1]!), 'power')} to ${figure(at(band.atGoal[3]!), 'power')}`}
          />
          <Reading label="Draws" value={`${formatNumber(band.draws, 0)} of ${formatNumber(DRAWS, 0)}`} />
          {band.failed > 0 && <Reading label="Without an answer" value={formatNumber(band.failed, 0)} />}
          {band.clipped > 0.01 && (
            <Reading
              label="Clipped to their range"
              hint="inputs of a draw, on the mean"
              value={formatNumber(band.clipped, 1)}
            />
          )}
        </Group>
      )}
    </>
  );
}

/** Whether the torque that the Brief wants over a span is kept. */
function Floor() {
  const { answer } = useJob();
  const goal = useJobState((s) => s.draft.brief.goal);
  if (!answer) return null;
  const { build, sweep } = answer;
  const floor = torqueFloorOf(goal, sweep.points, build.drivetrain);
  if (!floor) return null;
  const why = reason(floor.made >= floor.wanted ? 'floor-kept' : 'floor-missed', {
    from: [floor.fromRpm, 'engineSpeed'],
    to: [floor.toRpm, 'engineSpeed'],
    made: [floor.made, 'torque'],
    wanted: [floor.wanted, 'torque'],
    speed: [floor.atRpm, 'engineSpeed'],
  });
  return (
    <Group title="Torque floor">
      <p className={frame.lead}>
        <StateMark state={floor.made >= floor.wanted ? 'within' : 'over'} size={11} /> <Say reason={why} /> At
        the {goal.basis}.
      </p>
    </Group>
  );
}

/** The power at the goal by every school, and a warning where they part. */
function BySchool() {
  const { answer } = useJob();
  const [own, setOwn] = useState<Parameters<typeof Schools>[0]['own']>(null);
  useEffect(() => {
    let isHere = true;
    void server.shopFactor().then((got) => {
      if (isHere && got.kind === 'ok') setOwn(got.data.factor);
    });
    return () => {
      isHere = false;
    };
  }, []);
  if (!answer) return null;
  return (
    <Group title="By school">
      <Schools point={answer.sweep.goalPoint} build={answer.build} own={own ?? null} />
    </Group>
  );
}

/** What to measure next, with how much narrower the band would be. */
function MeasureNext() {
  const { band } = useDrawnBand();
  const { goToInput } = useDialogs();
  const job = useJobState((s) => s.draft);
  if (!band || band.measureNext.length === 0) return null;
  return (
    <Group title="Measure next">
      {band.measureNext.slice(0, 6).map(({ key, paths, narrower }) => (
        <Reading
          key={key}
          label={`${labelOf(paths[0]!, job) ?? wholeNames[paths[0]!] ?? 'input'}${paths.length > 1 ? ` and ${paths.length - 1} more` : ''}`}
          hint="band narrower by"
          value={`${formatNumber(100 * narrower, 0)} %`}
        />
      ))}
      <Button size="small" onClick={() => goToInput(band.measureNext[0]!.paths[0]!)}>
        Go to the first
      </Button>
    </Group>
  );
}
