'use client';
import { confidenceWords } from '../fields/confidence';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { workingOf } from '@/core/workings/workings';
import { pointAt } from '@/core/solve/sweep';
import { benches } from '../frame/benches';
import { useJob, useJobState } from '../store/solved';
import { figureNames } from '../words/figures';
import { stageNames } from '../words/inputs';
import { useWords } from '../words/useWords';
import {
  printInfluences,
  printWorking,
  workingText,
  type PrintedInfluence,
  type PrintedStep,
} from '../words/working';
import { Symbols } from './Symbols';
import { useInfluences } from './useInfluences';
import { Sheet } from '../frame/Sheet';
import styles from './working.module.css';

type Props = { figure: FigureId; speedRpm: number; charger?: number | undefined; onClose: () => void };

/** Inputs listed by name; those that move the figure less come together in one line. */
const LISTED = 8;

/** How a figure came about: formula, numbers, sources, how sure each input is, and which of them matters most. */
export default function WorkingDialog({ figure, speedRpm, charger, onClose }: Props) {
  const words = useWords();
  const { answer, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const setup = job.setups[setupIndex]!;
  const working = useMemo(
    () => answer && workingOf(answer.build, pointAt(answer, speedRpm), figure, setupIndex, charger),
    [answer, speedRpm, figure, setupIndex, charger],
  );
  const influences = useInfluences(figure, speedRpm, undefined, charger);
  const printed = useMemo(() => working && printWorking(words, job, working), [words, job, working]);
  const moves = useMemo(
    () => influences && working && printInfluences(words, job, influences, working.quantity),
    [influences, working, words, job],
  );
  const last = printed?.steps.at(-1);
  const before = printed?.steps.slice(0, -1) ?? [];
  const isPair = answer !== null && answer.build.chargers.length > 1;
  const stage = charger === undefined || !isPair ? '' : `, ${stageNames[charger === 0 ? 'front' : 'engine']}`;
  const bench = benches.find((b) => b.id === figureNames[figure].bench)!;
  return (
    <Sheet
      title={`${figureNames[figure].name}${stage}`}
      note={
        <>
          at {words.figure(speedRpm, 'engineSpeed')}, setup {setup.letter}
          {answer?.stale ? ', from the last good values' : ''}
        </>
      }
      width="middle"
      onClose={onClose}
      actions={
        <>
          {printed && <CopyKey text={() => workingText(printed, job, moves ?? [])} />}
          <Button variant="contained" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      {printed ? (
        <>
          <p className={styles.value}>{printed.value}</p>
          {last && (
            <div className={styles.main}>
              <StepView step={last} />
            </div>
          )}
          {printed.byHand && (
            <section className={styles.hand}>
              <h3>By hand</h3>
              <StepView step={printed.byHand.step} />
              <p>
                <b>{printed.byHand.value}</b> by hand, {printed.byHand.difference} against the full sum.
              </p>
            </section>
          )}
          <section className={styles.moves}>
            <h3>Sensitivity</h3>
            <Moves moves={moves} />
          </section>
          {before.length > 0 && (
            <>
              <h3 className={styles.rests}>Intermediate steps</h3>
              <ol className={styles.steps}>
                {before.map((step, i) => (
                  <li key={i}>
                    <StepView step={step} />
                  </li>
                ))}
              </ol>
            </>
          )}
        </>
      ) : (
        <p>
          There is no such figure at this speed: no boost here, no map chosen, or no answer. See {bench.name}.
        </p>
      )}
    </Sheet>
  );
}

function StepView({ step }: { step: PrintedStep }) {
  if (step.kind === 'read')
    return (
      <p className={styles.formula}>
        <span>
          <Symbols text={step.symbols} /> = <b>{step.result}</b>
        </span>
        <small>{step.source}</small>
      </p>
    );
  return (
    <>
      <div className={styles.formula}>
        <span>
          <Symbols text={step.symbols} />
        </span>
        <span>
          = <Symbols text={step.numbers} /> = <b>{step.result}</b>
        </span>
        <small>
          {step.title}
          {step.note && `; ${step.note}`}. {step.source}.
        </small>
      </div>
      <FigureTable
        headless
        unseen
        caption="What stands in it"
        rows={step.variables}
        keyOf={(v) => v.name}
        columns={[
          { name: 'symbol', cell: (v) => <Symbols text={v.symbol} /> },
          { name: 'meaning', text: true, cell: (v) => v.meaning },
          { name: 'value', cell: (v) => v.value },
          {
            name: 'origin',
            text: true,
            cell: (v) => (
              <span className={v.origin.endsWith(confidenceWords.guess) ? styles.guess : undefined}>
                {v.origin}
              </span>
            ),
          },
        ]}
      />
    </>
  );
}

function Moves({ moves }: { moves: PrintedInfluence[] | null }) {
  if (!moves) return <p role="status">Moving each input by its spread …</p>;
  if (moves.length === 0) return <p>Nothing that is given moves it: the plan holds it where it is.</p>;
  const rest = moves.length - LISTED;
  return (
    <>
      <p>Each input moved up by its uncertainty; the goal stays met where the plan is to meet it.</p>
      <FigureTable
        headless
        unseen
        caption="Each input moved up by its uncertainty"
        rows={moves.slice(0, LISTED)}
        keyOf={(m) => m.path}
        columns={[
          { name: 'input', cell: (m) => m.name },
          { name: 'value', cell: (m) => `${m.value} ${m.spread}` },
          {
            name: 'confidence',
            text: true,
            cell: (m) => (
              <span className={m.sure === confidenceWords.guess ? styles.guess : undefined}>{m.sure}</span>
            ),
          },
          {
            name: 'share',
            text: true,
            cell: (m) => (
              <div className={styles.bars}>
                <span className={styles.bar} style={{ width: `${Math.max(2, m.share * 100)}%` }} />
              </div>
            ),
          },
          { name: 'effect', cell: (m) => m.effect },
        ]}
      />
      {rest > 0 && (
        <p>
          {rest} more, each less than {moves[LISTED - 1]!.name}
        </p>
      )}
    </>
  );
}

function CopyKey({ text }: { text: () => string }) {
  const [done, setDone] = useState<'copied' | 'failed' | null>(null);
  return (
    <>
      <span role="status" className={styles.copied}>
        {done === 'copied' && 'Copied.'}
        {done === 'failed' && 'This browser does not let a page copy: select the text by hand.'}
      </span>
      <Button
        variant="outlined"
        onClick={() =>
          void navigator.clipboard.writeText(text()).then(
            () => setDone('copied'),
            () => setDone('failed'),
          )
        }
      >
        Copy as text
      </Button>
    </>
  );
}
