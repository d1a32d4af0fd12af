import Slider from '@mui/material/Slider';
import { useId } from 'react';
import type { PlanShift } from '@/core/studies/timing-plan';
import { Group, Row } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { formatNumber } from '../words/format';
import { useShift } from './useTimingPlan';

const shifts: { key: keyof PlanShift; name: string; unit: string; most: number; step: number }[] = [
  { key: 'charge', name: 'Charge temperature', unit: '°C', most: 10, step: 1 },
  { key: 'octane', name: 'Octane', unit: 'RON', most: 2, step: 0.5 },
  { key: 'lambda', name: 'λ', unit: '', most: 0.04, step: 0.01 },
  { key: 'compressionRatio', name: 'Compression ratio', unit: '', most: 0.3, step: 0.1 },
];

/** What the plan is looked at with beside the setup in hand. */
export function TimingAside() {
  const { shift, move } = useShift();
  return (
    <Group title="What if">
      {shifts.map(({ key, ...one }) => (
        <Shift key={key} {...one} value={shift[key]} onMove={(value) => move({ [key]: value })} />
      ))}
      <p className={frame.foot}>
        Read off the table of cycles, corrected by its slopes: within 1 % of the cycles themselves. The job
        stays as it is.
      </p>
    </Group>
  );
}

type ShiftProps = Omit<(typeof shifts)[number], 'key'> & { value: number; onMove: (value: number) => void };

function Shift({ name, unit, most, step, value, onMove }: ShiftProps) {
  const id = useId();
  const digits = step < 0.1 ? 2 : step < 1 ? 1 : 0;
  const said =
    value === 0
      ? 'as it is'
      : `${value < 0 ? '−' : '+'}${formatNumber(Math.abs(value), digits)}${unit && ` ${unit}`}`;
  return (
    <Row label={name} hint={said}>
      <Slider
        id={id}
        size="small"
        aria-label={`${name}, changed by`}
        min={-most}
        max={most}
        step={step}
        value={value}
        valueLabelDisplay="off"
        getAriaValueText={() => said}
        onChange={(_, now) => onMove(now)}
        sx={{ width: 130, marginRight: 1.5 }}
      />
    </Row>
  );
}
