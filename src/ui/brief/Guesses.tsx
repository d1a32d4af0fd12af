'use client';
import Button from '@mui/material/Button';
import { FigureTable } from '../table/FigureTable';
import { useMemo } from 'react';
import { figures } from '@/core/workings/figures';
import { inputsOf, quantityOf, type JobInput } from '@/core/job/inputs/inputs';
import { Group } from '../fields/Group';
import { useDialogs } from '../frame/dialogs';
import { useJob, useJobState, type Answer } from '../store/solved';
import { CountWord } from '../words/count';
import { figureNames } from '../words/figures';
import { atStart, inputName } from '../words/inputs';
import { useWords } from '../words/useWords';
import { printInfluences } from '../words/working';
import { useInfluences } from '../working/useInfluences';
import styles from './brief.module.css';

const isGuess = ({ input }: JobInput) => input.confidence === 'guess';

/** Every guess the answer rests on, the one that matters most first; each leads to its field. */
export function Guesses({ answer }: { answer: Pick<Answer, 'build' | 'sweep'> }) {
  const words = useWords();
  const { goToInput } = useDialogs();
  const { setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { build, sweep } = answer;
  // What the job is after: the pressure ratio that meets the goal, or the power that a level makes.
  const figure = build.boost.kind === 'goal' && sweep.goalPoint.boosting ? 'pressure-ratio' : 'power';
  const influences = useInfluences(figure, build.goal.speedRpm, isGuess);
  const guesses = useMemo(() => inputsOf(job, setupIndex).filter(isGuess), [job, setupIndex]);
  const lines = useMemo(() => {
    const moving = printInfluences(words, job, influences ?? [], figures[figure].quantity);
    const still = guesses.filter((g) => !moving.some((m) => m.path === g.path));
    return [
      ...moving.map((m) => ({ path: m.path, name: atStart(m.name), value: m.value, effect: m.effect })),
      ...still.map(({ path, input }) => {
        const quantity = quantityOf(path);
        return {
          path,
          name: atStart(inputName(path, job) ?? path),
          value: quantity ? words.figure(input.value, quantity) : '',
          effect: influences ? 'none here' : '…',
        };
      }),
    ];
  }, [words, job, influences, guesses, figure]);
  if (guesses.length === 0)
    return (
      <Group title="No estimates">
        <p className={styles.guessLead}>
          Every figure this answer rests on is measured, a maker’s or reported.
        </p>
      </Group>
    );
  const most = influences?.[0];
  return (
    <Group title={`${CountWord(guesses.length)} ${guesses.length === 1 ? 'estimate' : 'estimates'}`}>
      <p className={styles.guessLead}>
        {most
          ? `${atStart(inputName(most.path, job) ?? '')} matters most`
          : 'Which matters most is being calculated'}
        : what each may be off moves the {figureNames[figure].name.toLowerCase()} at the goal by
      </p>
      <FigureTable
        headless
        unseen
        caption="Estimates"
        rows={lines}
        keyOf={(line) => line.path}
        columns={[
          {
            name: 'input',
            cell: (line) => (
              <Button variant="inline" onClick={() => goToInput(line.path)}>
                {line.name}
              </Button>
            ),
          },
          { name: 'value', cell: (line) => line.value },
          { name: 'effect', cell: (line) => line.effect },
        ]}
      />
    </Group>
  );
}
