import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { guards } from '@/core/job/schema/plan-choices';
import type { PlanTask } from '@/core/job/schema/plan';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import { useWords } from '../words/useWords';
import styles from './plan.module.css';
import { usePlan } from './usePlan';
import { choicesOf, guardNames, placeNames, taskKindNames, tradeNames } from './words';

const DAYS = { min: 0, max: 250 };

/** The task in hand: how long, what it needs, what it drives. */
export function TaskCard({ index }: { index: number }) {
  const { plan, edit } = usePlan();
  const { figure } = useWords();
  const task = plan.tasks[index]!;
  const path = `plan.tasks.${index}`;
  const set = (change: (task: PlanTask) => void) => edit((draft) => change(draft.tasks[index]!));
  const toggle = (list: string[], id: string, isIn: boolean) =>
    isIn ? [...list, id] : list.filter((one) => one !== id);
  const remove = () =>
    edit((draft) => {
      draft.tasks.splice(index, 1);
      for (const other of draft.tasks) other.needs = other.needs.filter((id) => id !== task.id);
    });
  const needs: {
    key: 'needs' | 'parts' | 'outside';
    title: string;
    options: { id: string; name: string }[];
  }[] = [
    { key: 'needs', title: 'Tasks before it', options: plan.tasks.filter(({ id }) => id !== task.id) },
    { key: 'parts', title: 'Parts it needs', options: plan.parts },
    {
      key: 'outside',
      title: 'Outside work it needs',
      options: plan.outside.map(({ id, trade, maker }) => ({
        id,
        name: [tradeNames[trade], maker].filter(Boolean).join(', '),
      })),
    },
  ];
  return (
    <>
      <h3 className={charts.head}>{task.name || 'A task without a name'}</h3>
      <div className={styles.columns}>
        <Group title="The task">
          <TextField path={`${path}.name`} label="Task" most={100} />
          <ChoiceField path={`${path}.kind`} label="Sort" options={choicesOf(taskKindNames)} />
          <NumberField
            path={`${path}.days`}
            label="Duration"
            hint="days of work"
            quantity="count"
            bound={DAYS}
            whole
          />
          <ChoiceField path={`${path}.place`} label="Needs" options={choicesOf(placeNames)} />
          {task.place !== 'shop' && <DayField path={`${path}.placeOn`} label="On or after" />}
          <ChoiceField
            label="Drives the step to"
            value={task.drives}
            onChoose={(step) => set((one) => void (one.drives = step))}
            options={[
              { value: '', label: 'none' },
              ...plan.steps.map(({ id, power }) => ({ value: id, label: figure(power, 'power') })),
            ]}
          />
          <TextField path={`${path}.note`} label="Note" most={300} />
          <FormControlLabel
            label="Done"
            control={
              <Checkbox
                checked={task.isDone}
                onChange={(e) => set((one) => void (one.isDone = e.target.checked))}
              />
            }
          />
          <Button size="small" onClick={remove}>
            Remove this task
          </Button>
        </Group>
        <div>
          {needs.map(
            ({ key, title, options }) =>
              options.length > 0 && (
                <Group key={key} title={title}>
                  {options.map(({ id, name }) => (
                    <FormControlLabel
                      key={id}
                      label={name || 'without a name'}
                      control={
                        <Checkbox
                          checked={task[key].includes(id)}
                          onChange={(e) =>
                            set(
                              (one) => void (one[key] = toggle(one[key], id, e.target.checked).slice(0, 30)),
                            )
                          }
                        />
                      }
                      sx={{ display: 'flex' }}
                    />
                  ))}
                </Group>
              ),
          )}
          <Group title="What it brings, besides its parts">
            {guards.map((guard) => (
              <FormControlLabel
                key={guard}
                label={guardNames[guard]}
                control={
                  <Checkbox
                    checked={task.brings.includes(guard)}
                    onChange={(e) =>
                      set((one) => {
                        one.brings = e.target.checked
                          ? [...one.brings, guard]
                          : one.brings.filter((its) => its !== guard);
                      })
                    }
                  />
                }
              />
            ))}
          </Group>
        </div>
      </div>
    </>
  );
}
