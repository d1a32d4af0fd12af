'use client';
import { fixedThings, localTopics, topicsOf } from '@/core/job/schema/brief-choices';
import type { Job } from '@/core/job/schema/job';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { DayField, TextField } from '../fields/TextField';
import { cleanText } from '../fields/clean-text';
import fields from '../fields/fields.module.css';
import { useJobState, useJobStore } from '../store/solved';
import { fixedNames, optionsOf, placeNames, topicNames } from '../words/brief';
import styles from './brief.module.css';

type Brief = Job['brief'];
const placeOptions = optionsOf(placeNames);
const currencies = [
  'EUR',
  'USD',
  'GBP',
  'CHF',
  'SEK',
  'NOK',
  'DKK',
  'PLN',
  'CZK',
  'JPY',
  'AUD',
  'CAD',
  'NZD',
  'ZAR',
];

/** What was agreed: the customer's words, money and date, what may not change, and what the authority said. */
export function TermsPart() {
  const store = useJobStore();
  const id = useJobState((s) => s.id);
  const { fixed, local, budget } = useJobState((s) => s.draft.brief);
  const edit = (change: (brief: Brief) => void) => {
    store.getState().edit((job) => change(job.brief));
    store.getState().commit();
  };
  const asked = new Set(local.answers.map((a) => a.topic));
  const open = topicsOf[local.place].filter((topic) => !asked.has(topic));
  return (
    <div className={styles.columns}>
      <div>
        <Group title="The wish">
          <TextField path="brief.customer" label="Customer" most={80} />
          <TextField
            path="brief.wish"
            label="In the customer’s words"
            most={2_000}
            long
            placeholder="as it was said, before we put figures to it"
          />
        </Group>
        <Group title="Money and date">
          <QuantityField path="brief.budget.amount" label="Budget" optional />
          <ChoiceField
            path="brief.budget.currency"
            label="In"
            options={(currencies.includes(budget.currency)
              ? currencies
              : [budget.currency, ...currencies]
            ).map((value) => ({ value, label: value }))}
          />
          <DayField path="brief.due" label="Wanted by" />
        </Group>
        <Group title="What may not change">
          {fixed.map((one, i) => (
            <div key={i} className={fields.listRow}>
              <select
                aria-label={`What may not change, ${i + 1}`}
                value={one.what}
                onChange={(e) => edit((b) => void (b.fixed[i]!.what = e.target.value as typeof one.what))}
              >
                {fixedThings.map((what) => (
                  <option key={what} value={what}>
                    {fixedNames[what]}
                  </option>
                ))}
              </select>
              <input
                className={fields.text}
                aria-label={`Why ${fixedNames[one.what]} may not change`}
                placeholder="why, or which rule"
                maxLength={200}
                value={one.note}
                onChange={(e) =>
                  store.getState().write(`brief.fixed.${i}.note`, cleanText(e.currentTarget.value))
                }
                onBlur={() => store.getState().commit()}
              />
              <button
                type="button"
                className={fields.takeAway}
                aria-label={`Take ${fixedNames[one.what]} out`}
                onClick={() => edit((b) => void b.fixed.splice(i, 1))}
              >
                ✕
              </button>
            </div>
          ))}
          <div className={fields.rowKeys}>
            <button
              type="button"
              className={fields.plainKey}
              disabled={fixed.length >= 12}
              onClick={() =>
                edit((b) => {
                  const left = fixedThings.find((what) => !b.fixed.some((f) => f.what === what));
                  b.fixed.push({ what: left ?? 'other', note: '' });
                })
              }
            >
              Add one
            </button>
          </div>
        </Group>
      </div>
      <div>
        <Group title="Local rules">
          <ChoiceField path="brief.local.place" label="It runs on" options={placeOptions} />
          {local.answers.map((answer, i) => (
            <div key={i} className={styles.answer}>
              <div className={fields.listRow}>
                <select
                  aria-label={`Rule ${i + 1} is about`}
                  value={answer.topic}
                  onChange={(e) =>
                    edit((b) => void (b.local.answers[i]!.topic = e.target.value as typeof answer.topic))
                  }
                >
                  {localTopics.map((topic) => (
                    <option key={topic} value={topic}>
                      {topicNames[topic]}
                    </option>
                  ))}
                </select>
                <button
                  type="button"
                  className={fields.takeAway}
                  aria-label={`Take the answer on ${topicNames[answer.topic]} out`}
                  onClick={() => edit((b) => void b.local.answers.splice(i, 1))}
                >
                  ✕
                </button>
              </div>
              <TextField
                path={`brief.local.answers.${i}.answer`}
                label={`Answer on ${topicNames[answer.topic]}`}
                most={300}
                long
              />
              <TextField path={`brief.local.answers.${i}.from`} label="Who answered" most={80} />
              <DayField path={`brief.local.answers.${i}.on`} label="On" />
            </div>
          ))}
          <div className={fields.rowKeys}>
            {open.map((topic) => (
              <button
                key={topic}
                type="button"
                className={fields.plainKey}
                onClick={() =>
                  edit((b) => void b.local.answers.push({ topic, answer: '', from: '', on: '' }))
                }
              >
                Ask about {topicNames[topic]}
              </button>
            ))}
            <button
              type="button"
              className={fields.plainKey}
              disabled={local.answers.length >= 12}
              onClick={() =>
                edit((b) => void b.local.answers.push({ topic: 'other', answer: '', from: '', on: '' }))
              }
            >
              Ask about something else
            </button>
          </div>
          <p className={styles.hint}>
            Rules differ by place. The question is asked, the answer kept as it was given; what is allowed the
            local authority says, and nothing here does.
            {open.length > 0 && ` Not asked yet: ${open.map((t) => topicNames[t]).join(', ')}.`}
          </p>
        </Group>
        <Group title="On paper">
          <p className={styles.hint}>The Brief as one sheet, with room for two signatures.</p>
          <div className={fields.rowKeys}>
            <a className={fields.plainKey} href={`/jobs/${id}/sheet`}>
              The sheet for signature
            </a>
          </div>
        </Group>
      </div>
    </div>
  );
}
