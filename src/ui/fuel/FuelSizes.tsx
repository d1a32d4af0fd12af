import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { fuelNeeds, injectorRoom, pumpRoom, smallestOf } from '@/core/studies/fuel-needs';
import { wantedRoom } from '@/core/solve/fuel-line';
import { useLines } from '../fields/useLines';
import { Group, Reading } from '../fields/Group';
import { useRested } from '../device/useRested';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useJob } from '../store/solved';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { fitFor, pumpOf, takeInjector, useFuelSystem, type InjectorLine, type PumpLine } from './useFuel';

const BOUND = { min: 1_000, max: 10_000_000 };
/** A second goal to start from: a fifth more. */
const MORE = 1.2;

type Row = {
  key: string;
  what: string;
  name: string;
  room: number;
  price: number | null;
  fit: (() => void) | null;
};

/** What so many of a part cost; null where no price is known. */
const priceOf = ({ price }: InjectorLine | PumpLine, count: number): number | null =>
  price === null ? null : price * count;

/** The smallest injector and pump that do the goal, a size down and up, and what a second, higher goal would take. */
export function FuelSizes() {
  const { answer } = useJob();
  const { figure, signedFigure } = useWords();
  const { system, fuelId, edit } = useFuelSystem();
  const injectors = useLines<InjectorLine>('injectors');
  const pumps = useLines<PumpLine>('fuel-pumps');
  const goal = answer?.build.goal.power ?? 0;
  const [typed, setTyped] = useState<number | null>(null);
  const second = typed ?? Math.round((goal * MORE) / 745.7 / 10) * 745.7 * 10;
  const late = useRested(useMemo(() => ({ answer, system }), [answer, system]));
  const found = useMemo(() => {
    const { answer, system } = late;
    if (!answer?.sweep.fuel || !answer.build.supply || !system || !injectors || !pumps) return null;
    const { build, sweep } = answer;
    const { fuel: line } = sweep;
    const supply = build.supply!;
    const ofType = fitFor(injectors, fuelId, (l) => l.flow * Math.sqrt(3e5 / l.ratedPressure)).filter(
      ({ type }) => type === system.injection,
    );
    const ofDrive = fitFor(pumps, fuelId, (l) => l.at4 ?? l.free).filter(
      ({ drive }) => (drive === 'electric') === (system.pumps.drive === 'electric'),
    );
    const roomOfInjector = (power: number) => (l: InjectorLine) => {
      const set = { ...system.injectors };
      takeInjector(set, l);
      return injectorRoom(build, supply, line!, power, set);
    };
    const roomOfPump = (power: number) => (l: PumpLine) =>
      pumpRoom(build, supply, line!, power, { ...pumpOf(l), drive: system.pumps.drive });
    const at = (power: number) => ({
      injector: smallestOf(ofType, (l) => roomOfInjector(power)(l) >= wantedRoom.injectors),
      pump: smallestOf(ofDrive, (l) => roomOfPump(power)(l) >= wantedRoom.pumps),
    });
    return {
      needs: fuelNeeds(build, supply, line!, goal),
      first: at(goal),
      later: at(second),
      // As the limits beside it are told: the whole curve at the forecast's boost.
      peak: line!.peak.power,
      roomOfInjector: roomOfInjector(line!.peak.power),
      roomOfPump: roomOfPump(line!.peak.power),
    };
  }, [late, injectors, pumps, fuelId, goal, second]);
  if (!found || !system) return null;
  const { needs, first, later } = found;
  const pumpCount = system.pumps.arrangement === 'one' ? 1 : 2;
  const rows: Row[] = [
    ...(['down', 'fit', 'up'] as const).flatMap((size): Row[] => {
      const line = first.injector[size];
      return line
        ? [
            {
              key: `i${line.id}`,
              what: size,
              name: line.name,
              room: found.roomOfInjector(line),
              price: priceOf(line, system.injectors.count.value),
              fit:
                system.injectors.part?.id === line.id
                  ? null
                  : () => edit((its) => takeInjector(its.injectors, line)),
            },
          ]
        : [];
    }),
    ...(['down', 'fit', 'up'] as const).flatMap((size): Row[] => {
      const line = first.pump[size];
      return line
        ? [
            {
              key: `p${line.id}`,
              what: size,
              name: line.name,
              room: found.roomOfPump(line),
              price: priceOf(line, pumpCount),
              fit:
                system.pumps.first.part?.id === line.id
                  ? null
                  : () =>
                      edit((its) => {
                        its.pumps.first = pumpOf(line);
                        delete its.pumps.other;
                      }),
            },
          ]
        : [];
    }),
  ];
  const words: Record<string, string> = { down: 'a size down', fit: 'smallest that holds', up: 'a size up' };
  const columns: FigureColumn<Row>[] = [
    {
      name: 'part',
      cell: ({ name, what }) => (
        <>
          {name}
          <small>{words[what]}</small>
        </>
      ),
    },
    { name: 'good for', cell: ({ room }) => figure(room * found.peak, 'power') },
    { name: 'price', cell: ({ price }) => figure(price, 'money') },
    {
      name: <span className="unseen">fit</span>,
      cell: ({ name, fit }) =>
        fit ? (
          <Button size="small" onClick={fit} aria-label={`Fit ${name}`}>
            Fit
          </Button>
        ) : (
          'fitted'
        ),
    },
  ];
  // What is fitted for the goal and would be replaced for the second one.
  const replaced = (
    now: InjectorLine | PumpLine | null,
    then: InjectorLine | PumpLine | null,
    count: number,
  ) => (now && now.id !== then?.id ? (priceOf(now, count) ?? 0) : 0);
  const saved =
    replaced(first.injector.fit, later.injector.fit, system.injectors.count.value) +
    replaced(first.pump.fit, later.pump.fit, pumpCount);
  return (
    <Group title={`What ${figure(goal, 'power')} takes`}>
      <Reading
        label="Injector flow"
        hint={
          system.injection === 'direct'
            ? 'each, at its rated pressure, within the window'
            : `each, at the highest duty of ${figure(system.mostDuty.value, 'share')}`
        }
        value={Number.isFinite(needs.injector) ? figure(needs.injector, 'injectorFlow') : 'no time to inject'}
      />
      {system.injection === 'direct' && Number.isFinite(needs.injector) && (
        <Reading
          label="Oversize"
          hint="over the injectors that are fitted"
          value={signedFigure(needs.injector / system.injectors.flow.value - 1, 'share')}
        />
      )}
      <Reading
        label="Fuel at the rail"
        hint={`at ${figure(needs.pressure, 'boost')} gauge`}
        value={figure(needs.flow, 'fuelFlow')}
      />
      <FigureTable
        caption="Injectors and pumps of the library"
        unseen
        rows={rows}
        keyOf={({ key }) => key}
        columns={columns}
      />
      {system.second && <p className={frame.foot}>Injectors are sized as the first set alone.</p>}
      {(!first.injector.fit || !first.pump.fit) && (
        <p className={frame.foot}>
          The library has no {first.injector.fit ? 'pump' : 'injector'} for it: two pumps, a second set, or
          more pressure.
        </p>
      )}
      <QuantityInput
        label="Second goal"
        hint="the day it is turned up"
        quantity="power"
        bound={BOUND}
        value={second}
        onType={(value) => value !== null && setTyped(value)}
      />
      <p className={frame.lead}>
        It takes {later.injector.fit?.name ?? 'injectors the library does not have'} and{' '}
        {later.pump.fit?.name ?? 'a pump the library does not have'}.
        {saved > 0 && ` Fitting them now saves ${figure(saved, 'money')} of parts that would be replaced.`}
      </p>
    </Group>
  );
}
