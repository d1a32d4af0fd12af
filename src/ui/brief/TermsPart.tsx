'use client';
import IconButton from '@mui/material/IconButton';
import CloseIcon from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { fixedThings, localTopics, topicsOf } from '@/core/job/schema/brief-choices';
import type { Job } from '@/core/job/schema/job';
import { Choice } from '../fields/Choice';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { DayField } from '../fields/DayField';
import { TextField, TextInput } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import { useJobState, useJobStore } from '../store/solved';
import { fixedNames, optionsOf, placeNames, topicNames } from '../words/brief';
import styles from './brief.module.css';

type Brief = Job['brief'];
const placeOptions = optionsOf(placeNames);
const fixedOptions = fixedThings.map((value) => ({ value, label: fixedNames[value] }));
const topicOptions = localTopics.map((value) => ({ value, label: topicNames[value] }));
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
        <Group title="Customer brief">
          <TextField path="brief.customer" label="Customer" most={80} />
          <TextField
            path="brief.wish"
            label="Customer’s wording"
            most={2_000}
            long
            placeholder="as it was said, before we put figures to it"
          />
        </Group>
        <Group title="Budget and date">
          <QuantityField path="brief.budget.amount" optional />
          <ChoiceField
            path="brief.budget.currency"
            label="Currency"
            options={(currencies.includes(budget.currency)
              ? currencies
              : [budget.currency, ...currencies]
            ).map((value) => ({ value, label: value }))}
          />
          <DayField path="brief.due" label="Due date" />
        </Group>
        <Group title="Fixed parts">
          {fixed.map((one, i) => (
            <div key={i} className={fields.listRow}>
              <Choice
                label={`What may not change, ${i + 1}`}
                value={one.what}
                options={fixedOptions}
                onChoose={(what) => edit((b) => void (b.fixed[i]!.what = what))}
              />
              <TextInput
                path={`brief.fixed.${i}.note`}
                most={200}
                placeholder="why, or which rule"
                slotProps={{ input: { 'aria-label': `Why ${fixedNames[one.what]} may not change` } }}
              />
              <IconButton
                size="small"
                aria-label={`Remove ${fixedNames[one.what]}`}
                onClick={() => edit((b) => void b.fixed.splice(i, 1))}
              >
                <CloseIcon fontSize="inherit" />
              </IconButton>
            </div>
          ))}
          <div className={fields.rowKeys}>
            <Button
              variant="outlined"
              size="small"
              disabled={fixed.length >= 12}
              onClick={() =>
                edit((b) => {
                  const left = fixedThings.find((what) => !b.fixed.some((f) => f.what === what));
                  b.fixed.push({ what: left ?? 'other', note: '' });
                })
              }
            >
              Add a fixed part
            </Button>
          </div>
        </Group>
      </div>
      <div>
        <Group title="Local rules">
          <ChoiceField path="brief.local.place" label="Where it runs" options={placeOptions} />
          {local.answers.map((answer, i) => (
            <div key={i} className={styles.answer}>
              <div className={fields.listRow}>
                <Choice
                  label={`Rule ${i + 1} is about`}
                  value={answer.topic}
                  options={topicOptions}
                  onChoose={(topic) => edit((b) => void (b.local.answers[i]!.topic = topic))}
                />
                <IconButton
                  size="small"
                  aria-label={`Remove the answer on ${topicNames[answer.topic]}`}
                  onClick={() => edit((b) => void b.local.answers.splice(i, 1))}
                >
                  <CloseIcon fontSize="inherit" />
                </IconButton>
              </div>
              <TextField
                path={`brief.local.answers.${i}.answer`}
                label={`Answer on ${topicNames[answer.topic]}`}
                most={300}
                long
              />
              <TextField path={`brief.local.answers.${i}.from`} label="Answered by" most={80} />
              <DayField path={`brief.local.answers.${i}.on`} label="Answered on" />
            </div>
          ))}
          <div className={fields.rowKeys}>
            {open.map((topic) => (
              <Button
                variant="outlined"
                size="small"
                key={topic}
                onClick={() =>
                  edit((b) => void b.local.answers.push({ topic, answer: '', from: '', on: '' }))
                }
              >
                Ask about {topicNames[topic]}
              </Button>
            ))}
            <Button
              variant="outlined"
              size="small"
              disabled={local.answers.length >= 12}
              onClick={() =>
                edit((b) => void b.local.answers.push({ topic: 'other', answer: '', from: '', on: '' }))
              }
            >
              Ask about something else
            </Button>
          </div>
          <p className={styles.hint}>
            Rules differ by place. The question is asked, the answer kept as it was given; what is allowed the
            local authority says, and nothing here does.
            {open.length > 0 && ` Not asked yet: ${open.map((t) => topicNames[t]).join(', ')}.`}
          </p>
        </Group>
        <Group title="Print">
          <p className={styles.hint}>The Brief as one sheet, with room for two signatures.</p>
          <div className={fields.rowKeys}>
            <Button variant="outlined" size="small" href={`/jobs/${id}/sheet`}>
              Brief for signature
            </Button>
          </div>
        </Group>
      </div>
    </div>
  );
}
