'use client';
import { useCallback, useMemo } from 'react';
import { safeSetting, worstRows, type SafeSetting, type WorstRow } from '@/core/studies/worst-day';
import { fuelOf } from '@/core/fuel/fuels';
import { libraryOf } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { aboutTen, days } from './say';
import { useDuty } from './useDuty';

/** The same limits in every air of the Brief and on its worst fuel, and the boost that is safe in all of them. */
export default function WorstPart() {
  const { items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { pull } = useDuty();
  const library = useMemo(() => libraryOf(items), [items]);
  const setupId = job.setups[setupIndex]!.id;
  const given = useMemo(() => ({ job, setupId, library, pull }), [job, setupId, library, pull]);
  const rows = useSlices(
    useCallback(() => worstRows(given), [given]),
    'Limits in other airs',
  );
  const found = useSlices(
    useCallback(() => safeSetting(given), [given]),
    'Boost that is safe everywhere',
  );
  const setting = found?.findLast((one): one is SafeSetting => one !== undefined) ?? null;
  return (
    <>
      <h2 className={charts.head}>
        Worst day and fuel
        <small>boost setting and mixture as at home; airs stand on the Brief under Places</small>
      </h2>
      {setting && <Setting setting={setting} />}
      {found && !setting && rows && rows.length > 0 && (
        <p className={frame.lead}>
          A boost curve stands as it is: the safe level is worked out where boost is asked for as a goal or a
          level.
        </p>
      )}
      {rows && rows.length > 0 ? (
        <Airs rows={rows} />
      ) : (
        <p className={frame.lead}>
          {rows ? 'No result yet: fix the conflicting inputs first.' : 'Calculating …'}
        </p>
      )}
      {rows?.length === 1 && (
        <p className={frame.lead}>
          Only the design point so far: name a hot day, other venues or the worst fuel on the Brief.
        </p>
      )}
    </>
  );
}

function Setting({ setting: { kind, asked, gauge } }: { setting: SafeSetting }) {
  const { figure } = useWords();
  return (
    <p className={frame.lead}>
      {kind === 'holds'
        ? `${figure(asked, 'boost')} gauge keeps every limit that boost moves, in every air and on every fuel here.`
        : kind === 'found'
          ? `${figure(gauge, 'boost')} gauge is safe in all of them, against ${figure(asked, 'boost')} planned: no limit that boost moves may give.`
          : `No boost down to ${figure(gauge, 'boost')} gauge is safe in all of them.`}
    </p>
  );
}

function Airs({ rows }: { rows: WorstRow[] }) {
  const { figure } = useWords();
  const { venue: home, otherVenues } = useJobState((s) => s.draft.brief);
  const venues = [home, ...otherVenues];
  const columns: FigureColumn<WorstRow>[] = [
    {
      name: 'air and fuel',
      cell: ({ venue, day, fuel }) => (
        <>
          {venues[venue]?.name || `Venue ${venue + 1}`}, {days[day]}
          <small>{fuelOf(fuel).name}</small>
        </>
      ),
    },
    {
      name: 'gives first',
      cell: ({ weakest, state }) =>
        weakest && state ? (
          <>
            <StateMark state={state} size={11} /> {partName(weakest.part)}
            <small>
              {weakest.first
                ? `from ${figure(aboutTen(weakest.first.speedRpm), 'engineSpeed')}`
                : `${figure(weakest.peak.use, 'share')} used`}
            </small>
          </>
        ) : (
          'nothing judged'
        ),
    },
    {
      name: 'spark retard for knock',
      cell: ({ knock }) =>
        knock === null
          ? '–'
          : knock.anyway
            ? 'knocks at any timing'
            : `${figure(knock.retard, 'angle')}, ${figure(knock.lost, 'share')} of torque`,
    },
    { name: 'power at the goal', cell: ({ power }) => figure(power, 'power') },
  ];
  return (
    <FigureTable
      caption="Limits in every air and on every fuel of the Brief"
      rows={rows}
      keyOf={({ venue, day, fuel }) => `${venue} ${day} ${fuel}`}
      columns={columns}
    />
  );
}
