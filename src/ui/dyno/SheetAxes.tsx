import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import { useId, useState } from 'react';
import { parseQuantity } from '@/core/units/parse';
import { unitsOf } from '@/core/units/quantities';
import type { PictureAxes } from '@/core/numerics/picture-axes';
import type { TracedChannel } from '@/core/dyno/traced';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Row } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { marks, useSheet, type Mark } from './sheet-state';
import styles from './dyno.module.css';

const names: Record<Mark, string> = {
  x1: 'Horizontal, first mark',
  x2: 'Horizontal, second mark',
  y1: 'Vertical, first mark',
  y2: 'Vertical, second mark',
};

const BARE = unitsOf('ratio')[0]!;
/** A bare number as typed; null where it is none. */
export function numberIn(text: string): number | null {
  const parsed = parseQuantity(text, 'ratio', BARE);
  return parsed.ok ? parsed.value : null;
}

/** What the vertical axis of a run's sheet may be in: power, torque and boost share one picture with one axis each. */
export const sheetUnits = (channel: TracedChannel) => unitsOf(channel === 'boost' ? 'boost' : channel);

/** The axes' values as printed, and what they came to. */
export function SheetAxes({ axes }: { axes: PictureAxes | null }) {
  const { marked, kind, units, set } = useSheet();
  const flows = unitsOf('massFlow');
  const { displayUnit } = useWords();
  return (
    <Group title="Axes">
      <div className={styles.choices}>
        {marks.map((mark) => (
          <MarkField key={mark} mark={mark} />
        ))}
        {kind === 'map' && (
          <ChoiceField
            label="Flow in"
            value={units.x || displayUnit('massFlow').symbol}
            onChoose={(x) => set({ units: { ...units, x } })}
            options={flows.map(({ symbol }) => ({ value: symbol, label: symbol }))}
          />
        )}
      </div>
      <div className={styles.menus}>
        {marks.map((mark) => (
          <Button
            key={mark}
            size="small"
            variant="outlined"
            disabled={!marked[mark].at}
            onClick={() => set({ tool: { kind: 'mark', mark } })}
          >
            Set {mark} anew
          </Button>
        ))}
      </div>
      {axes && (
        <p className={frame.foot}>
          Turned by {formatNumber((axes.rotation * 180) / Math.PI, 1)}°, sheared by{' '}
          {formatNumber((axes.shear * 180) / Math.PI, 1)}°; both are taken out. A pixel is worth{' '}
          {formatNumber(axes.perPixel.x, 3)} across and {formatNumber(axes.perPixel.y, 3)} up.
        </p>
      )}
    </Group>
  );
}

function MarkField({ mark }: { mark: Mark }) {
  const id = useId();
  const { marked, set } = useSheet();
  const { value, at } = marked[mark];
  const [text, setText] = useState(value === null ? '' : String(value));
  const number = numberIn(text);
  const isBad = text.trim() !== '' && number === null;
  return (
    <Row htmlFor={id} label={names[mark]} hint={at ? 'placed' : 'click it in the picture'}>
      <Input
        id={id}
        value={text}
        error={isBad}
        slotProps={{ input: { inputMode: 'decimal', autoComplete: 'off', maxLength: 20 } }}
        onChange={(e) => {
          setText(e.target.value);
          const next = numberIn(e.target.value);
          set({ marked: { ...marked, [mark]: { at, value: next } } });
        }}
      />
      {isBad && <p role="alert">“{text.slice(0, 20)}” is not a number.</p>}
    </Row>
  );
}
