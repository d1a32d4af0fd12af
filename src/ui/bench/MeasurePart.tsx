'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { create } from 'zustand';
import { clearanceUses } from '@/core/job/schema/plan-choices';
import { measuringSheets, type MeasuringSheet } from '@/core/job/schema/record-choices';
import { passed, sheetOf } from '@/core/measure/definitions';
import type { SheetLine } from '@/core/measure/lines';
import { mistakenUnit } from '@/core/measure/sheets';
import type { Quantity } from '@/core/units/quantities';
import charts from '../charts/charts.module.css';
import { dayWords, today } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import styles from './bench.module.css';
import { useBoost } from './useBoost';
import { useRecord, useWho } from './useRecord';
import { Who } from './Who';
import { givenNames, lineName, passedNames, resultNames, ruleWords, sheetTitles, useNames } from './words';

/** The sheet in hand. */
export const useSheet = create<{ sheet: MeasuringSheet; show: (sheet: MeasuringSheet) => void }>((set) => ({
  sheet: 'ring-gap',
  show: (sheet) => set({ sheet }),
}));

/** As far as a reading may be off: a wrong unit is asked about, not refused. */
const ANY: Partial<Record<Quantity, { min: number; max: number }>> = {
  clearance: { min: -1, max: 1 },
  fineLength: { min: 0, max: 10 },
  chamber: { min: 0, max: 0.01 },
  force: { min: 0, max: 100_000 },
  angle: { min: -7, max: 14 },
};
const WIDE = { min: -1e6, max: 1e6 };

/** Measuring sheets: value, target, tolerance, passed or not, who, when, with what. Large enough for gloves. */
export default function MeasurePart() {
  const { setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const boost = useBoost();
  const { record, edit } = useRecord();
  const { sheet, show } = useSheet();
  const who = useWho();
  const { figure } = useWords();
  const definition = sheetOf(sheet, job, setupIndex, boost);
  const read = new Map(record.measured.filter((one) => one.sheet === sheet).map((one) => [one.line, one]));
  const given = new Map(record.given.filter((one) => one.sheet === sheet).map((one) => [one.key, one.value]));
  const put = (line: string, value: number | null) =>
    edit((draft) => {
      draft.measured = draft.measured.filter((one) => one.sheet !== sheet || one.line !== line);
      if (value !== null)
        draft.measured.push({ sheet, line, value, on: today(), by: who.by, with: who.with });
    });
  const give = (key: string, value: number | null) =>
    edit((draft) => {
      draft.given = draft.given.filter((one) => one.sheet !== sheet || one.key !== key);
      if (value !== null) draft.given.push({ sheet, key, value });
    });
  const states = definition.lines.map((line) => passed(line, read.get(line.key)?.value));
  const count = (state: (typeof states)[number]) => states.filter((one) => one === state).length;
  const wrong = count('low') + count('high');
  return (
    <>
      <h2 className={charts.head}>
        {sheetTitles[sheet]}
        <small>value, target and tolerance; who, when and with what stand with each</small>
      </h2>
      <div className={styles.columns}>
        <ChoiceField
          label="Sheet"
          value={sheet}
          onChoose={show}
          options={measuringSheets.map((value) => ({ value, label: sheetTitles[value] }))}
        />
        {sheet === 'ring-gap' && (
          <ChoiceField
            label="Use"
            value={record.use}
            onChoose={(use) => edit((draft) => void (draft.use = use))}
            options={clearanceUses.map((value) => ({ value, label: useNames[value] }))}
          />
        )}
      </div>
      <Who tool />
      <p className={frame.lead} role="status">
        {wrong > 0 ? (
          <>
            <StateMark state="over" size={13} /> {wrong} out of tolerance, {count('passed')} passed,{' '}
            {count('open')} to measure.
          </>
        ) : count('open') > 0 ? (
          `${count('passed')} of ${states.length} passed, ${count('open')} to measure.`
        ) : (
          <>
            <StateMark state="within" size={13} /> All {states.length} passed.
          </>
        )}
      </p>
      {definition.given.length > 0 && (
        <Group title="Worked out from">
          {definition.given.map(({ key, quantity, min, max, usual }) => (
            <QuantityInput
              key={`${sheet} ${key}`}
              label={givenNames[key] ?? key}
              quantity={quantity}
              bound={{ min, max }}
              optional
              value={given.get(key) ?? null}
              {...(usual !== null && !given.has(key)
                ? { instead: { text: `${figure(usual, quantity)} usual`, isFound: true } }
                : {})}
              onType={(value) => give(key, value)}
            />
          ))}
        </Group>
      )}
      <Group title="Measured">
        <div className={styles.lines}>
          {definition.lines.map((line, i) => (
            <Measured
              key={`${sheet} ${line.key}`}
              name={lineName(sheet, line)}
              line={line}
              quantity={definition.quantity(line)}
              state={states[i]!}
              read={read.get(line.key)}
              onPut={(value) => put(line.key, value)}
            />
          ))}
        </div>
      </Group>
      {definition.results.length > 0 && (
        <Group title="What follows">
          {definition.results.map(({ key, value, quantity, isAlarming }) => (
            <Reading
              key={key}
              label={resultNames[key] ?? key}
              {...(isAlarming ? { hint: 'out of the usual: look into it' } : {})}
              value={figure(value, quantity)}
            />
          ))}
        </Group>
      )}
      {sheet === 'volumes' && read.size > 0 && <TakeVolume />}
      <p className={frame.foot}>{ruleWords[sheet]}</p>
    </>
  );
}

type MeasuredProps = {
  name: string;
  line: SheetLine;
  quantity: Quantity;
  state: ReturnType<typeof passed>;
  read: { value: number; on: string; by: string; with: string } | undefined;
  onPut: (value: number | null) => void;
};

/** One reading: typed, judged, and asked about where a unit seems mistaken. */
function Measured({ name, line, quantity, state, read, onPut }: MeasuredProps) {
  const { figure } = useWords();
  const [typed, setTyped] = useState<number | null | undefined>(undefined);
  const value = typed === undefined ? (read?.value ?? null) : typed;
  const { target, low, high } = line;
  const factor = value !== null && target ? mistakenUnit(value, target) : null;
  const limits = [
    low !== null && high !== null
      ? `${figure(low, quantity)} to ${figure(high, quantity)}`
      : low !== null
        ? `at least ${figure(low, quantity)}`
        : high !== null
          ? `at most ${figure(high, quantity)}`
          : 'noted only',
  ].join('');
  return (
    <div>
      <QuantityInput
        label={name}
        hint={limits}
        quantity={quantity}
        bound={ANY[quantity] ?? WIDE}
        optional
        value={value}
        onType={setTyped}
        onLeave={() => {
          if (typed !== undefined && typed !== (read?.value ?? null)) onPut(typed);
          setTyped(undefined);
        }}
      />
      {read && (
        <p className={frame.foot}>
          {state !== 'open' && <StateMark state={state === 'passed' ? 'within' : 'over'} size={11} />}{' '}
          {passedNames[state]}
          {[dayWords(read.on), read.by, read.with].filter(Boolean).map((word) => `, ${word}`)}
        </p>
      )}
      {factor !== null && read && (
        <p className={frame.foot} role="alert">
          {figure(read.value, quantity)} is far from {figure(target!, quantity)}: was it typed in another
          unit?{' '}
          <Button size="small" onClick={() => onPut(read.value * factor)}>
            Take {figure(read.value * factor, quantity)}
          </Button>
        </p>
      )}
    </div>
  );
}

/** The mean of the measured chambers, taken for the engine's volumes. */
function TakeVolume() {
  const { store } = useJob();
  const { record } = useRecord();
  const { figure } = useWords();
  const all = record.measured.filter((one) => one.sheet === 'volumes').map(({ value }) => value);
  const mean = all.reduce((sum, one) => sum + one, 0) / all.length;
  return (
    <Button
      size="small"
      variant="outlined"
      onClick={() => {
        store.getState().edit((job) => {
          job.engine.volumes.chamber = { value: mean, confidence: 'measured' };
          job.engine.volumes.used = true;
        });
        store.getState().commit();
      }}
    >
      Take {figure(mean, 'chamber')} for the engine, its ratio from volumes
    </Button>
  );
}
