'use client';
import { useMemo } from 'react';
import { beltPlace } from '@/core/build/row';
import { type BeltLayout } from '@/core/drive/document';
import { layOut } from '@/core/drive/layout';
import { isToothed } from '@/core/drive/profile';
import { loadOf } from '@/core/drive/load';
import { noRunReason } from '@/core/solve/belt-line';
import fields from '../fields/fields.module.css';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { useJob, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { DriveDrawing } from './DriveDrawing';
import { useDrive } from './useDrive';

/** Crank, blower, idlers and belt as they stand before the engine, to scale. */
export default function DrivePart() {
  const { store } = useJob();
  const { drive, path } = useDrive();
  const layout = drive?.layout;
  const laid = useMemo(() => (layout ? layOut(layout) : null), [layout]);
  const { sentence } = useWords();
  if (!drive) return <p className={frame.lead}>No belt drive: choose a supercharger first.</p>;
  if (!layout || !laid)
    return (
      <p className={frame.lead}>
        Only a drive ratio is known. Lay out pulleys and belt on the right to see wrap, belt length, tension
        and slip.
      </p>
    );
  return (
    <>
      <h2 className={charts.head}>
        Belt drive, to scale
        <small>from the front of the engine; pulleys are dragged, or moved with the arrow keys</small>
      </h2>
      <DriveDrawing
        layout={layout}
        laid={laid}
        onMove={(i, x, y) => {
          store.getState().write(`${path}.layout.route.${i}.x.value`, x);
          store.getState().write(`${path}.layout.route.${i}.y.value`, y);
        }}
        onDone={() => store.getState().commit()}
      />
      {!('run' in laid) && (
        <p role="alert" className={fields.message}>
          {sentence(noRunReason(layout, laid))}
        </p>
      )}
      <LoadTable layout={layout} />
    </>
  );
}

/** What the belt does at the selected speed and at the red line. */
function LoadTable({ layout }: { layout: BeltLayout }) {
  const { figure } = useWords();
  const { solved } = useSpeed();
  const laid = useMemo(() => layOut(layout), [layout]);
  if (!solved || !('run' in laid)) return null;
  const { build, sweep, point } = solved;
  const place = beltPlace(build);
  const last = sweep.points.findLast((p) => p.status.kind !== 'failed') ?? point;
  const columns = [point, last].map((p) => ({
    p,
    load: loadOf(layout, laid, p.speedRpm, p.chargers[place]?.crankPower ?? 0),
    shaft: p.chargers[place]?.shaftRpm ?? null,
  }));
  const teeth = isToothed(layout.profile);
  const rows: [string, string, ...string[]][] = [
    ['Blower shaft', '', ...columns.map(({ shaft }) => figure(shaft, 'shaftSpeed'))],
    ['Belt speed', '', ...columns.map(({ load }) => figure(load.beltSpeed, 'beltSpeed'))],
    ['Drive power', 'from the crankshaft', ...columns.map(({ p }) => figure(p.power.drive, 'shaftPower'))],
    ['Tight strand', '', ...columns.map(({ load }) => figure(load.tight, 'force'))],
    ['Slack strand', '', ...columns.map(({ load }) => figure(load.slack, 'force'))],
    ...(teeth
      ? []
      : ([
          ['Tight strand per rib', '', ...columns.map(({ load }) => figure(load.perRib, 'force'))],
          ['Power per rib', '', ...columns.map(({ load }) => figure(load.powerPerRib, 'shaftPower'))],
          [
            'Of what it holds before it slips',
            '',
            ...columns.map(({ load }) =>
              load.use === Infinity ? 'it flies off' : figure(load.use, 'share'),
            ),
          ],
        ] as [string, string, ...string[]][])),
  ];
  return (
    <FigureTable
      caption={`Belt at ${figure(point.speedRpm, 'engineSpeed')} and near the red line, ${figure(build.redLineRpm, 'engineSpeed')}`}
      rows={rows}
      keyOf={([name]) => name}
      columns={[
        { name: 'figure', cell: ([name]) => name },
        { name: figure(point.speedRpm, 'engineSpeed'), cell: (row) => row[2] },
        { name: figure(last.speedRpm, 'engineSpeed'), cell: (row) => row[3] },
      ]}
    />
  );
}
