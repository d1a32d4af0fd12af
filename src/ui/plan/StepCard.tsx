import Button from '@mui/material/Button';
import { homeLevel } from '@/core/studies/sites';
import { useMemo } from 'react';
import { roleGains } from '@/core/plan/gains';
import { libraryOf } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { useSetups } from '../setups/useSetups';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { GainBand } from './GainBand';
import styles from './plan.module.css';
import { useEngineParts, useMoney, usePlan, type Solved } from './usePlan';
import { costOf } from '@/core/plan/bill';
import { roleNames } from './words';

const POWER = { min: 1_000, max: 10_000_000 };

/** The step in hand: its power, its setup, and what each of its parts adds by itself. */
export function StepCard({ index, solved }: { index: number; solved: Solved | null }) {
  const { setupIndex, setSetup } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan, edit } = usePlan();
  const { addChanged, refusal } = useSetups();
  const { figure } = useWords();
  const step = plan.steps[index]!;
  const setup = job.setups[setupIndex]!;
  const path = `plan.steps.${index}`;
  /** A copy of the step's setup on a free letter, for a look and for changes; the step keeps its own. */
  const putOnLetter = () => {
    const at = addChanged(setup.id, (now, id) => ({
      ...now,
      setups: now.setups.map((one) =>
        one.id === id
          ? {
              ...structuredClone(step.setup),
              id,
              letter: one.letter,
              name: `Step ${figure(step.power, 'power')}`.slice(0, 60),
            }
          : one,
      ),
    }));
    if (at >= 0) setSetup(at);
  };
  const takeSetup = () =>
    edit((draft) => {
      const own = structuredClone(setup);
      draft.steps[index]!.setup = { ...own, id: draft.steps[index]!.setup.id };
    });
  const remove = () =>
    edit((draft) => {
      draft.steps.splice(index, 1);
      for (const part of draft.parts) if (part.step === step.id) part.step = draft.steps[0]?.id ?? '';
      for (const task of draft.tasks) if (task.drives === step.id) task.drives = '';
    });
  return (
    <>
      <h3 className={charts.head}>The step to {figure(step.power, 'power')}</h3>
      <div className={styles.columns}>
        <Group title="">
          <NumberField
            path={`${path}.power`}
            label="Power of the step"
            hint={job.brief.goal.basis}
            quantity="power"
            bound={POWER}
          />
          <TextField path={`${path}.note`} label="Note" most={300} />
          <TextField
            path={`${path}.blanked`}
            label="Blanked for a later step"
            most={200}
            placeholder="ports, bosses"
          />
        </Group>
        <Group title="">
          <div className={styles.keys}>
            <Button variant="outlined" size="small" onClick={putOnLetter}>
              Put its setup on a letter
            </Button>
            <Button size="small" onClick={takeSetup}>
              Take setup {setup.letter} for this step
            </Button>
            <Button size="small" onClick={remove}>
              Remove the step
            </Button>
          </div>
          {refusal && (
            <p className={frame.foot} role="alert">
              {refusal}
            </p>
          )}
        </Group>
      </div>
      {solved && index > 0 && <Alone index={index} solved={solved} />}
    </>
  );
}

/** What each kind of part of a step adds by itself, and why that does not sum to the step. */
function Alone({ index, solved }: { index: number; solved: Solved }) {
  const { items } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan } = usePlan();
  const enginePart = useEngineParts();
  const { figure, signedFigure, inUnit, symbol } = useWords();
  const money = useMoney();
  const gains = useMemo(
    () => roleGains(job, plan, index, libraryOf(items), enginePart, homeLevel(solved.build)),
    [job, plan, index, items, enginePart, solved],
  );
  const rows = plan.parts.filter(({ step }) => step === plan.steps[index]!.id);
  if (!rows.length) return <p className={frame.foot}>No part of the list belongs to this step yet.</p>;
  const gainOf = (role: string) => gains.find((one) => one.role === role)?.gain ?? null;
  const known = gains.flatMap(({ gain }) => (gain === null ? [] : [gain]));
  return (
    <>
      <FigureTable
        caption="What its parts add, each by itself"
        rows={rows}
        keyOf={({ id }) => id}
        columns={[
          {
            name: 'part',
            cell: ({ name, role }) => (
              <>
                {name}
                <small>{roleNames[role]}</small>
              </>
            ),
          },
          { name: 'price', cell: (part) => money(costOf(part)) },
          {
            name: 'alone, at the flywheel',
            cell: ({ role }) => {
              const gain = gainOf(role);
              return gain === null ? 'no model: nothing is added' : signedFigure(gain, 'power');
            },
          },
          {
            name: `for each ${symbol('power')}`,
            cell: (part) => {
              const [gain, cost] = [gainOf(part.role), costOf(part)];
              return gain === null || gain <= 0 || cost === null ? '–' : money(cost / inUnit(gain, 'power'));
            },
          },
        ]}
      />
      <p className={frame.foot}>
        At one level of boost, each against the part of the step before.{' '}
        {known.length > 1 &&
          `Alone they sum to ${figure(
            known.reduce((a, b) => a + b, 0),
            'power',
          )}: single gains do not add, the step’s own counts.`}
      </p>
      <GainBand index={index} />
    </>
  );
}
