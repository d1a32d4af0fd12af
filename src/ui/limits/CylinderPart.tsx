'use client';
import { useMemo } from 'react';
import type { CylinderChangeId } from '@/core/studies/cylinder';
import type { Timed } from '@/core/cylinder/timing';
import { useful } from '@/core/cylinder/timing';
import charts from '../charts/charts.module.css';
import { looks, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import engine from '../engine/engine.module.css';
import frame from '../frame/frame.module.css';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { useChanges, useCylinder } from './useCylinder';

type At = NonNullable<ReturnType<typeof useCylinder>['at']>;
const degrees = Math.PI / 180;

/** One cylinder at the selected speed: pressure and temperature over the crank, timings and what moves them. */
export default function CylinderPart() {
  const { at } = useCylinder();
  if (!at) return <p className={frame.lead}>Nothing burns at this speed: choose another on the Rev bar.</p>;
  return (
    <>
      <Pictures at={at} />
      <div className={engine.columns}>
        <div>
          <Timings at={at} />
          <Schools at={at} />
        </div>
        <div>
          <Changes />
        </div>
      </div>
    </>
  );
}

function Pictures({ at }: { at: At }) {
  const { figure, inUnit, symbol } = useWords();
  const plots = useMemo(() => {
    const { planned, best } = at.traces;
    const typed = at.typed?.cycle.trace ?? null;
    const rows = planned.angle.map((angle, i) => ({
      x: angle / degrees,
      planned: inUnit(planned.pressure[i]!, 'cylinderPressure'),
      best: inUnit(best.pressure[i]!, 'cylinderPressure'),
      gas: inUnit(planned.temperature[i]!, 'temperature'),
      // The end gas is there while something is left to burn.
      ...(planned.burnt[i]! < 0.95 ? { end: inUnit(planned.unburnt[i]!, 'temperature') } : {}),
      ...(typed ? { typed: inUnit(typed.pressure[i]!, 'cylinderPressure') } : {}),
    }));
    const most = (...keys: ('planned' | 'best' | 'typed' | 'gas' | 'end')[]) =>
      Math.max(...rows.flatMap((row) => keys.map((key) => (row as Record<string, number>)[key] ?? 0)));
    const pressure: PlotCurve[] = [
      { key: 'planned', name: 'planned', look: looks.own(0) },
      { key: 'best', name: 'MBT', look: looks.thin },
      ...(typed ? [{ key: 'typed', name: 'trial', look: looks.hot }] : []),
    ];
    const temperature: PlotCurve[] = [
      { key: 'gas', name: 'mean of the gas', look: looks.own(0) },
      { key: 'end', name: 'end gas', look: looks.hot },
    ];
    return {
      rows,
      pressure: { curves: pressure, y: { low: 0, high: 1.08 * most('planned', 'best', 'typed'), ticks: 4 } },
      temperature: { curves: temperature, y: { low: 0, high: 1.06 * most('gas', 'end'), ticks: 4 } },
    };
  }, [at, inUnit]);
  const sayAngle = (angle: number) =>
    angle < 0 ? `${formatNumber(-angle, 0)}° before TDC` : `${formatNumber(angle, 0)}° after TDC`;
  const { planned, best } = at.cylinder.timing;
  return (
    <>
      <h2 className={charts.head}>
        Cylinder
        <small>
          at {figure(at.point.speedRpm, 'engineSpeed')} and {figure(at.point.boostGauge, 'boost')} gauge
        </small>
      </h2>
      <PlotPanel
        rows={plots.rows}
        {...plots.pressure}
        title="Cylinder pressure"
        note={`${symbol('cylinderPressure')} absolute over the crank, ° from firing top dead centre; thick: planned, thin: MBT${at.typed ? ', red: trial' : ''}`}
        label={`Cylinder pressure over the crank: planned peaks at ${figure(planned.cycle.peakPressure, 'cylinderPressure')}, MBT at ${figure(best.cycle.peakPressure, 'cylinderPressure')}`}
        height={170}
        say={{ x: sayAngle, y: (value) => `${formatNumber(value, 0)} ${symbol('cylinderPressure')}` }}
      />
      <PlotPanel
        rows={plots.rows}
        {...plots.temperature}
        title="Gas temperature"
        note={`${symbol('temperature')}; thick: mean of the gas, red: end gas, until it is burnt`}
        label={`Gas temperature over the crank, ${figure(planned.cycle.peakTemperature, 'temperature')} at most`}
        height={130}
        say={{ x: sayAngle, y: (value) => `${formatNumber(value, 0)} ${symbol('temperature')}` }}
      />
    </>
  );
}

/** A small share with its sign, to a tenth of a per cent. */
const sharpShare = (share: number): string => {
  const figure = formatNumber(Math.abs(100 * share), 1);
  return figure === '0.0' ? '0.0 %' : `${share < 0 ? '−' : '+'}${figure} %`;
};

type TimingRow = Timed & { name: string; hint: string };

function Timings({ at }: { at: At }) {
  const { figure } = useWords();
  const { best, knockLimited, knocksAnyway, planned, perDegree } = at.cylinder.timing;
  const isSpark = at.cylinder.case.fuel.octane !== null;
  const rows: TimingRow[] = [
    { name: isSpark ? 'MBT' : 'Best torque', hint: isSpark ? '' : 'start of combustion', ...best },
    ...(knockLimited
      ? [
          {
            name: 'Knock limit',
            hint: knocksAnyway ? 'knocks here too: the latest looked at' : 'the end gas just lights',
            ...knockLimited,
          },
        ]
      : []),
    {
      name: 'Planned',
      hint: {
        knock: 'margin kept from knock',
        plateau: 'torque is flat',
        pressure: 'keeps the peak pressure',
        'best-torque': 'best torque',
      }[planned.limit],
      ...planned,
    },
    ...(at.typed ? [{ name: 'Trial', hint: 'beside the plan', ...at.typed }] : []),
  ];
  const columns: FigureColumn<TimingRow>[] = [
    {
      name: 'timing',
      cell: ({ name, hint }) => (
        <>
          {name}
          {hint && <small>{hint}</small>}
        </>
      ),
    },
    { name: 'BTDC', cell: ({ advance }) => `${formatNumber(advance / degrees, 1)}°` },
    {
      name: 'torque',
      cell: ({ cycle }) => `${formatNumber((100 * useful(cycle)) / useful(best.cycle), 1)} %`,
    },
    {
      name: 'peak',
      cell: ({ cycle }) => (
        <>
          {figure(cycle.peakPressure, 'cylinderPressure')}
          <small>{formatNumber(cycle.peakAngle / degrees, 0)}° ATDC</small>
        </>
      ),
    },
    { name: '50 % burnt', cell: ({ cycle }) => `${formatNumber(cycle.halfBurnt / degrees, 0)}° ATDC` },
  ];
  return (
    <>
      <FigureTable
        caption={`Timings at ${figure(at.point.speedRpm, 'engineSpeed')}`}
        rows={rows}
        keyOf={({ name }) => name}
        columns={columns}
      />
      <p className={frame.foot}>
        A degree more than planned: {sharpShare(perDegree)} of torque. Torque here is against MBT.
      </p>
    </>
  );
}

function Schools({ at }: { at: At }) {
  const { figure } = useWords();
  const { fuelFlow, cycle, thumbLow, thumbHigh, spread } = at.schools;
  const isByCycle = at.build.cyclePower !== null;
  return (
    <FigureTable
      caption="Flywheel power by three schools"
      headless
      rows={[
        {
          name: 'Fuel flow',
          hint: isByCycle ? 'by BSFC' : 'the forecast uses it',
          value: figure(fuelFlow, 'power'),
        },
        {
          name: 'Cycle',
          hint: isByCycle ? 'the forecast uses it, from its table' : 'gross less pumping, friction and drive',
          value: figure(cycle, 'power'),
        },
        {
          name: 'Rule of thumb',
          hint: 'band of the trade',
          value: `${figure(thumbLow, 'power')} to ${figure(thumbHigh, 'power')}`,
        },
        { name: 'Apart', hint: 'over 12 % something is off', value: figure(spread, 'share') },
      ]}
      keyOf={({ name }) => name}
      columns={[
        {
          name: 'school',
          cell: ({ name, hint }) => (
            <>
              {name}
              <small>{hint}</small>
            </>
          ),
        },
        { name: 'power', cell: ({ value }) => value },
      ]}
    />
  );
}

const changeNames: Record<CylinderChangeId, string> = {
  boost: 'Boost',
  charge: 'Charge temperature',
  compression: 'Compression ratio',
  octane: 'Octane',
  'back-pressure': 'Exhaust back pressure',
  lambda: 'λ',
};

function Changes() {
  const { signedFigure, figure } = useWords();
  const late = useChanges();
  if (!late) return null;
  const by: Record<CylinderChangeId, (value: number) => string> = {
    boost: (v) => signedFigure(v, 'boost'),
    charge: (v) => signedFigure(v, 'temperatureRise'),
    compression: (v) => `+${formatNumber(v, 1)}`,
    octane: (v) => `−${formatNumber(-v, 0)} RON`,
    'back-pressure': (v) => signedFigure(v, 'boost'),
    lambda: (v) => `−${formatNumber(-v, 2)}`,
  };
  const columns: FigureColumn<(typeof late.changes)[number]>[] = [
    {
      name: 'changed alone',
      cell: ({ id, by: value }) => (
        <>
          {changeNames[id]}
          <small>{by[id](value)}</small>
        </>
      ),
    },
    {
      name: 'timing',
      cell: ({ advance }) => {
        const turned = formatNumber(Math.abs(advance) / degrees, 1);
        return turned === '0.0' ? '0.0°' : `${advance < 0 ? '−' : '+'}${turned}°`;
      },
    },
    { name: 'torque', cell: ({ torque }) => sharpShare(torque) },
    { name: 'peak', cell: ({ peak }) => signedFigure(peak, 'cylinderPressure') },
  ];
  return (
    <>
      <FigureTable
        caption="What moves the timing"
        rows={late.changes}
        keyOf={({ id }) => id}
        columns={columns}
      />
      <p className={frame.foot}>
        Each by itself, at the timing that is then planned. Boost brings back pressure with it; the charge is{' '}
        {figure(late.at.cylinder.case.charge, 'temperature')} here.
      </p>
    </>
  );
}
