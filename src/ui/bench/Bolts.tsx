import type { ProcedureStep } from '@/core/job/schema/record';
import { tighteningOrder } from '@/core/procedure/progress';
import { useWords } from '../words/useWords';
import styles from './bench.module.css';

const CELL = 42;

/** Where the bolts lie, seen from above. */
function placeOf(i: number, bolts: number, layout: 'rows' | 'circle'): { x: number; y: number } {
  if (layout === 'rows') {
    const columns = Math.ceil(bolts / 2);
    return { x: CELL * ((i % columns) + 0.5), y: CELL * (Math.floor(i / columns) + 0.5) };
  }
  const radius = Math.max(CELL * 0.6, (CELL * bolts) / 7);
  const angle = (2 * Math.PI * i) / bolts - Math.PI / 2;
  return { x: radius + CELL / 2 + radius * Math.cos(angle), y: radius + CELL / 2 + radius * Math.sin(angle) };
}

/** The bolts of a step in the order they are tightened, with their stages and angle. */
export function Bolts({ torque }: { torque: NonNullable<ProcedureStep['torque']> }) {
  const { figure } = useWords();
  const { bolts, layout, stages, angle } = torque;
  const order = tighteningOrder(bolts, layout);
  const places = order.map((_, i) => placeOf(i, bolts, layout));
  const width = Math.max(...places.map(({ x }) => x)) + CELL / 2;
  const height = Math.max(...places.map(({ y }) => y)) + CELL / 2;
  const words = [
    stages.length > 0 && `${stages.map((one) => figure(one, 'torque')).join(', then ')}`,
    angle > 0 && `then ${figure(angle, 'angle')} more`,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <div className={styles.bolts}>
      <small>
        {bolts > 1 ? `${bolts} bolts in this order: ` : ''}
        {words}
      </small>
      {bolts > 2 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Tightening order of ${bolts} bolts, ${words}`}
        >
          {places.map(({ x, y }, i) => (
            <g key={i}>
              <circle
                cx={x}
                cy={y}
                r={14}
                fill="none"
                stroke="var(--ink)"
                strokeWidth={order[i] === 1 ? 2.4 : 1.2}
              />
              <text x={x} y={y + 4.5} textAnchor="middle">
                {order[i]}
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}
