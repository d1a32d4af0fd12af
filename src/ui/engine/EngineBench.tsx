'use client';
import dynamic from 'next/dynamic';
import { breathingShapeIds, breathingShapes } from '@/core/engine/breathing';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import { confidences } from '@/core/job/input';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { confidenceWords } from '../fields/confidence';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';

import { BreathingChart } from './BreathingChart';
import styles from './engine.module.css';

/** Fetched where a table is asked for, and ahead while the page rests. */
const BreathingTable = dynamic(() => import('./BreathingTable'), { ssr: false });

const shapeOptions = breathingShapeIds.map((id) => ({ value: id, label: breathingShapes[id].name }));
const sureOptions = confidences.map((value) => ({ value, label: confidenceWords[value] }));
const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));

/** Geometry, speeds and how the engine breathes. */
export default function EngineBench() {
  const { engineWords, figure } = useWords();
  const { answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const { breathing } = engine;
  const build = answer?.build;
  const pistonSpeed = (2 * engine.stroke.value * engine.redLineRpm.value) / 60;
  return (
    <>
      <div className={frame.picture}>
        <div className={styles.columns}>
          <div>
            <Group title="Geometry">
              <QuantityField path="engine.bore" label="Bore" quantity="bore" />
              <QuantityField path="engine.stroke" label="Stroke" quantity="bore" />
              <QuantityField path="engine.cylinders" label="Cylinders" quantity="count" whole />
              <ChoiceField
                path="engine.cycle"
                label="Cycle"
                options={[
                  { value: 'four-stroke', label: 'four-stroke' },
                  { value: 'two-stroke', label: 'two-stroke' },
                ]}
              />
              <QuantityField path="engine.compressionRatio" label="Compression ratio" quantity="ratio" />
            </Group>
            <Group title="Speeds">
              <QuantityField path="engine.redLineRpm" label="Red line" quantity="engineSpeed" />
              <QuantityField path="engine.idleRpm" label="Idle" quantity="engineSpeed" />
              <Reading label="Mean piston speed at the red line" value={figure(pistonSpeed, 'pistonSpeed')} />
            </Group>
            <Group title="What moves the breathing">
              {engine.cycle === 'two-stroke' && (
                <QuantityField
                  path="engine.trappingEfficiency"
                  label="Trapping efficiency"
                  hint="share of the delivered air that stays in"
                  quantity="share"
                />
              )}
              <QuantityField
                path="engine.evaporatedShare"
                label="Fuel evaporated before the valve"
                hint="0 for direct injection and diesels"
                quantity="share"
              />
              <QuantityField
                path="engine.breathing.temperatureExponent"
                label="Charge temperature exponent"
                hint="flow at a fixed pressure falls with about √T: 0.5"
                quantity="ratio"
              />
            </Group>
          </div>
          <div>
            <Group title="Breathing curve">
              <ChoiceField
                path="engine.breathing.source"
                label="Given as"
                options={[
                  { value: 'shape', label: 'a shape and its peak' },
                  { value: 'table', label: 'a typed table' },
                ]}
              />
              {breathing.source === 'shape' && (
                <>
                  <ChoiceField path="engine.breathing.shape.id" label="Shape" options={shapeOptions} />
                  <QuantityField
                    path="engine.breathing.shape.peak"
                    label="Volumetric efficiency at its peak"
                    hint="referred to the air in the manifold"
                    quantity="share"
                  />
                  <QuantityField
                    path="engine.breathing.shape.peakRpm"
                    label="Peak at"
                    quantity="engineSpeed"
                  />
                </>
              )}
            </Group>
            <BreathingChart />
            {breathing.source === 'table' && (
              <>
                <BreathingTable />
                <ChoiceField
                  path="engine.breathing.table.confidence"
                  label="How sure we are of the table"
                  options={sureOptions}
                />
              </>
            )}
            <Group title="Taken at">
              <QuantityField
                path="engine.breathing.reference.temperature"
                label="Charge temperature"
                quantity="temperature"
              />
              <QuantityField
                path="engine.breathing.reference.backPressureRatio"
                label="Back pressure over manifold pressure"
                hint="absolute; 1 for an open exhaust"
                quantity="ratio"
              />
              <ChoiceField path="engine.breathing.reference.fuel" label="Fuel" options={fuelOptions} />
              <QuantityField path="engine.breathing.reference.lambda" label="λ" quantity="ratio" />
            </Group>
          </div>
        </div>
      </div>
      <aside className={frame.column}>
        <h2 className={frame.headline}>
          {build ? engineWords(build.displacement, engine.cylinders.value) : 'Engine'}
        </h2>
        <Problems />
        <AtThisSpeed />
        <p className={frame.foot}>
          Shapes are common practice, to start from; a measured curve replaces them. Between points the curve
          is a monotone cubic and never overshoots.
        </p>
      </aside>
    </>
  );
}

/** What it breathes at the selected speed. */
function AtThisSpeed() {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (!solved) return null;
  const { point, build } = solved;
  return (
    <>
      <p className={frame.lead}>
        At {figure(point.speedRpm, 'engineSpeed')} it breathes{' '}
        <b>{figure(point.path.volumetricEfficiency, 'share')}</b> of its displacement at manifold density,
        corrected for charge temperature, back pressure and fuel; the curve says{' '}
        <b>{figure(build.breathing.at(point.speedRpm).value, 'share')}</b>
        {point.path.breathingRange === 'extrapolated'
          ? ', held from its end: the curve stops before this speed'
          : ''}
        .
      </p>
      <p className={frame.lead}>
        The air of the day alone makes <b>{figure(point.alonePower, 'power')}</b> here.
      </p>
    </>
  );
}
