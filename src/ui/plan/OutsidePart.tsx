'use client';
import Button from '@mui/material/Button';
import { trades, type Trade } from '@/core/job/schema/plan-choices';
import type { OutsideSheet } from '@/core/job/schema/plan';
import { outsideLines } from '@/core/plan/outside';
import charts from '../charts/charts.module.css';
import { today, dayWords } from '../device/today';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { HeadChoice } from './HeadChoice';
import styles from './plan.module.css';
import { usePicked, usePlan } from './usePlan';
import { outsideNames, tradeNames } from './words';

const DAYS = { min: 0, max: 730 };
const VERSION = { min: 1, max: 99 };

/** Sheets for makers: what the job knows, what they were asked and what they answered. */
export default function OutsidePart() {
  const { plan, edit } = usePlan();
  const { sheet: picked, pick } = usePicked();
  const chosen = plan.outside.find(({ id }) => id === picked) ?? plan.outside[0];
  const add = (trade: Trade) => {
    const id = crypto.randomUUID();
    edit(
      (draft) =>
        void draft.outside.push({
          ...{ id, trade, maker: '', version: 1, sentOn: '', answeredOn: '', days: 21, answer: '' },
          ...{ filed: [], questions: [], alternatives: [] },
        }),
    );
    pick({ sheet: id });
  };
  return (
    <>
      <h2 className={charts.head}>
        Outside work
        <small>a sheet for each maker with loads, speeds, masses and geometry of this job</small>
      </h2>
      {plan.outside.length === 0 ? (
        <p className={frame.lead}>No sheet yet: choose a maker’s trade.</p>
      ) : (
        <FigureTable
          caption="Sheets"
          unseen
          rows={plan.outside}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'sheet',
              cell: (sheet) => (
                <Button
                  variant="inline"
                  aria-pressed={sheet === chosen}
                  onClick={() => pick({ sheet: sheet.id })}
                >
                  {tradeNames[sheet.trade]}
                </Button>
              ),
            },
            { name: 'maker', text: true, cell: ({ maker }) => maker },
            { name: 'version', cell: ({ version }) => String(version) },
            { name: 'sent', cell: ({ sentOn }) => dayWords(sentOn) || 'not yet' },
            {
              name: 'answered',
              cell: ({ answeredOn, questions }) => {
                const open = questions.filter(({ answer }) => !answer.trim()).length;
                return (
                  <>
                    {dayWords(answeredOn) || 'not yet'}
                    {open > 0 && (
                      <small>
                        {open} {open === 1 ? 'question' : 'questions'} open
                      </small>
                    )}
                  </>
                );
              },
            },
            { name: 'takes', cell: ({ days }) => `${days} days` },
          ]}
        />
      )}
      <div className={styles.keys}>
        {trades.map((trade) => (
          <Button
            key={trade}
            variant="outlined"
            size="small"
            disabled={plan.outside.length > 23}
            onClick={() => add(trade)}
          >
            {tradeNames[trade]}
          </Button>
        ))}
      </div>
      {chosen && <SheetCard key={chosen.id} index={plan.outside.indexOf(chosen)} />}
    </>
  );
}

/** One sheet: its lines, then what was sent, asked and answered. */
function SheetCard({ index }: { index: number }) {
  const { answer, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan, edit } = usePlan();
  const { figure } = useWords();
  const sheet = plan.outside[index]!;
  const path = `plan.outside.${index}`;
  const set = (change: (sheet: OutsideSheet) => void) => edit((draft) => change(draft.outside[index]!));
  const lines = answer ? outsideLines(sheet.trade, job, answer.build, answer.sweep, setupIndex) : [];
  const unknown = lines.filter(({ value }) => value === null);
  /** The answer of this version goes on file and the next version is begun. */
  const file = () =>
    set((one) => {
      one.filed.push({ version: one.version, on: one.answeredOn || today(), answer: one.answer });
      one.version += 1;
      one.answer = '';
      one.answeredOn = '';
      one.sentOn = '';
    });
  return (
    <>
      <h3 className={charts.head}>
        {tradeNames[sheet.trade]}
        <small>setup {job.setups[setupIndex]!.letter}, worked out from the job as it stands</small>
      </h3>
      <FigureTable
        caption="What the maker is told"
        unseen
        headless
        rows={lines.filter(({ value }) => value !== null)}
        keyOf={({ key }) => key}
        columns={[
          { name: 'line', cell: ({ key }) => outsideNames[key] },
          {
            name: 'figure',
            cell: ({ value, quantity, basis }) =>
              `${figure(value!, quantity)}${quantity === 'boost' ? ' gauge' : basis === 'abs' ? ' abs' : ''}`,
          },
        ]}
      />
      {unknown.length > 0 && (
        <p className={frame.lead}>
          <StateMark state="marginal" size={11} /> Not in the job, so the maker will ask:{' '}
          {unknown.map(({ key }) => outsideNames[key].toLowerCase()).join(', ')}.
        </p>
      )}
      <div className={styles.columns}>
        <Group title="Sent and answered">
          <TextField path={`${path}.maker`} label="Maker" most={80} />
          <NumberField path={`${path}.version`} label="Version" quantity="count" bound={VERSION} whole />
          <DayField path={`${path}.sentOn`} label="Sent on" />
          <NumberField
            path={`${path}.days`}
            label="Takes"
            hint="calendar days"
            quantity="count"
            bound={DAYS}
            whole
          />
          <DayField path={`${path}.answeredOn`} label="Answered on" />
          <TextField path={`${path}.answer`} label="Answer" most={2_000} long />
          <Button size="small" variant="outlined" disabled={!sheet.answer.trim()} onClick={file}>
            File this answer and begin version {sheet.version + 1}
          </Button>
          {sheet.filed.map(({ version, on, answer: said }) => (
            <p key={version} className={frame.foot}>
              Version {version}, {dayWords(on)}: {said}
            </p>
          ))}
          <Button size="small" onClick={() => edit((draft) => void draft.outside.splice(index, 1))}>
            Remove this sheet
          </Button>
        </Group>
        <Group title="Questions">
          {sheet.questions.map((_, i) => (
            <div key={i}>
              <TextField path={`${path}.questions.${i}.asked`} label={`Question ${i + 1}`} most={200} />
              <TextField path={`${path}.questions.${i}.answer`} label={`Answer ${i + 1}`} most={300} />
            </div>
          ))}
          <div className={styles.keys}>
            <Button
              size="small"
              variant="outlined"
              disabled={sheet.questions.length > 19}
              onClick={() => set((one) => void one.questions.push({ asked: '', answer: '' }))}
            >
              Add a question
            </Button>
            {sheet.questions.length > 0 && (
              <Button size="small" onClick={() => set((one) => void one.questions.pop())}>
                Remove the last
              </Button>
            )}
          </div>
          {sheet.trade === 'head' && <HeadChoice index={index} />}
        </Group>
      </div>
      <Button size="small" onClick={() => window.print()}>
        Print this sheet
      </Button>
    </>
  );
}
