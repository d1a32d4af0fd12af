'use client';
import { useMemo, useState } from 'react';
import { worthAt } from '@/core/forecast/worth';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { Listed, OverTheRevs } from './WorthMore';
import { worthNames } from './worth-names';
import { Waterfall } from './Waterfall';

/** What each item is worth at the selected speed, from the engine alone to the wheels. */
export default function WorthPart() {
  const { solved } = useSpeed();
  const { figure, signedFigure } = useWords();
  const [order, setOrder] = useState<'steps' | 'averaged' | 'alone'>('steps');
  const worth = useMemo(() => (solved ? worthAt(solved.build, solved.point) : null), [solved]);
  if (!worth) return <p className={frame.lead}>Nothing is solved at this speed.</p>;
  const steps = worth[order].filter(({ gain }) => Math.abs(gain) > 1);
  const rows = steps.map(({ item, gain }, i) => ({
    item,
    gain,
    after: steps.slice(0, i + 1).reduce((sum, step) => sum + step.gain, worth.start),
  }));
  return (
    <>
      <h2 className={charts.head}>
        What each item is worth
        <small>at {figure(worth.speedRpm, 'engineSpeed')}; they interact, so the order counts</small>
      </h2>
      <ChoiceField
        label="Counted"
        value={order}
        onChoose={setOrder}
        options={[
          { value: 'steps', label: 'in the order of the air' },
          { value: 'averaged', label: 'on the mean over all orders' },
          { value: 'alone', label: 'each alone, interaction apart' },
        ]}
      />
      <Waterfall
        start={worth.start}
        steps={rows.map(({ item, gain, after }) => ({ name: worthNames[item], gain, after }))}
        end={worth.wheels}
      />
      <FigureTable
        caption="Steps of the waterfall"
        rows={[
          { item: null, name: 'Engine alone, flywheel', gain: null, after: worth.start },
          ...rows.map(({ item, gain, after }) => ({ item, name: worthNames[item], gain, after })),
        ]}
        keyOf={({ name }) => name}
        columns={[
          { name: 'item', cell: ({ name }) => name },
          { name: 'worth', cell: ({ gain }) => (gain === null ? '' : signedFigure(gain, 'power')) },
          { name: 'so far', cell: ({ after }) => figure(after, 'power') },
        ]}
      />
      <OverTheRevs />
      <Listed
        gained={
          worth.flywheel - worth.start - (worth.steps.find(({ item }) => item === 'condition')?.gain ?? 0)
        }
      />
      <p className={frame.foot}>
        {figure(worth.flywheel, 'power')} at the flywheel, {figure(worth.wheels, 'power')} at the wheels.
        Pipes and inlet count beyond what they cost the engine alone. By the fuel-flow school; an estimate.
      </p>
    </>
  );
}
