'use client';
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
            <button
              key={c.pressure}
              type="button"
              onClick={() =>
                onFacts({ ...facts, referencePressure: c.pressure, referenceTemperature: c.temperature })
              }
            >
              {figure(c.pressure, 'airPressure')} abs, {exact(c.temperature)}
            </button>
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
            <button
              type="button"
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
            </button>
          </p>
        </Group>
      )}
      <Group title="Surge">
        <div className={styles.radios} role="radiogroup" aria-label="Where each line’s surge point is">
          <label>
            <input
              type="radio"
              name="surge"
              checked={mapping.surge === 'first-point'}
              onChange={() => onMapping({ ...mapping, surge: 'first-point' })}
            />
            the point of least flow of each line
          </label>
          <label>
            <input
              type="radio"
              name="surge"
              disabled={!hasSurgeColumn}
              checked={mapping.surge === 'marked'}
              onChange={() => onMapping({ ...mapping, surge: 'marked' })}
            />
            marked in a column{hasSurgeColumn ? '' : ': choose one for “surge mark”'}
          </label>
        </div>
      </Group>
      <Group title="Wheel">
        <label className={styles.text}>
          Name
          <input value={facts.name} maxLength={80} onChange={(e) => set('name', e.currentTarget.value)} />
        </label>
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
          label="Speed limit"
          quantity="shaftSpeed"
          bound={bounds.speed}
          value={facts.maxSpeedRpm}
          optional
          {...sure('maxSpeedRpm')}
          onType={(value) => set('maxSpeedRpm', value)}
        />
        {facts.maxSpeedRpm === null && topSpeed > 5_000 && (
          <p className={styles.quick}>
            <button
              type="button"
              onClick={() =>
                onFacts({
                  ...facts,
                  maxSpeedRpm: Math.min(500_000, topSpeed),
                  sure: { ...facts.sure, maxSpeedRpm: 'guess' },
                })
              }
            >
              take the highest line as a guess
            </button>
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
          label="On the shelf"
          quantity="count"
          whole
          bound={bounds.stock}
          value={facts.stock}
          optional
          onType={(value) => set('stock', value)}
        />
        <label className={styles.text}>
          Note
          <textarea
            rows={2}
            maxLength={2000}
            value={facts.note}
            onChange={(e) => set('note', e.currentTarget.value)}
          />
        </label>
      </Group>
    </>
  );
}
