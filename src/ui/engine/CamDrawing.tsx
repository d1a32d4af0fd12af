'use client';
import { camEvents, type Card } from '@/core/engine/cam';
import { formatNumber } from '../words/format';
import styles from './engine.module.css';

const WIDTH = 520;
const HEIGHT = 150;
const PAD = { left: 8, right: 8, top: 26, bottom: 34 };
/** Crank degrees shown: from well before exhaust opening to after intake closing, top dead centre in the middle. */
const FROM = -260;
const TO = 260;

/** Lift over crank angle of both valves, drawn as half cosines: where they are open together is the overlap. */
export function CamDrawing({ card }: { card: Card }) {
  const degrees = (rad: number) => (rad * 180) / Math.PI;
  const x = (angle: number) => PAD.left + ((angle - FROM) / (TO - FROM)) * (WIDTH - PAD.left - PAD.right);
  const most = Math.max(card.intakeLift, card.exhaustLift);
  const foot = HEIGHT - PAD.bottom;
  const y = (lift: number) => foot - (lift / most) * (foot - PAD.top);
  const exhaustCentre = -degrees(2 * card.separation - card.intakeCentre);
  const intakeCentre = degrees(card.intakeCentre);
  const lobe = (centre: number, duration: number, lift: number) => {
    const half = duration / 2;
    const steps = 48;
    return Array.from({ length: steps + 1 }, (_, i) => {
      const angle = centre - half + (2 * half * i) / steps;
      const height = (lift / 2) * (1 + Math.cos((Math.PI * (angle - centre)) / half));
      return `${i ? 'L' : 'M'}${x(angle).toFixed(1)} ${y(height).toFixed(1)}`;
    }).join('');
  };
  const events = camEvents(card);
  const overlap = degrees(events.overlap);
  const opens = -degrees(events.intakeOpens);
  const closes = degrees(events.exhaustCloses);
  const words = `Exhaust ${formatNumber(degrees(card.exhaust), 0)} degrees around ${formatNumber(-exhaustCentre, 0)} before top, intake ${formatNumber(degrees(card.intake), 0)} degrees around ${formatNumber(intakeCentre, 0)} after it; overlap ${formatNumber(overlap, 0)} degrees.`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={styles.cam} role="img" aria-label={words}>
      {overlap > 0 && (
        <rect
          x={x(opens)}
          y={PAD.top - 6}
          width={x(closes) - x(opens)}
          height={foot - PAD.top + 6}
          fill="var(--brass)"
          opacity="0.3"
        />
      )}
      <path d={`M${PAD.left} ${foot}H${WIDTH - PAD.right}`} stroke="var(--ink)" />
      {[-180, -90, 0, 90, 180].map((angle) => (
        <g key={angle}>
          <path d={`M${x(angle)} ${foot}v5`} stroke="var(--ink)" />
          <text x={x(angle)} y={foot + 18} textAnchor="middle" fontSize="12" style={{ fill: 'var(--mute)' }}>
            {angle === 0 ? 'top' : Math.abs(angle) === 180 ? 'bottom' : `${Math.abs(angle)}°`}
          </text>
        </g>
      ))}
      <path
        d={lobe(exhaustCentre, degrees(card.exhaust), card.exhaustLift)}
        fill="none"
        stroke="var(--ember)"
        strokeWidth="2"
      />
      <path
        d={lobe(intakeCentre, degrees(card.intake), card.intakeLift)}
        fill="none"
        stroke="var(--teal)"
        strokeWidth="2"
        strokeDasharray="7 4"
      />
      <text
        x={x(exhaustCentre)}
        y={14}
        textAnchor="middle"
        fontSize="12.5"
        style={{ fill: 'var(--ember-text)', fontWeight: 650 }}
      >
        exhaust
      </text>
      <text
        x={x(intakeCentre)}
        y={14}
        textAnchor="middle"
        fontSize="12.5"
        style={{ fill: 'var(--teal)', fontWeight: 650 }}
      >
        intake
      </text>
      <text
        x={x((opens + closes) / 2)}
        y={14}
        textAnchor="middle"
        fontSize="12.5"
        style={{ fill: 'var(--ink)' }}
      >
        {overlap > 0 ? `${formatNumber(overlap, 0)}°` : 'no overlap'}
      </text>
    </svg>
  );
}
