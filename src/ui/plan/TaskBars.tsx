import { scaleLinear } from 'd3-scale';
import { daysBetween } from '@/core/plan/calendar';
import type { Order } from '@/core/plan/order';
import { dayWords } from '../device/today';
import { useSize } from '../charts/useSize';
import styles from './plan.module.css';

const ROW = 18;
const LEFT = 8;
const RIGHT = 8;
const TOP = 22;

/** Bars of the tasks over the days: critical ones full, others outlined, the day it is wanted as a brass flag. */
export function TaskBars({ order, due }: { order: Extract<Order, { kind: 'planned' }>; due: string }) {
  const { ref, width } = useSize<HTMLDivElement>({ width: 760, height: 200 });
  const rows = order.rows.filter(({ task }) => !task.isDone);
  if (!rows.length) return null;
  const start = rows.reduce((a, { from }) => (from < a ? from : a), rows[0]!.from);
  const days = Math.max(
    1,
    daysBetween(start, order.ready) + 1,
    due > start ? Math.min(400, daysBetween(start, due) + 1) : 0,
  );
  const x = scaleLinear([0, days], [LEFT, Math.max(LEFT + 100, width - RIGHT)]);
  const height = TOP + rows.length * ROW + 8;
  const at = (day: string) => x(daysBetween(start, day));
  const isDueShown = due !== '' && due >= start && daysBetween(start, due) <= days;
  return (
    <div ref={ref} className={styles.bars}>
      <svg
        width="100%"
        height={height}
        role="img"
        aria-label={`The order of work over ${days} days, ready on ${dayWords(order.ready)}${due ? `, wanted on ${dayWords(due)}` : ''}`}
      >
        <text x={x(0)} y={13}>
          {dayWords(start)}
        </text>
        <text x={x(days)} y={13} textAnchor="end">
          {isDueShown && due > order.ready ? `wanted ${dayWords(due)}` : `ready ${dayWords(order.ready)}`}
        </text>
        <line x1={x(0)} x2={x(days)} y1={TOP - 4} y2={TOP - 4} stroke="var(--rule)" />
        {isDueShown && (
          <line
            x1={at(due) + 1}
            x2={at(due) + 1}
            y1={TOP - 4}
            y2={height}
            stroke="var(--brass)"
            strokeWidth={2}
          />
        )}
        {rows.map(({ task, from, to, isCritical }, i) => {
          const [left, right] = [at(from), x(daysBetween(start, to) + 1)];
          const y = TOP + i * ROW;
          const isRight = left > width * 0.6;
          return (
            <g key={task.id}>
              <rect
                x={left}
                y={y + 3}
                width={Math.max(2, right - left)}
                height={ROW - 7}
                fill={isCritical ? 'var(--ink)' : 'none'}
                stroke="var(--ink)"
              />
              <text
                x={isRight ? left - 6 : right + 6}
                y={y + ROW - 5}
                textAnchor={isRight ? 'end' : 'start'}
                style={{ paintOrder: 'stroke' }}
                stroke="var(--ground)"
                strokeWidth={3}
              >
                {task.name.slice(0, 48)}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
