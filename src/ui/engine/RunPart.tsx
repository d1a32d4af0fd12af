'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { useDeferredValue, useMemo, useState } from 'react';
import { corrections } from '@/core/dyno/corrections';
import { addedToRun } from '@/core/solve/sweep';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import { confidences } from '@/core/documents/input';
import type { Baseline } from '@/core/job/schema/engine';
import { ChoiceField } from '../fields/ChoiceField';
import { confidenceWords } from '../fields/confidence';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import { useJob, useJobState, useJobStore } from '../store/solved';
import { correctionNames } from '../words/brief';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { BreathingChart } from './BreathingChart';
import { PasteRun } from './PasteRun';
import { RunState } from './RunState';
import styles from './engine.module.css';

const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));
const sureOptions = confidences.map((value) => ({ value, label: confidenceWords[value] }));
const correctionOptions = corrections.map((value) => ({ value, label: correctionNames[value] }));

/** A run the customer already has: pasted or typed, turned into breathing, and what forecasts add to it. */
export default function RunPart() {
  const store = useJobStore();
  const { baseline, breathing } = useJobState((s) => s.draft.engine);
  const has = baseline.rows.length > 1;
  const at = 'engine.baseline';
  return (
    <div className={styles.columns}>
      <div>
        <PasteRun />
        <Group title="Dyno run">
          <TextField path={`${at}.name`} label="Name" most={60} placeholder="as it came" />
          <DayField path={`${at}.on`} label="Run date" />
          <ChoiceField
            path={`${at}.basis`}
            label="Power basis"
            options={[
              { value: 'flywheel', label: 'flywheel' },
              { value: 'wheels', label: 'wheels' },
            ]}
          />
          <ChoiceField
            path={`${at}.correction`}
            label="Correction applied"
            hint="taken out: the forecast starts from what was measured"
            options={correctionOptions}
          />
          <ChoiceField path={`${at}.confidence`} label="Confidence" options={sureOptions} />
        </Group>
        <Group title="Test conditions">
          <QuantityField path={`${at}.pressure`} hint="as read there" basis="abs" />
          <QuantityField path={`${at}.temperature`} />
          <QuantityField path={`${at}.humidity`} />
        </Group>
        <Group title="Engine as tested">
          <ChoiceField path={`${at}.fuel`} label="Fuel" options={fuelOptions} />
          <QuantityField path={`${at}.lambda`} hint="where the rows say nothing" />
          <QuantityField path={`${at}.bsfc`} hint="for air and power" />
          <QuantityField path={`${at}.bsfcLambda`} />
          <QuantityField path={`${at}.chargeTemperature`} hint="where the rows say nothing" />
          <QuantityField path={`${at}.inletDrop`} hint="at its greatest flow, where no boost is given" />
          <QuantityField
            path={`${at}.backPressureRatio`}
            hint="absolute, at its greatest boost; 1 for an open exhaust"
          />
        </Group>
      </div>
      <div>
        {has ? (
          <>
            <RunState />
            <BreathingChart isRun />
            <Gains />
            <Rows baseline={baseline} />
            <div className={fields.rowKeys}>
              {breathing.source !== 'baseline' && (
                <Button
                  variant="outlined"
                  size="small"
                  onClick={() => {
                    store.getState().write('engine.breathing.source', 'baseline');
                    store.getState().commit();
                  }}
                >
                  Use it as the VE curve
                </Button>
              )}
              <Button
                variant="outlined"
                size="small"
                onClick={() => {
                  store.getState().edit((job) => {
                    job.engine.baseline.rows = [];
                    if (job.engine.breathing.source === 'baseline') job.engine.breathing.source = 'shape';
                  });
                  store.getState().commit();
                }}
              >
                Remove the run
              </Button>
            </div>
          </>
        ) : (
          <p className={styles.fit}>
            No run yet. Paste one from a spreadsheet, or type it: speed against power or torque, with boost,
            charge temperature and λ where they are known. It becomes the VE curve, and every forecast says
            what it adds to it.
          </p>
        )}
      </div>
    </div>
  );
}

/** What the drawn setups add to the run: four figures that are often taken for one another. */
function Gains() {
  const { figure, signedFigure } = useWords();
  const { drawn: now } = useJob();
  const drawn = useDeferredValue(now);
  const rows = useMemo(
    () =>
      drawn.flatMap(({ setup, answer }) => {
        const gains = answer && addedToRun(answer.build, answer.sweep.points);
        return gains ? [{ setup, gains }] : [];
      }),
    [drawn],
  );
  const gain = (value: number, speedRpm: number) => (
    <>
      {signedFigure(value, 'power')}
      <small>{figure(speedRpm, 'engineSpeed')}</small>
    </>
  );
  if (!rows.length) return null;
  return (
    <FigureTable
      caption="What each setup adds to it, flywheel, against the run as measured"
      rows={rows}
      keyOf={({ setup }) => setup.id}
      columns={[
        { name: 'setup', cell: ({ setup }) => `${setup.letter} ${setup.name}` },
        { name: 'peak to peak', cell: ({ gains: { peak } }) => gain(peak.to - peak.from, peak.toRpm) },
        { name: 'largest gain', cell: ({ gains: { most } }) => gain(most.gain, most.speedRpm) },
        { name: 'at the last common speed', cell: ({ gains: { last } }) => gain(last.gain, last.speedRpm) },
        {
          name: 'average',
          cell: ({ gains: { average } }) => (
            <>
              {signedFigure(average.gain, 'power')}
              <small>
                {formatNumber(average.fromRpm, 0)} to {figure(average.toRpm, 'engineSpeed')}
              </small>
            </>
          ),
        },
      ]}
    />
  );
}

const FIRST = 12;

function Rows({ baseline }: { baseline: Baseline }) {
  const { figureNumber, symbol } = useWords();
  const [all, setAll] = useState(false);
  const { rows } = baseline;
  const step = Math.max(1, Math.ceil(rows.length / FIRST));
  const shown = all ? rows : rows.filter((_, i) => i % step === 0 || i === rows.length - 1);
  return (
    <>
      <FigureTable
        caption="The run’s rows, as they were given"
        rows={shown}
        keyOf={(row) => row.speedRpm}
        columns={[
          { name: 'rpm', cell: (row) => formatNumber(row.speedRpm, 0) },
          {
            name: `power, ${symbol('power')}, ${baseline.basis}`,
            cell: (row) => figureNumber(row.power, 'power'),
          },
          {
            name: `boost, ${symbol('boost')} gauge`,
            cell: (row) => (row.boostGauge === null ? '–' : figureNumber(row.boostGauge, 'boost')),
          },
          {
            name: `charge temperature, ${symbol('temperature')}`,
            cell: (row) =>
              row.chargeTemperature === null ? '–' : figureNumber(row.chargeTemperature, 'temperature'),
          },
          { name: 'λ', cell: (row) => (row.lambda === null ? '–' : formatNumber(row.lambda, 2)) },
          { name: 'readings', cell: (row) => row.readings },
        ]}
      />
      {rows.length > FIRST && (
        <Button variant="outlined" size="small" onClick={() => setAll(!all)}>
          {all ? 'Fewer rows' : `All ${rows.length} rows`}
        </Button>
      )}
    </>
  );
}
