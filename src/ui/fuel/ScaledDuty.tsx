import { useState } from 'react';
import { scaledDuty } from '@/core/fuel-system/formulas';
import type { Quantity } from '@/core/units/quantities';
import { Group, Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { useWords } from '../words/useWords';

type Values = Parameters<typeof scaledDuty.fn>[0];
const inputs: [key: keyof Values, label: string, quantity: Quantity, min: number, max: number][] = [
  ['duty', 'Logged duty', 'share', 0.01, 1],
  ['loggedPower', 'at a power of', 'power', 1_000, 10_000_000],
  ['loggedDifference', 'and a pressure across it of', 'boost', 10_000, 30_000_000],
  ['power', 'Power wanted', 'power', 1_000, 10_000_000],
  ['difference', 'Pressure across it then', 'boost', 10_000, 30_000_000],
];

/** A duty that was logged, carried over to another power and pressure. In: figures to start from, SI. */
export function ScaledDuty({ start }: { start: Values }) {
  const { figure } = useWords();
  const [typed, setTyped] = useState<Partial<Values>>({});
  const values = { ...start, ...typed };
  const duty = scaledDuty.fn(values);
  return (
    <Group title="A logged duty, scaled">
      {inputs.map(([key, label, quantity, min, max]) => (
        <QuantityInput
          key={key}
          label={label}
          quantity={quantity}
          bound={{ min, max }}
          value={values[key]}
          onType={(value) => value !== null && setTyped({ ...typed, [key]: value })}
        />
      ))}
      <Reading
        label="Duty then"
        hint={duty > 1 ? 'more than there is: larger injectors or more pressure' : 'dead time left out'}
        value={figure(duty, 'share')}
      />
    </Group>
  );
}
