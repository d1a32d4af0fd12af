'use client';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { beltPlace, engineTurbine, turbinePlace } from '@/core/build/row';
import type { MatchKind } from '@/core/charge-path/match';
import { figureAt, figures, turbineIndex, type FigureId } from '@/core/workings/figures';
import frame from '../frame/frame.module.css';
import { useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';

/** What decides the boost, in a few words. */
const deciding: Record<MatchKind, string> = {
  held: 'the wastegate holds it',
  turbine: 'the turbine gives no more',
  spring: 'the spring decides',
  creep: 'the wastegate is wide open',
  'pushed-open': 'the wastegate is pushed open',
};

type Figure = { id: FigureId; charger: number; name: string; hint: string; value: string };
const figureColumns: FigureColumn<Figure>[] = [
  {
    name: 'figure',
    cell: ({ name, hint }) => (
      <>
        {name}
        {hint && <small>{hint}</small>}
      </>
    ),
  },
  {
    name: 'value',
    cell: ({ id, charger, value }) => (
      <Fig id={id} charger={charger}>
        {value}
      </Fig>
    ),
  },
];

/** The hot side at the selected speed. */
export function HotReadings() {
  const { solved } = useSpeed();
  if (!solved || (beltPlace(solved.build) >= 0 && !engineTurbine(solved.build))) return null;
  return solved.point.match ? (
    <Figures solved={solved} />
  ) : (
    <p className={frame.lead}>
      {engineTurbine(solved.build)
        ? 'Turbine and compressor find no steady state at this speed.'
        : 'No turbine yet: choose a turbocharger under Turbine & wastegate. Until then back pressure is an estimate.'}
    </p>
  );
}

function Figures({ solved }: { solved: Solved }) {
  const { figure } = useWords();
  const { build, point } = solved;
  const match = point.match!;
  const charger = turbineIndex(point);
  const each = build.chargers[turbinePlace(build)]!.count > 1 ? 'of one of the two' : '';
  const asked = match.asked - build.climate.pressure;
  const row = (id: FigureId, name: string, hint = '') => ({
    id,
    charger,
    name,
    hint,
    value: figure(figureAt(build, point, id, charger), figures[id].quantity),
  });
  const at = point.chargers[charger]?.at;
  const rows = [
    row('boost', 'Boost reached, gauge', `${figure(asked, 'boost')} asked; ${deciding[match.kind]}`),
    row('turbine-inlet-pressure', 'Turbine inlet pressure, abs'),
    row('turbine-outlet-pressure', 'Turbine outlet pressure, abs'),
    row('back-pressure-ratio', 'p3/p_m, absolute', 'turbine inlet over manifold pressure'),
    row('back-pressure-gauge', 'p3/p_m, gauge'),
    row(
      'turbine-inlet-temperature',
      'Turbine inlet temperature',
      `limit ${figure(engineTurbine(build)!.turbine.maxTemperature, 'temperature')}`,
    ),
    row('expansion-ratio', 'Expansion ratio', 'total to static'),
    row(
      'gate-share',
      engineTurbine(build)!.gate.kind === 'vanes' ? 'Bypass flow fraction' : 'Wastegate flow fraction',
    ),
    row(
      'shaft-speed',
      'Shaft speed',
      at?.speedShare == null ? '' : `${figure(at.speedShare, 'share')} of its limit`,
    ),
    row('turbine-efficiency', 'Turbine efficiency', 'total to static, by U/C0'),
    row('turbine-power', 'Power of the turbine', each),
    row('efficiency', 'Compressor efficiency'),
    row('surge-margin', 'Surge margin', 'at constant ratio'),
    row('choke-margin', 'Choke margin', 'along the speed line'),
    row('power', 'Flywheel power', ''),
    row('thumb-power', 'Power, rule of thumb', 'middle of the band'),
    row('wheel-power', 'Power at the wheels'),
  ];
  return (
    <>
      <FigureTable
        headless
        caption={`At ${figure(point.speedRpm, 'engineSpeed')}`}
        rows={rows}
        keyOf={({ id }) => id}
        columns={figureColumns}
      />
      <p className={frame.foot}>
        A steady state with mean flows: pulses move real figures by some per cent. The ratio alone ranks no
        turbo: one with the worse ratio may carry more boost to the red line.
      </p>
    </>
  );
}
