import TextField from '@mui/material/TextField';
import { blowerTypes, type BlowerType } from '@/core/blower/document';
import type { BlowerFacts } from '@/formats/blower-import';
import { blowerBounds as bounds, typeWords } from '@/formats/kinds/blower';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';

/** What a blower needs beside its table. */
export function BlowerImportFacts({
  facts,
  onFacts,
}: {
  facts: BlowerFacts;
  onFacts: (facts: BlowerFacts) => void;
}) {
  const set = <K extends keyof BlowerFacts>(key: K, value: BlowerFacts[K]) =>
    onFacts({ ...facts, [key]: value });
  return (
    <Group title="Blower">
      <TextField
        label="Name"
        size="small"
        fullWidth
        margin="dense"
        value={facts.name}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={(e) => set('name', e.target.value)}
      />
      <TextField
        select
        label="Type"
        size="small"
        fullWidth
        margin="dense"
        value={facts.type}
        slotProps={{ select: { native: true } }}
        onChange={(e) => set('type', e.target.value as BlowerType)}
      >
        {blowerTypes.map((type) => (
          <option key={type} value={type}>
            {typeWords[type]}
          </option>
        ))}
      </TextField>
      {(
        [
          ['volume', 'Displacement', 'volume'],
          ['internalRatio', 'Internal ratio', 'ratio'],
          ['stepUp', 'Internal step-up', 'ratio'],
          ['maxSpeedRpm', 'Maximum rotor speed', 'shaftSpeed'],
          ['maxOutletTemperature', 'Maximum outlet temperature', 'temperature'],
        ] as const
      ).map(([key, label, quantity]) => (
        <QuantityInput
          key={key}
          label={label}
          quantity={quantity}
          bound={bounds[key]}
          value={facts[key]}
          optional
          onType={(value) => set(key, value)}
        />
      ))}
    </Group>
  );
}
