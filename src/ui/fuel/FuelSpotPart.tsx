'use client';
import { useMemo } from 'react';
import { fuelPointOf } from '@/core/solve/fuel-line';
import { pointAt } from '@/core/solve/sweep';
import { fuelSpot, type FuelReading } from '@/core/studies/fuel-spot';
import type { Quantity } from '@/core/units/quantities';
import charger from '../charger/charger.module.css';
import engine from '../engine/engine.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';

const names: Record<FuelReading['key'], [name: string, quantity: Quantity]> = {
  rail: ['Rail pressure, gauge', 'boost'],
  line: ['Lost between pump and rail', 'boost'],
  duty: ['Duty cycle', 'share'],
  lambda: ['λ', 'ratio'],
};

/** What gauges and a logger showed of the fuel at one speed, against the forecast. */
export default function FuelSpotPart() {
  const { setupIndex, answer } = useJob();
  const { figure } = useWords();
  const readings = useJobState((s) => s.draft.setups[setupIndex]!.readings);
  const at = `setups.${setupIndex}.readings` as const;
  const check = useMemo(() => {
    if (!answer?.build.supply || !readings.speedRpm) return null;
    const { build, sweep } = answer;
    const point = pointAt({ build, sweep }, readings.speedRpm.value);
    if (point.status.kind === 'failed') return null;
    return fuelSpot(build, answer.build.supply, fuelPointOf(build, answer.build.supply, point), readings);
  }, [answer, readings]);
  return (
    <>
      <h2 className={charger.head}>
        Spot readings<small>at one engine speed; what is not read stays empty</small>
      </h2>
      <div className={engine.columns}>
        <div>
          <Group title="Measured at one operating point">
            <QuantityField path={`${at}.speedRpm`} optional />
            <QuantityField path={`${at}.railGauge`} basis="gauge" optional />
            <QuantityField
              path={`${at}.pumpGauge`}
              hint="before the filter behind the pumps"
              basis="gauge"
              optional
            />
            <QuantityField path={`${at}.injectorDuty`} hint="as logged, dead time with it" optional />
            <QuantityField path={`${at}.lambda`} optional />
          </Group>
          <p className={frame.foot}>
            A gauge on the rail needs a snubber or shows pulses. λ behind a turbine lags the pull by tenths of
            a second: read it where the engine holds its speed.
          </p>
        </div>
        <div>
          {!answer?.build.supply ? (
            <p className={frame.lead}>No fuel system yet: lay one out under Supply.</p>
          ) : !check ? (
            <p className={frame.lead}>Type the engine speed that the readings belong to.</p>
          ) : (
            <>
              <Findings findings={check.findings} label="Findings from the readings" />
              {check.rows.length > 0 && (
                <FigureTable
                  caption={`Read against the forecast at ${figure(check.speedRpm, 'engineSpeed')}`}
                  rows={check.rows}
                  keyOf={({ key }) => key}
                  columns={[
                    { name: 'figure', cell: ({ key }) => names[key][0] },
                    { name: 'read', cell: ({ key, measured }) => figure(measured, names[key][1]) },
                    { name: 'forecast', cell: ({ key, forecast }) => figure(forecast, names[key][1]) },
                  ]}
                />
              )}
            </>
          )}
        </div>
      </div>
    </>
  );
}
