import type { LimitRow } from '@/core/limits/judge';
import styles from './limits.module.css';

const WIDTH = 600;
const HEIGHT = 30;
const BRACKET = 5;
/** A share over this is drawn no higher. */
const MOST = 1.2;

type Props = {
  row: LimitRow;
  /** What the cells say, for a reader. */
  label: string;
  from: number;
  to: number;
  selected: number;
};

/**
 * A limit over the revs: a cell for each 500 rpm, filled to the most that is used in it, the bracket over the exact speeds at which it
 * is over, the cell of the selected speed outlined.
 */
export function Strip({ row, label, from, to, selected }: Props) {
  const step = to - from > 20_000 ? 1_000 : to - from < 3_000 ? 200 : 500;
  const first = Math.floor(from / step) * step;
  const count = Math.max(1, Math.ceil((to - first) / step));
  const wide = WIDTH / count;
  const x = (speedRpm: number) => Math.min(WIDTH, Math.max(0, ((speedRpm - first) / (count * step)) * WIDTH));
  const cells = Array.from({ length: count }, (_, i) => {
    const [low, high] = [first + i * step, first + (i + 1) * step];
    const inside = row.uses.filter(({ speedRpm }) => speedRpm >= low && speedRpm < high + 1e-6);
    return {
      low,
      most: Math.max(0, ...inside.map(({ use }) => use)),
      certain: Math.max(0, ...inside.map(({ useHigh }) => useHigh)),
    };
  });
  return (
    <svg
      className={`${styles.cells} ${row.isCounted ? '' : styles.aside}`}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
    >
      {cells.map(({ low, most, certain }, i) => {
        const room = HEIGHT - BRACKET - 2;
        const height = (Math.min(MOST, most) / MOST) * room;
        // Over the end where it certainly gives, or somewhere between the two.
        const look = certain >= 1 ? styles.over : most >= row.near ? styles.near : styles.held;
        return (
          <g key={low}>
            <rect className={styles.box!} x={i * wide + 1} y={BRACKET + 1} width={wide - 2} height={room} />
            <rect
              className={look!}
              x={i * wide + 2}
              y={HEIGHT - 1 - height}
              width={Math.max(1, wide - 4)}
              height={height}
            />
          </g>
        );
      })}
      {row.span && (
        <path
          className={row.state === 'over' ? styles.bracket! : styles.disputed!}
          d={`M${x(row.first?.speedRpm ?? row.span.fromRpm)} ${BRACKET}V1H${x(row.span.toRpm)}V${BRACKET}`}
        />
      )}
      <rect
        className={styles.selected!}
        x={Math.floor(Math.min(x(selected), WIDTH - 1) / wide) * wide + 1}
        y={BRACKET}
        width={wide - 2}
        height={HEIGHT - BRACKET - 1}
      />
    </svg>
  );
}
