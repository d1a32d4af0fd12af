'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { chargerPath } from '@/core/job/chargers';
import { useMemo } from 'react';
import { isDriven } from '@/core/build/row';
import { spotCheck, type SpotCheck } from '@/core/studies/spot-check';
import { given } from '@/core/documents/input';
import type { Implied, SpotKey, Sure } from '@/core/turbocharger/spot';
import type { Quantity } from '@/core/units/quantities';
import fields from '../fields/fields.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { Cross, Marginal, Tick } from '../frame/icons';
import engine from '../engine/engine.module.css';
import { BeltSpot } from '../blower/BeltSpot';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './charger.module.css';

const names: Record<SpotKey, { name: string; quantity: Quantity }> = {
  'compressor-efficiency': { name: 'Compressor efficiency', quantity: 'share' },
  'cooler-effectiveness': { name: 'Cooler effectiveness', quantity: 'share' },
  'charge-drop': { name: 'Lost between compressor and manifold', quantity: 'pressureDrop' },
  'back-ratio': { name: 'p3/p_m, absolute', quantity: 'ratio' },
  'back-gauge': { name: 'p3/p_m, gauge', quantity: 'ratio' },
  'tail-pressure': { name: 'Turbine outlet pressure, abs', quantity: 'pressure' },
  'inlet-temperature': { name: 'Turbine inlet temperature', quantity: 'temperature' },
  shaft: { name: 'Shaft speed', quantity: 'shaftSpeed' },
};
/** Standard errors from which a reading differs from the forecast. */
const DIFFERS = 2;
const sureWords: Record<Sure, string> = { clearly: 'clearly', probably: 'probably' };

/** Readings of one moment: typed, explained, and held against the forecast. */
export default function SpotPart() {
  const { setupIndex, answer } = useJob();
  const readings = useJobState((s) => s.draft.setups[setupIndex]!.readings);
  const at = `setups.${setupIndex}.readings` as const;
  const build = answer?.build;
  const onBelt = Boolean(build && isDriven(build));
  const check = useMemo(
    () => (build && !onBelt ? spotCheck(build, readings) : null),
    [build, onBelt, readings],
  );
  if (onBelt && build) return <BeltSpot build={build} readings={readings} at={at} />;
  return (
    <>
      <h2 className={styles.head}>
        Spot readings<small>any of them, at one engine speed; what is not read stays empty</small>
      </h2>
      <div className={engine.columns}>
        <div>
          <Group title="Measured at one operating point">
            <QuantityField path={`${at}.speedRpm`} optional />
            <QuantityField path={`${at}.boost`} basis="gauge" optional />
            <QuantityField path={`${at}.compressorOutletGauge`} basis="gauge" optional />
            <QuantityField path={`${at}.turbineInletGauge`} hint="back pressure" basis="gauge" optional />
            <QuantityField path={`${at}.turbineOutletGauge`} basis="gauge" optional />
            <QuantityField path={`${at}.compressorOutletTemperature`} optional />
            <QuantityField path={`${at}.chargeTemperature`} optional />
            <QuantityField path={`${at}.turbineInletTemperature`} optional />
            <QuantityField path={`${at}.shaftRpm`} optional />
          </Group>
          <p className={frame.foot}>
            A back-pressure line sees pulses: damp it. Spray on a thermometer, a heat-soaked intake or a loose
            hose spoils a reading more than any turbo does.
          </p>
        </div>
        <div>{check && <Answer check={check} />}</div>
      </div>
    </>
  );
}

function Answer({ check }: { check: SpotCheck }) {
  const { figure } = useWords();
  if (check.kind === 'waits')
    return (
      <p className={frame.lead}>
        <Say reason={check.why} />
      </p>
    );
  const { contradictions, findings } = check;
  const differing = check.implied.filter((one) => Math.abs(one.sigma) >= DIFFERS).length;
  return (
    <>
      {contradictions.length > 0 && (
        <ul className={frame.findings} aria-label="Readings that contradict each other">
          {contradictions.map((why) => (
            <li key={why.code} className={frame.failing}>
              <span>
                <Cross size={11} />
              </span>
              <span>
                <Say reason={why} />
              </span>
            </li>
          ))}
        </ul>
      )}
      {findings.length > 0 ? (
        <ul className={frame.findings} aria-label="Findings from the readings">
          {findings.map(({ reason, sure }) => (
            <li key={reason.code} className={frame.failing}>
              <span>
                <Cross size={11} />
              </span>
              <span>
                <Say reason={reason} /> <small>{sureWords[sure]}</small>
              </span>
            </li>
          ))}
        </ul>
      ) : (
        check.implied.length > 0 &&
        contradictions.length === 0 &&
        (differing > 0 ? (
          <p className={frame.lead}>
            <Marginal size={11} /> {differing} of {check.implied.length} readings differ from the forecast:
            the table says which.
          </p>
        ) : (
          <p className={frame.lead}>
            <Tick size={11} /> Everything read agrees with the forecast at{' '}
            {figure(check.speedRpm, 'engineSpeed')}
            {check.atBoost ? ' and this boost' : ''}, within what gauges can tell.
          </p>
        ))
      )}
      <Implications implied={check.implied} />
      <Take check={check} />
    </>
  );
}

function Implications({ implied }: { implied: Implied[] }) {
  const { figure } = useWords();
  if (!implied.length) return null;
  return (
    <FigureTable
      caption="What follows from them"
      rows={implied}
      keyOf={({ key }) => key}
      columns={[
        { name: 'figure', cell: (one) => names[one.key].name },
        { name: 'measured or implied', cell: (one) => figure(one.value, names[one.key].quantity) },
        { name: 'uncertainty, ±', cell: (one) => figure(one.spread, spreadOf(names[one.key].quantity)) },
        { name: 'forecast', cell: (one) => figure(one.expected, names[one.key].quantity) },
        {
          name: 'differs',
          cell: ({ sigma }) =>
            Math.abs(sigma) < DIFFERS ? 'within its error' : Math.abs(sigma) < 3 ? 'probably' : 'clearly',
        },
      ]}
    />
  );
}

/** A spread of a temperature is a difference of temperatures, one of a pressure a pressure drop. */
const spreadOf = (quantity: Quantity): Quantity =>
  quantity === 'temperature' ? 'temperatureRise' : quantity === 'pressure' ? 'pressureDrop' : quantity;

/** What a reading can replace: a guess of the job by what was measured. */
function Take({ check }: { check: Extract<SpotCheck, { kind: 'read' }> }) {
  const { store, setupIndex } = useJob();
  const { figure } = useWords();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const at = `setups.${setupIndex}` as const;
  const take = (path: string, value: number) => {
    store.getState().write(path, { ...given(value, 'measured'), note: 'from a spot reading' });
    store.getState().commit();
  };
  /** One figure in the place of points, if there were any: it is what was measured. */
  const takeCooler = (value: number) => {
    const path = `${at}.${chargerPath(setup, 'engine')}.aftercooler`;
    store.getState().write(`${path}.points`, undefined);
    store.getState().write(`${path}.part`, undefined);
    take(`${path}.effectiveness`, value);
  };
  const cooler = check.implied.find((i) => i.key === 'cooler-effectiveness');
  const share = check.exhaustShare;
  const hasCooler = cooler && cooler.value > 0 && cooler.value <= 1;
  const hasShare = share !== null && share >= 0.15 && share <= 0.6;
  return (
    <div className={fields.rowKeys}>
      {hasCooler && (
        <Button variant="outlined" size="small" onClick={() => takeCooler(cooler.value)}>
          Take {figure(cooler.value, 'share')} as the cooler’s effectiveness
        </Button>
      )}
      {hasShare && (
        <Button variant="outlined" size="small" onClick={() => take(`${at}.exhaust.share`, share)}>
          Take {figure(share, 'share')} as the heat in the exhaust
        </Button>
      )}
    </div>
  );
}
