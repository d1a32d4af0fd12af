'use client';
import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import type { FuelSystemDocument } from '@/core/fuel-system/schema';
import { fuelOf, liquidIds } from '@/core/fuel/fuels';
import { fuelPointOf } from '@/core/solve/fuel-line';
import type { OperatingPoint } from '@/core/solve/point';
import { onFuel, type OnFuel } from '@/core/studies/fuel-needs';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { useRested } from '../device/useRested';
import engine from '../engine/engine.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { FigureLines } from '../fields/FigureLines';
import { useLines } from '../fields/useLines';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { PartChoice } from '../fields/PartChoice';
import { ScaledDuty } from './ScaledDuty';
import { fitFor, takeInjector, useFuelPoint, useFuelSystem, type InjectorLine } from './useFuel';

const series = {
  duty: [
    { key: 'duty', name: 'duty' },
    { key: 'most', name: 'highest', tone: 'hot' },
  ],
  pulse: [
    { key: 'pulse', name: 'pulse' },
    { key: 'dead', name: 'dead time', thin: true },
  ],
} as const satisfies Record<string, readonly Series[]>;

const deadTimes = [
  { key: 'voltage', name: 'voltage', quantity: 'voltage', bound: { min: 6, max: 20 } },
  { key: 'time', name: 'dead time', quantity: 'pulse', bound: { min: 1e-5, max: 5e-3 } },
] as const;

/** The injectors: their figures, duty and pulse over the revs, and what another fuel asks of them. */
export default function InjectorsPart() {
  const { system } = useFuelSystem();
  const { solved } = useSpeed();
  if (!system) return <p className={frame.lead}>No fuel system yet: lay one out under Supply.</p>;
  return (
    <>
      <h2 className={charts.head}>Injectors</h2>
      <div className={engine.columns}>
        <div>
          <Kind system={system} />
          <Sets system={system} />
        </div>
        <div>
          <Now system={system} />
          {solved && <OtherFuels system={system} solved={solved} />}
          {system.injection === 'port' && <Scaled />}
        </div>
      </div>
      {solved?.build.supply && <Curves solved={solved} />}
    </>
  );
}

function Kind({ system }: { system: FuelSystemDocument }) {
  const { at, edit } = useFuelSystem();
  const isDirect = system.injection === 'direct';
  return (
    <Group title="Injection">
      <ChoiceField
        path={`${at}.injection`}
        label="Injection"
        options={[
          { value: 'port', label: 'into the port' },
          { value: 'direct', label: 'into the cylinder' },
        ]}
      />
      <ChoiceField
        label="Shots a cycle"
        hint={isDirect ? 'split injection' : 'two in batch fire: each has its dead time'}
        value={String(system.shots)}
        onChoose={(shots) => edit((its) => void (its.shots = shots === '2' ? 2 : 1))}
        options={[
          { value: '1', label: 'one' },
          { value: '2', label: 'two' },
        ]}
      />
      <ChoiceField
        label="Load sensing"
        hint="recorded: a change that the controller would misread is said once Fuel is signed off"
        value={system.senses ?? ''}
        onChoose={(senses) =>
          edit((its) => {
            if (senses) its.senses = senses;
            else delete its.senses;
          })
        }
        options={[
          { value: '', label: 'not known' },
          { value: 'air-meter', label: 'air meter' },
          { value: 'speed-density', label: 'speed and density' },
          { value: 'both', label: 'both' },
        ]}
      />
      {isDirect ? (
        <>
          <QuantityField path={`${at}.direct.window`} hint="crank angle in which the fuel must be in" />
          <QuantityField path={`${at}.direct.railPressure`} basis="gauge" />
          <QuantityField path={`${at}.direct.pumpPerTurn`} />
        </>
      ) : (
        <QuantityField path={`${at}.mostDuty`} hint="80 to 85 % is usual" />
      )}
    </Group>
  );
}

function Sets({ system }: { system: FuelSystemDocument }) {
  const { at, edit } = useFuelSystem();
  return (
    <>
      <OneSet title="Injectors" which="injectors" set={system.injectors} system={system} />
      {system.injection === 'port' &&
        (system.second ? (
          <>
            <OneSet title="Second set" which="second" set={system.second} system={system} />
            <QuantityField path={`${at}.second.fromGauge`} basis="gauge" />
            <Button size="small" onClick={() => edit((its) => void delete its.second)}>
              Remove the second set
            </Button>
          </>
        ) : (
          <Button
            size="small"
            onClick={() =>
              edit((its) => {
                its.second = {
                  ...structuredClone(its.injectors),
                  fromGauge: { value: 50_000, confidence: 'guess' },
                };
              })
            }
          >
            Add a second set
          </Button>
        ))}
    </>
  );
}

type SetProps = {
  title: string;
  which: 'injectors' | 'second';
  set: FuelSystemDocument['injectors'];
  system: FuelSystemDocument;
};

function OneSet({ title, which, set, system }: SetProps) {
  const { at, edit, fuelId } = useFuelSystem();
  const lines = useLines<InjectorLine>('injectors');
  const path = `${at}.${which}` as const;
  const offered =
    lines && fitFor(lines, fuelId, (l) => l.flow).filter(({ type }) => type === system.injection);
  return (
    <Group title={title}>
      <PartChoice
        label={which === 'injectors' ? 'Injector' : 'Second injector'}
        lines={offered}
        part={set.part}
        onTake={(line) => edit((its) => void (its[which] && takeInjector(its[which], line)))}
        onLetGo={() => edit((its) => void delete its[which]?.part)}
      />
      <QuantityField path={`${path}.count`} whole />
      <QuantityField path={`${path}.flow`} hint="each, held open" />
      <QuantityField path={`${path}.ratedPressure`} hint="across the injector" />
      <QuantityField
        path={`${path}.testDensity`}
        hint="empty: the flow is a volume of the fuel itself"
        optional
      />
      <QuantityField path={`${path}.leastPulse`} optional />
      {system.injection === 'port' && (
        <QuantityField path={`${path}.deadTimeRise`} hint="over the rated pressure; empty: none" optional />
      )}
      {system.injection === 'port' && (
        <FigureLines
          label={which === 'injectors' ? 'Dead time over voltage' : 'Second set, dead time over voltage'}
          hint={set.deadTimes ? undefined : 'Assumed'}
          columns={deadTimes}
          least={1}
          most={12}
          lines={set.deadTimes ?? [{ voltage: 14, time: 0.9e-3 }]}
          onLines={(rows) =>
            edit((its) => {
              const own = its[which];
              if (!own) return;
              own.deadTimes = rows as unknown as NonNullable<typeof own.deadTimes>;
              delete own.part;
            })
          }
          onBad={() => {}}
        />
      )}
    </Group>
  );
}

/** Pulse and duty at the selected speed and at idle. */
function Now({ system }: { system: FuelSystemDocument }) {
  const { figure } = useWords();
  const { answer } = useJob();
  const at = useFuelPoint();
  const idle = answer?.sweep.fuel?.idle;
  if (!at) return null;
  const { injection, supply } = at;
  return (
    <Group title={`At ${figure(at.speedRpm, 'engineSpeed')}`}>
      <Reading
        label={system.injection === 'direct' ? 'Injection window used' : 'Duty cycle'}
        hint={system.injection === 'direct' ? undefined : 'dead time with it'}
        value={figure(injection.duty, 'share')}
      />
      <Reading label="Pulse" hint="without dead time" value={figure(injection.pulse, 'pulse')} />
      {system.injection === 'port' && (
        <>
          <Reading
            label="Dead time"
            hint="at the charging voltage"
            value={figure(injection.deadTime, 'pulse')}
          />
          <Reading
            label="Pressure across it"
            hint="as the regulator is set"
            value={figure(supply.set - at.manifoldGauge, 'boost')}
          />
        </>
      )}
      <Reading
        label="Flow held open"
        hint="each, at this pressure"
        value={figure(injection.flow, 'injectorFlow')}
      />
      {idle && (
        <Reading
          label="Pulse at idle"
          hint="estimate: 35 kPa in the manifold"
          value={figure(idle.pulse, 'pulse')}
        />
      )}
    </Group>
  );
}

/** From the forecast at the selected speed to the goal, until something is typed. */
function Scaled() {
  const { answer } = useJob();
  const at = useFuelPoint();
  if (!at || !answer) return null;
  const across = Math.max(10_000, at.supply.set - at.manifoldGauge);
  return (
    <ScaledDuty
      start={{
        duty: Math.min(1, at.injection.duty),
        loggedPower: at.power,
        loggedDifference: across,
        power: answer.build.goal.power,
        difference: across,
      }}
    />
  );
}

function OtherFuels({ system, solved }: { system: FuelSystemDocument; solved: Solved }) {
  const { figure } = useWords();
  const { build, sweep } = solved;
  const own = useJobState((s) => s.draft.brief.fuel.id);
  const late = useRested(useMemo(() => ({ build, system, sweep, own }), [build, system, sweep, own]));
  const rows = useMemo(() => {
    const { build, system, sweep, own } = late;
    return (
      liquidIds
        // Petrols differ in octane alone: the one in the tank stands for all.
        .filter((id) => {
          if (id === own || fuelOf(id).ignition !== build.fuel.ignition) return id === own;
          return !id.startsWith('petrol') || (id === 'petrol-98' && !own.startsWith('petrol'));
        })
        .map((id) => onFuel(build, system, sweep.points, sweep.fuel?.peak.power ?? 0, id, own))
    );
  }, [late]);
  if (!sweep.fuel) return null;
  const limit = (row: OnFuel, part: 'injectors' | 'pumps') =>
    row.limits.find((l) => l.part === part)?.power ?? null;
  const columns: FigureColumn<OnFuel>[] = [
    {
      name: 'fuel',
      cell: ({ id, lambda }) => (
        <>
          {id === own ? build.fuel.name : fuelOf(id).name}
          <small>λ {figure(lambda, 'ratio')}</small>
        </>
      ),
    },
    { name: 'flow', cell: ({ flow }) => figure(flow, 'fuelFlow') },
    { name: 'injectors', cell: (row) => figure(limit(row, 'injectors'), 'power') },
    { name: 'pump', cell: (row) => figure(limit(row, 'pumps'), 'power') },
  ];
  return (
    <Group title="On another fuel">
      <FigureTable
        caption="At the same air: flow at the peak, and what injectors and pump are good for"
        rows={rows}
        keyOf={({ id }) => id}
        isCurrent={({ id }) => id === own}
        columns={columns}
      />
    </Group>
  );
}

function Curves({ solved }: { solved: Solved }) {
  const { inUnit, symbol } = useWords();
  const ofEach = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      if (!build.supply || p.status.kind === 'failed') return {};
      const { injection } = fuelPointOf(build, build.supply, p);
      return { duty: injection.duty * 100, pulse: inUnit(injection.pulse, 'pulse') };
    },
    [inUnit],
  );
  const ofOwn = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      if (!build.supply || p.status.kind === 'failed') return {};
      const { injection } = fuelPointOf(build, build.supply, p);
      return { most: injection.most * 100, dead: inUnit(injection.deadTime, 'pulse') };
    },
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  return (
    <>
      <RevPanel
        title="Duty cycle"
        unit="%"
        curves={curves}
        series={series.duty}
        reads={reads(['injector-duty', 'duty'])}
      />
      <RevPanel
        title="Pulse"
        unit={symbol('pulse')}
        note="thin: dead time"
        curves={curves}
        series={series.pulse}
        reads={[]}
      />
    </>
  );
}
