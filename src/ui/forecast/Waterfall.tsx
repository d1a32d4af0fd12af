import { scaleBand, scaleLinear } from 'd3-scale';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import styles from './forecast.module.css';

type Props = {
  start: number;
  steps: { name: string; gain: number; after: number }[];
  end: number;
};

const WIDTH = 820;
const ROW = 26;
const NAMES = 170;

/** Steps from one power to another: what gives to the right, what takes to the left, each beginning where the last ended. W. */
export function Waterfall({ start, steps, end }: Props) {
  const { inUnit, symbol } = useWords();
  const show = (power: number) => inUnit(power, 'power');
  const all = [
    { name: 'Engine alone', from: 0, to: start, gain: null as number | null },
    ...steps.map(({ name, gain, after }) => ({
      name,
      from: after - gain,
      to: after,
      gain: gain as number | null,
    })),
    { name: 'At the wheels', from: 0, to: end, gain: null as number | null },
  ];
  const most = Math.max(...all.flatMap(({ from, to }) => [from, to]));
  const across = scaleLinear([0, most], [NAMES, WIDTH - 70]);
  const down = scaleBand(
    all.map((_, i) => String(i)),
    [0, ROW * all.length],
  ).padding(0.28);
  const label = all.map(({ name, to, gain }) => `${name} ${formatNumber(show(gain ?? to), 0)}`).join(', ');
  return (
    <svg
      className={styles.waterfall}
      viewBox={`0 0 ${WIDTH} ${ROW * all.length}`}
      role="img"
      aria-label={`Waterfall of power, ${symbol('power')}: ${label}`}
    >
      {all.map(({ name, from, to, gain }, i) => {
        const y = down(String(i))!;
        const [left, right] = [across(Math.min(from, to)), across(Math.max(from, to))];
        const kind = gain === null ? styles.whole : gain > 0 ? styles.gives : styles.takes;
        return (
          <g key={name}>
            <text x={NAMES - 8} y={y + down.bandwidth() - 4} textAnchor="end">
              {name}
            </text>
            <rect
              x={left}
              y={y}
              width={Math.max(1.5, right - left)}
              height={down.bandwidth()}
              className={kind!}
            />
            <text x={right + 6} y={y + down.bandwidth() - 4} className={styles.gain}>
              {gain === null
                ? formatNumber(show(to), 0)
                : `${gain > 0 ? '+' : '−'}${formatNumber(Math.abs(show(gain)), 0)}`}
            </text>
            {i < all.length - 1 && (
              <path d={`M${across(to)} ${y}V${y + ROW + down.bandwidth()}`} className={styles.from} />
            )}
          </g>
        );
      })}
    </svg>
  );
}
