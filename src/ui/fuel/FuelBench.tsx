'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { fuelFlowOf } from '@/core/fuel-system/fuel-demand';
import { fuelOf } from '@/core/fuel/fuels';
import { figureAt } from '@/core/workings/figures';
import type { FuelLimit, FuelPart } from '@/core/solve/fuel-line';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { BenchHead } from '../frame/BenchHead';
import { Findings } from '../frame/Findings';
import { Marginal, StateMark } from '../frame/icons';
import { Parts } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useSpeed, type Solved } from '../store/solved';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';
import { FuelSizes } from './FuelSizes';
import { loaders } from './parts';
import SupplyPart from './SupplyPart';
import { useFuelSystem } from './useFuel';

const InjectorsPart = dynamic(loaders.injectors);
const FuelSpotPart = dynamic(loaders.spot);

export const partNames: Record<FuelPart, string> = {
  injectors: 'Injectors',
  pumps: 'Fuel pump, lines and filters',
  'high-pump': 'High-pressure pump',
  lift: 'Lift pump',
};

/** Injectors and what feeds them: what runs out first, and what does not. */
export default function FuelBench() {
  const { answer } = useJob();
  const { system, layOut } = useFuelSystem();
  const { figure } = useWords();
  const fuel = answer?.sweep.fuel ?? null;
  const isGas = answer?.build.fuel.isGas ?? false;
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="fuel"
          bodies={{ supply: <SupplyPart />, injectors: <InjectorsPart />, spot: <FuelSpotPart /> }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="fuel"
          state={fuel?.state ?? null}
          answer={
            !answer
              ? 'Conflicting inputs'
              : fuel
                ? `Good for ${figure(fuel.limits[0].power, 'power')}`
                : isGas
                  ? 'Fed as gas'
                  : 'No fuel system yet'
          }
        >
          <Burnt />
        </BenchHead>
        <Problems />
        {answer && !system && !isGas && (
          <Button variant="contained" onClick={layOut}>
            Lay out a fuel system
          </Button>
        )}
        {fuel && (
          <>
            <Findings findings={fuel.findings} />
            <Limits limits={fuel.limits} />
            <FuelSizes />
          </>
        )}
        <Cautions />
        <p className={frame.foot}>
          Estimates: steady flow, one fuel temperature, no pulsation in the rail. Air and λ are the
          forecast’s.
        </p>
      </aside>
    </>
  );
}

/** What the engine burns at the selected speed. */
function Burnt() {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (solved?.build.fuel.isGas) return <GasBurnt solved={solved} />;
  if (!solved?.build.supply) return <p className={frame.foot}>Injectors and a pump are chosen here.</p>;
  const { build, point } = solved;
  const flow = figureAt(build, point, 'fuel-flow');
  const duty = figureAt(build, point, 'injector-duty');
  return (
    <p className={frame.lead}>
      At {figure(point.speedRpm, 'engineSpeed')}:{' '}
      <Fig id="fuel-flow" speedRpm={point.speedRpm}>
        {figure(flow, 'fuelFlow')}
      </Fig>{' '}
      at λ {figure(point.path.lambda, 'ratio')},{' '}
      <Fig id="injector-duty" speedRpm={point.speedRpm}>
        {figure(duty, 'share')}
      </Fig>{' '}
      {build.supply?.injection === 'direct' ? 'of its window' : 'duty'}. AFR{' '}
      {figure(point.path.lambda * build.fuel.stoichiometric, 'ratio')} on its own scale,{' '}
      {figure(point.path.lambda * fuelOf('petrol-98').stoichiometric, 'ratio')} on petrol’s.
    </p>
  );
}

/** A gas comes by the pressure of its own tank: reducer and gas injectors are sized by mass and by volume at normal state. */
function GasBurnt({ solved: { build, point } }: { solved: Solved }) {
  const { figure } = useWords();
  const flow = fuelFlowOf(build, point.path);
  return (
    <>
      <p className={frame.lead}>
        At {figure(point.speedRpm, 'engineSpeed')}: {figure(flow, 'massFlow')} of{' '}
        {build.fuel.name.toLowerCase()} at λ {figure(point.path.lambda, 'ratio')},{' '}
        {figure(flow * 3_600, 'mass')} an hour.
      </p>
      <p className={frame.foot}>
        It takes the place of air in the port and cools nothing: this is in the forecast. Reducer, gas
        injectors and tank are sized by this flow with their maker; injectors and pumps for liquids do not
        apply.
      </p>
    </>
  );
}

function Limits({ limits }: { limits: readonly FuelLimit[] }) {
  const { figure } = useWords();
  const columns: FigureColumn<FuelLimit>[] = [
    {
      name: 'part',
      cell: ({ part, state }) => (
        <>
          <StateMark state={state} size={11} /> {partNames[part]}
        </>
      ),
    },
    { name: 'good for', cell: ({ power }) => figure(power, 'power') },
    { name: 'at', cell: ({ speedRpm }) => figure(speedRpm, 'engineSpeed') },
  ];
  return (
    <Group title="What runs out first">
      <FigureTable
        caption="Each part’s limit as power at this fuel and boost"
        unseen
        rows={limits}
        keyOf={({ part }) => part}
        columns={columns}
      />
    </Group>
  );
}

/** What is dangerous about fuel, before a hand is put to it. */
function Cautions() {
  const { fuelId, system } = useFuelSystem();
  const said = [
    system?.injection === 'direct'
      ? 'High-pressure fuel cuts skin: let the rail stand until its pressure is gone, and never search a leak with the hand.'
      : 'Relieve the pressure before a fitting is opened, hold a rag around it, keep an extinguisher at hand.',
    ...(fuelOf(fuelId).isGas
      ? [
          'Gas collects where it cannot be seen and burns at a spark: tank, valve and lines by a licensed fitter.',
        ]
      : []),
    ...(fuelId === 'methanol'
      ? ['Methanol burns with a flame that cannot be seen, and is poisonous through the skin.']
      : []),
    ...(fuelId === 'e85' || fuelId === 'methanol'
      ? ['Alcohol attacks what was made for petrol: hoses, seals, pumps and level senders.']
      : []),
    'Fuel lines and tank by local rules and the class; a qualified person checks them.',
  ];
  return (
    <Group title="Cautions">
      <ul className={frame.findings} aria-label="Cautions">
        {said.map((text) => (
          <li key={text}>
            <span>
              <Marginal size={11} />
            </span>
            <span>{text}</span>
          </li>
        ))}
      </ul>
    </Group>
  );
}
