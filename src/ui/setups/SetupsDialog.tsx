'use client';
import Checkbox from '@mui/material/Checkbox';
import Radio from '@mui/material/Radio';
import FormControlLabel from '@mui/material/FormControlLabel';
import Input from '@mui/material/Input';
import Table from '@mui/material/Table';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableCell from '@mui/material/TableCell';
import TableBody from '@mui/material/TableBody';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { comparedFigure, peakOf, type Where } from '@/core/workings/compare';
import { figures, type FigureId } from '@/core/workings/figures';
import { nearestFifty } from '@/core/units/nearest';
import { MOST_SETUPS } from '@/core/job/setups';
import type { Setup } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import { StateMark } from '../frame/icons';
import { QuantityInput } from '../fields/QuantityInput';
import { MOST_DRAWN, useJob, useJobState, type Answer } from '../store/solved';
import { figureNames } from '../words/figures';
import { Say } from '../words/Say';
import { differingInputs } from '../words/setups';
import { useWords } from '../words/useWords';
import { LineSample } from './dashes';
import { useSetups } from './useSetups';
import { Sheet } from '../frame/Sheet';
import styles from './setups.module.css';

type Solved = Pick<Answer, 'build' | 'sweep'> | null;
type Column = { setup: Setup; index: number; slot: number | null; answer: Solved };

const atGoal: FigureId[] = [
  'power',
  'torque',
  'air-flow',
  'manifold-pressure',
  'boost',
  'pressure-ratio',
  'outlet-temperature',
  'charge-temperature',
  'compressor-power',
  'efficiency',
  'surge-margin',
  'edge-room',
  'turbine-inlet-pressure',
  'turbine-inlet-temperature',
  'back-pressure-gauge',
  'gate-share',
];
const atPeak: FigureId[] = ['power', 'boost', 'pressure-ratio', 'efficiency'];
const atRedLine: FigureId[] = [
  'power',
  'torque',
  'boost',
  'pressure-ratio',
  'outlet-temperature',
  'speed-share',
  'edge-room',
];
const averaged: FigureId[] = ['power', 'torque', 'boost', 'air-flow'];

/** Every setup of the job side by side: what differs in it, and what that comes to. */
export default function SetupsDialog({ onClose }: { onClose: () => void }) {
  const { setupIndex, setSetup, drawn, answerOf, toggleDrawn } = useJob();
  const job = useJobState((s) => s.draft);
  const { refusal, add, remove, restore, drop } = useSetups();
  const columns = useMemo<Column[]>(
    () =>
      job.setups.map((setup, index) => ({
        setup,
        index,
        slot: drawn.find((d) => d.setup.id === setup.id)?.slot ?? null,
        answer: answerOf(index),
      })),
    [job.setups, drawn, answerOf],
  );
  const selected = job.setups[setupIndex]!;
  const isFull = job.setups.length >= MOST_SETUPS;
  return (
    <Sheet
      title="Compare setups"
      note={
        <>
          differences against {selected.letter}, the selected one; at most {MOST_DRAWN} are drawn at once
        </>
      }
      width="wide"
      onClose={onClose}
      actions={
        <>
          <Button
            variant="outlined"
            disabled={isFull}
            onClick={() => {
              const index = add(selected.id);
              if (index >= 0) setSetup(index);
            }}
          >
            {isFull ? 'Six setups: no more' : `Add a setup from ${selected.letter}`}
          </Button>
          <Button variant="contained" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      {refusal && (
        <p role="alert" className={styles.bad}>
          {refusal}
        </p>
      )}
      <div className={styles.scroll}>
        <Table className={styles.table}>
          <caption className="unseen">Compare setups</caption>
          <TableHead>
            <TableRow>
              <TableCell />
              {columns.map((c) => (
                <Head
                  key={c.setup.id}
                  column={c}
                  isSelected={c.index === setupIndex}
                  isOnly={columns.length === 1}
                  onSelect={() => setSetup(c.index)}
                  onDraw={() => toggleDrawn(c.index)}
                  onDelete={() => remove(c.setup.id)}
                />
              ))}
            </TableRow>
          </TableHead>
          <Inputs columns={columns} />
          <Figures columns={columns} setupIndex={setupIndex} />
        </Table>
      </div>
      {job.bin.length > 0 && (
        <section className={styles.bin} aria-label="Deleted setups">
          <h3>In this job’s bin</h3>
          <ul>
            {[...job.bin].reverse().map((setup) => (
              <li key={setup.id}>
                {setup.letter} {setup.name}{' '}
                <Button variant="inline" onClick={() => restore(setup.id)}>
                  restore
                </Button>{' '}
                <Button variant="inline" onClick={() => drop(setup.id)}>
                  delete permanently
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Sheet>
  );
}

type HeadProps = {
  column: Column;
  isSelected: boolean;
  isOnly: boolean;
  onSelect: () => void;
  onDraw: () => void;
  onDelete: () => void;
};

/** A setup's name, line, verdict and what can be done with it. */
function Head({ column: { setup, index, slot, answer }, isSelected, isOnly, ...act }: HeadProps) {
  const { store } = useJob();
  const [typed, setTyped] = useState<string | null>(null);
  const verdict = answer?.sweep.goal;
  const leave = () => {
    const name = typed?.trim();
    setTyped(null);
    if (!name || name === setup.name) return;
    store.getState().write(`setups.${index}.name`, name);
    store.getState().commit();
  };
  return (
    <TableCell component="th" scope="col" aria-current={isSelected || undefined} className={styles.head}>
      <div className={styles.line}>
        <LineSample slot={slot} />
        <b>{setup.letter}</b>
        <Input
          value={typed ?? setup.name}
          slotProps={{ input: { 'aria-label': `Name of setup ${setup.letter}`, maxLength: 60 } }}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={leave}
          onKeyDown={(e) => {
            if (e.key === 'Enter') leave();
            if (e.key === 'Escape') {
              e.stopPropagation();
              setTyped(null);
            }
          }}
        />
      </div>
      <p className={styles[verdict?.state ?? 'over']}>
        <StateMark state={verdict?.state ?? 'over'} size={11} />{' '}
        {verdict ? <Say reason={verdict.short} form="short" /> : 'contradicts itself'}
      </p>
      <div className={styles.acts}>
        <FormControlLabel
          label="selected"
          control={
            <Radio
              size="small"
              name="selected-setup"
              checked={isSelected}
              onChange={act.onSelect}
              slotProps={{ input: { 'aria-label': `Select setup ${setup.letter}` } }}
            />
          }
        />
        <FormControlLabel
          label="drawn"
          control={
            <Checkbox
              size="small"
              checked={slot !== null}
              disabled={isSelected}
              onChange={act.onDraw}
              slotProps={{ input: { 'aria-label': `Draw setup ${setup.letter}` } }}
            />
          }
        />
        <Button
          variant="inline"
          disabled={isOnly}
          aria-label={`Delete setup ${setup.letter}, to the bin`}
          onClick={act.onDelete}
        >
          delete
        </Button>
      </div>
    </TableCell>
  );
}

function Inputs({ columns }: { columns: Column[] }) {
  const words = useWords();
  const { items, heads } = useJob();
  const job = useJobState((s) => s.draft);
  const lines = useMemo(() => {
    const documentOf = ({ id, revision }: Ref) =>
      items.find((i) => i.id === id && i.revision === revision)?.document;
    return differingInputs(words, job, {
      part: (ref) => {
        const name = documentOf(ref)?.name ?? heads?.find((h) => h.id === ref.id)?.name ?? ref.id;
        return ref.revision > 1 ? `${name}, revision ${ref.revision}` : name;
      },
      housing: (turbine, index) => {
        const document = documentOf(turbine);
        const name = document?.kind === 'turbine' ? document.housings[index]?.name : undefined;
        return name ?? `no. ${index + 1}`;
      },
    });
  }, [words, job, items, heads]);
  return (
    <TableBody>
      <TableRow className={styles.group}>
        <TableCell component="th" scope="rowgroup" colSpan={columns.length + 1}>
          Inputs that differ
        </TableCell>
      </TableRow>
      {lines.map((line) => (
        <TableRow key={line.key}>
          <TableCell component="th" scope="row">
            {line.name}
          </TableCell>
          {line.texts.map((text, i) => (
            <TableCell key={columns[i]!.setup.id}>{text}</TableCell>
          ))}
        </TableRow>
      ))}
      {lines.length === 0 && (
        <TableRow>
          <TableCell colSpan={columns.length + 1} className={styles.none}>
            {columns.length === 1
              ? 'One setup so far: add another from it, change what it should do better, and both stand here.'
              : 'None: these setups are alike.'}
          </TableCell>
        </TableRow>
      )}
    </TableBody>
  );
}

function Figures({ columns, setupIndex }: { columns: Column[]; setupIndex: number }) {
  const { figure } = useWords();
  const own = columns[setupIndex]?.answer ?? null;
  const build = own?.build;
  const [from, setFrom] = useState<number | null>(null);
  const [to, setTo] = useState<number | null>(null);
  if (!build) return null;
  const { idleRpm, redLineRpm, boost, goal } = build;
  const fromRpm = from ?? boost.fullRpm;
  const toRpm = to ?? redLineRpm;
  const speeds = { min: idleRpm, max: redLineRpm };
  const rows = (where: Where, ids: FigureId[]) =>
    ids.map((id) => <Row key={id} id={id} where={where} columns={columns} setupIndex={setupIndex} />);
  const heading = (title: React.ReactNode) => (
    <TableRow className={styles.group}>
      <TableCell component="th" scope="rowgroup" colSpan={columns.length + 1}>
        {title}
      </TableCell>
    </TableRow>
  );
  return (
    <>
      <TableBody>
        {heading(`At the goal’s speed, ${figure(goal.speedRpm, 'engineSpeed')}`)}
        {rows({ kind: 'goal' }, atGoal)}
      </TableBody>
      {columns.some((c) => c.answer?.sweep.turbo) && (
        <TableBody>
          {heading('Over the revs')}
          <TableRow>
            <TableCell component="th" scope="row">
              Boost threshold
            </TableCell>
            {columns.map((c) => (
              <TableCell key={c.setup.id}>
                {figure(nearest(c.answer?.sweep.turbo?.threshold), 'engineSpeed')}
              </TableCell>
            ))}
          </TableRow>
          <TableRow>
            <TableCell component="th" scope="row">
              Full boost from
            </TableCell>
            {columns.map((c) => (
              <TableCell key={c.setup.id}>
                {figure(nearest(c.answer?.sweep.turbo?.fullFrom), 'engineSpeed')}
              </TableCell>
            ))}
          </TableRow>
        </TableBody>
      )}
      <TableBody>
        {heading('At each one’s own peak of power')}
        <TableRow>
          <TableCell component="th" scope="row">
            Speed of the peak
          </TableCell>
          {columns.map((c) => (
            <TableCell key={c.setup.id}>
              {figure(c.answer ? peakOf(c.answer, 'power')?.speedRpm : null, 'engineSpeed')}
            </TableCell>
          ))}
        </TableRow>
        {rows({ kind: 'peak' }, atPeak)}
        <TableRow>
          <TableCell component="th" scope="row">
            Peak torque
          </TableCell>
          {columns.map((c) => {
            const peak = c.answer && peakOf(c.answer, 'torque');
            return (
              <TableCell key={c.setup.id}>
                {figure(peak?.torque, 'torque')}
                {peak && <small>at {figure(peak.speedRpm, 'engineSpeed')}</small>}
              </TableCell>
            );
          })}
        </TableRow>
      </TableBody>
      <TableBody>
        {heading(`At the red line, ${figure(redLineRpm, 'engineSpeed')}`)}
        {rows({ kind: 'red-line' }, atRedLine)}
      </TableBody>
      <TableBody>
        {heading(
          <div className={styles.between}>
            <span>Averaged between two speeds</span>
            <QuantityInput
              label="from"
              quantity="engineSpeed"
              bound={speeds}
              value={fromRpm}
              onType={setFrom}
            />
            <QuantityInput label="to" quantity="engineSpeed" bound={speeds} value={toRpm} onType={setTo} />
            {fromRpm > toRpm && (
              <span role="alert" className={styles.bad}>
                The first speed is above the second: no average.
              </span>
            )}
          </div>,
        )}
        {rows({ kind: 'average', fromRpm, toRpm }, averaged)}
      </TableBody>
    </>
  );
}

/** To 50 rpm, as sentences say them. */
const nearest = (speedRpm: number | null | undefined) => (speedRpm == null ? null : nearestFifty(speedRpm));

type RowProps = { id: FigureId; where: Where; columns: Column[]; setupIndex: number };

/** One figure of every setup, with its difference against the selected one. */
function Row({ id, where, columns, setupIndex }: RowProps) {
  const { figure, difference } = useWords();
  const { quantity } = figures[id];
  const values = columns.map((c) => c.answer && comparedFigure(c.answer, where, id));
  if (values.every((v) => v === null)) return null;
  const base = values[setupIndex] ?? null;
  return (
    <TableRow>
      <TableCell component="th" scope="row">
        {figureNames[id].name}
      </TableCell>
      {columns.map((c, i) => {
        const value = values[i] ?? null;
        return (
          <TableCell key={c.setup.id}>
            {figure(value, quantity)}{' '}
            {i !== setupIndex && value !== null && base !== null && (
              <small>
                {figure(value, quantity) === figure(base, quantity)
                  ? 'the same'
                  : difference(value - base, quantity)}
              </small>
            )}
          </TableCell>
        );
      })}
    </TableRow>
  );
}
