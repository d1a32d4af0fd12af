'use client';
import dynamic from 'next/dynamic';
import { breathingShapeIds, breathingShapes } from '@/core/engine/breathing';
import { compressionRatioOf } from '@/core/build/derived';
import {
  meanPistonSpeed,
  perfectMixingTrapping,
  pistonAcceleration,
  pistonSpeedBands,
  trappedCompressionRatio,
} from '@/core/engine/geometry';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import { confidences } from '@/core/documents/input';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { confidenceWords } from '../fields/confidence';
import { QuantityField } from '../fields/QuantityField';
import { useJob, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { BreathingChart } from './BreathingChart';
import { RunState } from './RunState';
import styles from './engine.module.css';

/** Fetched where a table is asked for, and ahead while the page rests. */
const BreathingTable = dynamic(() => import('./BreathingTable'), { ssr: false });

const shapeOptions = breathingShapeIds.map((id) => ({ value: id, label: breathingShapes[id].name }));
const sureOptions = confidences.map((value) => ({ value, label: confidenceWords[value] }));
const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));

/** What a mean piston speed asks of the bottom end (common practice, no source). */
function pistonWords(speed: number): string {
  const { usual, sporting, racing } = pistonSpeedBands;
  if (speed <= usual) return 'easy for a sound bottom end';
  if (speed <= sporting) return 'sporting: good rods and bolts';
  return speed <= racing
    ? 'racing: rods, bolts and pistons made for it'
    : 'beyond racing practice: is it right?';
}

/** Geometry, speeds and how the engine breathes. */
export function EnginePart() {
  const { figure } = useWords();
  const { store, answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const { breathing } = engine;
  const pistonSpeed = meanPistonSpeed(engine.stroke.value, engine.redLineRpm.value);
  const ratio = compressionRatioOf(engine);
  // A two-stroke's delivery at the goal's speed: its breathing is what it is given, not what it keeps.
  const delivery = answer?.build.breathing.at(answer.build.goal.speedRpm).value ?? 1;
  const chooseCompression = (next: 'volumes' | 'ratio') => {
    store.getState().write('engine.volumes.used', next === 'volumes');
    store.getState().commit();
  };
  return (
    <div className={styles.columns}>
      <div>
        <Group title="Geometry">
          <QuantityField path="engine.bore" />
          <QuantityField path="engine.stroke" />
          <QuantityField path="engine.cylinders" whole />
          <ChoiceField
            path="engine.cycle"
            label="Cycle"
            options={[
              { value: 'four-stroke', label: 'four-stroke' },
              { value: 'two-stroke', label: 'two-stroke' },
            ]}
          />
          <ChoiceField
            label="Compression ratio from"
            value={engine.volumes.used ? 'volumes' : 'ratio'}
            onChoose={chooseCompression}
            options={[
              { value: 'ratio', label: 'stated ratio' },
              { value: 'volumes', label: 'volumes' },
            ]}
          />
          {engine.volumes.used ? (
            <>
              <QuantityField path="engine.volumes.chamber" />
              <QuantityField path="engine.volumes.crown" hint="a dish adds, a dome is negative" />
              <QuantityField path="engine.volumes.gasketBore" />
              <QuantityField path="engine.volumes.gasketThickness" hint="pressed" />
              <QuantityField path="engine.volumes.deck" hint="at top dead centre; above it is negative" />
              <Reading label="Resulting compression ratio" value={formatNumber(ratio, 2)} />
            </>
          ) : (
            <QuantityField path="engine.compressionRatio" />
          )}
          {engine.cycle === 'two-stroke' && (
            <>
              <QuantityField path="engine.exhaustPort" hint="above bottom dead centre" optional />
              {engine.exhaustPort && (
                <Reading
                  label="Trapped compression ratio"
                  value={formatNumber(
                    trappedCompressionRatio(ratio, engine.stroke.value, engine.exhaustPort.value),
                    2,
                  )}
                />
              )}
            </>
          )}
        </Group>
        <Group title="Speeds">
          <QuantityField path="engine.redLineRpm" />
          <QuantityField path="engine.idleRpm" />
          <QuantityField path="engine.rodLength" hint="centre to centre" optional />
          <Reading
            label="Mean piston speed at the red line"
            hint={pistonWords(pistonSpeed)}
            value={figure(pistonSpeed, 'pistonSpeed')}
          />
          {engine.rodLength && (
            <Reading
              label="Piston acceleration at red line"
              hint="at top dead centre: what the rod bolts hold"
              value={figure(
                pistonAcceleration(engine.stroke.value, engine.rodLength.value, engine.redLineRpm.value),
                'acceleration',
              )}
            />
          )}
        </Group>
        <Group title="VE corrections">
          {engine.cycle === 'two-stroke' && (
            <QuantityField
              path="engine.trappingEfficiency"
              hint={`share of the delivered air that stays in; perfect mixing would keep ${figure(
                perfectMixingTrapping(delivery),
                'share',
              )}`}
            />
          )}
          <QuantityField path="engine.evaporatedShare" hint="0 for direct injection and diesels" />
          <QuantityField
            path="engine.breathing.temperatureExponent"
            hint="flow at a fixed pressure falls with about √T: 0.5"
          />
        </Group>
      </div>
      <div>
        <Group title="VE curve">
          <ChoiceField
            path="engine.breathing.source"
            label="VE curve source"
            options={[
              { value: 'shape', label: 'shape and peak' },
              { value: 'table', label: 'table' },
              { value: 'baseline', label: 'a measured run' },
            ]}
          />
          {breathing.source === 'shape' && (
            <>
              <ChoiceField path="engine.breathing.shape.id" label="Shape" options={shapeOptions} />
              <QuantityField path="engine.breathing.shape.peak" hint="referred to the air in the manifold" />
              <QuantityField path="engine.breathing.shape.peakRpm" />
            </>
          )}
        </Group>
        <BreathingChart />
        {breathing.source === 'table' && (
          <>
            <BreathingTable />
            <ChoiceField
              path="engine.breathing.table.confidence"
              label="Confidence in the table"
              options={sureOptions}
            />
          </>
        )}
        {breathing.source === 'baseline' && <RunState />}
        {breathing.source !== 'baseline' && (
          <Group title="Reference conditions">
            <QuantityField path="engine.breathing.reference.temperature" />
            <QuantityField
              path="engine.breathing.reference.backPressureRatio"
              hint="absolute; 1 for an open exhaust"
            />
            <ChoiceField path="engine.breathing.reference.fuel" label="Fuel" options={fuelOptions} />
            <QuantityField path="engine.breathing.reference.lambda" />
          </Group>
        )}
      </div>
    </div>
  );
}
