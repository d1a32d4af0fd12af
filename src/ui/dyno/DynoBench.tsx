'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { extremesOf } from '@/core/dyno/channels';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { useWords } from '../words/useWords';
import { loaders } from './parts';
import { useRuns } from './useRuns';

const RunsPart = dynamic(loaders.runs);
const CardPart = dynamic(loaders.card);
const AddPart = dynamic(loaders.add);

/** Runs of the engine: in, on record, compared. */
export default function DynoBench() {
  const { runs, chosen, deleted, remove, bringBack } = useRuns();
  const { figure } = useWords();
  const extremes = useMemo(() => (chosen ? extremesOf(chosen.log) : {}), [chosen]);
  const { power, torque, boost, lambda } = extremes;
  return (
    <>
      <div className={frame.picture}>
        <Parts bench="dyno" bodies={{ runs: <RunsPart />, card: <CardPart />, add: <AddPart /> }} />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="dyno"
          state={null}
          answer={
            power && chosen ? `${figure(power.most, 'power')} at the ${chosen.card.basis}` : 'No run yet'
          }
        >
          <p className={frame.lead}>
            {chosen
              ? `${chosen.card.name}, as measured: the highest reading, before smoothing.`
              : 'A run without its circumstances is worth little: each has a card.'}
          </p>
        </BenchHead>
        {chosen && (
          <Group title="Highest and lowest">
            {torque && <Reading label="Torque" value={figure(torque.most, 'torque')} />}
            {boost && <Reading label="Boost" hint="gauge" value={figure(boost.most, 'boost')} />}
            {lambda && <Reading label="Leanest λ" value={figure(lambda.most, 'ratio')} />}
            <Reading label="Runs of this job" value={String(runs?.length ?? 0)} />
            <Button size="small" onClick={() => void remove(chosen.id)}>
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
        <Group title="Cautions">
          <p className={frame.foot}>
            Nobody beside a running car, straps checked, fire cover at hand. No pull on a public road.
          </p>
        </Group>
      </aside>
    </>
  );
}
