'use client';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import type { Confidence } from '@/core/documents/input';
import { isVolumeFlow, type MapFacts, type Mapping } from '@/formats/map-guess';
import { readNumber, type MapTable } from '@/formats/map-table';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { fieldText } from '../words/format';
import { useWords } from '../words/useWords';
import { compressorBounds } from '@/formats/kinds/compressor';
import { shopBounds } from '@/formats/kinds/kind';
import styles from './library.module.css';

const bounds = { ...compressorBounds, ...shopBounds };

/** Conditions that maps are often stated at: offered by name, never taken without a click. */
const usual = [
  { pressure: 100_000, temperature: 298.15 },
  { pressure: 101_325, temperature: 288.15 },
  { pressure: 96_200, temperature: 302.75 },
];

type Props = {
  table: MapTable;
  mapping: Mapping;
  facts: MapFacts;
  onFacts: (facts: MapFacts) => void;
  onMapping: (mapping: Mapping) => void;
};

/** What a map needs beside its points. Empty until the file or somebody says it. */
export function ImportFacts({ table, mapping, facts, onFacts, onMapping }: Props) {
  const { displayUnit, figure } = useWords();
  const exact = (kelvin: number) => {
    const unit = displayUnit('temperature');
    return `${fieldText(kelvin, unit)} ${unit.symbol}`;
  };
  const set = <K extends keyof MapFacts>(key: K, value: MapFacts[K]) => onFacts({ ...facts, [key]: value });
  const sure = (key: keyof MapFacts['sure']) => ({
    confidence: facts.sure[key] ?? ('maker' as const),
    onConfidence: (confidence: Confidence) => set('sure', { ...facts.sure, [key]: confidence }),
  });
  const flow = mapping.columns.find((c) => c.role === 'flow');
  const speedColumn = mapping.columns.findIndex((c) => c.role === 'speed');
  const topSpeed =
    speedColumn < 0
      ? 0
      : Math.max(...table.rows.map((r) => readNumber(r.cells[speedColumn] ?? '', mapping.decimal) || 0)) *
        (mapping.columns[speedColumn]!.unit === 'krpm' ? 1000 : 1);
  const hasSurgeColumn = mapping.columns.some((c) => c.role === 'surge');
  return (
    <>
      <Group title="The map is corrected to">
        <QuantityInput
          label="Reference pressure"
          quantity="airPressure"
          basis="abs"
          bound={bounds.referencePressure}
          value={facts.referencePressure}
          optional
          onType={(value) => set('referencePressure', value)}
        />
        <QuantityInput
          label="Reference temperature"
          quantity="temperature"
          bound={bounds.referenceTemperature}
          value={facts.referenceTemperature}
          optional
          onType={(value) => set('referenceTemperature', value)}
        />
        <p className={styles.quick}>
          Often:{' '}
          {usual.map((c) => (
            <Button
              key={c.pressure}
              size="small"
              onClick={() =>
                onFacts({ ...facts, referencePressure: c.pressure, referenceTemperature: c.temperature })
              }
            >
              {figure(c.pressure, 'airPressure')} abs, {exact(c.temperature)}
            </Button>
          ))}
        </p>
      </Group>
      {isVolumeFlow(flow?.unit ?? null) && (
        <Group title={`The volume, ${flow!.unit}, is stated at`}>
          <QuantityInput
            label="Pressure of that air"
            quantity="airPressure"
            basis="abs"
            bound={bounds.referencePressure}
            value={facts.flowPressure}
            optional
            onType={(value) => set('flowPressure', value)}
          />
          <QuantityInput
            label="Temperature of that air"
            quantity="temperature"
            bound={bounds.referenceTemperature}
            value={facts.flowTemperature}
            optional
            onType={(value) => set('flowTemperature', value)}
          />
          <p className={styles.quick}>
            <Button
              size="small"
              disabled={facts.referencePressure === null || facts.referenceTemperature === null}
              onClick={() =>
                onFacts({
                  ...facts,
                  flowPressure: facts.referencePressure,
                  flowTemperature: facts.referenceTemperature,
                })
              }
            >
              the same as the reference
            </Button>
          </p>
        </Group>
      )}
      <Group title="Surge">
        <RadioGroup
          name="surge"
          aria-label="Surge point of each line"
          value={mapping.surge ?? ''}
          onChange={(_, value) => onMapping({ ...mapping, surge: value as NonNullable<Mapping['surge']> })}
        >
          <FormControlLabel
            value="first-point"
            control={<Radio size="small" />}
            label="the point of least flow of each line"
          />
          <FormControlLabel
            value="marked"
            disabled={!hasSurgeColumn}
            control={<Radio size="small" />}
            label={`marked in a column${hasSurgeColumn ? '' : ': choose one for “surge mark”'}`}
          />
        </RadioGroup>
      </Group>
      <Group title="Wheel">
        <TextField
          label="Name"
          size="small"
          fullWidth
          margin="dense"
          value={facts.name}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          onChange={(e) => set('name', e.target.value)}
        />
        <QuantityInput
          label="Inducer"
          quantity="bore"
          bound={bounds.wheel}
          value={facts.inducer}
          optional
          {...sure('inducer')}
          onType={(value) => set('inducer', value)}
        />
        <QuantityInput
          label="Exducer"
          quantity="bore"
          bound={bounds.wheel}
          value={facts.exducer}
          optional
          {...sure('exducer')}
          onType={(value) => set('exducer', value)}
        />
        <QuantityInput
          label="Maximum speed"
          quantity="shaftSpeed"
          bound={bounds.speed}
          value={facts.maxSpeedRpm}
          optional
          {...sure('maxSpeedRpm')}
          onType={(value) => set('maxSpeedRpm', value)}
        />
        {facts.maxSpeedRpm === null && topSpeed > 5_000 && (
          <p className={styles.quick}>
            <Button
              size="small"
              onClick={() =>
                onFacts({
                  ...facts,
                  maxSpeedRpm: Math.min(500_000, topSpeed),
                  sure: { ...facts.sure, maxSpeedRpm: 'guess' },
                })
              }
            >
              take the highest line as an estimate
            </Button>
          </p>
        )}
      </Group>
      <Group title="In the shop">
        <QuantityInput
          label="Price"
          hint="shop’s currency"
          quantity="money"
          bound={bounds.price}
          value={facts.price}
          optional
          onType={(value) => set('price', value)}
        />
        <QuantityInput
          label="In stock"
          quantity="count"
          whole
          bound={bounds.stock}
          value={facts.stock}
          optional
          onType={(value) => set('stock', value)}
        />
        <TextField
          label="Note"
          size="small"
          fullWidth
          margin="dense"
          multiline
          minRows={2}
          value={facts.note}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
          onChange={(e) => set('note', e.target.value)}
        />
      </Group>
    </>
  );
}
