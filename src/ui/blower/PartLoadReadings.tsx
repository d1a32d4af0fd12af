import { useMemo, useState } from 'react';
import { partLoad, type PartLoad } from '@/core/studies/part-load';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';

/** A manifold at a steady cruise, Pa absolute (common practice, no source), and what may be looked at. */
const CRUISE = 50_000;
const BOUND = { min: 20_000, max: 95_000 };

type Row = { name: string; of: (at: PartLoad) => string };

/** What the machine does with the throttle nearly shut: its bypass pulled open by the vacuum, and shut. */
export function PartLoadReadings({ hasBypass }: { hasBypass: boolean }) {
  const { solved } = useSpeed();
  const { figure } = useWords();
  const [manifold, setManifold] = useState(CRUISE);
  const speedRpm = solved?.point.speedRpm;
  const build = solved?.build;
  const found = useMemo(
    () => (build && speedRpm ? partLoad(build, speedRpm, manifold) : null),
    [build, speedRpm, manifold],
  );
  if (!found || !speedRpm) return null;
  const { flow, open, shut } = found;
  const isCentrifugal = (open ?? shut)?.surgeMargin != null;
  const rows: Row[] = [
    { name: 'Power of the drive', of: (at) => figure(at.drive, 'shaftPower') },
    { name: 'Outlet temperature', of: (at) => figure(at.outlet, 'temperature') },
    { name: 'Charge temperature', of: (at) => figure(at.charge, 'temperature') },
    { name: 'Pressure ratio', of: (at) => figure(at.ratio, 'ratio') },
    { name: 'Recirculated', of: (at) => figure(at.round, 'massFlow') },
    ...(isCentrifugal
      ? [
          {
            name: 'Surge margin',
            of: (at: PartLoad) => (at.surgeMargin! < 0 ? 'surges' : figure(at.surgeMargin, 'share')),
          },
        ]
      : []),
  ];
  return (
    <Group title={`Part load at ${figure(speedRpm, 'engineSpeed')}`}>
      <QuantityInput
        label="Manifold pressure"
        hint={`throttle nearly shut; the engine takes ${figure(flow, 'massFlow')}`}
        quantity="pressure"
        basis="abs"
        bound={BOUND}
        value={manifold}
        onType={(value) => value !== null && setManifold(value)}
      />
      {(open ?? shut) && (
        <FigureTable
          caption="At part load"
          unseen
          rows={rows}
          keyOf={({ name }) => name}
          columns={[
            { name: 'at part load', cell: ({ name }) => name },
            ...(hasBypass ? [{ name: 'bypass open', cell: ({ of }: Row) => (open ? of(open) : '–') }] : []),
            { name: hasBypass ? 'shut' : 'no bypass', cell: ({ of }: Row) => (shut ? of(shut) : '–') },
          ]}
        />
      )}
      {!shut && (
        <p className={frame.lead}>
          With no way round, the pressure before the throttle rises until something gives: a displacement
          blower before a throttle needs a bypass that vacuum opens.
        </p>
      )}
      {shut?.surgeMargin != null && shut.surgeMargin < 0 && (
        <p className={frame.lead}>
          With no way round it surges when the throttle shuts: recirculate or blow off. Recirculated air comes
          back warm; what is blown off does not.
        </p>
      )}
    </Group>
  );
}
