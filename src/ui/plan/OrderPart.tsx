'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { blankTask } from '@/core/plan/blank';
import type { OrderFault } from '@/core/plan/order';
import { moved, usualTasks } from '@/core/plan/usual';
import { writePlanCalendar } from '@/formats/plan-calendar';
import charts from '../charts/charts.module.css';
import { dayWords } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { Sortable } from '../fields/Sortable';
import { DayField } from '../fields/DayField';

import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { saveFile } from '../frame/save-file';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { Begun } from './Begun';
import styles from './plan.module.css';
import { TaskBars } from './TaskBars';
import { TaskCard } from './TaskCard';
import { useOrder } from './useOrder';
import { usePicked } from './usePlan';
import { choicesOf, guardNames, listed, placeNames, tradeNames, usualTaskName, weekNames } from './words';

const MOST_TASKS = 120;
const changes = { one: 'one change at a time, a pull after each', package: 'the whole package' } as const;
const bases = { before: 'before the teardown', after: 'after the teardown' } as const;

/** Why an order is refused, in a sentence. */
function useFaultWords() {
  const { figure } = useWords();
  return (fault: OrderFault): string => {
    switch (fault.kind) {
      case 'needs':
        return `“${fault.task.name}” stands above “${fault.before.name}”, which it needs.`;
      case 'part':
        return `“${fault.task.name}” is driven before ${fault.part.name} is fitted: the ${guardNames[fault.guard]} for its power is not there.`;
      case 'holds':
        return `“${fault.task.name}” drives ${figure(fault.power, 'power')} at the flywheel; the engine’s ${guardNames[fault.guard]} as it stands holds ${figure(fault.holds, 'power')}.`;
    }
  };
}

/** Tasks in their order, dated: what is critical, when all is ready, and what to order today. */
export default function OrderPart() {
  return (
    <Begun>
      <Order />
    </Begun>
  );
}

function Order() {
  const { store } = useJob();
  const name = useJobState((s) => s.draft.name);
  const { plan, edit, order, faults, due } = useOrder();
  const { task: picked, pick } = usePicked();
  const { figure } = useWords();
  const say = useFaultWords();
  const chosen = plan.tasks.find(({ id }) => id === picked) ?? plan.tasks[0];
  const dates = new Map(order.kind === 'planned' ? order.rows.map((row) => [row.task.id, row]) : []);
  const layOut = () =>
    edit((draft) => {
      draft.tasks = usualTasks(
        draft,
        () => crypto.randomUUID(),
        usualTaskName((watts) => figure(watts, 'power')),
      ).slice(0, MOST_TASKS);
    });
  const add = () => {
    const id = crypto.randomUUID();
    edit((draft) => void draft.tasks.push(blankTask(id, 'New task')));
    pick({ task: id });
  };
  const waitWords = (of: { for: 'part' | 'outside' | 'place'; name: string; until: string }): string =>
    of.for === 'place'
      ? `${placeNames[of.name as keyof typeof placeNames]} on ${dayWords(of.until)}`
      : `${of.for === 'outside' ? `${tradeNames[of.name as keyof typeof tradeNames]} from outside` : of.name}, here on ${dayWords(of.until)}`;
  const faulty = new Set(faults.map(({ task }) => task.id));
  return (
    <>
      <h2 className={charts.head}>
        Order of work
        <small>
          days of work; parts by their lead time; drag a task by its grip, or space and the arrows
        </small>
      </h2>
      <Group title="">
        <div className={styles.columns}>
          <div>
            <DayField path="plan.start" label="Work begins on" />
            <ChoiceField
              label="Days of work"
              value={plan.week}
              onChoose={(week) => edit((draft) => void (draft.week = week))}
              options={choicesOf(weekNames)}
            />
            <ChoiceField
              label="Changes"
              value={plan.school.changes}
              onChoose={(next) => edit((draft) => void (draft.school.changes = next))}
              options={choicesOf(changes)}
            />
          </div>
          <div>
            <ChoiceField
              label="Base calibration driven"
              value={plan.school.base}
              onChoose={(next) => edit((draft) => void (draft.school.base = next))}
              options={choicesOf(bases)}
            />
            <FormControlLabel
              label="New hardware on the old file first, as a named run"
              control={
                <Checkbox
                  checked={plan.school.onOldFile}
                  onChange={(e) => edit((draft) => void (draft.school.onOldFile = e.target.checked))}
                />
              }
            />
          </div>
        </div>
      </Group>
      {order.kind === 'ring' && (
        <p className={frame.lead} role="alert">
          <StateMark state="over" size={12} /> These tasks wait for each other, so none can begin:{' '}
          {listed(order.ring)}. Take one of their needs away.
        </p>
      )}
      {faults.length > 0 && (
        <ul className={styles.stops} role="alert" aria-label="Why this order is refused">
          {faults.map((fault, i) => (
            <li key={i}>
              <StateMark state="over" size={11} /> {say(fault)}
            </li>
          ))}
        </ul>
      )}
      {plan.tasks.length === 0 && (
        <p className={frame.lead}>
          No task yet. The usual order is laid out from the parts list and the schools above; every task can
          be changed after.
        </p>
      )}
      {order.kind === 'planned' && plan.tasks.length > 0 && <TaskBars order={order} due={due} />}
      <Sortable
        items={plan.tasks}
        idOf={({ id }) => id}
        nameOf={(task) => task.name}
        onMove={(id, over) => edit((draft) => void (draft.tasks = moved(draft.tasks, id, over)))}
      >
        {(task) => {
          const row = dates.get(task.id);
          return (
            <div className={styles.task}>
              <span className={task.isDone ? styles.done : undefined}>
                <Button
                  variant="inline"
                  aria-pressed={task === chosen}
                  onClick={() => pick({ task: task.id })}
                >
                  {task.name || 'without a name'}
                </Button>
                {faulty.has(task.id) && (
                  <>
                    {' '}
                    <StateMark state="over" size={11} />
                  </>
                )}
              </span>
              <span>
                {row && !task.isDone
                  ? `${dayWords(row.from)}${row.to === row.from ? '' : ` to ${dayWords(row.to)}`}`
                  : task.isDone
                    ? 'done'
                    : ''}
              </span>
              {row && !task.isDone && (
                <small>
                  {row.isCritical ? 'critical' : `may wait ${row.slack} ${row.slack === 1 ? 'day' : 'days'}`}
                  {row.wait && `; waits for ${waitWords(row.wait)}`}
                </small>
              )}
            </div>
          );
        }}
      </Sortable>
      <div className={styles.keys}>
        <Button variant={plan.tasks.length ? 'text' : 'contained'} size="small" onClick={layOut}>
          Lay out the usual order{plan.tasks.length ? ' anew' : ''}
        </Button>
        <Button variant="outlined" size="small" disabled={plan.tasks.length >= MOST_TASKS} onClick={add}>
          Add a task
        </Button>
        {order.kind === 'planned' && plan.tasks.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              saveFile(
                writePlanCalendar({ id: store.getState().id, name }, order.rows, order.toOrder, new Date()),
                `${name} plan.ics`,
                'text/calendar',
              )
            }
          >
            Export as a calendar
          </Button>
        )}
      </div>
      {chosen && <TaskCard key={chosen.id} index={plan.tasks.indexOf(chosen)} />}
      {order.kind === 'planned' && order.toOrder.length > 0 && (
        <FigureTable
          caption="To order"
          rows={order.toOrder}
          keyOf={({ part }) => part.id}
          columns={[
            { name: 'part', cell: ({ part }) => part.name },
            {
              name: 'order by',
              cell: ({ by, isDue }) => (
                <>
                  {isDue && <StateMark state="marginal" size={11} />} {isDue ? 'today' : dayWords(by)}
                </>
              ),
            },
            { name: 'ordered today it comes', cell: ({ comes }) => dayWords(comes) },
            { name: 'supplier', text: true, cell: ({ part }) => part.supplier },
          ]}
        />
      )}
    </>
  );
}
