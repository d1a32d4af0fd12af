'use client';
import Button from '@mui/material/Button';
import { blankPart } from '@/core/plan/blank';
import { billOf, costOf } from '@/core/plan/bill';
import { partsOfSetup } from '@/core/plan/steps';
import { writePartsCsv } from '@/formats/parts-csv';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { saveFile } from '../frame/save-file';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { PartCard } from './PartCard';
import styles from './plan.module.css';
import { useMoney, usePicked, usePlan } from './usePlan';
import { approvalNames, partStateNames, roleNames } from './words';

const MOST_PARTS = 200;

/** The list of parts: what is wanted, ordered, here, fitted; its sum against the budget. */
export default function PartsPart() {
  const { items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan, edit } = usePlan();
  const { part: picked, pick } = usePicked();
  const { figure } = useWords();
  const money = useMoney();
  const bill = billOf(plan.parts, job.brief.budget.amount?.value ?? null);
  const chosen = plan.parts.find(({ id }) => id === picked) ?? plan.parts[0];
  const known = new Set(plan.parts.flatMap(({ part }) => (part ? [part.id] : [])));
  const sources = plan.steps.length
    ? plan.steps.map(({ id, setup }) => ({ step: id, setup }))
    : [{ step: '', setup: job.setups[setupIndex]! }];
  const missing = sources.flatMap(({ step, setup }) =>
    partsOfSetup(setup).flatMap(({ role, ref, count }) => {
      const item = items.find(({ id, revision }) => id === ref.id && revision === ref.revision);
      // What no step named before: the first that has it buys it.
      return item && !known.has(ref.id) ? [{ step, role, ref, count, item }] : [];
    }),
  );
  const lacking = missing.filter(({ ref }, i) => missing.findIndex((one) => one.ref.id === ref.id) === i);
  const takeThem = () =>
    edit((draft) => {
      for (const { step, role, ref, count, item } of lacking)
        draft.parts.push({
          ...blankPart(crypto.randomUUID(), item.document.name, role),
          part: ref,
          step,
          count,
          price: item.document.price?.value ?? null,
          isInStock: (item.document.stock ?? 0) >= count,
        });
    });
  const add = () => {
    const id = crypto.randomUUID();
    edit((draft) => void draft.parts.push({ ...blankPart(id, 'New part'), step: draft.steps[0]?.id ?? '' }));
    pick({ part: id });
  };
  const stepName = (id: string) => {
    const step = plan.steps.find((one) => one.id === id);
    return step ? figure(step.power, 'power') : '–';
  };
  return (
    <>
      <h2 className={charts.head}>
        Parts list
        <small>from the library or free; each with its step, its state and where it came from</small>
      </h2>
      <p className={frame.lead}>
        {money(bill.sum)} in all, {money(bill.spent)} of it ordered or here
        {bill.left === null
          ? '; no budget is stated.'
          : bill.left >= 0
            ? `; ${money(bill.left)} of the budget is left.`
            : `; ${money(-bill.left)} over the budget.`}{' '}
        {bill.unpriced.length > 0 &&
          `${bill.unpriced.length} ${bill.unpriced.length === 1 ? 'part has' : 'parts have'} no price: the sum is a least.`}
      </p>
      {plan.parts.length > 0 && (
        <FigureTable
          caption="Parts"
          unseen
          rows={plan.parts}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'part',
              cell: (part) => (
                <>
                  <Button
                    variant="inline"
                    aria-pressed={part === chosen}
                    onClick={() => pick({ part: part.id })}
                  >
                    {part.name || 'without a name'}
                  </Button>
                  <small>{roleNames[part.role]}</small>
                </>
              ),
            },
            { name: 'from the step to', cell: ({ step }) => stepName(step) },
            { name: 'pieces', cell: ({ count }) => String(count) },
            { name: 'price', cell: (part) => money(costOf(part)) },
            {
              name: 'state',
              text: true,
              cell: ({ state, isInStock, leadDays }) =>
                `${partStateNames[state]}${state === 'wanted' ? (isInStock ? ', in stock' : leadDays ? `, ${leadDays} days` : '') : ''}`,
            },
            {
              name: 'for',
              text: true,
              cell: ({ approval, region }) => [approvalNames[approval], region].filter(Boolean).join(', '),
            },
            {
              name: 'origin',
              text: true,
              cell: ({ origin, isDoubted, serial }) => (
                <>
                  {isDoubted && (
                    <>
                      <StateMark state="marginal" size={11} /> doubted.{' '}
                    </>
                  )}
                  {[origin, serial && `no. ${serial}`].filter(Boolean).join(', ')}
                </>
              ),
            },
          ]}
        />
      )}
      <div className={styles.keys}>
        {lacking.length > 0 && (
          <Button
            variant="contained"
            size="small"
            disabled={plan.parts.length + lacking.length > MOST_PARTS}
            onClick={takeThem}
          >
            Take {lacking.length} {lacking.length === 1 ? 'part' : 'parts'} of the setups into the list
          </Button>
        )}
        <Button variant="outlined" size="small" disabled={plan.parts.length >= MOST_PARTS} onClick={add}>
          Add a part
        </Button>
        {plan.parts.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              saveFile(
                writePartsCsv(plan.parts, job.brief.budget.currency, {
                  step: stepName,
                  role: (role) => roleNames[role],
                  state: (state) => partStateNames[state],
                  approval: (approval) => approvalNames[approval],
                }),
                `${job.name} parts.csv`,
                'text/csv',
              )
            }
          >
            Export as CSV
          </Button>
        )}
      </div>
      {chosen && <PartCard key={chosen.id} index={plan.parts.indexOf(chosen)} />}
    </>
  );
}
