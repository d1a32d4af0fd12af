'use client';
import { useCallback, useMemo } from 'react';
import { thrustAt } from '@/core/limits/thrust';
import { speedRows, surgeEvents, wheelCycles, type SurgeEvent } from '@/core/studies/charger-reserve';
import { dutyOf } from '@/core/studies/heat-soak';
import { libraryOf } from '@/formats/library-items';
import { JUST_HOLDS } from '@/core/limits/metrics';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotFlag } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { days } from './say';

/** What the charger itself bears: thrust, speed in every air, wheel life, and surge where the flow is taken away. */
export default function ChargerPart() {
  const { answer } = useJob();
  if (!answer || answer.build.chargers.every(({ machine }) => !machine))
    return (
      <p className={frame.lead}>
        No charger yet: what it bears is worked out once a turbocharger or supercharger is chosen on the
        Charger bench.
      </p>
    );
  return (
    <>
      <h2 className={charts.head}>
        The charger’s own limits
        <small>estimates: constants from memory are named where they stand</small>
      </h2>
      <Surge />
      <Speeds />
      <Thrust />
    </>
  );
}

/** Load on the thrust bearing over the revs. */
function Thrust() {
  const { answer } = useJob();
  const { inUnit, symbol } = useWords();
  const { speedRpm } = useSpeed();
  const plot = useMemo(() => {
    if (!answer) return null;
    const points = answer.sweep.drawn.flatMap((point) => {
      const load = thrustAt(answer.build, point);
      return load === null ? [] : [{ x: point.speedRpm, y: inUnit(load, 'force') }];
    });
    if (points.length < 2) return null;
    const values = points.map(({ y }) => y);
    const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)];
    const room = 0.08 * (high - low || 1);
    return { rows: rowsOf({ load: points }), y: { low: low - room, high: high + room, ticks: 4 } };
  }, [answer, inUnit]);
  if (!plot)
    return (
      <p className={frame.foot}>Thrust on the bearing needs a matched turbine and a map with its wheel.</p>
    );
  const selected: PlotFlag = { axis: 'x', at: speedRpm, kind: 'selected' };
  return (
    <PlotPanel
      {...plot}
      curves={[{ key: 'load', name: 'load', look: looks.own(0) }]}
      flags={[selected, { axis: 'y', at: 0, kind: 'asked' }]}
      title="Thrust bearing load"
      note={`${symbol('force')}, of one turbocharger; above 0 towards the compressor’s inlet, below towards the turbine’s outlet; within a third of each wheel’s`}
      label="Load on the thrust bearing over the revs"
      height={150}
      say={{
        x: (at) => `${formatNumber(at, 0)} rpm`,
        y: (value) => `${formatNumber(value, 0)} ${symbol('force')}`,
      }}
    />
  );
}

/** Shaft speed in every air of the Brief, and what it leaves of a wheel's life. */
function Speeds() {
  const { figure } = useWords();
  const { items, setupIndex, answer } = useJob();
  const job = useJobState((s) => s.draft);
  const library = useMemo(() => libraryOf(items), [items]);
  const setupId = job.setups[setupIndex]!.id;
  const make = useCallback(() => speedRows(job, setupId, library), [job, setupId, library]);
  const rows = useSlices(make, 'Shaft speed in other airs');
  const names = [job.brief.venue, ...job.brief.otherVenues].map(({ name }, i) => name || `Venue ${i + 1}`);
  const solved = [...(rows ?? [])].sort((a, b) => b.share - a.share);
  if (!solved.length) return null;
  const most = Math.max(...solved.map(({ share }) => share));
  const { pull, rest } = dutyOf(job.brief.use);
  const cycles = wheelCycles(most);
  // As the shaft's row on What gives first.
  const near = Math.min(JUST_HOLDS, answer?.build.mostSpeed ?? 1);
  const isTurbo = answer?.build.chargers.some(({ drive }) => drive && drive.kind !== 'belt');
  return (
    <>
      <FigureTable
        caption="Shaft speed in every air of the Brief, boost setting as at home"
        rows={solved}
        keyOf={({ venue, day }) => `${venue} ${day}`}
        columns={[
          {
            name: 'air',
            cell: ({ venue, day, share, altitude }) => (
              <>
                <StateMark state={share > 1 ? 'over' : share > near ? 'marginal' : 'within'} size={11} />{' '}
                {names[venue]}, {days[day]}
                <small>{figure(altitude, 'altitude')}</small>
              </>
            ),
          },
          { name: 'of its limit', cell: ({ share }) => figure(share, 'share') },
          { name: 'reserve', cell: ({ share }) => (share > 1 ? 'none' : figure(1 - share, 'share')) },
          { name: 'at', cell: ({ speedRpm }) => figure(speedRpm, 'engineSpeed') },
        ]}
      />
      {isTurbo && (
        <p className={frame.foot}>
          Wheel life at {figure(most, 'share')} of the limit: some {about(cycles)} pulls
          {pull + rest > 0
            ? `, at one every ${figure(pull + rest, 'time')} about ${about((cycles * (pull + rest)) / 3_600)} hours`
            : ''}
          . An order of magnitude: Basquin’s law with 20,000 cycles at the limit and a sixth power of the
          stress, from memory. Tip damage, heat and balance count for more.
        </p>
      )}
    </>
  );
}

/** Two figures at the most: an order of magnitude. */
const about = (value: number): string => formatNumber(Number(value.toPrecision(value < 1_000 ? 2 : 1)), 0);

const eventName = ({ kind, gears }: SurgeEvent): string =>
  kind === 'lift'
    ? 'Throttle shut'
    : kind === 'shift'
      ? `Shift ${gears![0] + 1}–${gears![1] + 1} without a lift`
      : 'Converter locks';

/** Surge where the flow is taken away, and the valve that prevents it. */
function Surge() {
  const { figure, signedFigure } = useWords();
  const { answer } = useJob();
  const components = useJobState((s) => s.draft.engine.components);
  const hasConverter = Boolean(components?.some(({ kind }) => kind === 'converter'));
  const events = useMemo(
    () => (answer ? surgeEvents(answer.build, answer.sweep.points, hasConverter) : []),
    [answer, hasConverter],
  );
  if (!events.length)
    return (
      <p className={frame.foot}>
        Surge on lift-off concerns a charger on the exhaust, with a map; one on a belt slows down with the
        engine.
      </p>
    );
  return (
    <>
      <FigureTable
        caption="Surge where the flow is taken away faster than the shaft slows down"
        rows={events}
        keyOf={({ kind }) => kind}
        columns={[
          {
            name: 'event',
            cell: (event) => (
              <>
                <StateMark
                  state={
                    event.margin < 0
                      ? 'over'
                      : event.margin < answer!.build.margins.surge
                        ? 'marginal'
                        : 'within'
                  }
                  size={11}
                />{' '}
                {eventName(event)}
                <small>
                  {event.toRpm === event.speedRpm
                    ? `worst at ${figure(event.speedRpm, 'engineSpeed')}`
                    : `${figure(event.speedRpm, 'engineSpeed')} to ${figure(event.toRpm, 'engineSpeed')}`}
                </small>
              </>
            ),
          },
          {
            name: 'surge margin without a valve',
            cell: ({ margin }) => (margin < -1 ? 'deep in surge' : signedFigure(margin, 'share')),
          },
          {
            name: 'bypass valve, bore',
            cell: ({ bore }) => (bore === null ? 'none needed' : figure(bore, 'bore')),
          },
        ]}
      />
      <p className={frame.foot}>
        The shaft keeps its speed and the pressure ratio stays; a shut throttle still passes a tenth. The
        valve, back to the inlet, keeps a tenth from surge at a flow coefficient of 0.7
        {hasConverter ? '; a converter that locks takes 12 % of the speed' : ''} (common practice).
      </p>
    </>
  );
}
