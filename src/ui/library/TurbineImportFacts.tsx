import TextField from '@mui/material/TextField';
import { turbineBounds as bounds } from '@/formats/kinds/turbine';
import type { TurbineFacts } from '@/formats/turbine-import';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';

/** What a turbine needs beside its points. */
export function TurbineImportFacts({
  facts,
  onFacts,
}: {
  facts: TurbineFacts;
  onFacts: (facts: TurbineFacts) => void;
}) {
  const set = <K extends keyof TurbineFacts>(key: K, value: TurbineFacts[K]) =>
    onFacts({ ...facts, [key]: value });
  return (
    <>
      <Group title="Turbine">
        <TextField
          label="Name"
          size="small"
          fullWidth
          margin="dense"
          value={facts.name}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          onChange={(e) => set('name', e.target.value)}
        />
        {(
          [
            ['inducer', 'Inducer', 'bore', bounds.wheel],
            ['exducer', 'Exducer', 'bore', bounds.wheel],
            ['efficiency', 'Peak efficiency', 'share', bounds.efficiency],
            ['maxSpeedRpm', 'Maximum speed', 'shaftSpeed', bounds.speed],
            ['maxTemperature', 'Maximum temperature', 'temperature', bounds.temperature],
          ] as const
        ).map(([key, label, quantity, bound]) => (
          <QuantityInput
            key={key}
            label={label}
            quantity={quantity}
            bound={bound}
            value={facts[key]}
            optional
            onType={(value) => set(key, value)}
          />
        ))}
        <TextField
          select
          label="Bearings’ loss"
          size="small"
          fullWidth
          margin="dense"
          value={facts.includesBearing === null ? '' : facts.includesBearing ? 'in' : 'apart'}
          error={facts.includesBearing === null}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
          onChange={(e) => set('includesBearing', e.target.value === '' ? null : e.target.value === 'in')}
        >
          {facts.includesBearing === null && <option value="">in the efficiency, or not?</option>}
          <option value="in">is in the efficiency already</option>
          <option value="apart">is not in it</option>
        </TextField>
        <TextField
          select
          label="Entry"
          size="small"
          fullWidth
          margin="dense"
          value={facts.entry}
          slotProps={{ select: { native: true } }}
          onChange={(e) => set('entry', e.target.value as TurbineFacts['entry'])}
        >
          <option value="open">open</option>
          <option value="divided">divided</option>
          <option value="twin-scroll">twin scroll</option>
        </TextField>
      </Group>
      <Group title="Flow is corrected to">
        <QuantityInput
          label="Pressure"
          basis="abs"
          quantity="airPressure"
          bound={bounds.referencePressure}
          value={facts.referencePressure}
          optional
          onType={(value) => set('referencePressure', value)}
        />
        <QuantityInput
          label="Temperature"
          quantity="temperature"
          bound={bounds.referenceTemperature}
          value={facts.referenceTemperature}
          optional
          onType={(value) => set('referenceTemperature', value)}
        />
      </Group>
    </>
  );
}
