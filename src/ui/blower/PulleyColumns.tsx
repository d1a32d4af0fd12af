'use client';
import ButtonBase from '@mui/material/ButtonBase';
import { scaleLinear } from 'd3-scale';
import { useId } from 'react';
import type { PulleyRow } from '@/core/studies/pulley-sweep';
import { pushApart } from '../charts/push-apart';
import { Hatch } from '../charts/Drawing';
import { useSize } from '../charts/useSize';
import { StateMark } from '../frame/icons';
import { stateWords } from '../frame/states';
import { useWords } from '../words/useWords';
import styles from './blower.module.css';

/** A figure that all pulleys are compared by: its panel of the sweep. Values in the reader's unit. */
export type PulleyPanel = {
  title: string;
  unit: string;
  digits: number;
  of: (row: PulleyRow) => number | null;
  /** Where it must not go, and what that is called. */
  limit?: { value: number; words: string } | null;
  /** What is wanted of it. */
  wanted?: { value: number; words: string } | null;
};

type Props = {
  /** Of one crank pulley, largest blower pulley first. */
  rows: readonly PulleyRow[];
  panels: readonly PulleyPanel[];
  chosen: string | null;
  fitted: string | null;
  onChoose: (key: string) => void;
};

const HEAD = 56;
const PANEL = 98;
const PAD = { left: 10, right: 26 };
/** Columns may not stand nearer than their heads need, px. */
const APART = 30;

/** One column per pulley that can be ordered, large to small, spaced by their diameters; every panel shares it. */
export function PulleyColumns({ rows, panels, chosen, fitted, onChoose }: Props) {
  const { figureNumber } = useWords();
  const { ref, width: seen } = useSize<HTMLDivElement>({ width: 470, height: 500 });
  const hatch = useId();
  if (!rows.length) return null;
  // More pulleys than the sheet is wide are scrolled to.
  const width = Math.max(seen, PAD.left + 14 + (rows.length - 1) * APART + PAD.right);
  const diameters = rows.map((r) => r.driven.document.diameter.value);
  const across = scaleLinear([diameters[0]!, diameters.at(-1)!], [PAD.left + 14, width - PAD.right]);
  const places = pushApart(
    diameters.length > 1 ? diameters.map((d) => across(d)) : [width / 2],
    APART,
    PAD.left + 14,
    width - PAD.right,
  );
  const height = HEAD + panels.length * PANEL;
  const at = rows.findIndex((r) => r.key === chosen);
  return (
    <div ref={ref} className={styles.columns}>
      <div
        className={styles.heads}
        style={{ width }}
        role="radiogroup"
        aria-label="Blower pulleys, large to small"
      >
        {rows.map((row, i) => (
          <ButtonBase
            key={row.key}
            disableRipple
            role="radio"
            aria-checked={row.key === chosen}
            className={styles.column!}
            style={{ left: places[i]! - 15 }}
            tabIndex={row.key === chosen || (at < 0 && i === 0) ? 0 : -1}
            aria-label={`${figureNumber(row.driven.document.diameter.value, 'bore')}, ${headWords(row)}`}
            onClick={() => onChoose(row.key)}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[e.key];
              const next = by && rows[i + by];
              if (!by) return;
              e.preventDefault();
              e.stopPropagation();
              if (!next) return;
              onChoose(next.key);
              (e.currentTarget.parentElement?.children[i + by] as HTMLElement | undefined)?.focus();
            }}
          >
            <b>{figureNumber(row.driven.document.diameter.value, 'bore').replace(/\.0$/, '')}</b>
            <span>
              {row.state === 'over' && !row.makesGoal && isShort(row) ? (
                'short'
              ) : (
                <StateMark state={row.state} size={12} />
              )}
            </span>
            {row.key === fitted && <i aria-hidden="true" />}
          </ButtonBase>
        ))}
      </div>
      <svg width={width} height={height - HEAD} aria-hidden="true">
        <defs>
          <Hatch id={hatch} colour="var(--ember)" width={1.2} opacity={0.7} />
        </defs>
        {at >= 0 && <rect x={places[at]! - 16} width="32" y="0" height={height - HEAD} fill="var(--panel)" />}
        {panels.map((panel, k) => (
          <Panel
            key={panel.title}
            panel={panel}
            rows={rows}
            places={places}
            chosen={at}
            width={width}
            top={k * PANEL}
            hatch={hatch}
          />
        ))}
        {at >= 0 && (
          <path d={`M${places[at]! - 16} ${height - HEAD - 1}h32`} stroke="var(--ink)" strokeWidth="2.5" />
        )}
      </svg>
    </div>
  );
}

/** Short of the goal and nothing else. */
const isShort = ({ why }: PulleyRow): boolean => why.code === 'level-short';

const headWords = (row: PulleyRow): string =>
  row.state === 'over' && isShort(row) ? 'short of the goal' : stateWords[row.state];

type PanelProps = {
  panel: PulleyPanel;
  rows: readonly PulleyRow[];
  places: readonly number[];
  chosen: number;
  width: number;
  top: number;
  hatch: string;
};

function Panel({ panel, rows, places, chosen, width, top, hatch }: PanelProps) {
  const { title, unit, digits, of, limit, wanted } = panel;
  const values = rows.map(of);
  const known = values.filter((v) => v !== null && Number.isFinite(v)) as number[];
  if (!known.length) return null;
  // A limit or a goal that no pulley comes near would flatten the curve.
  const span = Math.max(...known) - Math.min(...known) || 1;
  const near = (value: number) => value > Math.min(...known) - span && value < Math.max(...known) + span;
  const shownLimit = limit && near(limit.value) ? limit : null;
  const shownGoal = wanted && near(wanted.value) ? wanted : null;
  const marks = [...known, ...[shownLimit, shownGoal].flatMap((m) => (m ? [m.value] : []))];
  const y = scaleLinear(
    [Math.min(...marks), Math.max(...marks)],
    [top + PANEL - 26, top + (shownLimit || shownGoal ? 42 : 30)],
  );
  const points = values.flatMap((v, i) =>
    v === null || !Number.isFinite(v) ? [] : [{ i, x: places[i]!, y: y(v), v }],
  );
  const isOver = (value: number) => limit !== undefined && limit !== null && value > limit.value;
  return (
    <g>
      <path d={`M0 ${top + 0.5}H${width}`} stroke="var(--hair)" />
      <text x="0" y={top + 15} className={styles.title}>
        {title}
        <tspan dx="7" className={styles.small}>
          {unit}
        </tspan>
      </text>
      {shownLimit && (
        <>
          <rect x="0" width={width} y={y(shownLimit.value) - 8} height="8" fill={`url(#${hatch})`} />
          <path d={`M0 ${y(shownLimit.value)}H${width}`} stroke="var(--ember)" strokeWidth="2" />
          <text x="4" y={y(shownLimit.value) - 11} className={styles.limit}>
            {shownLimit.words}
          </text>
        </>
      )}
      {shownGoal && (
        <>
          <path d={`M0 ${y(shownGoal.value)}H${width}`} stroke="var(--brass)" strokeWidth="2" />
          <text x="4" y={y(shownGoal.value) - 5} className={styles.goal}>
            {shownGoal.words}
          </text>
        </>
      )}
      <path
        d={points.map((p, k) => `${k ? 'L' : 'M'}${p.x} ${p.y}`).join('')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      {points.map(({ i, x, y: cy, v }) => {
        const isChosen = i === chosen;
        const over = isOver(v);
        return (
          <g key={i}>
            <circle
              cx={x}
              cy={cy}
              r={isChosen ? 5.5 : 3.6}
              fill={over ? 'var(--ground)' : 'var(--ink)'}
              stroke={over ? 'var(--ember)' : 'none'}
              strokeWidth="2"
            />
            {over && <path d={`M${x - 2} ${cy - 2}l4 4m0 -4l-4 4`} stroke="var(--ember)" strokeWidth="1.4" />}
            <text
              x={x}
              y={cy + (isChosen ? 19 : 15)}
              textAnchor="middle"
              className={isChosen ? styles.chosenValue : styles.value}
            >
              {v.toFixed(digits)}
            </text>
          </g>
        );
      })}
    </g>
  );
}
