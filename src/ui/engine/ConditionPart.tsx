'use client';
import IconButton from '@mui/material/IconButton';
import CloseIcon from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { healthChecks } from '@/core/decisions/health';
import type { Condition } from '@/core/job/schema/engine';
import { given } from '@/core/documents/input';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { Choice } from '../fields/Choice';
import { TextInput } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import { Cross, Tick } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { RecordPart } from './RecordPart';
import styles from './engine.module.css';

const states = [
  { value: 'open', label: 'not checked' },
  { value: 'passed', label: 'passed' },
  { value: 'failed', label: 'failed' },
] as const;

/** What the engine is like today: readings, the weak points of its family, and what it costs the forecast. */
export default function ConditionPart() {
  const { figure } = useWords();
  const { store, answer } = useJob();
  const { condition, cylinders } = useJobState((s) => s.draft.engine);
  const edit = (change: (condition: Condition) => void) => {
    store.getState().edit((job) => change(job.engine.condition));
    store.getState().commit();
  };
  const checks = healthChecks(condition);
  const loss = answer ? answer.sweep.goalPoint.alonePower * (1 / answer.build.condition - 1) : 0;
  const readEach = (key: 'compression' | 'leakDown', start: number) =>
    edit((c) => {
      c[key] = Array.from({ length: cylinders.value }, () => given(start, 'measured'));
    });
  return (
    <div className={styles.columns}>
      <div>
        <RecordPart />
        <Group title="Readings">
          <QuantityField path="engine.condition.hours" optional />
          <QuantityField path="engine.condition.oilHotGauge" basis="gauge" optional />
          <QuantityField path="engine.condition.oilHotRpm" optional />
          <QuantityField path="engine.condition.blowBy" optional />
          <QuantityField path="engine.condition.blowByLimit" hint="the maker’s figure" optional />
          <QuantityField
            path="engine.condition.exhaustGauge"
            hint="at full power, behind the turbine if there is one"
            basis="gauge"
            optional
          />
          <ChoiceField
            path="engine.condition.belts"
            label="Drive belts"
            options={[
              { value: 'unchecked', label: 'not checked' },
              { value: 'good', label: 'good' },
              { value: 'failed', label: 'failed' },
            ]}
          />
        </Group>
        <Group title="Compression test, gauge">
          {condition.compression.map((_, i) => (
            <QuantityField key={i} path={`engine.condition.compression.${i}`} basis="gauge" />
          ))}
          <Fill
            count={condition.compression.length}
            cylinders={cylinders.value}
            what="compression"
            onRead={() => readEach('compression', 1_100_000)}
            onClear={() => edit((c) => void (c.compression = []))}
          />
        </Group>
        <Group title="Leak-down">
          {condition.leakDown.map((_, i) => (
            <QuantityField key={i} path={`engine.condition.leakDown.${i}`} />
          ))}
          <Fill
            count={condition.leakDown.length}
            cylinders={cylinders.value}
            what="leak-down"
            onRead={() => readEach('leakDown', 0.08)}
            onClear={() => edit((c) => void (c.leakDown = []))}
          />
        </Group>
      </div>
      <div>
        <Group title="Effect on the forecast">
          <QuantityField
            path="engine.condition.factor"
            hint="stated by you; a run of this engine has it in already"
          />
          {answer && loss > 100 && (
            <Reading
              label="NA power lost"
              hint="at the goal’s speed, flywheel"
              value={figure(loss, 'power')}
            />
          )}
        </Group>
        <Group title="Known weak points">
          {condition.weakPoints.map((point, i) => (
            <div key={i} className={fields.listRow}>
              <TextInput
                path={`engine.condition.weakPoints.${i}.note`}
                most={160}
                placeholder="as the shop has noted it"
                slotProps={{ input: { 'aria-label': `Weak point ${i + 1}` } }}
              />
              <Choice
                label={`Weak point ${i + 1} is`}
                value={point.state}
                options={states}
                onChoose={(state) => edit((c) => void (c.weakPoints[i]!.state = state))}
              />
              <IconButton
                size="small"
                aria-label={`Remove weak point ${i + 1}`}
                onClick={() => edit((c) => void c.weakPoints.splice(i, 1))}
              >
                <CloseIcon fontSize="inherit" />
              </IconButton>
            </div>
          ))}
          <div className={fields.rowKeys}>
            <Button
              variant="outlined"
              size="small"
              disabled={condition.weakPoints.length >= 12}
              onClick={() => edit((c) => void c.weakPoints.push({ note: '', state: 'open' }))}
            >
              Add a weak point
            </Button>
          </div>
        </Group>
        <section className={styles.school} aria-label="Checks">
          <h3>Checks</h3>
          {checks.length === 0 && <p>Nothing was read yet: give a reading, and it is judged here.</p>}
          <ul>
            {checks.map((check, i) => (
              <li key={i} className={check.state === 'failed' ? styles.off : undefined}>
                {check.state === 'failed' ? <Cross size={10} /> : <Tick size={10} />}{' '}
                <Say reason={check.reason} />
              </li>
            ))}
          </ul>
          <p>
            Usual limits, common practice: cylinders within 15 %, leak-down 20 %, hot oil 10 psi per 1,000
            rpm, 20 kPa before the silencers. A maker’s own figure goes before them. What failed is said on
            every bench, and nothing that depends on it can be signed off.
          </p>
        </section>
      </div>
    </div>
  );
}

type FillProps = {
  count: number;
  cylinders: number;
  what: string;
  onRead: () => void;
  onClear: () => void;
};

/** One reading for each cylinder, or none. */
function Fill({ count, cylinders, what, onRead, onClear }: FillProps) {
  return (
    <div className={fields.rowKeys}>
      <Button variant="outlined" size="small" disabled={count === cylinders} onClick={onRead}>
        Give {what} of {cylinders} {cylinders === 1 ? 'cylinder' : 'cylinders'}
      </Button>
      {count > 0 && (
        <Button variant="outlined" size="small" onClick={onClear}>
          Clear
        </Button>
      )}
    </div>
  );
}
