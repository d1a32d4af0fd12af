'use client';
import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import Link from 'next/link';
import { useEffect, useId, useState } from 'react';
import { inputsOf, labelOf, wholeNames } from '@/core/job/inputs/inputs';
import { changedInputs } from '@/core/forecast/carried';
import { CORE_VERSION } from '@/core/solve/sweep';
import { homeLevel } from '@/core/studies/sites';
import type { ForecastLine } from '@/formats/forecasts';
import charts from '../charts/charts.module.css';
import { cleanText } from '../fields/clean-text';
import { Row } from '../fields/Group';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { useDrawnBand } from './store';
import { SEED, useAtBasis } from './useBand';

/** Forecasts that were promised: frozen with all they rested on, and what has changed since. */
export default function FrozenPart() {
  const { store } = useJob();
  const jobId = store.getState().id;
  const [lines, setLines] = useState<ForecastLine[] | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  useEffect(() => {
    let isHere = true;
    void server.forecasts(jobId).then((answer) => {
      if (!isHere) return;
      if (answer.kind === 'ok') setLines(answer.data.forecasts);
      else setFailure(failureOf('The frozen forecasts were not fetched.', answer));
    });
    return () => {
      isHere = false;
    };
  }, [jobId]);
  return (
    <>
      <h2 className={charts.head}>
        Promised
        <small>a frozen forecast never changes; the first run after it is held against it</small>
      </h2>
      {failure && <Failure {...failure} />}
      <Freeze onFrozen={(line) => setLines([line, ...(lines ?? [])])} onFailure={setFailure} />
      {lines && lines.length > 0 ? (
        <Promises lines={lines} />
      ) : (
        <p className={frame.lead}>{lines ? 'Nothing was promised yet.' : 'They are being fetched.'}</p>
      )}
      <p className={frame.foot}>All promises of the shop stand with their runs in the Ledger.</p>
      <Button size="small" component={Link} href="/ledger">
        Open the Ledger
      </Button>
    </>
  );
}

type FreezeProps = {
  onFrozen: (line: ForecastLine) => void;
  onFailure: (failure: FailureWords | null) => void;
};

function Freeze({ onFrozen, onFailure }: FreezeProps) {
  const [nameId, forId] = [useId(), useId()];
  const { store, answer, setupIndex } = useJob();
  const { band, isAll } = useDrawnBand();
  const [name, setName] = useState('');
  const [forWhom, setForWhom] = useState('');
  const [isBusy, setBusy] = useState(false);
  const freeze = async () => {
    if (!band || !answer || isBusy) return;
    const { id, draft: job } = store.getState();
    const setup = job.setups[setupIndex]!;
    const { goal } = answer.build;
    const finite = (values: readonly number[]) =>
      values.map((value) => (Number.isFinite(value) ? value : null));
    setBusy(true);
    const document = {
      name: name.trim(),
      forWhom: forWhom.trim(),
      setup: { id: setup.id, letter: setup.letter, name: setup.name },
      coreVersion: CORE_VERSION,
      seed: SEED,
      draws: band.draws,
      goal: { power: goal.power, speedRpm: goal.speedRpm, basis: job.brief.goal.basis },
      levelGauge: homeLevel(answer.build),
      speeds: band.speeds,
      power: band.power.map(finite),
      boost: finite(band.boost),
      atGoal: finite(band.atGoal),
      chance: band.chance,
      job,
    };
    const answered = await server.freeze(id, document);
    setBusy(false);
    if (answered.kind !== 'ok') return onFailure(failureOf('The forecast was not frozen.', answered));
    onFailure(null);
    setName('');
    onFrozen({ id: answered.data.id, frozenAt: new Date().toISOString(), document });
  };
  return (
    <>
      <Row htmlFor={nameId} label="Name of the promise">
        <Input
          id={nameId}
          value={name}
          slotProps={{ input: { maxLength: 80, autoComplete: 'off' } }}
          onChange={(e) => setName(cleanText(e.target.value))}
        />
      </Row>
      <Row htmlFor={forId} label="Made to">
        <Input
          id={forId}
          value={forWhom}
          slotProps={{ input: { maxLength: 80, autoComplete: 'off' } }}
          onChange={(e) => setForWhom(cleanText(e.target.value))}
        />
      </Row>
      <Button
        variant="contained"
        disabled={!isAll || !band || name.trim() === '' || isBusy}
        onClick={() => void freeze()}
      >
        Freeze this forecast
      </Button>
      {!isAll && <p className={frame.foot}>It can be frozen once every draw is in.</p>}
    </>
  );
}

function Promises({ lines }: { lines: ForecastLine[] }) {
  const { figure, figureNumber } = useWords();
  const { at } = useAtBasis();
  const job = useJobState((s) => s.draft);
  const nameOf = (path: string) => labelOf(path, job) ?? wholeNames[path] ?? path;
  const changesSince = ({ document }: ForecastLine): string[] => {
    const now = job.setups.findIndex(({ id }) => id === document.setup.id);
    const then = document.job.setups.findIndex(({ id }) => id === document.setup.id);
    if (now < 0 || then < 0) return ['the setup'];
    const strip = (path: string) => path.replace(/^setups\.\d+/, 'setups.0');
    const inputs = (its: typeof job, index: number) =>
      inputsOf(its, index).map(({ path, input }) => ({ path: strip(path), input }));
    return [...new Set(changedInputs(inputs(job, now), inputs(document.job, then)).map(nameOf))];
  };
  return (
    <FigureTable
      caption="Frozen forecasts"
      rows={lines}
      keyOf={({ id }) => id}
      columns={[
        {
          name: 'promise',
          cell: ({ frozenAt, document: { name, forWhom, setup, coreVersion } }) => (
            <>
              {name}
              <small>
                {[
                  frozenAt.slice(0, 10),
                  forWhom && `to ${forWhom}`,
                  `setup ${setup.letter}`,
                  coreVersion === CORE_VERSION ? '' : `by version ${coreVersion} of the sums`,
                ]
                  .filter(Boolean)
                  .join(', ')}
              </small>
            </>
          ),
        },
        {
          name: 'power',
          cell: ({ document: { atGoal, goal } }) => (
            <>
              {figure(at(atGoal[2] ?? NaN), 'power')}
              <small>
                {figureNumber(at(atGoal[0] ?? NaN), 'power')} to {figure(at(atGoal[4] ?? NaN), 'power')} at
                the {goal.basis}
              </small>
            </>
          ),
        },
        { name: 'chance of the goal', cell: ({ document }) => `${formatNumber(100 * document.chance, 0)} %` },
        {
          name: 'changed since',
          text: true,
          cell: (line) => {
            const changed = changesSince(line);
            return changed.length
              ? `${changed.slice(0, 4).join(', ')}${changed.length > 4 ? ` and ${changed.length - 4} more` : ''}`
              : 'nothing';
          },
        },
      ]}
    />
  );
}
