import Button from '@mui/material/Button';
import type { PartLadder } from '@/core/plan/bill';
import charts from '../charts/charts.module.css';
import { StateMark } from '../frame/icons';
import { useWords } from '../words/useWords';
import styles from './plan.module.css';
import { useMoney, usePlan } from './usePlan';
import { roleNames } from './words';

/** Parts that would be bought twice on the way up, and what buying the later one at once costs now and saves then. */
export function Advice({ ladder }: { ladder: PartLadder }) {
  const { plan, edit } = usePlan();
  const { figure } = useWords();
  const money = useMoney();
  if (!ladder.early.length) return null;
  const part = (id: string) => plan.parts.find((one) => one.id === id);
  /** The later part from the earlier step on; the one that it makes needless leaves the list. */
  const buyAtOnce = (row: string, from: number, item: string) => {
    const before = ladder.rows.find(({ role }) => role === row)?.parts[from];
    edit((draft) => {
      const later = draft.parts.find(({ id }) => id === item);
      if (later) later.step = draft.steps[from]?.id ?? '';
      if (!before || before.id === item) return;
      draft.parts = draft.parts.filter(({ id }) => id !== before.id);
      for (const task of draft.tasks)
        task.parts = [...new Set(task.parts.map((id) => (id === before.id ? item : id)))];
    });
  };
  return (
    <>
      <h3 className={charts.head}>Bought twice</h3>
      <ul className={styles.stops}>
        {ladder.early.map(({ role, from, to, item, moreNow, saved }) => {
          const row = ladder.rows.find((one) => one.role === role)!;
          const [first, later] = [row.parts[from], part(item)];
          return (
            <li key={`${role} ${to}`}>
              <StateMark state="marginal" size={11} /> {roleNames[row.kind]}: {first?.name} at{' '}
              {figure(plan.steps[from]!.power, 'power')}, {later?.name} at{' '}
              {figure(plan.steps[to]!.power, 'power')}.{' '}
              {moreNow !== null && saved !== null
                ? `${later?.name} at once costs ${money(Math.abs(moreNow))} ${moreNow < 0 ? 'less' : 'more'} now and saves ${money(saved)} at the later step.`
                : 'A price is missing: what buying at once saves is not known.'}{' '}
              <Button size="small" onClick={() => buyAtOnce(role, from, item)}>
                Buy {later?.name} at once
              </Button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
