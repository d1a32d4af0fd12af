'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { extremesOf } from '@/core/dyno/channels';
import { baselineOfRun } from '@/core/studies/run-baseline';
import { lifeOutside, runLimitsOf, secondsOutside, type Outside } from '@/core/studies/run-limits';
import type { Reason } from '@/core/working/range';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { useDialogs } from '../frame/dialogs';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { loaders } from './parts';
import { useAgainstModel } from './useRunView';
import { useAllLogs, useRuns, type Run } from './useRuns';
import { limitName } from './words';

const RunsPart = dynamic(loaders.runs);
const CardPart = dynamic(loaders.card);
const AddPart = dynamic(loaders.add);
const GatePart = dynamic(loaders.gate);
const FaultsPart = dynamic(loaders.faults);
const ChainPart = dynamic(loaders.chain);
const SheetPart = dynamic(loaders.sheet);

/** Runs of the engine: in, on record, compared. */
export default function DynoBench() {
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="dyno"
          bodies={{
            runs: <RunsPart />,
            card: <CardPart />,
            add: <AddPart />,
            gate: <GatePart />,
            faults: <FaultsPart />,
            chain: <ChainPart />,
            sheet: <SheetPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
        <Group title="Cautions">
          <p className={frame.foot}>
            Nobody beside a running car, straps checked, fire cover at hand. No pull on a public road.
          </p>
        </Group>
      </aside>
    </>
  );
}

function Answer() {
  const { runs, current, chosen, deleted, remove, bringBack } = useRuns();
  const { figure, signedFigure } = useWords();
  const found = useAgainstModel();
  const off = found?.there == null ? null : found.peak.value - found.there;
  const peak = found?.peak ?? current?.head.power ?? null;
  return (
    <>
      <BenchHead
        bench="dyno"
        state={null}
        answer={
          off !== null
            ? `${signedFigure(off, 'power')} against the model`
            : peak && current
              ? `${figure(peak.value, 'power')} at the ${current.card.basis}`
              : 'No run yet'
        }
      >
        <p className={frame.lead}>
          {current && peak ? (
            <>
              {current.card.name}: {figure(peak.value, 'power')} at the {current.card.basis},{' '}
              {figure(peak.speedRpm, 'engineSpeed')}
              {found?.there != null &&
                `; the model has ${figure(found.there, 'power')} there${found.model?.air === 'run' ? ' in the run’s own air' : ''}`}
              .
            </>
          ) : current ? (
            `${current.card.name} has no torque or power over engine speed.`
          ) : (
            'A run without its circumstances is worth little: each has a card.'
          )}
        </p>
      </BenchHead>
      {chosen && <Extremes run={chosen} />}
      {current && (
        <Group title="This run">
          <Reading label="Runs of this job" value={String(runs?.length ?? 0)} />
          {chosen && <AsBaseline key={chosen.id} run={chosen} />}
          <Button size="small" onClick={() => void remove(current.id)}>
            Delete this run
          </Button>
        </Group>
      )}
      {deleted && (
        <p className={frame.foot} role="status">
          {deleted.card.name} was deleted.{' '}
          <Button size="small" onClick={() => void bringBack()}>
            Bring it back
          </Button>
        </p>
      )}
      {chosen && <OverLimits run={chosen} />}
    </>
  );
}

function Extremes({ run }: { run: Run }) {
  const { figure } = useWords();
  const { boost, manifold, lambda, backPressure, exhaustTemperature } = useMemo(
    () => extremesOf(run.log),
    [run],
  );
  return (
    <Group title="Highest readings">
      {boost && <Reading label="Boost" hint="gauge" value={figure(boost.most, 'boost')} />}
      {!boost && manifold && (
        <Reading label="Manifold pressure" hint="absolute" value={figure(manifold.most, 'pressure')} />
      )}
      {backPressure && (
        <Reading label="Exhaust back pressure" hint="gauge" value={figure(backPressure.most, 'boost')} />
      )}
      {exhaustTemperature && (
        <Reading label="Exhaust temperature" value={figure(exhaustTemperature.most, 'temperature')} />
      )}
      {lambda && <Reading label="Leanest λ" value={figure(lambda.most, 'ratio')} />}
    </Group>
  );
}

/** A run made the measured baseline of the engine: one commit, which undo takes back. */
function AsBaseline({ run }: { run: Run }) {
  const { store } = useJob();
  const { goToInput } = useDialogs();
  const baseline = useJobState((s) => s.draft.engine.baseline);
  const [done, setDone] = useState<Reason | true | null>(null);
  const make = () => {
    const made = baselineOfRun(run.card, run.log, baseline);
    if (!made.ok) return setDone(made.why);
    store.getState().edit((job) => {
      job.engine.baseline = made.baseline;
    });
    store.getState().commit();
    setDone(true);
  };
  return (
    <>
      <Button size="small" variant="outlined" onClick={make}>
        Make it the measured baseline
      </Button>
      {done === true && (
        <p className={frame.foot} role="status">
          It is the engine’s measured run now.{' '}
          <Button variant="inline" onClick={() => goToInput('engine.baseline.pressure')}>
            Look at it, and take its VE curve
          </Button>
        </p>
      )}
      {done && done !== true && (
        <p className={frame.foot} role="alert">
          <Say reason={done} />
        </p>
      )}
    </>
  );
}

/** Seconds over each limit of the job, in this run and over all of them. */
function OverLimits({ run }: { run: Run }) {
  const { answer } = useJob();
  const { figure } = useWords();
  const engine = useJobState((s) => s.draft.engine);
  const all = useAllLogs();
  const { own, life } = useMemo(() => {
    const of = (its: Run): Outside[] =>
      answer ? secondsOutside(its.log, runLimitsOf(answer.build, engine, its.card)) : [];
    return { own: of(run), life: all ? lifeOutside(all.map(of)) : null };
  }, [run, all, answer, engine]);
  if (!answer || !run.log.time)
    return (
      <Group title="Over a limit">
        <p className={frame.foot}>Time over a limit is counted where a run was logged with time.</p>
      </Group>
    );
  return (
    <Group title="Over a limit">
      {own.length === 0 && <p className={frame.foot}>Nothing that was logged passed a limit of the job.</p>}
      {own.map(({ key, part, channel, seconds, most }) => (
        <Reading
          key={key}
          label={limitName(part, channel)}
          hint={`by up to ${figure(most, 'fineShare')}`}
          value={figure(seconds, 'shortTime')}
        />
      ))}
      {life && life.length > 0 && (
        <p className={frame.foot}>
          Over all {all!.length} runs:{' '}
          {life
            .map(
              ({ part, channel, seconds }) => `${limitName(part, channel)} ${figure(seconds, 'shortTime')}`,
            )
            .join(', ')}
          .
        </p>
      )}
    </Group>
  );
}
