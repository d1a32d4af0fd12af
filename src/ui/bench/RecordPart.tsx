'use client';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import CloseIcon from '@mui/icons-material/Close';
import { useMemo, type ReactNode } from 'react';
import type { BuildRecord } from '@/core/job/schema/record';
import { lifeOutside, runLimitsOf, secondsOutside } from '@/core/studies/run-limits';
import charts from '../charts/charts.module.css';
import { dayWords, today } from '../device/today';
import { Choice } from '../fields/Choice';
import { Group, Reading } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { limitName } from '../dyno/words';
import { Photos } from '../dyno/Photos';
import { useAllLogs, useRuns } from '../dyno/useRuns';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { partStateNames, roleNames } from '../plan/words';
import styles from './bench.module.css';
import { useRecord, useWho } from './useRecord';

const VOLUME = { min: 0, max: 1 };
const TORQUE = { min: 0.1, max: 5_000 };
const ANGLE = { min: 0, max: 7 };
const TIME = { min: 0, max: 1e9 };
const findingStates = [
  { value: 'good' as const, label: 'good' },
  { value: 'watch' as const, label: 'to be watched' },
  { value: 'bad' as const, label: 'bad' },
];

type Lists = 'fluids' | 'materials' | 'torques' | 'irreversible' | 'findings';

/** Everything that was put into the engine, at which torque and clearance, by whom and when; and what its life was. */
export default function RecordPart() {
  const { record, isBegun, edit } = useRecord();
  const who = useWho();
  const plan = useJobState((s) => s.draft.plan);
  const components = useJobState((s) => s.draft.engine.components);
  const parts = (plan?.parts ?? []).filter(({ state }) => state === 'fitted' || state === 'here');
  if (!isBegun)
    return (
      <p className={frame.lead}>
        No build record yet.{' '}
        <Button variant="contained" size="small" onClick={() => edit(() => {})}>
          Begin the record
        </Button>
      </p>
    );
  const blanks: { [List in Lists]: () => BuildRecord[List][number] } = {
    fluids: () => ({ what: '', grade: '', found: null, added: null, on: today() }),
    materials: () => ({ part: '', material: '', coating: '' }),
    torques: () => ({ what: '', torque: 10, angle: 0, by: who.by, on: today() }),
    irreversible: () => ({ what: '', on: today(), by: who.by }),
    findings: () => ({ on: today(), component: '', what: '', state: 'good' as const }),
  };
  const add = <List extends Lists>(list: List) =>
    edit((draft) => void (draft[list] as BuildRecord[List][number][]).push(blanks[list]()));
  const remove = (list: Lists, i: number) => edit((draft) => void draft[list].splice(i, 1));
  const rows = <List extends Lists>(
    list: List,
    title: string,
    one: string,
    row: (path: string, i: number) => ReactNode,
  ) => (
    <Group title={title}>
      {record[list].map((_, i) => (
        <div key={i} className={styles.entry}>
          <div>{row(`record.${list}.${i}`, i)}</div>
          <IconButton size="small" aria-label={`Remove ${one} ${i + 1}`} onClick={() => remove(list, i)}>
            <CloseIcon fontSize="inherit" />
          </IconButton>
        </div>
      ))}
      <Button size="small" variant="outlined" disabled={record[list].length >= 24} onClick={() => add(list)}>
        Add {one}
      </Button>
    </Group>
  );
  return (
    <>
      <h2 className={charts.head}>
        Build record
        <small>parts with serials, torques, fluids, materials, findings; printed from the Report</small>
      </h2>
      {parts.length > 0 && (
        <FigureTable
          caption="Parts, from the parts list"
          rows={parts}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'part',
              cell: ({ name, role }) => (
                <>
                  {name}
                  <small>{roleNames[role]}</small>
                </>
              ),
            },
            { name: 'serial', text: true, cell: ({ serial }) => serial || 'none noted' },
            {
              name: 'origin',
              text: true,
              cell: ({ origin, isDoubted }) => `${origin}${isDoubted ? ' (doubted)' : ''}`,
            },
            { name: 'state', text: true, cell: ({ state }) => partStateNames[state] },
          ]}
        />
      )}
      <div className={styles.columns}>
        <div>
          {rows('fluids', 'Fluids', 'fluid', (path, i) => (
            <>
              <TextField path={`${path}.what`} label={`Fluid ${i + 1}`} most={60} placeholder="engine oil" />
              <TextField path={`${path}.grade`} label="Grade" most={80} />
              <NumberField
                path={`${path}.found`}
                label="Found"
                quantity="tankVolume"
                bound={VOLUME}
                optional
              />
              <NumberField
                path={`${path}.added`}
                label="Added"
                quantity="tankVolume"
                bound={VOLUME}
                optional
              />
              <DayField path={`${path}.on`} label="On" />
            </>
          ))}
          {rows('torques', 'Torques', 'torque', (path, i) => (
            <>
              <TextField path={`${path}.what`} label={`Fastener ${i + 1}`} most={80} />
              <NumberField path={`${path}.torque`} label="Torque" quantity="torque" bound={TORQUE} />
              <NumberField path={`${path}.angle`} label="Then by angle" quantity="angle" bound={ANGLE} />
              <TextField path={`${path}.by`} label="By" most={60} />
            </>
          ))}
          {rows('materials', 'Materials and coatings', 'material', (path, i) => (
            <>
              <TextField path={`${path}.part`} label={`Part ${i + 1}`} most={80} />
              <TextField path={`${path}.material`} label="Material" most={80} />
              <TextField path={`${path}.coating`} label="Coating" most={80} />
            </>
          ))}
        </div>
        <div>
          {rows('findings', 'Findings at inspection', 'finding', (path, i) => (
            <>
              <TextField path={`${path}.what`} label={`Finding ${i + 1}`} most={300} long />
              <Choice
                label={`Part that finding ${i + 1} is about`}
                value={record.findings[i]!.component}
                onChoose={(component) => edit((draft) => void (draft.findings[i]!.component = component))}
                options={[
                  { value: '', label: 'no part of Limits' },
                  ...(components ?? []).map(({ id, kind, name }) => ({
                    value: id,
                    label: partName({ from: 'component', id, kind, name }),
                  })),
                ]}
              />
              <Choice
                label={`State of finding ${i + 1}`}
                value={record.findings[i]!.state}
                onChoose={(state) => edit((draft) => void (draft.findings[i]!.state = state))}
                options={findingStates}
              />
              <FeedBack index={i} />
            </>
          ))}
          {rows('irreversible', 'Cannot be undone', 'change', (path, i) => (
            <>
              <TextField path={`${path}.what`} label={`Change ${i + 1}`} most={160} />
              <TextField path={`${path}.by`} label="By" most={60} />
              <DayField path={`${path}.on`} label="On" />
            </>
          ))}
          <Group title="Its life">
            <NumberField path="record.loadTime" label="Time at load" quantity="hours" bound={TIME} optional />
            <TextField path="record.calibrationFile" label="Calibration file on it" most={80} />
            <Life />
          </Group>
          <Photos
            ids={record.pictures}
            onIds={(pictures) => edit((draft) => void (draft.pictures = pictures.slice(0, 60)))}
            none="None yet: the engine as it went in."
          />
        </div>
      </div>
    </>
  );
}

/** A finding given to the part of Limits that it is about: noted there once, with its day. */
function FeedBack({ index }: { index: number }) {
  const { store } = useJob();
  const { record } = useRecord();
  const components = useJobState((s) => s.draft.engine.components);
  const { component, what, on, state } = record.findings[index]!;
  const own = (components ?? []).find(({ id }) => id === component);
  if (!own || !what.trim()) return null;
  const note = `${dayWords(on)}: ${what}`;
  if (own.note.includes(what.trim().slice(0, 80)))
    return (
      <p className={frame.foot}>
        <StateMark state={state === 'good' ? 'within' : state === 'watch' ? 'marginal' : 'over'} size={11} />{' '}
        Noted at {partName({ from: 'component', ...own })} on Limits.
      </p>
    );
  return (
    <Button
      size="small"
      onClick={() => {
        store.getState().edit((job) => {
          const its = job.engine.components?.find(({ id }) => id === component);
          if (its) its.note = [its.note, note].filter(Boolean).join('. ').slice(0, 200);
        });
        store.getState().commit();
      }}
    >
      Note it at {partName({ from: 'component', ...own })} on Limits
    </Button>
  );
}

/** Seconds over limits in all runs of the job, as they were logged. */
function Life() {
  const { answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const { figure } = useWords();
  useRuns();
  const all = useAllLogs();
  const life = useMemo(
    () =>
      all && answer
        ? lifeOutside(all.map((run) => secondsOutside(run.log, runLimitsOf(answer.build, engine, run.card))))
        : null,
    [all, answer, engine],
  );
  if (!life?.length)
    return <p className={frame.foot}>No second over a limit was logged in a run of this job.</p>;
  return life.map(({ key, part, channel, seconds }) => (
    <Reading
      key={key}
      label={limitName(part, channel)}
      hint="over its limit, all runs"
      value={figure(seconds, 'shortTime')}
    />
  ));
}
