import Button from '@mui/material/Button';
import { useXAxisInverseScale, useXAxisScale, useYAxisInverseScale, useYAxisScale } from 'recharts';
import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Setup } from '@/core/job/schema/job';
import { askedAt } from '@/core/solve/point';
import { toUnit } from '@/core/units/quantities';
import { looks, rowsOf, type PlotFlag } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { placeIn } from '../charts/zoom';
import fields from '../fields/fields.module.css';
import { checkTyped } from '../fields/QuantityInput';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { RowsTable } from '../table/RowsTable';
import { fieldText, formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import styles from './charger.module.css';

type Row = Setup['boost']['curve']['rows'][number];

/** At most so many points; and no two nearer than this, rpm. */
const MOST_ROWS = 24;
const APART = 100;
/** Highest boost a point can ask for, Pa gauge. */
const MOST_GAUGE = 800_000;

/** Changes the curve's rows; one commit when it is `done`. */
function useRows() {
  const { store, setupIndex } = useJob();
  const path = `setups.${setupIndex}.boost.curve.rows`;
  return {
    write: (rows: Row[], done: boolean) => {
      store.getState().write(path, rows);
      if (done) store.getState().commit();
    },
    commit: () => store.getState().commit(),
  };
}

/** Boost over the revs: what is asked and what is reached, with the asked curve's points to be dragged. */
export function BoostCurve({ answer }: { answer: Pick<Solved, 'build' | 'sweep'> }) {
  const { setupIndex } = useJob();
  const { speedRpm } = useSpeed();
  const { displayUnit, inUnit, symbol } = useWords();
  const { build, sweep } = answer;
  const { kind, curve } = useJobState((s) => s.draft.setups[setupIndex]!.boost);
  /** The scale's top as it was when a point was taken: it must not grow under the hand. */
  const [heldTop, setHeldTop] = useState<number | null>(null);
  const rows = kind === 'curve' ? curve.rows : NO_ROWS;
  const drawn = useMemo(() => {
    const asked = sweep.points.flatMap((p) => {
      const level = askedAt(build, p.speedRpm, sweep.level);
      return level.kind === 'boost'
        ? [{ x: p.speedRpm, gauge: level.pressure - build.climate.pressure }]
        : [];
    });
    const reached = sweep.drawn.flatMap((p) =>
      p.status.kind === 'failed' ? [] : [{ x: p.speedRpm, gauge: Math.max(0, p.boostGauge) }],
    );
    const inOwn = (points: { x: number; gauge: number }[]) =>
      points.map(({ x, gauge }) => ({ x, y: inUnit(gauge, 'boost') }));
    return {
      rows: rowsOf({ asked: inOwn(asked), reached: inOwn(reached) }),
      most: Math.max(60_000, ...[...asked, ...reached].map(({ gauge }) => gauge)),
    };
  }, [build, sweep, inUnit]);
  const most = heldTop ?? Math.max(drawn.most, ...rows.map((r) => r.gauge));
  const top = inUnit(most * 1.15, 'boost');
  const unit = displayUnit('boost');
  const gauge = symbol('boost');
  const plot = useMemo(
    () => ({
      x: { low: build.idleRpm, high: build.redLineRpm },
      y: { low: 0, high: top },
      flags: [{ axis: 'x', at: speedRpm, kind: 'selected' }] satisfies PlotFlag[],
      say: {
        x: (speed: number) => `${formatNumber(speed, 0)} rpm`,
        y: (value: number) => `${formatNumber(value, unit.digits)} ${gauge} gauge`,
      },
    }),
    [build, top, speedRpm, unit, gauge],
  );
  return (
    <PlotPanel
      {...plot}
      title="Boost over the revs"
      note={`${gauge} gauge; dashed: asked; solid: reached${rows.length ? '; points are dragged, or moved with the arrows' : ''}`}
      label="Boost asked and reached over engine speed"
      height={380}
      areMerged
      isEdited={rows.length > 0}
      rows={drawn.rows}
      curves={CURVES}
    >
      {rows.length > 0 && (
        <Points rows={rows} answer={answer} onTake={() => setHeldTop(most)} onDrop={() => setHeldTop(null)} />
      )}
    </PlotPanel>
  );
}

const NO_ROWS: Row[] = [];
const CURVES = [
  { key: 'asked', name: 'asked', look: looks.asked },
  { key: 'reached', name: 'reached', look: looks.own(0) },
];

type PointsProps = {
  rows: Row[];
  answer: Pick<Solved, 'build'>;
  onTake: () => void;
  onDrop: () => void;
};

/** The points of the asked curve, in the plot's scales: dragged, moved by the arrows, taken away by Delete. */
function Points({ rows, answer: { build }, onTake, onDrop }: PointsProps) {
  const { displayUnit, figure } = useWords();
  const { write, commit } = useRows();
  const [dragged, setDragged] = useState<number | null>(null);
  const [across, up] = [useXAxisScale(), useYAxisScale()];
  const [speedAt, boostAt] = [useXAxisInverseScale(), useYAxisInverseScale()];
  const unit = displayUnit('boost');
  if (!across || !up || !speedAt || !boostAt) return null;
  const place = (i: number, speed: number, gauge: number): Row[] => {
    const low = (rows[i - 1]?.speedRpm ?? build.idleRpm - APART) + APART;
    const high = (rows[i + 1]?.speedRpm ?? build.redLineRpm + APART) - APART;
    const next = {
      speedRpm: Math.min(high, Math.max(low, Math.round(speed / 50) * 50)),
      gauge: Math.min(MOST_GAUGE, Math.max(0, Math.round(gauge / 500) * 500)),
    };
    return rows.map((r, k) => (k === i ? next : r));
  };
  const drag = (e: PointerEvent<SVGGElement>, i: number) => {
    const svg = e.currentTarget.ownerSVGElement;
    if (dragged !== i || !svg) return;
    const at = placeIn(svg, e);
    write(place(i, Number(speedAt(at.x)), Number(boostAt(at.y)) * unit.factor), false);
  };
  const drop = () => {
    if (dragged === null) return;
    setDragged(null);
    onDrop();
    commit();
  };
  const key = (e: KeyboardEvent, i: number) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
    const row = rows[i]!;
    if (by) {
      e.preventDefault();
      e.stopPropagation();
      const step = e.shiftKey ? 5 : 1;
      write(place(i, row.speedRpm + by[0]! * 100 * step, row.gauge + by[1]! * 1_000 * step), false);
    }
    if ((e.key === 'Delete' || e.key === 'Backspace') && rows.length > 2) {
      e.preventDefault();
      write(
        rows.filter((_, k) => k !== i),
        true,
      );
    }
  };
  return rows.map((r, i) => {
    const [cx, cy] = [across(r.speedRpm), up(toUnit(r.gauge, unit))];
    return (
      <g
        key={i}
        role="slider"
        tabIndex={0}
        aria-label={`Point ${i + 1} of the boost curve`}
        aria-valuenow={Math.round(toUnit(r.gauge, unit) * 100) / 100}
        aria-valuemin={0}
        aria-valuemax={Math.round(toUnit(MOST_GAUGE, unit))}
        aria-valuetext={`${figure(r.gauge, 'boost')} gauge at ${figure(r.speedRpm, 'engineSpeed')}`}
        className={styles.point}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          setDragged(i);
          onTake();
          e.currentTarget.setPointerCapture(e.pointerId);
          e.currentTarget.focus();
        }}
        onPointerMove={(e) => drag(e, i)}
        onPointerUp={drop}
        onPointerCancel={drop}
        onKeyDown={(e) => key(e, i)}
        onKeyUp={(e) => e.key.startsWith('Arrow') && commit()}
      >
        <circle cx={cx} cy={cy} r="16" fill="transparent" />
        <circle cx={cx} cy={cy} r="6" fill="var(--panel)" stroke="var(--brass)" strokeWidth="2.5" />
      </g>
    );
  });
}

/** The points of the curve in figures: typed, added, taken away. What is wrong keeps its text. */
export function CurveTable() {
  const { setupIndex, answer } = useJob();
  const { displayUnit, symbol } = useWords();
  const boost = useJobState((s) => s.draft.setups[setupIndex]!.boost);
  const { write, commit } = useRows();
  const [typed, setTyped] = useState<{ i: number; cell: keyof Row; text: string } | null>(null);
  const whyId = useId();
  if (boost.kind !== 'curve') return null;
  const { rows } = boost.curve;
  const unit = { speedRpm: displayUnit('engineSpeed'), gauge: displayUnit('boost') };
  const check = (i: number, cell: keyof Row, text: string) => {
    const checked =
      cell === 'gauge'
        ? checkTyped({ min: 0, max: MOST_GAUGE }, text, 'boost', unit.gauge, {
            ambient: answer?.build.climate.pressure,
          })
        : checkTyped({ min: 100, max: 30_000 }, text, 'engineSpeed', unit.speedRpm);
    if (!checked.ok) return checked;
    const before = rows[i - 1]?.speedRpm ?? 0;
    const after = rows[i + 1]?.speedRpm ?? Infinity;
    return cell === 'speedRpm' && (checked.value <= before || checked.value >= after)
      ? { ok: false as const, message: `Row ${i + 1}: the speeds must rise from row to row.` }
      : checked;
  };
  const wrong = typed && check(typed.i, typed.cell, typed.text);
  const edit = (i: number, cell: keyof Row, text: string) => {
    setTyped({ i, cell, text });
    const checked = check(i, cell, text);
    if (checked.ok)
      write(
        rows.map((r, k) => (k === i ? { ...r, [cell]: checked.value } : r)),
        false,
      );
  };
  const leave = () => {
    if (wrong && !wrong.ok) return;
    setTyped(null);
    commit();
  };
  const add = () => {
    const last = rows.at(-1);
    const redLine = answer?.build.redLineRpm ?? 30_000;
    const speedRpm = last
      ? Math.min(30_000, Math.max(last.speedRpm + APART, Math.min(redLine, last.speedRpm + 500)))
      : 3_000;
    write([...rows, { speedRpm, gauge: last?.gauge ?? 50_000 }], true);
  };
  const shownText = (row: Row, i: number, cell: keyof Row) =>
    typed?.i === i && typed.cell === cell ? typed.text : fieldText(row[cell], unit[cell]);
  return (
    <>
      <RowsTable
        caption="Boost curve points"
        columns={[
          { key: 'speedRpm', name: 'engine speed, rpm', label: 'speed in rpm' },
          { key: 'gauge', name: `boost target, ${symbol('boost')} gauge`, label: 'boost target, gauge' },
        ]}
        rows={rows.map((row, i) => ({
          speedRpm: shownText(row, i, 'speedRpm'),
          gauge: shownText(row, i, 'gauge'),
        }))}
        wrong={typed && wrong?.ok === false ? { row: typed.i, key: typed.cell } : null}
        whyId={whyId}
        least={2}
        onType={edit}
        onLeave={leave}
        onRemove={(i) =>
          write(
            rows.filter((_, k) => k !== i),
            true,
          )
        }
      />
      {wrong?.ok === false && (
        <p className={fields.message} id={whyId} role="alert">
          {wrong.message}
        </p>
      )}
      <div className={fields.rowKeys}>
        <Button variant="outlined" size="small" disabled={rows.length >= MOST_ROWS} onClick={add}>
          Add a point
        </Button>
      </div>
    </>
  );
}
