'use client';
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
import { DayField, TextField } from '../fields/TextField';
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
        <Group title="The run">
          <TextField path={`${at}.name`} label="Called" most={60} placeholder="as it came" />
          <DayField path={`${at}.on`} label="Made on" />
          <ChoiceField
            path={`${at}.basis`}
            label="Measured at the"
            options={[
              { value: 'flywheel', label: 'flywheel' },
              { value: 'wheels', label: 'wheels' },
            ]}
          />
          <ChoiceField
            path={`${at}.correction`}
            label="Correction in it"
            hint="taken out: the forecast starts from what was measured"
            options={correctionOptions}
          />
          <ChoiceField path={`${at}.confidence`} label="How sure we are of it" options={sureOptions} />
        </Group>
        <Group title="The air of that day">
          <QuantityField path={`${at}.pressure`} label="Barometer" hint="as read there" basis="abs" />
          <QuantityField path={`${at}.temperature`} label="Air of that day" />
          <QuantityField path={`${at}.humidity`} label="Relative humidity" />
        </Group>
        <Group title="The engine that day">
          <ChoiceField path={`${at}.fuel`} label="Fuel" options={fuelOptions} />
          <QuantityField path={`${at}.lambda`} label="λ" hint="where the rows say nothing" />
          <QuantityField path={`${at}.bsfc`} label="BSFC" hint="for air and power" />
          <QuantityField path={`${at}.bsfcLambda`} label="λ of that BSFC" />
          <QuantityField
            path={`${at}.chargeTemperature`}
            label="Charge temperature"
            hint="where the rows say nothing"
          />
          <QuantityField
            path={`${at}.inletDrop`}
            label="Lost before the engine"
            hint="at its greatest flow, where no boost is given"
          />
          <QuantityField
            path={`${at}.backPressureRatio`}
            label="Back pressure over manifold pressure"
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
                <button
                  type="button"
                  className={fields.plainKey}
                  onClick={() => {
                    store.getState().write('engine.breathing.source', 'baseline');
                    store.getState().commit();
                  }}
                >
                  Take the breathing from it
                </button>
              )}
              <button
                type="button"
                className={fields.plainKey}
                onClick={() => {
                  store.getState().edit((job) => {
                    job.engine.baseline.rows = [];
                    if (job.engine.breathing.source === 'baseline') job.engine.breathing.source = 'shape';
                  });
                  store.getState().commit();
                }}
              >
                Take the run out
              </button>
            </div>
          </>
        ) : (
          <p className={styles.fit}>
            No run yet. Paste one from a spreadsheet, or type it: speed against power or torque, with boost,
            charge temperature and λ where they are known. It becomes the breathing curve, and every forecast
            says what it adds to it.
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
  if (!rows.length) return null;
  return (
    <table className={styles.gains}>
      <caption>What each setup adds to it, flywheel, against the run as measured</caption>
      <thead>
        <tr>
          <th scope="col">setup</th>
          <th scope="col">peak to peak</th>
          <th scope="col">most anywhere</th>
          <th scope="col">at the last common speed</th>
          <th scope="col">average</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ setup, gains: { peak, most, last, average } }) => (
          <tr key={setup.id}>
            <th scope="row">
              {setup.letter} {setup.name}
            </th>
            <td>
              {signedFigure(peak.to - peak.from, 'power')}
              <small>{figure(peak.toRpm, 'engineSpeed')}</small>
            </td>
            <td>
              {signedFigure(most.gain, 'power')}
              <small>{figure(most.speedRpm, 'engineSpeed')}</small>
            </td>
            <td>
              {signedFigure(last.gain, 'power')}
              <small>{figure(last.speedRpm, 'engineSpeed')}</small>
            </td>
            <td>
              {signedFigure(average.gain, 'power')}
              <small>
                {formatNumber(average.fromRpm, 0)} to {figure(average.toRpm, 'engineSpeed')}
              </small>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
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
      <table className={styles.gains}>
        <caption>The run’s rows, as they were given</caption>
        <thead>
          <tr>
            <th scope="col">rpm</th>
            <th scope="col">
              power, {symbol('power')}, {baseline.basis}
            </th>
            <th scope="col">boost, {symbol('boost')} gauge</th>
            <th scope="col">charge, {symbol('temperature')}</th>
            <th scope="col">λ</th>
            <th scope="col">readings</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.speedRpm}>
              <th scope="row">{formatNumber(row.speedRpm, 0)}</th>
              <td>{figureNumber(row.power, 'power')}</td>
              <td>{row.boostGauge === null ? '–' : figureNumber(row.boostGauge, 'boost')}</td>
              <td>
                {row.chargeTemperature === null ? '–' : figureNumber(row.chargeTemperature, 'temperature')}
              </td>
              <td>{row.lambda === null ? '–' : formatNumber(row.lambda, 2)}</td>
              <td>{row.readings}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > FIRST && (
        <button type="button" className={fields.plainKey} onClick={() => setAll(!all)}>
          {all ? 'Fewer rows' : `All ${rows.length} rows`}
        </button>
      )}
    </>
  );
}
