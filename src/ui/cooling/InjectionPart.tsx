'use client';
import Button from '@mui/material/Button';
import { useCallback } from 'react';
import {
  COLD_BOTTLE,
  HOT_BOTTLE,
  type InjectionCase,
  type InjectionCaseId,
} from '@/core/studies/injection-worth';
import type { OperatingPoint } from '@/core/solve/point';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import engine from '../engine/engine.module.css';
import frame from '../frame/frame.module.css';
import { useSpeed, type Solved } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { NitrousFields, SprayFields } from './InjectionFields';
import { useInjected, useInjection } from './useInjection';

/** Water, methanol and nitrous oxide behind the cooler: what they bring, how long they last, and what happens without. */
export default function InjectionPart() {
  const { injection, isReady, layOut } = useInjection();
  const { solved } = useSpeed();
  if (!injection)
    return (
      <>
        <h2 className={charts.head}>Water-methanol and nitrous oxide</h2>
        <p className={frame.lead}>
          Nothing is injected behind the cooler. A usual system is laid out for this goal; each figure is then
          typed.
        </p>
        <Button variant="outlined" onClick={() => layOut('spray')} disabled={!isReady}>
          Lay out water-methanol
        </Button>{' '}
        <Button variant="outlined" onClick={() => layOut('nitrous')} disabled={!isReady}>
          Lay out nitrous oxide
        </Button>
      </>
    );
  return (
    <>
      {solved && <Revs solved={solved} />}
      <div className={engine.columns}>
        <div>
          {injection.spray && <SprayFields spray={injection.spray} />}
          {injection.nitrous && <NitrousFields nitrous={injection.nitrous} />}
          {!injection.spray && (
            <Button size="small" onClick={() => layOut('spray')} disabled={!isReady}>
              Add water-methanol
            </Button>
          )}
          {!injection.nitrous && (
            <Button size="small" onClick={() => layOut('nitrous')} disabled={!isReady}>
              Add nitrous oxide
            </Button>
          )}
        </div>
        <div>
          <Now />
          <Worth />
          <Cases />
        </div>
      </div>
    </>
  );
}

const series = {
  temperature: [
    { key: 'charge', name: 'charge' },
    { key: 'before', name: 'before the injection', tone: 'hot' },
  ],
} as const satisfies Record<string, readonly Series[]>;

function Revs({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const ofEach = useCallback(
    (_: Solved['build'], { path }: OperatingPoint): Record<string, number> => ({
      charge: inUnit(path.manifold.temperature, 'temperature'),
    }),
    [inUnit],
  );
  const ofOwn = useCallback(
    (_: Solved['build'], { path }: OperatingPoint): Record<string, number> => ({
      before: inUnit(path.cooler.temperature, 'temperature'),
    }),
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  return (
    <>
      <h2 className={charts.head}>
        Water-methanol and nitrous oxide
        <small>right: at {figure(solved.point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <RevPanel
        title="Temperature"
        unit={symbol('temperature')}
        note="before and after the injection"
        curves={curves}
        series={series.temperature}
        reads={reads(['charge-temperature', 'charge'])}
      />
    </>
  );
}

function Now() {
  const { figure } = useWords();
  const now = useInjected();
  if (!now?.injected) return null;
  const { point, injected, lasts, volume, methanolShare } = now;
  const { water, methanol, nitrous, evaporated, isSaturated } = injected;
  const sprayed = water + methanol;
  const rows = [
    {
      name: 'Charge before',
      hint: 'behind the cooler',
      value: figure(point.path.cooler.temperature, 'temperature'),
    },
    {
      name: 'Charge after',
      hint: 'into the engine',
      value: figure(point.path.manifold.temperature, 'temperature'),
    },
    ...(sprayed > 0
      ? [
          {
            name: 'Evaporated before the valve',
            hint: isSaturated ? 'all that the air takes up' : 'as stated',
            value: figure((evaporated.water + evaporated.methanol) / sprayed, 'share'),
          },
        ]
      : []),
    ...(sprayed > 0 ? [{ name: 'Sprayed in', hint: 'all nozzles', value: figure(volume, 'fuelFlow') }] : []),
    ...(methanol > 0
      ? [
          {
            name: 'Methanol',
            hint: 'of all fuel, by the air it burns',
            value: figure(methanolShare, 'share'),
          },
        ]
      : []),
    ...(lasts.tank === null
      ? []
      : [{ name: 'Tank lasts', hint: 'at this flow', value: figure(lasts.tank, 'time') }]),
    ...(nitrous > 0 ? [{ name: 'Nitrous oxide', hint: '', value: figure(nitrous, 'massFlow') }] : []),
    ...(lasts.bottle === null
      ? []
      : [{ name: 'Bottle lasts', hint: 'at this flow', value: figure(lasts.bottle, 'time') }]),
  ];
  return (
    <FigureTable
      caption={`At ${figure(point.speedRpm, 'engineSpeed')}`}
      headless
      rows={rows}
      keyOf={({ name }) => name}
      columns={[named, { name: 'figure', cell: ({ value }) => value }]}
    />
  );
}

const named = {
  name: 'what',
  cell: ({ name, hint }: { name: string; hint: string }) => (
    <>
      {name}
      {hint && <small>{hint}</small>}
    </>
  ),
};

function Worth() {
  const { figure, signedFigure } = useWords();
  const now = useInjected();
  if (!now?.worth) return null;
  const { bare, with: own, cooling, oxygen, boost } = now.worth;
  const signed = (power: number) => signedFigure(power, 'power');
  return (
    <FigureTable
      caption="What it is worth, at the flywheel"
      headless
      rows={[
        {
          name: 'Without it',
          hint: `charge ${figure(bare.charge, 'temperature')}`,
          value: figure(bare.power, 'power'),
        },
        { name: 'Cooling', hint: 'less the air that vapour displaces', value: signed(cooling) },
        ...(now.injected?.nitrous ? [{ name: 'Oxygen', hint: 'with its fuel', value: signed(oxygen) }] : []),
        { name: 'Boost that follows', hint: 'with back pressure and drive', value: signed(boost) },
        { name: 'With it', hint: 'knock and timing not counted', value: figure(own.power, 'power') },
      ]}
      keyOf={({ name }) => name}
      columns={[named, { name: 'power', cell: ({ value }) => value }]}
    />
  );
}

const caseNames: Record<InjectionCaseId, [name: string, hint: string]> = {
  chosen: ['As laid out', 'bottle as the jets were chosen for'],
  now: ['Bottle as it stands', 'at its temperature now'],
  'spray-empty': ['Tank dry or pump failed', 'nothing is sprayed'],
  'spray-weak': ['Weak pump', 'half its pressure'],
  'bottle-empty': ['Bottle empty or shut', 'its fuel still comes'],
  'bottle-cold': ['Cold bottle', ''],
  'bottle-hot': ['Hot bottle', ''],
};

/** What a bottle is in a case, K. */
const bottles: Partial<Record<InjectionCaseId, number>> = {
  'bottle-cold': COLD_BOTTLE,
  'bottle-hot': HOT_BOTTLE,
};

function Cases() {
  const { figure } = useWords();
  const now = useInjected();
  if (!now?.cases.length) return null;
  const hasGate = now.cases.some(({ gate }) => gate !== null);
  const columns = [
    {
      name: 'case',
      cell: ({ id }: InjectionCase) => (
        <>
          {caseNames[id][0]}
          <small>{id in bottles ? figure(bottles[id]!, 'temperature') : caseNames[id][1]}</small>
        </>
      ),
    },
    { name: 'charge', cell: ({ charge }: InjectionCase) => figure(charge, 'temperature') },
    { name: 'λ', cell: ({ lambda }: InjectionCase) => figure(lambda, 'ratio') },
    { name: 'boost', cell: ({ boostGauge }: InjectionCase) => figure(boostGauge, 'boost') },
    ...(hasGate
      ? [
          {
            name: 'gate',
            cell: ({ gate, kind }: InjectionCase) =>
              gate === null ? '' : kind === 'creep' ? 'wide open' : figure(gate, 'share'),
          },
        ]
      : []),
    { name: 'power', cell: ({ power }: InjectionCase) => figure(power, 'power') },
  ];
  return (
    <>
      <FigureTable
        caption="If something goes wrong, with the fuel as mapped"
        rows={now.cases}
        keyOf={({ id }) => id}
        columns={columns}
      />
      <p className={frame.foot}>
        Boost is gauge, power at the flywheel. Knock is not counted: it comes first.
      </p>
    </>
  );
}
