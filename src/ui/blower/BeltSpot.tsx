import { useMemo } from 'react';
import type { Build } from '@/core/build/build';
import type { Setup } from '@/core/job/schema/job';
import { beltCheck, type BeltCheck } from '@/core/studies/belt-check';
import charger from '../charger/charger.module.css';
import engine from '../engine/engine.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { FigureTable } from '../table/FigureTable';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';

type Props = { build: Build; readings: Setup['readings']; at: `setups.${number}.readings` };

/** Readings of a supercharger at one engine speed: does it slip, does it leak, or is it as forecast. */
export function BeltSpot({ build, readings, at }: Props) {
  const check = useMemo(() => beltCheck(build, readings), [build, readings]);
  return (
    <>
      <h2 className={charger.head}>
        Spot readings<small>at one engine speed; what is not read stays empty</small>
      </h2>
      <div className={engine.columns}>
        <div>
          <Group title="Measured at one operating point">
            <QuantityField path={`${at}.speedRpm`} optional />
            <QuantityField path={`${at}.boost`} basis="gauge" optional />
            <QuantityField path={`${at}.compressorOutletTemperature`} hint="behind the blower" optional />
            <QuantityField
              path={`${at}.shaftRpm`}
              hint="blower or wheel, with a mark and a stroboscope"
              optional
            />
          </Group>
          <p className={frame.foot}>
            Read at full load and a steady speed. Stand clear of the belt, keep sleeves and leads away from
            it, and keep the guard on wherever the mark can be seen through it.
          </p>
        </div>
        <div>
          <Answer check={check} readings={readings} />
        </div>
      </div>
    </>
  );
}

function Answer({ check, readings }: { check: BeltCheck; readings: Setup['readings'] }) {
  const { figure } = useWords();
  if (check.kind === 'waits')
    return (
      <p className={frame.lead}>
        <Say reason={check.why} />
      </p>
    );
  const { forecast, outletIf } = check;
  const rows: [string, string, string][] = [
    ['Boost, gauge', figure(readings.boost?.value ?? null, 'boost'), figure(forecast.boost, 'boost')],
    [
      'Outlet temperature',
      figure(readings.compressorOutletTemperature?.value ?? null, 'temperature'),
      figure(forecast.outlet, 'temperature'),
    ],
    [
      'Shaft speed',
      figure(readings.shaftRpm?.value ?? null, 'shaftSpeed'),
      figure(forecast.shaftRpm, 'shaftSpeed'),
    ],
  ];
  return (
    <>
      <ul className={frame.findings} aria-label="Findings from the readings">
        {check.findings.map((reason) => (
          <li key={reason.code}>
            <span />
            <span>
              <Say reason={reason} />
            </span>
          </li>
        ))}
      </ul>
      <FigureTable
        caption={`Read against the forecast at ${figure(check.speedRpm, 'engineSpeed')}`}
        rows={rows}
        keyOf={([name]) => name}
        columns={[
          { name: 'figure', cell: ([name]) => name },
          { name: 'read', cell: ([, read]) => read },
          { name: 'forecast', cell: ([, , expected]) => expected },
        ]}
      />
      {check.slip !== null && (
        <FigureTable
          caption="What would explain the boost"
          rows={[
            ['Slip', figure(check.slip, 'fineShare'), figure(outletIf.slip, 'temperature')],
            ['Leak', figure(check.leak, 'fineShare'), figure(outletIf.leak, 'temperature')],
          ]}
          keyOf={([name]) => name!}
          columns={[
            { name: 'cause', cell: ([name]) => name },
            { name: 'share', cell: ([, share]) => share },
            { name: 'outlet temperature then', cell: ([, , outlet]) => outlet },
          ]}
        />
      )}
    </>
  );
}
