'use client';
import dynamic from 'next/dynamic';
import { billOf, longestLead } from '@/core/plan/bill';
import { dayWords } from '../device/today';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { useJobState } from '../store/solved';
import { loaders } from './parts';
import { useOrder } from './useOrder';
import { useMoney } from './usePlan';

const LadderPart = dynamic(loaders.ladder);
const PartsPart = dynamic(loaders.parts);
const OrderPart = dynamic(loaders.order);
const OutsidePart = dynamic(loaders.outside);
const FitPart = dynamic(loaders.fit);

/** What to buy and when, and in which order it is fitted. */
export default function PlanBench() {
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="plan"
          bodies={{
            ladder: <LadderPart />,
            parts: <PartsPart />,
            order: <OrderPart />,
            outside: <OutsidePart />,
            fit: <FitPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
      </aside>
    </>
  );
}

function Answer() {
  const { plan, order, faults, due, today } = useOrder();
  const budget = useJobState((s) => s.draft.brief.budget.amount?.value ?? null);
  const money = useMoney();
  const bill = billOf(plan.parts, budget);
  const isPlanned = order.kind === 'planned' && plan.tasks.length > 0;
  const late = order.kind === 'planned' ? order.late : null;
  const isWrong = faults.length > 0 || order.kind === 'ring';
  const state = !plan.tasks.length ? null : isWrong || (late !== null && late > 0) ? 'over' : 'within';
  const dueOrders = order.kind === 'planned' ? order.toOrder.filter(({ isDue }) => isDue) : [];
  const longest = longestLead(plan.parts);
  return (
    <>
      <BenchHead
        bench="plan"
        state={state}
        answer={
          order.kind === 'ring'
            ? 'Tasks wait for each other'
            : faults.length
              ? 'This order is refused'
              : isPlanned
                ? `Ready on ${dayWords(order.ready)}`
                : plan.parts.length
                  ? `${money(bill.sum)} of parts`
                  : 'No plan yet'
        }
      >
        <p className={frame.lead}>
          {isPlanned && order.goalOn === null
            ? 'The goal’s step is done; what is left is for the steps after it.'
            : isPlanned && late !== null
              ? `The goal is driven on ${dayWords(order.goalOn!)}, ${Math.abs(late)} days ${late > 0 ? 'after' : 'before'} ${dayWords(due)}, when it is wanted.`
              : isPlanned
                ? 'No day is stated by which it is wanted.'
                : 'Power steps first: each with the parts it needs; then the order of work.'}
        </p>
      </BenchHead>
      {plan.parts.length > 0 && (
        <Group title="Money">
          <Reading label="Parts in all" value={money(bill.sum)} />
          <Reading label="Ordered or here" value={money(bill.spent)} />
          {bill.left !== null && (
            <Reading
              label={bill.left < 0 ? 'Over the budget by' : 'Left of the budget'}
              value={money(Math.abs(bill.left))}
            />
          )}
          {bill.unpriced.length > 0 && (
            <Reading label="Parts without a price" value={String(bill.unpriced.length)} />
          )}
        </Group>
      )}
      {dueOrders.length > 0 && (
        <Group title="Order today">
          {dueOrders.slice(0, 6).map(({ part, comes }) => (
            <Reading
              key={part.id}
              label={part.name}
              hint={`comes ${dayWords(comes)}`}
              value={money(part.price)}
            />
          ))}
        </Group>
      )}
      {longest && (
        <p className={frame.foot}>
          Longest lead: {longest.name}, {longest.leadDays} days from {dayWords(today)}.
        </p>
      )}
      {bill.toAsk.length > 0 && (
        <p className={frame.foot}>
          {bill.toAsk.length} {bill.toAsk.length === 1 ? 'part is' : 'parts are'} to be asked of the authority
          where it runs; nothing here says that a part is allowed.
        </p>
      )}
      {bill.doubted.length > 0 && (
        <p className={frame.foot}>
          Doubted to be genuine: {bill.doubted.map(({ name }) => name).join(', ')}. Check against the maker’s
          marks before it is fitted.
        </p>
      )}
    </>
  );
}
