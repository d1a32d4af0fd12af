'use client';
import { FigureTable } from '../table/FigureTable';
import { chargerPath, exhaustDriveOf, turboChargerOf } from '@/core/job/chargers';
import { engineTurbine } from '@/core/build/row';
import { useCallback, useDeferredValue, useMemo } from 'react';
import {
  solveSpool,
  spoolByLoading,
  trialOf,
  type LoadingRow,
  type Spool,
  type TrialPlan,
} from '@/core/studies/spool';
import type { Reason } from '@/core/working/range';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { Say } from '../words/Say';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { HotReadings } from './HotReadings';
import { looks, rowsOf, type PlotDot } from '../charts/curves';
import type { PlotProps } from '../charts/Plot';
import { PlotPanel } from '../charts/PlotPanel';
import styles from './charger.module.css';

type Found = Extract<Spool, { kind: 'found' }>;
type Tried = {
  letter: string;
  name: string;
  slot: number;
  answer: Pick<Solved, 'build' | 'sweep'>;
  spool: Spool;
};

/** Time to boost: a load step, a pull in a gear or on the brake, setups over each other; and what loading does to it. */
export default function SpoolPart() {
  const { answer } = useJob();
  const { solved } = useSpeed();
  const job = useJobState((s) => s.draft);
  const plan = useMemo(() => trialOf(job), [job]);
  if (!answer || !solved)
    return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (!engineTurbine(solved.build))
    return (
      <p className={frame.lead}>
        No turbine yet: choose a turbocharger on the sheet ‘Turbine & wastegate’, and its time to boost is
        known.
      </p>
    );
  return (
    <>
      <h2 className={charts.head}>
        Time to boost
        <small>
          the shaft’s own inertia; the filling of the pipes, about a tenth of a second, is left out
        </small>
      </h2>
      {'reason' in plan ? <Refusal why={plan.reason} /> : <Trial plan={plan} solved={solved} />}
    </>
  );
}

const Refusal = ({ why }: { why: Reason }) => (
  <p className={styles.bad} role="alert">
    <Say reason={why} />
  </p>
);

function Trial({ plan, solved }: { plan: TrialPlan; solved: Solved }) {
  const { figure, inUnit, roundSpeed, symbol } = useWords();
  const { drawn, setupIndex } = useJob();
  // Fields answer at once; the runs follow.
  const wanted = useDeferredValue(
    useMemo(
      () => ({ plan, drawn, build: solved.build, sweep: solved.sweep }),
      [plan, drawn, solved.build, solved.sweep],
    ),
  );
  const tried = useMemo(
    () =>
      wanted.drawn.flatMap((d): Tried[] => {
        const answer = d.index === setupIndex ? wanted : d.answer;
        return answer && engineTurbine(answer.build)
          ? [
              {
                letter: d.setup.letter,
                name: d.setup.name,
                slot: d.slot,
                answer: { build: answer.build, sweep: answer.sweep },
                spool: solveSpool(answer.build, wanted.plan, answer.sweep.level),
              },
            ]
          : [];
      }),
    [wanted, setupIndex],
  );
  const isStep = plan.kind === 'step';
  const own = tried.find((t) => t.letter === drawn.find((d) => d.index === setupIndex)?.setup.letter);
  const target = own?.spool.kind === 'found' && !isStep ? inUnit(own.spool.target, 'boost') : null;
  const steady = useMemo(
    () =>
      isStep || !own
        ? []
        : own.answer.sweep.drawn
            .filter((p) => p.match && p.speedRpm >= plan.speedRpm)
            .map((p) => ({ x: p.speedRpm, y: inUnit(p.boostGauge, 'boost') })),
    [isStep, own, plan.speedRpm, inUnit],
  );
  const gauge = symbol('boost');
  const [byRevs, byTime] = useMemo(() => {
    const ofGauge = (value: number) => inUnit(value, 'boost');
    const say = (value: number) => `${formatNumber(value, gauge === 'kPa' ? 0 : 2)} ${gauge}`;
    return [
      plotOf(tried, 'speedRpm', ofGauge, target, steady, {
        x: (speed) => `${formatNumber(speed, 0)} rpm`,
        y: say,
      }),
      plotOf(tried, 'time', ofGauge, target, [], { x: (time) => `${formatNumber(time, 2)} s`, y: say }),
    ];
  }, [tried, target, steady, inUnit, gauge]);
  const failed = tried.flatMap((t) => (t.spool.kind === 'failed' ? [{ ...t, why: t.spool.reason }] : []));
  const found = tried.filter((t) => t.spool.kind === 'found');
  const timeTo = (at: { time: number } | null | undefined) => (at ? figure(at.time, 'shortTime') : 'never');
  const heading = `${symbol('boost')} gauge; ring: nine tenths; dot: full boost`;
  return (
    <>
      {failed.map((t) => (
        <p key={t.letter} className={styles.bad} role="alert">
          {t.letter}: <Say reason={t.why} />
        </p>
      ))}
      {found.length > 0 && (
        <>
          {!isStep && (
            <PlotPanel
              {...byRevs}
              title="Boost over the revs"
              note={`${heading}; thin: steady state`}
              label="Boost over engine speed: the figures stand in the table below"
              height={250}
            />
          )}
          <PlotPanel
            {...byTime}
            title="Boost over time"
            note={heading}
            label="Boost over time: the figures stand in the table below"
            height={250}
          />
          <FigureTable
            caption="Time to boost of every setup drawn"
            unseen
            rows={found.map((t) => ({ ...t, spool: t.spool as Found }))}
            keyOf={({ letter }) => letter}
            columns={[
              { name: 'setup', cell: (t) => `${t.letter} ${t.name}` },
              { name: 'time to 90 %', cell: ({ spool }) => timeTo(spool.ninety) },
              { name: '90 % at', cell: ({ spool }) => roundSpeed(spool.ninety?.speedRpm) },
              {
                name: 'time to full boost',
                cell: ({ spool }) =>
                  !spool.full && isStep && !spool.reachesAsked ? 'not at this speed' : timeTo(spool.full),
              },
              { name: 'full boost at', cell: ({ spool }) => roundSpeed(spool.full?.speedRpm) },
              { name: 'steady state from', cell: (t) => roundSpeed(t.answer.sweep.turbo?.fullFrom) },
              { name: 'target, gauge', cell: ({ spool }) => figure(spool.target, 'boost') },
              {
                name: 'shaft speed then',
                cell: ({ spool }) => figure(spool.rows.at(-1)!.shaftRpm, 'shaftSpeed'),
              },
            ]}
          />
          {isStep && own?.spool.kind === 'found' && !own.spool.reachesAsked && (
            <p className={frame.lead}>
              At {figure(plan.speedRpm, 'engineSpeed')} a steady engine has{' '}
              <b>{figure(own.spool.target, 'boost')}</b>: the boost asked is not there at this speed, however
              long one waits. Nine tenths are of what is.
            </p>
          )}
        </>
      )}
      {!isStep && own && (
        <Loading plan={plan} build={own.answer.build} steadyFull={own.answer.sweep.turbo?.fullFrom ?? null} />
      )}
    </>
  );
}

type LoadingProps = { plan: TrialPlan; build: Solved['build']; steadyFull: number | null };

/** Boost of every setup over its trial, a ring at nine tenths of the target and a dot at full boost; thin what a steady engine has. */
function plotOf(
  tried: readonly Tried[],
  by: 'time' | 'speedRpm',
  inUnit: (gauge: number) => number,
  target: number | null,
  steady: { x: number; y: number }[],
  say: PlotProps['say'],
): PlotProps {
  const found = tried.flatMap(({ spool, ...one }) => (spool.kind === 'found' ? [{ ...one, spool }] : []));
  const points = Object.fromEntries(
    found.map(({ letter, spool }) => [
      letter,
      spool.rows.map((row) => ({ x: row[by], y: inUnit(row.boostGauge) })),
    ]),
  );
  const dots = found.flatMap(({ spool }): PlotDot[] => [
    ...(spool.ninety ? [{ ...RING, x: spool.ninety[by], y: inUnit(0.9 * spool.target) }] : []),
    ...(spool.full ? [{ ...DOT, x: spool.full[by], y: inUnit(spool.rows.at(-1)!.boostGauge) }] : []),
  ]);
  const rows = rowsOf(steady.length > 1 ? { ...points, steady } : points);
  const all = [...Object.values(points).flat(), ...steady].map(({ y }) => y);
  return {
    rows,
    areMerged: true,
    curves: [
      ...(steady.length > 1 ? [{ key: 'steady', name: 'steady state', look: looks.thin }] : []),
      ...found.map(({ letter, slot }) => ({
        key: letter,
        name: letter,
        look: { ...looks.own(slot), strokeWidth: 2.4 },
        end: { letter, slot },
      })),
    ],
    dots,
    flags: target === null ? [] : [{ axis: 'y', at: target, kind: 'asked' }],
    y: { low: Math.min(0, ...all), high: Math.max(...all, target ?? 0) * 1.08 },
    say,
  };
}

const RING = { radius: 5, fill: 'var(--ground)', stroke: 'var(--ink)' };
const DOT = { radius: 5, fill: 'var(--ink)', stroke: 'none' };

/** What a brake that loads more, or a taller gear, does to the spool that is seen. */
function Loading({ plan, build, steadyFull }: LoadingProps) {
  const { figure, roundSpeed } = useWords();
  const make = useCallback(() => spoolByLoading(build, plan), [build, plan]);
  const rows = useSlices<LoadingRow>(make, 'Spool at other loads');
  const isBrake = plan.kind === 'brake';
  const full = (r: LoadingRow) => (r.spool.kind === 'found' ? (r.spool.full ?? null) : null);
  const mine = rows?.find((r) => (isBrake ? r.rate === plan.rate : r.gear === plan.road?.gear));
  const slowest = rows?.find((r) => full(r));
  const seen = mine && full(mine);
  return (
    <section className={styles.spool}>
      <h3>
        {isBrake ? 'What the brake does to it' : 'What the gear does to it'}
        <small>
          {isBrake
            ? 'a brake that loads more makes spool look earlier: compare runs at one rate only'
            : 'a taller gear loads more and makes spool look earlier'}
        </small>
      </h3>
      {!rows ? (
        <p className={frame.lead}>Calculating …</p>
      ) : (
        <>
          {seen && steadyFull !== null && slowest && full(slowest) && (
            <p className={styles.answer}>
              {isBrake
                ? `At ${figure(plan.rate, 'engineSpeed')} in a second`
                : `In gear ${plan.road!.gear + 1}`}{' '}
              full boost shows at <b>{roundSpeed(seen.speedRpm)}</b>,{' '}
              <b>{roundSpeed(seen.speedRpm - steadyFull)}</b> later than a steady engine has it
              {isBrake && slowest !== mine && (
                <>
                  ; the same turbo at {figure(slowest.rate, 'engineSpeed')} in a second shows it at{' '}
                  <b>{roundSpeed(full(slowest)!.speedRpm)}</b>
                </>
              )}
              .
            </p>
          )}
          <FigureTable
            caption={isBrake ? 'Spool by sweep rate' : 'Spool by gear'}
            unseen
            rows={rows}
            keyOf={(r) => `${r.rate} ${r.gear}`}
            isCurrent={(r) => r === mine}
            columns={[
              {
                name: isBrake ? 'sweep rate, per second' : 'gear',
                cell: (r) => (isBrake ? figure(r.rate, 'engineSpeed') : (r.gear ?? 0) + 1),
              },
              {
                name: 'full boost at',
                cell: (r) =>
                  r.spool.kind === 'failed' ? (
                    <Say reason={r.spool.reason} />
                  ) : (
                    ((full(r) && roundSpeed(full(r)!.speedRpm)) ?? 'not before the red line')
                  ),
              },
              {
                name: 'later than steady state by',
                cell: (r) =>
                  roundSpeed(
                    full(r) && steadyFull !== null ? Math.max(0, full(r)!.speedRpm - steadyFull) : null,
                  ),
              },
              { name: 'time to full boost', cell: (r) => figure(full(r)?.time, 'shortTime') },
              {
                name: 'time to 90 %',
                cell: (r) => figure(r.spool.kind === 'found' ? r.spool.ninety?.time : null, 'shortTime'),
              },
            ]}
          />
        </>
      )}
    </section>
  );
}

/** How it is tried. */
export function SpoolAside() {
  const trial = useJobState((s) => s.draft.trial);
  const { store } = useJob();
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const { setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const hasTurbo = Boolean(exhaustDriveOf(turboChargerOf(setup)));
  const engine = chargerPath(setup, 'engine');
  return (
    <>
      <Group title="Spool test, for all setups">
        <ChoiceField
          path="trial.kind"
          label="Test type"
          options={[
            { value: 'step', label: 'a load step' },
            { value: 'gear', label: 'a pull in a gear' },
            { value: 'brake', label: 'dyno sweep' },
          ]}
        />
        <QuantityField
          path="trial.speedRpm"
          hint={trial.kind === 'step' ? 'the speed stays' : 'foot down here'}
        />
        <QuantityField path="trial.load" hint="of its torque without boost; 100 %: held at full load" />
        <QuantityField path="trial.ramp" hint="from initial load to full load; empty: at once" optional />
        {trial.kind === 'brake' && <QuantityField path="trial.rate" hint="per second" />}
        {trial.kind === 'gear' && (
          <>
            <ChoiceField
              label="Gear"
              value={String(trial.gear)}
              options={(vehicle.gears.length ? vehicle.gears : [null, null, null]).map((_, i) => ({
                value: String(i),
                label: `${i + 1}`,
              }))}
              onChoose={(gear) => {
                store.getState().write('trial.gear', Number(gear));
                store.getState().commit();
              }}
            />
            <QuantityField path="trial.inertia" hint="inertia at the engine" />
          </>
        )}
      </Group>
      {hasTurbo && (
        <Group title="Shaft">
          <QuantityField path={`setups.${setupIndex}.${engine}.drive.inertia`} hint="wheels and shaft" />
        </Group>
      )}
      <HotReadings />
      <p className={frame.foot}>
        A forecast: the air and the exhaust at each moment are those of a steady engine with the shafts as
        they turn then. Cold metal takes heat from the first seconds of a pull. Straps, guards and hearing
        protection before a pull on a brake; nobody beside the wheels.
      </p>
    </>
  );
}
