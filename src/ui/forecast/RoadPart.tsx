'use client';
import { useDeferredValue, useMemo } from 'react';
import { boostTimesOf, runDefaultsOf, runPlanOf } from '@/core/studies/road-run';
import { labelOf } from '@/core/job/inputs/inputs';
import { quarterMileTime, trapSpeed } from '@/core/vehicle/performance';
import {
  MARKS,
  massWorth,
  secondsBetween,
  straightRun,
  type RunPlan,
  type StraightRun,
} from '@/core/vehicle/straight-run';
import { reason } from '@/core/working/range';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { AskedOfRun } from './AskedOfRun';
import { LoadCurve } from './LoadCurve';

const MPH = 0.44704;
const KMH = 1 / 3.6;
const QUARTER = MARKS[2];
/** Between which speeds times are told, as the trade tells them. */
const spans = [
  { name: '0–100 km/h', from: 0, to: 100 * KMH },
  { name: '100–200 km/h', from: 100 * KMH, to: 200 * KMH },
  { name: '60–130 mph', from: 60 * MPH, to: 130 * MPH },
] as const;
const distances = ['60 ft', '1/8 mile', '1/4 mile', '1 km', '1 mile'] as const;

export type Driven = {
  letter: string;
  name: string;
  slot: number;
  isOwn: boolean;
  plan: RunPlan;
  run: StraightRun;
  /** Peak at the flywheel, W. */
  peak: number;
};

/** The setups drawn, each in a run of the Brief’s vehicle; why there is none. */
function useDriven() {
  const { drawn, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const wanted = useDeferredValue(useMemo(() => ({ drawn, job, setupIndex }), [drawn, job, setupIndex]));
  return useMemo(() => {
    const { vehicle } = wanted.job.brief;
    const driven: Driven[] = [];
    let reasons = wanted.drawn.length ? [] : [reason('run-no-power')];
    for (const { index, setup, slot, answer } of wanted.drawn) {
      if (!answer) continue;
      const { build, sweep } = answer;
      const plan = runPlanOf(build, vehicle, sweep.points, boostTimesOf(wanted.job, build, sweep.level));
      if ('reasons' in plan) {
        reasons = plan.reasons;
        continue;
      }
      const peak = Math.max(
        ...sweep.points.filter(({ status }) => status.kind !== 'failed').map(({ power }) => power.flywheel),
      );
      const isOwn = index === wanted.setupIndex;
      driven.push({
        letter: setup.letter,
        name: setup.name,
        slot,
        isOwn,
        plan,
        run: straightRun(plan),
        peak,
      });
    }
    return { driven, reasons };
  }, [wanted]);
}

/** What the forecast means for what is driven: a run on the road, or the load of a boat or a machine. */
export default function RoadPart() {
  const { answer } = useJob();
  const kind = useJobState((s) => s.draft.brief.vehicle.kind);
  if (!answer) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  return kind === 'vehicle' ? <OnTheRoad /> : <LoadCurve />;
}

function OnTheRoad() {
  const { driven, reasons } = useDriven();
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const job = useJobState((s) => s.draft);
  const { inUnit, symbol, figure } = useWords();
  const own = driven.find(({ isOwn }) => isOwn) ?? driven[0];
  const plot = useMemo(() => {
    const at = (speed: number) => inUnit(speed, 'roadSpeed');
    const until = Math.max(...driven.map(({ run }) => (run.marks[2]?.time ?? 15) + 2), 5);
    const shown = driven.map((one) => ({
      ...one,
      rows: one.run.rows.filter(({ time }) => time <= until),
    }));
    const curves: PlotCurve[] = shown.map(({ letter, slot, isOwn }) => ({
      key: letter,
      name: `setup ${letter}`,
      look: isOwn ? looks.own(slot) : looks.beside(slot),
      end: { letter, slot },
    }));
    const rows = rowsOf(
      Object.fromEntries(
        shown.map(({ letter, rows: its }) => [
          letter,
          its.map(({ time, speed }) => ({ x: time, y: at(speed) })),
        ]),
      ),
    );
    // Where grip limits the setup in hand, its speed is shaded.
    const gripped = (shown.find(({ isOwn }) => isOwn) ?? shown[0])?.rows.filter((r) => r.isGripLimited) ?? [];
    for (const { time, speed } of gripped) rows.push({ x: time, grip: [0, at(speed)] });
    rows.sort((a, b) => a.x - b.x);
    const most = Math.max(1, ...shown.flatMap(({ rows: its }) => its.map(({ speed }) => at(speed))));
    return { rows, curves, y: { low: 0, high: 1.05 * most, ticks: 5 }, hasGrip: gripped.length > 0 };
  }, [driven, inUnit]);
  if (!own)
    return (
      <>
        <h2 className={charts.head}>On the road</h2>
        {reasons.map((why) => (
          <p key={why.code} className={frame.lead} role="status">
            <Say reason={why} />
          </p>
        ))}
      </>
    );
  const seconds = (value: number | null | undefined) => (value ? `${formatNumber(value, 2)}\u00a0s` : '–');
  const columns = driven.map((one) => ({
    name: `Setup ${one.letter}`,
    cell: ({ of }: { of: (d: Driven) => string }) => of(one),
  }));
  const rows = [
    ...MARKS.map((distance, i) => ({
      name: `${distances[i]}`,
      of: ({ run }: Driven) => {
        const mark = run.marks.find((m) => m.distance === distance);
        return mark ? `${seconds(mark.time)} at ${figure(mark.speed, 'roadSpeed')}` : '–';
      },
    })),
    {
      name: '1/4 mile by the cube-root rules',
      of: ({ peak, plan }: Driven) =>
        `${seconds(quarterMileTime(peak, plan.mass))} at ${figure(trapSpeed(peak, plan.mass), 'roadSpeed')}`,
    },
    ...spans.map(({ name, from, to }) => ({
      name,
      of: ({ run }: Driven) => {
        const found = secondsBetween(run, from, to);
        const most = Math.max(...run.rows.map(({ speed }) => speed));
        return found === null ? `ends at ${figure(most, 'roadSpeed')}` : seconds(found);
      },
    })),
  ];
  const gears = own.plan.reductions.map((_, gear) => ({
    name: `Gear ${gear + 1}`,
    of: ({ plan }: Driven) => {
      const run = straightRun(plan, { fromSpeed: 80 * KMH, heldGear: gear, untilSpeed: 120 * KMH });
      return seconds(secondsBetween(run, 80 * KMH, 120 * KMH));
    },
  }));
  const guessed = runDefaultsOf(vehicle).flatMap((path) => labelOf(path, job) ?? []);
  return (
    <>
      <h2 className={charts.head}>
        On the road
        <small>
          a standing start on a level road in the air of the Brief; distances timed after a foot of rollout;
          an estimate
        </small>
      </h2>
      {own.run.gripTime > 0.3 && (
        <p className={frame.lead} role="status">
          <Say
            reason={reason('run-grip-limits', {
              time: [own.run.gripTime, 'shortTime'],
              speed: [own.run.gripSpeed, 'roadSpeed'],
            })}
          />
        </p>
      )}
      <PlotPanel
        {...plot}
        areMerged
        {...(plot.hasGrip ? { band: 'grip' } : {})}
        title="Speed"
        note={`${symbol('roadSpeed')} over time${plot.hasGrip ? '; shaded: grip limits' : ''}`}
        label="road speed over time"
        height={250}
        flags={own.run.marks
          .filter(({ distance }) => distance === QUARTER)
          .map(({ time }) => ({ axis: 'x' as const, at: time, kind: 'selected' as const }))}
        say={{
          x: (time) => `${formatNumber(time, 1)} s`,
          y: (value) => `${formatNumber(value, 0)} ${symbol('roadSpeed')}`,
        }}
      />
      <FigureTable
        caption="Times and speeds"
        rows={rows}
        keyOf={({ name }) => name}
        columns={[{ name: 'run', cell: ({ name }) => name }, ...columns]}
      />
      <FigureTable
        caption="80–120 km/h in a gear, from closed throttle"
        rows={gears}
        keyOf={({ name }) => name}
        columns={[{ name: 'gear', cell: ({ name }) => name }, ...columns]}
      />
      <AskedOfRun own={own} />
      {driven.length > 1 && (
        <Group title="As if lighter">
          {driven
            .filter((one) => one !== own)
            .map((one) => (
              <Lighter key={one.letter} before={one} after={own} />
            ))}
        </Group>
      )}
      <p className={frame.foot}>
        {guessed.length
          ? `Not given in the Brief, and taken as usual: ${guessed.join(', ').toLowerCase()}.`
          : 'Every figure of the vehicle is from the Brief.'}{' '}
        The cube-root rules are from memory, of good tyres and a good start.
        {own.plan.boostTimes.length > 0 &&
          ` Boost builds as a load step does: nine tenths in ${own.plan.boostTimes
            .map((t) => `${seconds(Math.LN10 * t.seconds)} at ${figure(t.speedRpm, 'engineSpeed')}`)
            .join(', ')}.`}
      </p>
    </>
  );
}

/** What one setup is worth over another as mass: both over the quarter mile. */
function Lighter({ before, after }: { before: Driven; after: Driven }) {
  const { figure } = useWords();
  const worth = useMemo(() => massWorth(before.plan, after.plan, QUARTER), [before, after]);
  return (
    <p className={frame.lead}>
      {worth === null
        ? `No mass taken out makes setup ${before.letter} as quick over the quarter mile.`
        : worth >= 0
          ? `Over the quarter mile setup ${after.letter} is worth taking ${figure(worth, 'mass')} out of setup ${before.letter}.`
          : `Over the quarter mile setup ${after.letter} is as slow as ${figure(-worth, 'mass')} more in setup ${before.letter}.`}
    </p>
  );
}
