'use client';
import Button from '@mui/material/Button';
import { Fragment, type ReactNode } from 'react';
import { pricePerGain } from '@/core/plan/bill';
import { fuelFlowOf } from '@/core/fuel-system/fuel-demand';
import type { Plan } from '@/core/job/schema/job';
import type { Stop } from '@/core/plan/steps';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { limitWords } from '../limits/say';
import { Advice } from './Advice';
import { StepCard } from './StepCard';
import styles from './plan.module.css';
import { useLadder, useMoney, usePicked, usePlan, type Solved } from './usePlan';
import { listed, roleNames } from './words';

/** A line of the ladder: what it says of each step. */
type Line = { key: string; name: ReactNode; cells: ReactNode[] };

const MOST_STEPS = 8;

/** The power steps: each with its setup, what it makes by the model, what is bought for it, and where it stops. */
export default function LadderPart() {
  const { setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan, edit } = usePlan();
  const { steps, ladder, stops, basis, at } = useLadder();
  const { step: picked, pick } = usePicked();
  const words = useWords();
  const { figure, inUnit, symbol } = words;
  const money = useMoney();
  const setup = job.setups[setupIndex]!;
  const add = () => {
    const last = plan.steps.at(-1);
    const id = crypto.randomUUID();
    edit((draft) => {
      // The letters are the job's own: a step keeps a copy that nothing on the letters moves.
      const own = structuredClone(setup);
      own.id = crypto.randomUUID();
      own.boost.kind = 'goal';
      draft.steps.push({
        id,
        power: last ? last.power * 1.15 : job.brief.goal.power.value,
        setup: own,
        note: '',
        blanked: '',
      });
    });
    pick({ step: id });
  };
  const chosen = plan.steps.find(({ id }) => id === picked) ?? plan.steps[0];
  const solved = steps.map((step) => (step.kind === 'solved' ? step : null));
  const each = (cell: (step: Solved, i: number) => ReactNode) =>
    solved.map((step, i) => (step ? cell(step, i) : '–'));
  const gainOf = (i: number) => {
    const [now, before] = [solved[i]?.made, i ? solved[i - 1]?.made : null];
    return now != null && before != null ? now - before : null;
  };
  const lines: Line[] = [
    {
      key: 'made',
      name: `Made at the ${basis}`,
      cells: each(({ id, made }) => <b key={id}>{figure(at(made), 'power')}</b>),
    },
    {
      key: 'boost',
      name: 'Boost, gauge',
      cells: each(({ sweep }) => figure(sweep.goalPoint.boostGauge, 'boost')),
    },
    {
      key: 'fuel',
      name: 'Fuel',
      cells: each(({ build, sweep }) => figure(fuelFlowOf(build, sweep.goalPoint.path), 'massFlow')),
    },
    {
      key: 'gives',
      name: 'Gives first',
      cells: each(({ line }) =>
        line?.weakest ? (
          <>
            <StateMark state={line.state} size={11} /> {partName(line.weakest.part)}{' '}
            {figure(line.weakest.peak.use, 'share')}
          </>
        ) : (
          'nothing laid out'
        ),
      ),
    },
    ...ladder.rows.map((row): Line => {
      const names = row.parts.map((part) => part?.name ?? '');
      return {
        key: row.role,
        name: roleNames[row.kind],
        cells: row.changes.map((change, i) => {
          if (change === 'none') return '';
          if (change === 'carried')
            return (
              <span key={i} className={styles.carried}>
                carried over
              </span>
            );
          return (
            <Fragment key={i}>
              <b>{names[i]}</b>
              <small>{change === 'replaced' ? `new, in place of ${names[i - 1] ?? ''}` : 'new'}</small>
            </Fragment>
          );
        }),
      };
    }),
    {
      key: 'cost',
      name: 'To buy for it',
      cells: ladder.costs.map((cost) => (cost === null ? 'a price is missing' : money(cost))),
    },
    {
      key: 'per',
      name: `For each ${symbol('power')} added`,
      cells: plan.steps.map((_, i) => {
        const gain = gainOf(i);
        const per = gain === null ? null : pricePerGain(ladder.costs[i] ?? null, gain);
        return per === null ? '–' : money(per / inUnit(1, 'power'));
      }),
    },
  ];
  return (
    <>
      <h2 className={charts.head}>
        Power steps
        <small>each with a setup of its own: power, fuel and limits are the model’s</small>
      </h2>
      {plan.steps.length === 0 ? (
        <p className={frame.lead}>
          No step yet. The first is the setup in hand at the goal’s power; each further one starts from it.
        </p>
      ) : (
        <FigureTable<Line>
          caption="The ladder"
          unseen
          rows={lines}
          keyOf={({ key }) => key}
          columns={[
            { name: 'step', cell: ({ name }) => name },
            ...plan.steps.map((step, i) => ({
              name: (
                <Button
                  variant="inline"
                  aria-pressed={step === chosen}
                  onClick={() => pick({ step: step.id })}
                >
                  {figure(step.power, 'power')}
                </Button>
              ),
              cell: ({ cells }: Line) => cells[i],
            })),
          ]}
        />
      )}
      <div className={styles.keys}>
        <Button variant="outlined" size="small" disabled={plan.steps.length >= MOST_STEPS} onClick={add}>
          Add a step from setup {setup.letter}
        </Button>
      </div>
      {ladder.falls.map((i) => (
        <p key={i} className={frame.lead} role="alert">
          <StateMark state="over" size={12} /> The step to {figure(plan.steps[i]!.power, 'power')} makes no
          more than the one before it: {figure(at(solved[i]!.made), 'power')} after{' '}
          {figure(at(solved[i - 1]!.made), 'power')}.
        </p>
      ))}
      {steps.map((step, i) =>
        step.kind === 'solved' || step.kind === 'waiting' ? null : (
          <p key={step.id} className={frame.lead} role="alert">
            The step to {figure(plan.steps[i]!.power, 'power')}{' '}
            {step.kind === 'failed'
              ? 'is out of reach of its setup: no boost was found for it.'
              : 'contradicts itself: put it on a letter and look at it there.'}
          </p>
        ),
      )}
      <Stops plan={plan} stops={stops} />
      <Advice ladder={ladder} />
      {chosen && (
        <StepCard
          key={chosen.id}
          index={plan.steps.indexOf(chosen)}
          solved={solved[plan.steps.indexOf(chosen)] ?? null}
        />
      )}
    </>
  );
}

/** Where each step ends: what the next would break. */
function Stops({ plan, stops }: { plan: Plan; stops: Stop[] }) {
  const words = useWords();
  const { figure } = words;
  const said = stops.flatMap(({ step, over }, i) => (over.length ? [{ step, over, i }] : []));
  if (!said.length) return null;
  return (
    <>
      <h3 className={charts.head}>Stop points</h3>
      <ul className={styles.stops}>
        {said.map(({ step, over, i }) => {
          const next = plan.steps[i + 1];
          const names = over.map(({ row }) => partName(row.part));
          const mended = over.filter(({ isMended }) => isMended).map(({ row }) => partName(row.part));
          return (
            <li key={step}>
              <b>{figure(plan.steps[i]!.power, 'power')}:</b>{' '}
              {next
                ? `stop here unless ${listed(names)} ${names.length > 1 ? 'are' : 'is'} changed. At ${figure(next.power, 'power')}: `
                : `over the limit as it stands: `}
              {over
                .slice(0, 3)
                .map(
                  ({ row }) =>
                    `${partName(row.part)} at ${figure(row.peak.use, 'share')} of ${limitWords(row, words)}`,
                )
                .join('; ')}
              {over.length > 3 ? `; and ${over.length - 3} more` : ''}.
              {mended.length > 0 && ` The parts bought for that step mend ${listed(mended)}.`}
            </li>
          );
        })}
      </ul>
    </>
  );
}
