'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import dynamic from 'next/dynamic';
import { labelOf, wholeNames } from '@/core/job/inputs/inputs';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { useDialogs } from '../frame/dialogs';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { DRAWS } from './draws';
import { loaders } from './parts';
import { useDrawnBand } from './store';
import { useAtBasis, useDrawing } from './useBand';

const BandPart = dynamic(loaders.band);
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
          bodies={{ band: <BandPart />, worth: <WorthPart />, road: <RoadPart />, frozen: <FrozenPart /> }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
        <Problems />
        <MeasureNext />
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
