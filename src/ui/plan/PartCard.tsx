import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { PlanPart } from '@/core/job/schema/plan';
import charts from '../charts/charts.module.css';
import { today } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import { useWords } from '../words/useWords';
import styles from './plan.module.css';
import { usePlan } from './usePlan';
import { approvalNames, choicesOf, partStateNames, roleNames } from './words';

const PRICE = { min: 0, max: 10_000_000 };
const COUNT = { min: 1, max: 999 };
const DAYS = { min: 0, max: 730 };
const HEIGHT = { min: 0, max: 3 };
const REACH = { min: 0, max: 0.1 };

const ticks = [
  ['isInStock', 'In stock'],
  ['isDoubted', 'Doubted to be genuine'],
  ['worksEarlier', 'Works on an earlier step too'],
] as const;

/** The part in hand. */
export function PartCard({ index }: { index: number }) {
  const { plan, edit } = usePlan();
  const { figure } = useWords();
  const part = plan.parts[index]!;
  const path = `plan.parts.${index}`;
  const set = (change: (part: PlanPart) => void) => edit((draft) => change(draft.parts[index]!));
  const remove = () =>
    edit((draft) => {
      draft.parts.splice(index, 1);
      for (const task of draft.tasks) task.parts = task.parts.filter((id) => id !== part.id);
    });
  return (
    <>
      <h3 className={charts.head}>{part.name || 'A part without a name'}</h3>
      <div className={styles.columns}>
        <Group title="What it is">
          <TextField path={`${path}.name`} label="Part" most={80} />
          <ChoiceField path={`${path}.role`} label="Kind" options={choicesOf(roleNames)} />
          <ChoiceField
            label="From the step to"
            value={part.step}
            onChoose={(step) => set((one) => void (one.step = step))}
            options={[
              { value: '', label: plan.steps.length ? 'the first' : 'no steps yet' },
              ...plan.steps.map(({ id, power }) => ({ value: id, label: figure(power, 'power') })),
            ]}
          />
          <NumberField path={`${path}.count`} label="Pieces" quantity="count" bound={COUNT} whole />
          <NumberField
            path={`${path}.price`}
            label="Price of one"
            hint="job’s currency"
            quantity="money"
            bound={PRICE}
            optional
          />
          <NumberField
            path={`${path}.height`}
            label="Room it needs above the engine"
            quantity="fineLength"
            bound={HEIGHT}
            optional
          />
          <NumberField
            path={`${path}.reach`}
            label="Reach of the thread"
            hint="of a plug"
            quantity="fineLength"
            bound={REACH}
            optional
          />
        </Group>
        <Group title="Where it stands">
          <ChoiceField
            label="State"
            value={part.state}
            onChoose={(state) =>
              set((one) => {
                one.state = state;
                if (state === 'ordered' && !one.orderedOn) one.orderedOn = today();
              })
            }
            options={choicesOf(partStateNames)}
          />
          {part.state === 'ordered' && <DayField path={`${path}.orderedOn`} label="Ordered on" />}
          <TextField path={`${path}.supplier`} label="Supplier" most={120} />
          <NumberField
            path={`${path}.leadDays`}
            label="Lead time"
            hint="calendar days"
            quantity="count"
            bound={DAYS}
            whole
          />
          <TextField path={`${path}.serial`} label="Serial number" most={60} />
          <TextField path={`${path}.origin`} label="Origin" most={160} placeholder="where it came from" />
          <ChoiceField path={`${path}.approval`} label="May be used for" options={choicesOf(approvalNames)} />
          <TextField
            path={`${path}.region`}
            label="Where that was said"
            most={60}
            placeholder="country, class"
          />
          {ticks.map(([key, label]) => (
            <FormControlLabel
              key={key}
              label={label}
              control={
                <Checkbox
                  checked={part[key]}
                  onChange={(e) => set((one) => void (one[key] = e.target.checked))}
                />
              }
            />
          ))}
          <Button size="small" onClick={remove}>
            Remove {part.name || 'this part'}
          </Button>
        </Group>
      </div>
    </>
  );
}
