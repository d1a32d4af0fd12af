'use client';
import { useCallback, useMemo } from 'react';
import { coolerAt } from '@/core/build/elements';
import { exchangerSideOf } from '@/core/charge-air/exchanger';
import { engineCharger } from '@/core/charger/charged-air';
import type { OperatingPoint } from '@/core/solve/point';
import { timingAtCharge } from '@/core/studies/cylinder';
import { coolingCapacity } from '@/core/studies/heat-soak';
import { coolerWorth } from '@/core/studies/price';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { useRested } from '../device/useRested';
import frame from '../frame/frame.module.css';
import { useJobState, useSpeed, type Solved } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { useCooling } from './useCooling';

const series = {
  temperature: [
    { key: 'charge', name: 'charge' },
    { key: 'outlet', name: 'before the cooler', tone: 'hot' },
    { key: 'coolant', name: 'cooling medium', thin: true },
  ],
  effectiveness: [
    { key: 'effectiveness', name: 'charge side' },
    { key: 'exchanger', name: 'exchanger', thin: true },
  ],
  drop: [{ key: 'drop', name: 'cooler and its pipes' }],
} as const satisfies Record<string, readonly Series[]>;

/** The cooler over the revs: temperatures, both kinds of effectiveness, pressure loss, and what it is worth. */
export default function RevsPart() {
  const { solved } = useSpeed();
  if (!solved) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  return <Sheet solved={solved} />;
}

function Sheet({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const { heated } = useCooling();
  const capacity = heated ? coolingCapacity(heated.system) : null;
  const heat = heated?.system.charge.heat ?? 1_006;
  const ofEach = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      const cooler = coolerAt(build, 'cooler');
      const drop = p.stations.find(({ id }) => id === 'cooler')?.drop;
      return {
        charge: inUnit(p.path.manifold.temperature, 'temperature'),
        ...(cooler ? { effectiveness: cooler.effectiveness(p.path.massFlow) * 100 } : {}),
        ...(drop === undefined ? {} : { drop: inUnit(drop, 'pressureDrop') }),
      };
    },
    [inUnit],
  );
  const ofOwn = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      const cooler = coolerAt(build, 'cooler');
      return {
        outlet: inUnit(engineCharger(p.path).outlet.temperature, 'temperature'),
        ...(cooler ? { coolant: inUnit(cooler.coolant, 'temperature') } : {}),
        ...(cooler && capacity
          ? {
              exchanger:
                exchangerSideOf(cooler.effectiveness(p.path.massFlow), p.path.massFlow * heat, capacity) *
                100,
            }
          : {}),
      };
    },
    [inUnit, capacity, heat],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  const hasCooler = Boolean(coolerAt(solved.build, 'cooler'));
  return (
    <>
      <h2 className={charts.head}>
        Charge over the revs
        <small>right: at {figure(solved.point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <RevPanel
        title="Temperature"
        unit={symbol('temperature')}
        note="before and after the cooler; thin: cooling medium"
        curves={curves}
        series={hasCooler ? series.temperature : series.temperature.slice(0, 2)}
        reads={reads(['charge-temperature', 'charge'], ['outlet-temperature', 'before the cooler'])}
      />
      {hasCooler && (
        <>
          <RevPanel
            title="Effectiveness"
            unit="%"
            note={
              capacity
                ? 'thin: of the exchanger, over what it could exchange'
                : 'charge side: two thermometers'
            }
            curves={curves}
            series={capacity ? series.effectiveness : series.effectiveness.slice(0, 1)}
            reads={[]}
          />
          <RevPanel
            title="Pressure loss"
            unit={symbol('pressureDrop')}
            note="cooler and charge pipes as one"
            curves={curves}
            series={series.drop}
            reads={[]}
          />
        </>
      )}
      <Worth solved={solved} />
    </>
  );
}

type Row = {
  name: string;
  hint: string;
  power: number | null;
  charge: number | null;
  /** Spark timing that the charge allows, rad; null where it is not looked at. */
  timing?: number | null;
};

function Worth({ solved }: { solved: Solved }) {
  const { build, point } = solved;
  const { figure, signedFigure } = useWords();
  const engine = useJobState((s) => s.draft.engine);
  const worth = useMemo(() => coolerWorth(build, point), [build, point]);
  // Some cycles each.
  const late = useRested(solved);
  const timings = useMemo(() => {
    const its = coolerWorth(late.build, late.point);
    const at = (charge: number | undefined) =>
      charge === undefined ? null : timingAtCharge(late.build, engine, late.point, charge);
    return {
      with: at(its?.with.charge),
      uncooled: at(its?.uncooled?.charge),
      larger: at(its?.larger?.charge),
    };
  }, [late, engine]);
  if (!worth) return null;
  const { with: own, uncooled, unboosted, larger } = worth;
  const rows: Row[] = [
    { name: 'With the cooler', hint: 'as forecast', ...own, timing: timings.with?.advance ?? null },
    {
      name: 'Same boost uncooled',
      hint: 'without the cooler and its loss',
      power: uncooled?.power ?? null,
      charge: uncooled?.charge ?? null,
      timing: timings.uncooled?.advance ?? null,
    },
    { name: 'No boost', hint: 'the day’s air alone', power: unboosted, charge: null },
    {
      name: 'A core a third larger',
      hint: 'at the same loss',
      power: larger?.power ?? null,
      charge: larger?.charge ?? null,
      timing: timings.larger?.advance ?? null,
    },
  ];
  const lost = timings.uncooled && timings.with ? timings.with.torque - timings.uncooled.torque : 0;
  return (
    <>
      <FigureTable
        caption={`What the cooler is worth at ${figure(point.speedRpm, 'engineSpeed')}`}
        rows={rows}
        keyOf={({ name }) => name}
        columns={[
          {
            name: 'baseline',
            cell: ({ name, hint }) => (
              <>
                {name}
                <small>{hint}</small>
              </>
            ),
          },
          { name: 'charge', cell: ({ charge }) => figure(charge, 'temperature') },
          ...(timings.with
            ? [
                {
                  name: 'spark BTDC',
                  cell: ({ timing }: Row) => (timing == null ? '' : figure(timing, 'angle')),
                },
              ]
            : []),
          { name: 'power', cell: ({ power }) => figure(power, 'power') },
          {
            name: 'against the forecast',
            cell: ({ power }) =>
              power === null || power === own.power ? '' : signedFigure(power - own.power, 'power'),
          },
        ]}
      />
      {timings.uncooled && timings.with && (
        <p className={frame.foot}>
          {lost > 0.005
            ? `Uncooled the fuel allows ${figure(timings.with.advance - timings.uncooled.advance, 'angle')} less spark: another ${figure(lost, 'share')} of the torque, not counted above.`
            : 'The fuel allows the same spark without the cooler here.'}{' '}
          Timing by the cylinder’s model, an estimate.
        </p>
      )}
    </>
  );
}
