import { scaleLinear } from 'd3-scale';
import { formatNumber } from '../words/format';
import styles from './board.module.css';

/** Per cent of the goal that the axis shows; what lies beyond stands at its end. */
const AXIS = { low: 50, high: 125 };
const WIDTH = 132;
const MIDDLE = 9;
const across = scaleLinear([AXIS.low, AXIS.high], [8, WIDTH - 8]).clamp(true);

const isBeyond = (share: number): boolean => share * 100 < AXIS.low || share * 100 > AXIS.high;
const percent = (share: number): string => `${formatNumber(100 * share, 0)}\u00a0%`;

type Props = {
  /** Shares of the goal; null where there is none. */
  forecast: number | null;
  measured: number | null;
  /** What the last run is called, or why it has no share. */
  run: string | null;
};

/** Forecast and last run in per cent of the goal on one axis: a hollow diamond and a filled dot. */
export function GoalAxis({ forecast, measured, run }: Props) {
  const goal = across(100);
  return (
    <div className={styles.axis}>
      <svg width={WIDTH} height={2 * MIDDLE} aria-hidden="true">
        <path d={`M4 ${MIDDLE}H${WIDTH - 4}`} stroke="var(--rule)" />
        <path d={`M${goal} 1V${2 * MIDDLE - 1}`} stroke="var(--brass)" strokeWidth="2" />
        {forecast !== null && (
          <path
            d={`M${across(100 * forecast)} ${MIDDLE - 6}l6 6l-6 6l-6 -6z`}
            fill="var(--ground)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        )}
        {measured !== null && <circle cx={across(100 * measured)} cy={MIDDLE} r="4.5" fill="var(--ink)" />}
      </svg>
      <div className={styles.second}>
        {forecast === null ? 'no forecast' : `◇ forecast ${percent(forecast)}`}
        {forecast !== null && isBeyond(forecast) && (forecast > 1 ? ' →' : ' ←')}
      </div>
      {run !== null && (
        <div className={styles.second}>
          {measured === null ? `● ${run}` : `● run ${percent(measured)}`}
          {measured !== null && isBeyond(measured) && (measured > 1 ? ' →' : ' ←')}
        </div>
      )}
    </div>
  );
}
