'use client';
import { healthChecks } from '@/core/decisions/health';
import type { Condition } from '@/core/job/schema/engine';
import { given } from '@/core/documents/input';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { cleanText } from '../fields/clean-text';
import fields from '../fields/fields.module.css';
import { Cross, Tick } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './engine.module.css';

const states = { open: 'not looked at', passed: 'passed', failed: 'failed' } as const;

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
        <Group title="Readings">
          <QuantityField path="engine.condition.hours" label="Hours run" optional />
          <QuantityField
            path="engine.condition.oilHotGauge"
            label="Oil pressure, hot"
            basis="gauge"
            optional
          />
          <QuantityField path="engine.condition.oilHotRpm" label="Read at" optional />
          <QuantityField path="engine.condition.blowBy" label="Blow-by" optional />
          <QuantityField
            path="engine.condition.blowByLimit"
            label="Most allowed"
            hint="the maker’s figure"
            optional
          />
          <QuantityField
            path="engine.condition.exhaustGauge"
            label="Before the silencers"
            hint="at full power, behind the turbine if there is one"
            basis="gauge"
            optional
          />
          <ChoiceField
            path="engine.condition.belts"
            label="Belts"
            options={[
              { value: 'unchecked', label: 'not looked at' },
              { value: 'good', label: 'good' },
              { value: 'failed', label: 'failed' },
            ]}
          />
        </Group>
        <Group title="Compression, gauge">
          {condition.compression.map((_, i) => (
            <QuantityField
              key={i}
              path={`engine.condition.compression.${i}`}
              label={`Cylinder ${i + 1}`}
              basis="gauge"
            />
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
            <QuantityField
              key={i}
              path={`engine.condition.leakDown.${i}`}
              label={`Leak of cylinder ${i + 1}`}
            />
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
        <Group title="What it costs the forecast">
          <QuantityField
            path="engine.condition.factor"
            label="It makes, of a sound one"
            hint="stated by you; a run of this engine has it in already"
          />
          {answer && loss > 100 && (
            <Reading
              label="So on the day’s air alone it loses"
              hint="at the goal’s speed, flywheel"
              value={figure(loss, 'power')}
            />
          )}
        </Group>
        <Group title="Weak points of its family">
          {condition.weakPoints.map((point, i) => (
            <div key={i} className={fields.listRow}>
              <input
                className={fields.text}
                aria-label={`Weak point ${i + 1}`}
                maxLength={160}
                placeholder="as the shop has noted it"
                value={point.note}
                onChange={(e) =>
                  store
                    .getState()
                    .write(`engine.condition.weakPoints.${i}.note`, cleanText(e.currentTarget.value))
                }
                onBlur={() => store.getState().commit()}
              />
              <select
                aria-label={`Weak point ${i + 1} is`}
                value={point.state}
                onChange={(e) =>
                  edit((c) => void (c.weakPoints[i]!.state = e.target.value as typeof point.state))
                }
              >
                {(Object.keys(states) as (keyof typeof states)[]).map((state) => (
                  <option key={state} value={state}>
                    {states[state]}
                  </option>
                ))}
              </select>
              <button
                type="button"
                className={fields.takeAway}
                aria-label={`Take weak point ${i + 1} out`}
                onClick={() => edit((c) => void c.weakPoints.splice(i, 1))}
              >
                ✕
              </button>
            </div>
          ))}
          <div className={fields.rowKeys}>
            <button
              type="button"
              className={fields.plainKey}
              disabled={condition.weakPoints.length >= 12}
              onClick={() => edit((c) => void c.weakPoints.push({ note: '', state: 'open' }))}
            >
              Note a weak point
            </button>
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
            every bench, and nothing that depends on it can be settled.
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
      <button type="button" className={fields.plainKey} disabled={count === cylinders} onClick={onRead}>
        Give {what} of {cylinders} {cylinders === 1 ? 'cylinder' : 'cylinders'}
      </button>
      {count > 0 && (
        <button type="button" className={fields.plainKey} onClick={onClear}>
          Clear
        </button>
      )}
    </div>
  );
}
