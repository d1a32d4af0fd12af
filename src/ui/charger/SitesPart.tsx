'use client';
import { FigureTable } from '../table/FigureTable';
import { engineMap } from '@/core/build/row';
import { useCallback, useMemo } from 'react';
import { derate, siteRows, type Derated, type SiteRow } from '@/core/studies/sites';
import { libraryOf } from '@/formats/library-items';
import { pushApart } from '../charts/push-apart';
import { useSize } from '../charts/useSize';
import frame from '../frame/frame.module.css';
import { Cross, Tick } from '../frame/icons';
import { stateWords } from '../frame/states';
import { FlowFigures, frameOf, MapGround, pathOf } from '../map/MapGround';
import { mapShapes } from '../map/map-shapes';
import { Halo } from '../map/Halo';
import { useJob, useJobState } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { useWords } from '../words/useWords';
import styles from './charger.module.css';

const days = { design: 'as planned', coldest: 'coldest day', hottest: 'hottest day' } as const;

/** The same build in every air of the Brief: running lines fan out over one map. */
export default function SitesPart() {
  const { items, setupIndex, answer } = useJob();
  const job = useJobState((s) => s.draft);
  const library = useMemo(() => libraryOf(items), [items]);
  const id = job.setups[setupIndex]!.id;
  const rows = useSlices(
    useCallback(() => siteRows(job, id, library), [job, id, library]),
    'Other sites and weather',
  );
  const found = useSlices(
    useCallback(() => derate(job, id, library), [job, id, library]),
    'Boost for the worst air',
  );
  const derated = found?.findLast((d): d is Derated => d !== undefined) ?? null;
  if (!answer || !engineMap(answer.build))
    return (
      <p className={frame.lead}>Fit a compressor first: then its line is drawn in every air of the Brief.</p>
    );
  return (
    <>
      <h2 className={styles.head}>
        Other sites and weather
        <small>
          the boost setting stays as it is at home; venues and days stand on the Brief under Places
        </small>
      </h2>
      {rows && rows.length > 0 ? <Fan rows={rows} /> : <p className={frame.lead}>Calculating …</p>}
      {derated && <DeratedLine derated={derated} />}
      {rows && <Airs rows={rows} />}
      {rows?.length === 1 && (
        <p className={frame.lead}>
          Only the design point so far: name other venues, or a cold and a hot day, on the Brief under Places.
        </p>
      )}
    </>
  );
}

const keyOf = (row: SiteRow) =>
  `${row.venue + 1}${{ design: '', coldest: ' cold', hottest: ' hot' }[row.day]}`;
const colourOf = (row: SiteRow) =>
  row.day === 'coldest' ? 'var(--teal)' : row.day === 'hottest' ? 'var(--ember)' : 'var(--ink)';
/** A venue's own dash: the first is solid. */
const dashes = [undefined, '8 4', '2 3', '10 3 2 3', '5 5', '1 5', '12 4', '3 6'];

function Fan({ rows }: { rows: SiteRow[] }) {
  const { answer } = useJob();
  const { displayUnit, figure } = useWords();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 808, height: 400 });
  const map = engineMap(answer!.build)!;
  const shapes = useMemo(() => mapShapes(map), [map]);
  const lines = rows.map((row) => ({ row, places: row.line.map(({ flow, ratio }) => ({ flow, ratio })) }));
  const picture = frameOf(
    [...shapes.choke, ...shapes.top, ...lines.flatMap((l) => l.places)],
    width,
    height,
    displayUnit('massFlow'),
  );
  const path = pathOf(picture.scales);
  // Letters at the ends of the lines, pushed apart.
  const ends = lines.flatMap(({ row, places }) => {
    const last = places.at(-1);
    return last ? [{ row, x: picture.scales.x(last.flow) + 6, y: picture.scales.y(last.ratio) + 4 }] : [];
  });
  const heights = pushApart(
    ends.map((e) => e.y),
    13,
    12,
    height - 50,
  );
  const labels = ends.map((e, i) => ({ ...e, y: heights[i]! }));
  const said = rows.map((r) => `${keyOf(r)}: ${figure(r.power, 'power')}`).join(', ');
  return (
    <div ref={ref} className={styles.drawing}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Running lines of ${rows.length} airs on the map. ${said}.`}
        style={{ display: 'block' }}
      >
        <MapGround shapes={shapes} frame={picture} limit={map.maxSpeedRpm} reference={map.reference} plain />
        <FlowFigures frame={picture} />
        {lines.map(({ row, places }) => (
          <path
            key={keyOf(row)}
            d={path(places) ?? ''}
            fill="none"
            stroke={colourOf(row)}
            strokeWidth={row.venue === 0 && row.day === 'design' ? 2.4 : 1.6}
            strokeDasharray={dashes[row.venue % dashes.length]}
          />
        ))}
        {labels.map(({ row, x, y }) => (
          <Halo
            key={keyOf(row)}
            x={x}
            y={y}
            weight={700}
            colour={row.day === 'hottest' ? 'var(--ember-text)' : colourOf(row)}
          >
            {keyOf(row)}
          </Halo>
        ))}
      </svg>
    </div>
  );
}

function DeratedLine({ derated }: { derated: Derated }) {
  const { figure } = useWords();
  const brief = useJobState((s) => s.draft.brief);
  const venue = (index: number) =>
    [brief.venue, ...brief.otherVenues][index]?.name ||
    (index === 0 ? 'the design point' : `venue ${index + 1}`);
  const asked = <b>{figure(derated.asked, 'boost')}</b>;
  return (
    <p className={frame.lead}>
      {derated.kind === 'holds' && <>The setting of {asked} gauge holds in every air of the Brief.</>}
      {derated.kind === 'derated' && (
        <>
          De-rated to <b>{figure(derated.gauge, 'boost')}</b> gauge it holds everywhere: {asked} does not at{' '}
          {venue(derated.venue)}, {days[derated.day]}. At home that makes{' '}
          <b>{figure(derated.power, 'power')}</b>.
        </>
      )}
      {derated.kind === 'nowhere' && (
        <>No boost setting holds in every air of the Brief: another charger is needed, not less boost.</>
      )}
    </p>
  );
}

function Airs({ rows }: { rows: SiteRow[] }) {
  const { figure, sentence } = useWords();
  const brief = useJobState((s) => s.draft.brief);
  const venues = [brief.venue, ...brief.otherVenues];
  return (
    <FigureTable
      caption="The build in every air of the Brief"
      unseen
      rows={rows}
      keyOf={keyOf}
      isCurrent={(row) => row.venue === 0 && row.day === 'design'}
      columns={[
        {
          name: 'venue and weather',
          cell: (row) =>
            `${keyOf(row)} ${venues[row.venue]!.name || (row.venue === 0 ? 'design point' : '')}`,
        },
        { name: 'altitude', cell: (row) => figure(venues[row.venue]!.altitude.value, 'altitude') },
        { name: 'temperature', cell: (row) => figure(row.climate.temperature, 'temperature') },
        { name: 'pressure', cell: (row) => figure(row.climate.pressure, 'airPressure') },
        { name: 'boost, gauge', cell: (row) => figure(row.boostGauge, 'boost') },
        { name: 'pressure ratio', cell: (row) => figure(row.ratio, 'ratio') },
        { name: 'power at goal speed', cell: (row) => figure(row.power, 'power') },
        { name: 'shaft speed, of max', cell: (row) => figure(row.fastest?.share, 'share') },
        { name: 'least surge margin', cell: (row) => figure(row.leastSurge?.margin, 'share') },
        { name: 'turbine inlet', cell: (row) => figure(row.hottest?.temperature, 'temperature') },
        {
          name: 'state',
          text: true,
          cell: ({ trouble }) => (
            <span className={trouble ? styles.bad : styles.ok}>
              {trouble ? <Cross size={11} /> : <Tick size={11} />}{' '}
              {trouble ? sentence(trouble, 'short') : stateWords.within}
            </span>
          ),
        },
      ]}
    />
  );
}
