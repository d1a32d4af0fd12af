'use client';
import Button from '@mui/material/Button';
import { memo, useDeferredValue, useEffect, useMemo } from 'react';
import { conditionsOf } from '@/core/forecast/conditions';
import { movedAt, reachOf, tried, type WhatIf } from '@/core/forecast/what-if';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import { inputsOf, isWhole, labelOf, quantityOf } from '@/core/job/inputs/inputs';
import { homeLevel } from '@/core/studies/sites';
import { libraryOf } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { evenReach, looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { useRested } from '../device/useRested';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useJobStore, useSpeed, type Answer } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './forecast.module.css';
import { TrySlider } from './TrySlider';
import { useAtBasis } from './useBand';
import { MOST_TRIED, useTried } from './what-if';

/** The air of the home venue, as far as it counts. */
const AIR = [
  'brief.venue.altitude',
  'brief.venue.barometer.pressure',
  'brief.venue.temperature',
  'brief.venue.humidity.relative',
  'brief.venue.humidity.dewPoint',
];
/** As far as weather and mountains go, whatever the venue’s own spread. */
const AIR_REACH: Record<string, { min: number; max: number }> = {
  'brief.venue.altitude': { min: 0, max: 4_000 },
  'brief.venue.temperature': { min: 253.15, max: 323.15 },
  'brief.venue.humidity.relative': { min: 0, max: 1 },
  'brief.venue.barometer.pressure': { min: 60_000, max: 106_000 },
};
const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));
const dayNames = { design: 'design day', coldest: 'coldest day', hottest: 'hottest day' } as const;

/** Other air, another fuel, any three inputs: the curves follow, the job stays as it is until it is told to. */
export default function WhatIfPart() {
  const { answer } = useJob();
  if (!answer) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  return <Trying answer={answer} />;
}

function Trying({ answer }: { answer: Answer }) {
  const store = useJobStore();
  const { setupIndex, items, bounds } = useJob();
  const job = useJobState((s) => s.draft);
  const { figure, signedFigure } = useWords();
  const { of, chosen, values, fuel, isHeld, begin, choose, move, take, hold, clear } = useTried();
  const setup = job.setups[setupIndex]!;
  const own = `${store.getState().id}.${setup.id}`;
  useEffect(() => begin(own), [begin, own]);
  const inputs = useMemo(() => inputsOf(job, setupIndex), [job, setupIndex]);
  const library = useMemo(() => libraryOf(items), [items]);
  const level = useMemo(() => homeLevel(answer.build), [answer.build]);
  const what: WhatIf = useMemo(
    () => ({
      changes: Object.entries(of === own ? values : {}).flatMap(([path, value]) => {
        const input = inputs.find((one) => one.path === path);
        return input && input.input.value !== value ? [{ path, value }] : [];
      }),
      fuel,
      isHeld,
    }),
    [of, own, values, fuel, isHeld, inputs],
  );
  const later = useDeferredValue(what);
  const { speedRpm } = answer.build.goal;
  const isTried = what.changes.length > 0 || (fuel !== null && fuel !== job.brief.fuel.id);
  const trial = useMemo(
    () => tried(job, setup.id, library, later, level),
    [job, setup.id, library, later, level],
  );
  const whole = 'problems' in trial ? null : trial.sweep.goalPoint.power.flywheel;
  // The curves come first: what moved them is worked out once the slider rests.
  const rested = useRested(useMemo(() => ({ own, what: later, whole }), [own, later, whole]));
  const moved = useMemo(
    () =>
      rested.own === own ? movedAt(job, setup.id, library, rested.what, level, speedRpm, rested.whole) : null,
    [own, job, setup.id, library, rested, level, speedRpm],
  );
  const air = inputs.filter(({ path }) => AIR.includes(path));
  const free = useMemo(
    () =>
      inputs
        .filter(({ path }) => !AIR.includes(path) && !path.startsWith('brief.goal') && !isWhole(path))
        .map(({ path }) => ({ value: path, label: labelOf(path, job) ?? path }))
        .sort((a, b) => a.label.localeCompare(b.label)),
    [inputs, job],
  );
  const choices = useMemo(
    () =>
      Array.from({ length: MOST_TRIED }, (_, place) => [
        { value: '', label: 'none' },
        ...free.filter(({ value }) => value === chosen[place] || !chosen.includes(value)),
      ]),
    [free, chosen],
  );
  const known = useMemo(
    () =>
      new Map(
        inputs.flatMap((one) => {
          const quantity = quantityOf(one.path);
          if (!quantity) return [];
          const { path, input } = one;
          return [
            [
              path,
              {
                path,
                quantity,
                label: labelOf(path, job) ?? path,
                base: input.value,
                reach: { ...reachOf(one, bounds), ...AIR_REACH[path] },
              },
            ],
          ];
        }),
      ),
    [inputs, job, bounds],
  );
  const slider = (path: string) => {
    const one = known.get(path);
    return one && <TrySlider key={path} {...one} value={values[path] ?? one.base} onMove={move} />;
  };
  const keep = () => {
    const { write, commit } = store.getState();
    // As if each had been typed in its field: what follows from it follows.
    for (const { path, value } of what.changes) {
      const one = inputs.find((input) => input.path === path);
      if (one) write(path, { ...one.input, value });
    }
    if (fuel) write('brief.fuel.id', fuel);
    commit();
    clear();
  };
  return (
    <>
      <h2 className={charts.head}>
        What if
        <small>
          {isHeld ? 'the boost setting stays' : 'boost is found anew for the goal'}; the job changes only when
          it is kept
        </small>
      </h2>
      <div className={styles.tries}>
        <Group title="Air and fuel">
          {air.map(({ path }) => slider(path))}
          <ChoiceField label="Fuel" value={fuel ?? job.brief.fuel.id} onChoose={take} options={fuelOptions} />
          <ChoiceField
            label="Boost"
            value={isHeld ? 'held' : 'anew'}
            onChoose={(next) => hold(next === 'held')}
            options={[
              { value: 'held', label: 'setting held' },
              { value: 'anew', label: 'found anew for the goal' },
            ]}
          />
        </Group>
        <Group title="Any three inputs">
          {Array.from({ length: Math.min(MOST_TRIED, chosen.length + 1) }, (_, place) => (
            <div key={place}>
              <ChoiceField
                label={`Input ${place + 1}`}
                value={chosen[place] ?? ''}
                onChoose={(path) => choose(place, path)}
                options={choices[place]!}
              />
              {chosen[place] && slider(chosen[place])}
            </div>
          ))}
          <div className={styles.keys}>
            <Button variant="contained" size="small" disabled={!isTried} onClick={keep}>
              Keep in the job
            </Button>
            <Button size="small" disabled={!isTried && chosen.length === 0} onClick={clear}>
              Back to the job
            </Button>
          </div>
        </Group>
      </div>
      {'problems' in trial ? (
        trial.problems.map(({ reason }) => (
          <p key={reason.code} className={frame.lead} role="alert">
            <Say reason={reason} />
          </p>
        ))
      ) : (
        <Curves base={answer} trial={trial} isTried={isTried} />
      )}
      {moved && isTried && (
        <FigureTable
          caption={`What moved the power at ${figure(speedRpm, 'engineSpeed')}, flywheel`}
          rows={[
            ...moved.moved.map(({ path, gain }) => ({
              name:
                path === 'brief.fuel.id'
                  ? `Fuel: ${fuelOf(rested.what.fuel!).name}`
                  : (labelOf(path, job) ?? path),
              value: signedFigure(gain, 'power'),
            })),
            ...(moved.moved.length > 1
              ? [{ name: 'Together, beyond each alone', value: signedFigure(moved.together, 'power') }]
              : []),
            {
              name: `From ${figure(moved.base, 'power')} to`,
              value: figure(moved.whole, 'power'),
            },
          ]}
          keyOf={({ name }) => name}
          columns={[
            { name: 'tried', cell: ({ name }) => name },
            { name: 'alone', cell: ({ value }) => value },
          ]}
        />
      )}
      <Venues />
    </>
  );
}

type CurvesProps = {
  base: Pick<Answer, 'build' | 'sweep'>;
  trial: Pick<Answer, 'build' | 'sweep'>;
  isTried: boolean;
};

/** Power, boost and charge temperature over the revs: as it is, and as it is tried. */
export const Curves = memo(function Curves({ base, trial, isTried }: CurvesProps) {
  const { inUnit, symbol } = useWords();
  const { speedRpm } = useSpeed();
  const { basis, at } = useAtBasis();
  const { drawn, setupIndex } = useJob();
  const slot = drawn.find(({ index }) => index === setupIndex)?.slot ?? 0;
  const plots = useMemo(() => {
    const plot = (
      quantity: 'power' | 'boost' | 'temperature',
      of: (p: Answer['sweep']['points'][number]) => number,
    ) => {
      const points = (answer: CurvesProps['base']) =>
        answer.sweep.drawn
          .filter((p) => p.status.kind !== 'failed' && Number.isFinite(of(p)))
          .map((p) => ({ x: p.speedRpm, y: inUnit(of(p), quantity) }));
      const lines = { base: points(base), ...(isTried ? { trial: points(trial) } : {}) };
      const all = Object.values(lines).flatMap((line) => line.map(({ y }) => y));
      const [least, most] = [Math.min(...all), Math.max(...all)];
      const curves: PlotCurve[] = isTried
        ? [
            { key: 'base', name: 'as it is', look: looks.thin },
            { key: 'trial', name: 'tried', look: looks.own(slot) },
          ]
        : [{ key: 'base', name: 'as it is', look: looks.own(slot) }];
      const low = quantity === 'temperature' ? least - 0.1 * (most - least) : Math.min(0, least);
      return { rows: rowsOf(lines), curves, y: evenReach(low, most + 0.08 * (most - low || 1), 4) };
    };
    return [
      {
        quantity: 'power',
        title: 'Power',
        note: `at the ${basis}`,
        height: 210,
        ...plot('power', (p) => at(p.power.flywheel)),
      },
      {
        quantity: 'boost',
        title: 'Boost',
        note: 'gauge',
        height: 120,
        ...plot('boost', (p) => p.boostGauge),
      },
      {
        quantity: 'temperature',
        title: 'Charge temperature',
        note: 'in the manifold',
        height: 120,
        ...plot('temperature', (p) => p.path.manifold.temperature),
      },
    ] as const;
  }, [base, trial, isTried, inUnit, at, basis, slot]);
  return plots.map(({ quantity, title, note, height, ...plot }) => (
    <PlotPanel
      key={quantity}
      {...plot}
      areMerged
      title={title}
      note={`${symbol(quantity)} ${note}${isTried ? '; thin: as it is' : ''}`}
      label={`${title} over the revs, as it is and as tried`}
      height={height}
      flags={[{ axis: 'x', at: speedRpm, kind: 'selected' }]}
      say={{
        x: (n) => `${formatNumber(n, 0)} rpm`,
        y: (value) => `${formatNumber(value, quantity === 'boost' ? 2 : 0)} ${symbol(quantity)}`,
      }}
    />
  ));
});

/** What the setting of home makes at every venue of the Brief, and the setting that makes the same everywhere. */
const Venues = memo(function Venues() {
  const { setupIndex, items } = useJob();
  const job = useDeferredValue(useJobState((s) => s.draft));
  const { figure, signedFigure } = useWords();
  const { at } = useAtBasis();
  const found = useMemo(
    () => conditionsOf(job, job.setups[setupIndex]?.id ?? '', libraryOf(items)),
    [job, setupIndex, items],
  );
  if (!found || found.rows.length < 2) return null;
  const venues = [job.brief.venue, ...job.brief.otherVenues];
  const home = found.rows[0]!;
  return (
    <>
      <FigureTable
        caption="The same setting at every venue of the Brief"
        rows={found.rows}
        keyOf={({ venue, day }) => `${venue}.${day}`}
        columns={[
          {
            name: 'venue',
            cell: ({ venue, day }) => `${venues[venue]!.name || `Venue ${venue + 1}`}, ${dayNames[day]}`,
          },
          { name: 'altitude', cell: ({ venue }) => figure(venues[venue]!.altitude.value, 'altitude') },
          { name: 'power', cell: ({ power }) => figure(at(power), 'power') },
          {
            name: 'against home',
            cell: (row) => (row === home ? '' : signedFigure(at(row.power) - at(home.power), 'power')),
          },
          { name: 'boost, gauge', cell: ({ boostGauge }) => figure(boostGauge, 'boost') },
          { name: 'charge', cell: ({ chargeTemperature }) => figure(chargeTemperature, 'temperature') },
        ]}
      />
      {found.same && (
        <p className={frame.lead}>
          {found.same.givenAway < 0.001
            ? 'No venue makes less than home: the setting of home holds the same power everywhere.'
            : `The same power everywhere is ${figure(at(found.same.power), 'power')}: home turned down to ${figure(found.same.levelGauge, 'boost')} gauge, which gives away ${formatNumber(100 * found.same.givenAway, 1)}\u00a0% there.`}
        </p>
      )}
    </>
  );
});
