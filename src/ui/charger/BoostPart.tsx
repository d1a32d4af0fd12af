'use client';
import { boostKindOptions } from '../words/changes';
import Button from '@mui/material/Button';
import { chargerAtEngine, exhaustDriveOf } from '@/core/job/chargers';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Setup } from '@/core/job/schema/job';
import { given, guess } from '@/core/documents/input';
import { confidences } from '@/core/documents/input';
import type { BoostKind } from '@/core/job/schema/setup-choices';
import { askedAt } from '@/core/solve/point';
import { toUnit } from '@/core/units/quantities';
import { useSize } from '../charts/useSize';
import { placeIn } from '../charts/zoom';
import { RowsTable } from '../table/RowsTable';
import { ChoiceField } from '../fields/ChoiceField';
import { confidenceWords } from '../fields/confidence';
import fields from '../fields/fields.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { checkTyped } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { fieldText, formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { HotReadings } from './HotReadings';
import styles from './charger.module.css';

type Row = Setup['boost']['curve']['rows'][number];

/** At most so many points; and no two nearer than this, rpm. */
const MOST_ROWS = 24;
const APART = 100;

/** Boost over the revs: what is asked, to be dragged, and what is reached. */
export default function BoostPart() {
  const { answer } = useJob();
  if (!answer) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  return (
    <>
      <h2 className={styles.head}>
        Boost over the revs
        <small>dashed: asked; solid: reached. Points are dragged, or moved with the arrows</small>
      </h2>
      <BoostCurve answer={answer} />
      <CurveTable />
    </>
  );
}

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

function BoostCurve({ answer }: { answer: Pick<Solved, 'build' | 'sweep'> }) {
  const { setupIndex } = useJob();
  const { speedRpm } = useSpeed();
  const { displayUnit, figure, symbol } = useWords();
  const { build, sweep } = answer;
  const { kind, curve } = useJobState((s) => s.draft.setups[setupIndex]!.boost);
  const { write, commit } = useRows();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 808, height: 380 });
  const svg = useRef<SVGSVGElement>(null);
  /** The point that is dragged, and the scale's top as it was when that began: it must not grow under the hand. */
  const [dragged, setDragged] = useState<{ point: number; most: number } | null>(null);
  const unit = displayUnit('boost');
  const rows = kind === 'curve' ? curve.rows : [];
  const ambient = build.climate.pressure;
  const asked = useMemo(
    () =>
      sweep.points.flatMap((p) => {
        const level = askedAt(build, p.speedRpm, sweep.level);
        return level.kind === 'boost' ? [{ rpm: p.speedRpm, gauge: level.pressure - ambient }] : [];
      }),
    [build, sweep, ambient],
  );
  const reached = sweep.drawn.filter((p) => p.status.kind !== 'failed');
  const highest = Math.max(
    60_000,
    ...asked.map((a) => a.gauge),
    ...rows.map((r) => r.gauge),
    ...reached.map((p) => p.boostGauge),
  );
  const most = dragged?.most ?? highest;
  const x = scaleLinear([build.idleRpm, build.redLineRpm], [52, width - 20]);
  const y = scaleLinear([0, most * 1.15], [height - 34, 14]);
  const path = line<[number, number]>(
    (d) => x(d[0]),
    (d) => y(d[1]),
  );
  const place = (i: number, speed: number, gauge: number): Row[] => {
    const low = (rows[i - 1]?.speedRpm ?? build.idleRpm - APART) + APART;
    const high = (rows[i + 1]?.speedRpm ?? build.redLineRpm + APART) - APART;
    const next = {
      speedRpm: Math.min(high, Math.max(low, Math.round(speed / 50) * 50)),
      gauge: Math.min(800_000, Math.max(0, Math.round(gauge / 500) * 500)),
    };
    return rows.map((r, k) => (k === i ? next : r));
  };
  const drag = (e: PointerEvent) => {
    if (!dragged || !svg.current) return;
    const at = placeIn(svg.current, e);
    write(place(dragged.point, x.invert(at.x), y.invert(at.y)), false);
  };
  const drop = () => {
    if (!dragged) return;
    setDragged(null);
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
  const ticks = (low: number, high: number, count: number) => scaleLinear([low, high], [0, 1]).ticks(count);
  const top = toUnit(most * 1.15, unit);
  return (
    <div ref={ref} className={styles.drawing}>
      <svg
        ref={svg}
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        style={{ display: 'block', touchAction: kind === 'curve' ? 'none' : 'auto' }}
        onPointerMove={drag}
        onPointerUp={drop}
        onPointerCancel={drop}
      >
        {ticks(0, top, 5).map((v) => (
          <g key={v}>
            <path d={`M52 ${y(v * unit.factor)}H${width - 20}`} stroke="var(--hair)" />
            <text x="46" y={y(v * unit.factor) + 4} textAnchor="end" fontSize="12" fill="var(--mute)">
              {formatNumber(v, unit.digits > 0 ? 1 : 0)}
            </text>
          </g>
        ))}
        {ticks(build.idleRpm, build.redLineRpm, 7).map((v) => (
          <text key={v} x={x(v)} y={height - 14} textAnchor="middle" fontSize="12" fill="var(--mute)">
            {formatNumber(v, 0)}
          </text>
        ))}
        <path d={`M52 ${y(0)}H${width - 20}`} stroke="var(--ink)" />
        <text x="52" y="10" fontSize="12" fill="var(--mute)">
          {symbol('boost')} gauge
        </text>
        <path d={`M${x(speedRpm)} 14V${y(0)}`} stroke="var(--ink)" strokeDasharray="2 3" />
        <path
          d={path(asked.map((a) => [a.rpm, a.gauge])) ?? ''}
          fill="none"
          stroke="var(--brass)"
          strokeWidth="2"
          strokeDasharray="6 3"
        />
        <path
          d={path(reached.map((p) => [p.speedRpm, Math.max(0, p.boostGauge)])) ?? ''}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
        />
        {rows.map((r, i) => (
          <g
            key={i}
            role="slider"
            tabIndex={0}
            aria-label={`Point ${i + 1} of the boost curve`}
            aria-valuenow={Math.round(toUnit(r.gauge, unit) * 100) / 100}
            aria-valuemin={0}
            aria-valuemax={Math.round(toUnit(800_000, unit))}
            aria-valuetext={`${figure(r.gauge, 'boost')} gauge at ${figure(r.speedRpm, 'engineSpeed')}`}
            className={styles.point}
            onPointerDown={(e) => {
              if (e.button !== 0) return;
              setDragged({ point: i, most });
              e.currentTarget.setPointerCapture(e.pointerId);
              e.currentTarget.focus();
            }}
            onKeyDown={(e) => key(e, i)}
            onKeyUp={(e) => e.key.startsWith('Arrow') && commit()}
          >
            <circle cx={x(r.speedRpm)} cy={y(r.gauge)} r="16" fill="transparent" />
            <circle
              cx={x(r.speedRpm)}
              cy={y(r.gauge)}
              r="6"
              fill="var(--panel)"
              stroke="var(--brass)"
              strokeWidth="2.5"
            />
          </g>
        ))}
      </svg>
    </div>
  );
}

/** The points of the curve in figures: typed, added, taken away. What is wrong keeps its text. */
function CurveTable() {
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
        ? checkTyped({ min: 0, max: 800_000 }, text, 'boost', unit.gauge, {
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

/** How boost is asked for. */
export function BoostAside() {
  const { store, setupIndex, answer } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const { boost } = setup;
  const at = `setups.${setupIndex}.boost` as const;
  const hasTurbine = Boolean(exhaustDriveOf(chargerAtEngine(setup)));
  const choose = (kind: BoostKind) => {
    const build = answer?.build;
    store.getState().edit((job) => {
      const plan = job.setups[setupIndex]!.boost;
      // A curve starts from what was asked so far: choosing it first changes nothing.
      if (kind === 'curve' && plan.curve.rows.length < 2 && build && answer) {
        const level = answer.sweep.level;
        const gauge =
          level.kind === 'boost'
            ? Math.round((level.pressure - build.climate.pressure) / 500) * 500
            : plan.levelGauge.value;
        const [low, high] = [build.idleRpm, build.redLineRpm];
        plan.curve.rows = [0, 0.35, 0.7, 1].map((share) => ({
          speedRpm: Math.round((low + share * (high - low)) / 50) * 50,
          gauge: Math.max(0, gauge),
        }));
        plan.curve.confidence = 'guess';
      }
      if (kind === 'gears' && !plan.gears.length)
        plan.gears = [0.6, 0.8, 1, 1].map((share) =>
          guess(Math.round((plan.levelGauge.value * share) / 1_000) * 1_000),
        );
      plan.kind = kind;
    });
    store.getState().commit();
  };
  const gear = (change: (gears: Setup['boost']['gears']) => void) => {
    store.getState().edit((job) => {
      const plan = job.setups[setupIndex]!.boost;
      change(plan.gears);
      plan.gear = Math.min(plan.gear, Math.max(0, plan.gears.length - 1));
    });
    store.getState().commit();
  };
  return (
    <>
      <Group title="Boost target">
        <ChoiceField
          label="Boost target type"
          value={boost.kind}
          onChoose={choose}
          options={boostKindOptions}
        />
        {boost.kind !== 'goal' && (
          <ChoiceField
            path={`${at}.held`}
            label="Target is"
            hint="what stays in other air"
            options={[
              { value: 'gauge', label: 'gauge' },
              { value: 'absolute', label: 'absolute' },
            ]}
          />
        )}
        {boost.kind === 'level' && (
          <QuantityField path={`${at}.levelGauge`} hint="‘290 kPa abs’ is understood too" basis="gauge" />
        )}
        {boost.kind === 'goal' && (
          <ChoiceField
            path={`${at}.hold`}
            label="Above the power-goal speed, hold"
            options={[
              { value: 'pressure', label: 'manifold pressure' },
              { value: 'torque', label: 'torque' },
              { value: 'power', label: 'power' },
            ]}
          />
        )}
        {boost.kind === 'curve' && (
          <ChoiceField
            path={`${at}.curve.confidence`}
            label="Confidence"
            options={confidences.map((value) => ({ value, label: confidenceWords[value] }))}
          />
        )}
        {boost.kind === 'gears' && (
          <>
            <ChoiceField
              label="Selected gear"
              value={String(boost.gear)}
              options={boost.gears.map((_, i) => ({ value: String(i), label: `gear ${i + 1}` }))}
              onChoose={(index) => {
                store.getState().write(`${at}.gear`, Number(index));
                store.getState().commit();
              }}
            />
            {boost.gears.map((_, i) => (
              <QuantityField key={i} path={`${at}.gears.${i}`} basis="gauge" />
            ))}
            <div className={fields.rowKeys}>
              <Button
                variant="outlined"
                size="small"
                disabled={boost.gears.length >= 10}
                onClick={() => gear((g) => void g.push(given(g.at(-1)?.value ?? 50_000, 'guess')))}
              >
                Add a gear
              </Button>
              <Button
                variant="outlined"
                size="small"
                disabled={boost.gears.length <= 1}
                onClick={() => gear((g) => void g.pop())}
              >
                Remove the last
              </Button>
            </div>
          </>
        )}
        {!hasTurbine && boost.kind !== 'curve' && (
          <>
            <QuantityField path={`${at}.onsetRpm`} hint="until a turbine is matched" />
            <QuantityField path={`${at}.fullRpm`} />
          </>
        )}
      </Group>
      <HotReadings />
    </>
  );
}
