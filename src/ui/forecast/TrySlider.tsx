import Slider from '@mui/material/Slider';
import { memo } from 'react';
import type { Change, Reach } from '@/core/forecast/what-if';
import { fromUnit, type Quantity } from '@/core/units/quantities';
import { Row } from '../fields/Group';
import { useWords } from '../words/useWords';

type Props = {
  path: string;
  label: string;
  quantity: Quantity;
  /** SI. `base` is what stands in the job. */
  value: number;
  base: number;
  reach: Reach;
  /** Must be stable: a slider that is not moved is not drawn anew. */
  onMove: (change: Change) => void;
};

/** A round step of about a hundredth of a range. */
function stepFor(range: number): number {
  const rough = range / 100;
  const decade = 10 ** Math.floor(Math.log10(rough));
  return decade * ([1, 2, 5, 10].find((n) => n * decade >= rough) ?? 10);
}

/** An input tried by hand, with its spread marked on the way; in the units in force. */
export const TrySlider = memo(function TrySlider({
  path,
  label,
  quantity,
  value,
  base,
  reach,
  onMove,
}: Props) {
  const { inUnit, displayUnit, figure } = useWords();
  const at = (x: number) => inUnit(x, quantity);
  const [min, max] = [at(reach.min), at(reach.max)];
  const said =
    value === base
      ? `${figure(base, quantity)}, as it is`
      : `${figure(value, quantity)}, not ${figure(base, quantity)}`;
  return (
    <Row label={label} hint={said}>
      <Slider
        size="small"
        aria-label={label}
        min={min}
        max={max}
        step={stepFor(max - min)}
        value={at(value)}
        marks={[{ value: at(reach.low) }, { value: at(base) }, { value: at(reach.high) }]}
        valueLabelDisplay="off"
        getAriaValueText={() => said}
        onChange={(_, now) => onMove({ path, value: fromUnit(now, displayUnit(quantity)) })}
        sx={{ width: 200, marginRight: 1.5 }}
      />
    </Row>
  );
});
