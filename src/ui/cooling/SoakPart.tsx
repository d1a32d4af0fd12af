'use client';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import type { SoakChange } from '@/core/studies/heat-soak';
import charts from '../charts/charts.module.css';
import { looks, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import engine from '../engine/engine.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { FrontExchanger } from './FrontExchanger';
import { heatSoakOf, useCooling } from './useCooling';

const changeNames: Record<SoakChange, [name: string, hint: string]> = {
  tank: ['A larger tank', '10 L more coolant'],
  exchanger: ['A larger exchanger in front', 'half as much again'],
  fan: ['A better fan', '8 m/s through the face, in the pull and at rest'],
  ice: ['More ice', '5 kg in the tank'],
  spacer: ['An insulating spacer', 'under the intake: 40 % of the pick-up is left'],
  cold: ['A cold start', 'metal and coolant at the day’s air'],
};

/** The cooler's heat pull by pull: what the charge and the power do, and what would change it. */
export default function SoakPart() {
  const { answer } = useJob();
  const { cooler, heated, layOut } = useCooling();
  if (!cooler || cooler.kind === 'none')
    return <p className={frame.lead}>Nothing is cooled: choose a cooler in the column beside this.</p>;
  if (!heated)
    return (
      <>
        <h2 className={charts.head}>Heat soak</h2>
        <p className={frame.lead}>
          Metal and coolant store the heat of a pull and give it back at rest. Usual figures are laid out for
          this flow; each is then typed.
        </p>
        <Button variant="outlined" onClick={layOut} disabled={!answer}>
          Lay out usual figures
        </Button>
      </>
    );
  return (
    <>
      <Picture />
      <div className={engine.columns}>
        <div>
          <Heat isWater={cooler.kind === 'water'} />
        </div>
        <div>
          <Pulls />
          <Changes />
        </div>
      </div>
    </>
  );
}

function Picture() {
  const { heated, duty } = useCooling();
  const soak = useMemo(() => heatSoakOf(heated), [heated]);
  const { figure, inUnit, symbol } = useWords();
  const plot = useMemo(() => {
    if (!soak) return null;
    const { moments } = soak.soak;
    const rows = moments.map(({ time, charge, metal, coolant }) => ({
      x: time,
      metal: inUnit(metal, 'temperature'),
      coolant: inUnit(coolant, 'temperature'),
      ...(charge === null ? {} : { charge: inUnit(charge, 'temperature') }),
    }));
    const values = rows.flatMap((row) => [row.metal, row.coolant, row.charge].filter((v) => v !== undefined));
    const curves: PlotCurve[] = [
      { key: 'charge', name: 'charge', look: looks.own(0) },
      { key: 'metal', name: 'metal', look: looks.hot },
      { key: 'coolant', name: soak.system.loop ? 'coolant' : 'cooling air', look: looks.thin },
    ];
    const high = Math.max(...values);
    const low = Math.min(...values);
    return {
      rows,
      curves,
      dots: [],
      flags: [],
      y: { low: Math.min(low, 0.9 * low), high: high + 0.06 * (high - low + 1), ticks: 4 },
    };
  }, [soak, inUnit]);
  if (!plot) return null;
  return (
    <>
      <h2 className={charts.head}>
        Heat soak
        <small>
          {duty.repeats} {duty.repeats === 1 ? 'pull' : 'pulls'} of {figure(duty.pull, 'time')}
          {duty.repeats > 1 && `, ${figure(duty.rest, 'time')} between`}
          {duty.isStated ? '' : ': usual, the Brief does not say'}
        </small>
      </h2>
      <PlotPanel
        {...plot}
        title="Temperature over the duty"
        note={`${symbol('temperature')} over seconds; thick: charge in a pull, red: metal, thin: ${soak?.system.loop ? 'coolant' : 'cooling air'}`}
        label="Charge, metal and coolant over the duty: pull by pull in the table below"
        height={190}
        reads={[]}
        say={{
          x: (time: number) => `${formatNumber(time, 0)} s`,
          y: (value: number) => `${formatNumber(value, 0)} ${symbol('temperature')}`,
        }}
      />
    </>
  );
}

function Heat({ isWater }: { isWater: boolean }) {
  const { at, setup, layOut } = useCooling();
  const hasLoop = isWater && setup.cooling?.loop !== undefined;
  return (
    <>
      <Group title="Heat">
        <QuantityField path={`${at}.metal`} hint="aluminium" />
        {!hasLoop && <QuantityField path={`${at}.face`} />}
        <QuantityField
          path={`${at}.pullSpeed`}
          hint={
            hasLoop
              ? 'at the exchanger in front: road speed, or the fan of the dyno'
              : 'road speed, or the fan of the dyno'
          }
        />
        <QuantityField path={`${at}.restSpeed`} hint="a dyno fan that is left on, or none" />
        <QuantityField path={`${at}.start`} hint="hot, as it comes from the line or the last pull" />
        <QuantityField path={`${at}.pickUp`} hint="share of the way to the intake’s wall" />
        <QuantityField path={`${at}.wall`} />
        <p className={frame.foot}>
          What is stated of the cooler counts at 8 m/s through the face, or 33 L/min of coolant: more of
          either cools better than the forecast, less worse.
        </p>
      </Group>
      {isWater && !hasLoop && (
        <Button size="small" onClick={layOut}>
          Lay out the coolant loop
        </Button>
      )}
      {hasLoop && (
        <Group title="Coolant loop">
          <QuantityField path={`${at}.loop.volume`} />
          <QuantityField path={`${at}.loop.flow`} />
          <QuantityField path={`${at}.loop.ice`} />
          <FrontExchanger />
        </Group>
      )}
    </>
  );
}

function Pulls() {
  const { heated } = useCooling();
  const soak = useMemo(() => heatSoakOf(heated), [heated]);
  const { figure } = useWords();
  if (!soak) return null;
  const { pulls, powers } = soak.soak;
  const rows = pulls.map((pull, i) => ({ ...pull, number: i + 1, power: powers[i]!.end }));
  return (
    <FigureTable
      caption="Pull by pull, at its end"
      rows={rows}
      keyOf={({ number }) => number}
      columns={[
        { name: 'pull', cell: ({ number }) => String(number) },
        { name: 'charge', cell: ({ end }) => figure(end, 'temperature') },
        { name: 'metal', cell: ({ metal }) => figure(metal, 'temperature') },
        ...(soak.system.loop
          ? [
              {
                name: 'coolant',
                cell: ({ coolant }: (typeof rows)[number]) => figure(coolant, 'temperature'),
              },
            ]
          : []),
        ...(soak.system.loop?.ice
          ? [{ name: 'ice', cell: ({ ice }: (typeof rows)[number]) => figure(ice, 'mass') }]
          : []),
        { name: 'power', cell: ({ power }) => figure(power, 'power') },
      ]}
    />
  );
}

function Changes() {
  const { heated } = useCooling();
  const soak = useMemo(() => heatSoakOf(heated), [heated]);
  const { figure, signedFigure } = useWords();
  if (!soak) return null;
  const { pulls, powers, changes } = soak.soak;
  const last = { charge: pulls.at(-1)!.end, power: powers.at(-1)!.end };
  return (
    <FigureTable
      caption="What one change does to the last pull"
      rows={changes}
      keyOf={({ change }) => change}
      columns={[
        {
          name: 'change',
          cell: ({ change }) => (
            <>
              {changeNames[change][0]}
              <small>{changeNames[change][1]}</small>
            </>
          ),
        },
        { name: 'charge', cell: ({ charge }) => figure(charge, 'temperature') },
        { name: 'power', cell: ({ power }) => signedFigure(power - last.power, 'power') },
      ]}
    />
  );
}
