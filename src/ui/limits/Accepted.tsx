import Button from '@mui/material/Button';
import { useState } from 'react';
import type { LimitRow } from '@/core/limits/judge';
import { today } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { limitWords } from './say';

/** How much more of a limit may be used before a decision has to be asked for again. */
const MORE = 0.01;

/** What the owner has decided to run over its limit, with name, day and wording. */
export function Accepted({ rows }: { rows: LimitRow[] }) {
  const words = useWords();
  const { figure } = words;
  const { store, setupIndex } = useJob();
  const accepted = useJobState((s) => s.draft.setups[setupIndex]!.accepted);
  const [chosen, choose] = useState('');
  const records = accepted ?? [];
  const open = rows.filter(({ key }) => !records.some(({ limit }) => limit === key));
  const edit = (change: (its: NonNullable<typeof accepted>) => void) => {
    store.getState().edit((job) => {
      const setup = job.setups[setupIndex]!;
      const its = setup.accepted ?? [];
      change(its);
      if (its.length) setup.accepted = its;
      else delete setup.accepted;
    });
    store.getState().commit();
  };
  const record = (key: string) => {
    const row = rows.find((one) => one.key === key);
    if (!row) return;
    edit((its) =>
      its.push({
        limit: key,
        use: Math.min(100, row.peak.use),
        wording:
          `${partName(row.part)} run at ${figure(row.peak.use, 'share')} of ${limitWords(row, words)}.`.slice(
            0,
            400,
          ),
        by: '',
        on: today(),
      }),
    );
    choose('');
  };
  if (!rows.length && !records.length) return null;
  return (
    <Group title="Run over a limit">
      {records.map(({ limit, use, by }, i) => {
        const row = rows.find(({ key }) => key === limit);
        const path = `setups.${setupIndex}.accepted.${i}`;
        return (
          <div key={limit}>
            <TextField path={`${path}.wording`} label={`Decision ${i + 1}`} most={400} long />
            <TextField path={`${path}.by`} label="Decided by" most={80} placeholder="the owner’s name" />
            <DayField path={`${path}.on`} label="On" />
            <p className={frame.foot} role={row && row.peak.use > use + MORE ? 'alert' : undefined}>
              {!row
                ? 'The limit is no longer passed.'
                : row.peak.use > use + MORE
                  ? `Decided at ${figure(use, 'share')}, now ${figure(row.peak.use, 'share')}: ask again.`
                  : by.trim()
                    ? `Decided at ${figure(use, 'share')} of the limit.`
                    : 'Not decided until a name stands here.'}
            </p>
            <Button size="small" onClick={() => edit((its) => its.splice(i, 1))}>
              Remove decision {i + 1}
            </Button>
          </div>
        );
      })}
      {open.length > 0 && (
        <ChoiceField
          label="Record the owner’s decision"
          value={chosen}
          onChoose={record}
          options={[
            { value: '', label: 'limit that is passed' },
            ...open.map((row) => ({
              value: row.key,
              label: `${partName(row.part)}, ${figure(row.peak.use, 'share')}`,
            })),
          ]}
        />
      )}
    </Group>
  );
}
