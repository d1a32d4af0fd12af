'use client';
import { useCallback, useMemo, useState } from 'react';
import { keptChargers } from '@/core/job/chargers';
import type { Setup } from '@/core/job/schema/job';
import type { OperatingPoint } from '@/core/solve/point';
import { schoolFigures, schoolSays, type School } from '@/core/studies/schools';
import { isBelt, type AnyItem } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useJob, useSpeed, type Solved } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';

const schoolWords: Record<School, string> = {
  turbo: 'turbocharger',
  displacement: 'displacement blower',
  centrifugal: 'centrifugal blower',
  none: 'naturally aspirated',
  open: 'not chosen yet',
};

const series = {
  torque: [{ key: 'torque', name: 'torque' }],
  boost: [{ key: 'boost', name: 'boost' }],
} as const satisfies Record<string, readonly Series[]>;

/** The parts of a setup that the library knows, with what they cost and weigh; null where one of them does not say. */
function partsOf(setup: Setup, items: readonly AnyItem[]) {
  const charger = keptChargers(setup).slice(
    0,
    setup.induction.kind === 'charged' ? setup.induction.chargers.length : 0,
  );
  const find = (ref: { id: string; revision: number } | null | undefined) =>
    items.find((i) => i.id === ref?.id && i.revision === ref.revision);
  const parts: { name: string; price: number | null; mass: number | null }[] = [];
  const add = (item: AnyItem | undefined, count = 1) => {
    if (!item) return;
    const { document } = item;
    const mass = 'mass' in document && document.mass ? document.mass.value : null;
    parts.push({
      name: document.name,
      price: document.price ? document.price.value * count : null,
      mass: mass === null ? null : mass * count,
    });
  };
  for (const { machine, drive, count } of charger) {
    if (drive.kind === 'exhaust') {
      const whole = find(drive.turbocharger);
      if (whole) add(whole, count);
      else {
        add(find(machine), count);
        add(find(drive.turbine), count);
      }
    } else if (drive.kind === 'belt') {
      add(find(drive.blower ?? machine), count);
      for (const { part } of drive.layout?.route ?? []) add(find(part));
      const belt = find(drive.layout?.part);
      if (belt && isBelt(belt)) {
        const length = drive.layout?.length?.value;
        const listed = belt.document.lengths.find((l) => l.length === length);
        parts.push({
          name: belt.document.name,
          price: listed?.price ?? belt.document.lengths[0]!.price,
          mass: null,
        });
      }
    } else add(find(machine), count);
  }
  const sum = (of: (p: (typeof parts)[number]) => number | null) => {
    const known = parts.map(of).filter((v) => v !== null) as number[];
    return known.length ? known.reduce((a, b) => a + b, 0) : null;
  };
  return { names: parts.map(({ name }) => name), price: sum((p) => p.price), mass: sum((p) => p.mass) };
}

/** Turbo against blower on this job: the setups drawn, weighed as each school does. */
export default function SchoolsPart() {
  const { answer } = useJob();
  const { solved } = useSpeed();
  if (!answer || !solved)
    return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  return <Weighed solved={solved} />;
}

function Weighed({ solved }: { solved: Solved }) {
  const { figure, inUnit, roundSpeed, symbol } = useWords();
  const { drawn, items } = useJob();
  const { build, point } = solved;
  const [low, setLow] = useState<number | null>(null);
  const [high, setHigh] = useState<number | null>(null);
  const span = useMemo(
    () => ({
      fromRpm: low ?? Math.ceil((0.3 * build.redLineRpm) / 100) * 100,
      toRpm: high ?? build.goal.speedRpm,
      goalRpm: build.goal.speedRpm,
    }),
    [low, high, build],
  );
  const rows = useMemo(
    () =>
      drawn.flatMap(({ answer, setup }) =>
        answer
          ? [
              {
                letter: setup.letter,
                name: `${setup.letter} ${setup.name}`,
                figures: schoolFigures(answer, span.fromRpm, span.toRpm),
                ...partsOf(setup, items),
              },
            ]
          : [],
      ),
    [drawn, items, span],
  );
  const says = useMemo(() => schoolSays(rows, span), [rows, span]);
  const ofEach = useCallback(
    (_: Solved['build'], p: OperatingPoint): Record<string, number> =>
      p.status.kind === 'failed'
        ? {}
        : { torque: inUnit(p.torque, 'torque'), boost: inUnit(p.boostGauge, 'boost') },
    [inUnit],
  );
  const ofOwn = useCallback(() => ({}), []);
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  const field = (label: string, value: number, set: (next: number | null) => void) => (
    <QuantityInput
      label={label}
      quantity="engineSpeed"
      bound={{ min: build.idleRpm, max: build.redLineRpm }}
      value={value}
      onType={set}
      onRevert={() => value}
    />
  );
  return (
    <>
      <h2 className={charts.head}>
        Turbo or blower
        <small>the setups drawn; right: at {figure(point.speedRpm, 'engineSpeed')}</small>
      </h2>
      <ul className={frame.findings} aria-label="What each school would say">
        {says.map((reason) => (
          <li key={reason.code}>
            <span />
            <span>
              <Say reason={reason} />
            </span>
          </li>
        ))}
      </ul>
      <RevPanel
        title="Torque at the flywheel"
        unit={symbol('torque')}
        curves={curves}
        series={series.torque}
        reads={reads(['torque', 'torque'], ['power', 'power'])}
      />
      <RevPanel
        title="Boost"
        unit={`${symbol('boost')} gauge`}
        curves={curves}
        series={series.boost}
        reads={reads(['boost', 'boost, gauge'], ['charge-temperature', 'charge'])}
      />
      <Group title="Torque averaged">
        {field('From', span.fromRpm, setLow)}
        {field('To', span.toRpm, setHigh)}
      </Group>
      <FigureTable
        caption="Weighed side by side"
        rows={rows}
        keyOf={({ letter }) => letter}
        columns={[
          { name: 'setup', cell: (r) => r.letter },
          { name: 'charged by', cell: (r) => schoolWords[r.figures.school], text: true },
          { name: 'boost from', cell: (r) => roundSpeed(r.figures.onset) },
          { name: 'mean torque', cell: (r) => figure(r.figures.meanTorque, 'torque') },
          { name: 'power at goal', cell: (r) => figure(r.figures.power, 'power') },
          { name: 'power at red line', cell: (r) => figure(r.figures.redLinePower, 'power') },
          { name: 'charge', cell: (r) => figure(r.figures.charge, 'temperature') },
          { name: 'drive', cell: (r) => figure(r.figures.drive, 'shaftPower') },
          { name: 'back pressure', cell: (r) => figure(r.figures.pumping, 'shaftPower') },
          { name: 'mass', cell: (r) => figure(r.mass, 'mass') },
          { name: 'price', cell: (r) => figure(r.price, 'money') },
          { name: 'parts', cell: (r) => r.names.join(', ') || '–', text: true },
        ]}
      />
      <p className={frame.foot}>
        Mean torque is the area under the curve over its width. Drive comes off the crankshaft; back pressure
        is the pumping loop at the goal’s speed, and a turbo’s own: below zero it gives something back. Prices
        and masses are those of the library; brackets, oil and water lines come on top.
      </p>
    </>
  );
}
