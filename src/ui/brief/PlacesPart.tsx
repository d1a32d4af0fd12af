'use client';
import type { Quantity } from '@/core/units/quantities';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { fuelIds, fuelOf, type FuelId } from '@/core/fuel/fuels';
import type { Venue } from '@/core/job/schema/brief';
import { hardest, needOnFuel, weatherRows, type Need, type WeatherRow } from '@/core/studies/weather';
import { libraryOf } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { TextField } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import { useJob, useJobState, useJobStore } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { useWords } from '../words/useWords';
import styles from './brief.module.css';

const NONE = 'none';
const fuelOptions = [
  { value: NONE, label: 'the design fuel' },
  ...fuelIds.map((id) => ({ value: id as string, label: fuelOf(id).name })),
];

/** Every place it will run at and every fuel it may get there, and what the setup needs in each. */
export function PlacesPart() {
  const store = useJobStore();
  const brief = useJobState((s) => s.draft.brief);
  const { otherVenues, fuelBest, fuelWorst } = brief;
  const change = (edit: (brief: { otherVenues: Venue[]; venue: Venue }) => void) => {
    store.getState().edit((job) => edit(job.brief));
    store.getState().commit();
  };
  const chooseFuel = (key: 'fuelBest' | 'fuelWorst') => (next: string) => {
    store.getState().write(`brief.${key}`, next === NONE ? null : next);
    store.getState().commit();
  };
  return (
    <>
      <div className={styles.columns}>
        <div>
          <Group title="Design point">
            <TextField path="brief.venue.name" label="Name" most={60} placeholder="the venue" />
            <WeatherFields at="brief.venue" />
          </Group>
          {otherVenues.map((venue, i) => (
            <Group key={i} title={venue.name || `Another venue, ${i + 1}`}>
              <TextField path={`brief.otherVenues.${i}.name`} label={`Name of venue ${i + 2}`} most={60} />
              <QuantityField path={`brief.otherVenues.${i}.altitude`} />
              <QuantityField path={`brief.otherVenues.${i}.temperature`} />
              <WeatherFields at={`brief.otherVenues.${i}`} />
              <div className={fields.rowKeys}>
                <Button
                  variant="outlined"
                  size="small"
                  onClick={() =>
                    change((b) => {
                      const was = b.venue;
                      b.venue = b.otherVenues[i]!;
                      b.otherVenues[i] = was;
                    })
                  }
                >
                  Make this the design point
                </Button>
                <Button
                  variant="outlined"
                  size="small"
                  onClick={() => change((b) => b.otherVenues.splice(i, 1))}
                >
                  Remove
                </Button>
              </div>
            </Group>
          ))}
          <div className={fields.rowKeys}>
            <Button
              variant="outlined"
              size="small"
              disabled={otherVenues.length >= 7}
              onClick={() =>
                change((b) => {
                  const copy = currentOf(b.venue);
                  // A reading belongs to the place where it was taken.
                  b.otherVenues.push({
                    ...copy,
                    name: '',
                    barometer: { ...copy.barometer, kind: 'standard' },
                  });
                })
              }
            >
              Add a venue
            </Button>
          </div>
        </div>
        <div>
          <Group title="Fuel range">
            <ChoiceField
              label="Best fuel available"
              value={fuelBest ?? NONE}
              onChoose={chooseFuel('fuelBest')}
              options={fuelOptions}
            />
            <ChoiceField
              label="Worst fuel to allow for"
              value={fuelWorst ?? NONE}
              onChoose={chooseFuel('fuelWorst')}
              options={fuelOptions}
            />
          </Group>
          <Needs />
        </div>
      </div>
    </>
  );
}

/** A draft's part as plain data. */
const currentOf = (venue: Venue): Venue => JSON.parse(JSON.stringify(venue)) as Venue;

const WeatherFields = ({ at }: { at: 'brief.venue' | `brief.otherVenues.${number}` }) => (
  <>
    <QuantityField path={`${at}.coldest`} optional />
    <QuantityField path={`${at}.hottest`} optional />
  </>
);

const dayNames = { design: 'design air', coldest: 'coldest', hottest: 'hottest' } as const;

type Found = { row: WeatherRow } | { id: FuelId; need: Need };

/** What the selected setup needs at the goal’s speed in each air and on each fuel. */
function Needs() {
  const { figure, figureNumber, symbol } = useWords();
  const { items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const setup = job.setups[setupIndex] ?? job.setups[0]!;
  const library = useMemo(() => libraryOf(items), [items]);
  const { fuelBest, fuelWorst } = job.brief;
  // Up to two dozen solves: the page answers first.
  const found = useSlices(
    useCallback(
      function* (): Generator<Found> {
        for (const row of weatherRows(job, setup.id, library)) yield { row };
        for (const id of [fuelBest, fuelWorst])
          if (id !== null && id !== job.brief.fuel.id)
            yield { id, need: needOnFuel(job, setup.id, library, id) };
      },
      [job, setup.id, library, fuelBest, fuelWorst],
    ),
    'Boost in each air',
  );
  const rows = (found ?? []).flatMap((f) => ('row' in f ? [f.row] : []));
  const fuels = (found ?? []).flatMap((f) => ('id' in f ? [f] : []));
  const worst = hardest(rows);
  const nameOf = (row: WeatherRow) =>
    (row.venue === 0 ? job.brief.venue.name : job.brief.otherVenues[row.venue - 1]?.name) ||
    (row.venue === 0 ? 'Design point' : `Venue ${row.venue + 1}`);
  const lines = [
    ...rows.map((row) => ({
      key: `${row.venue} ${row.day}`,
      name: nameOf(row),
      note: `${dayNames[row.day]}, ${figure(row.temperature, 'temperature')}`,
      need: row as Need,
      isHardest: row === worst && rows.length > 1,
    })),
    ...fuels.map(({ id, need }) => ({
      key: id,
      name: fuelOf(id).name,
      note: 'design air, its usual λ and BSFC',
      need,
      isHardest: false,
    })),
  ];
  const number = (value: number | null, quantity: Quantity) =>
    value === null ? '–' : figureNumber(value, quantity);
  return (
    <section className={styles.needs} aria-label="What each place and fuel asks">
      <h3>Demand by venue</h3>
      {worst && rows.length > 1 && (
        <p>
          {worst.reached ? (
            <>
              The hardest is <b>{nameOf(worst)}</b>, {dayNames[worst.day]} at{' '}
              <b>{figure(worst.temperature, 'temperature')}</b>: pressure ratio{' '}
              <b>{figure(worst.pressureRatio, 'ratio')}</b>. A compressor for this job is judged there too.
            </>
          ) : (
            <>
              Out of reach at <b>{nameOf(worst)}</b>, {dayNames[worst.day]}: no pressure ratio makes the goal.
            </>
          )}
        </p>
      )}
      <FigureTable
        caption={`Demand by venue and fuel, at the goal speed, setup ${setup.letter}`}
        unseen
        rows={lines}
        keyOf={({ key }) => key}
        isCurrent={({ isHardest }) => isHardest}
        columns={[
          {
            name: 'venue or fuel',
            cell: ({ name, note }) => (
              <>
                {name}
                <small>{note}</small>
              </>
            ),
          },
          {
            name: 'pressure ratio',
            cell: ({ need }) => (need.reached ? figure(need.pressureRatio, 'ratio') : 'out of reach'),
          },
          { name: `boost, ${symbol('boost')} gauge`, cell: ({ need }) => number(need.boostGauge, 'boost') },
          { name: `airflow, ${symbol('massFlow')}`, cell: ({ need }) => number(need.massFlow, 'massFlow') },
          { name: `power, ${symbol('power')}`, cell: ({ need }) => number(need.power, 'power') },
          { name: `NA power, ${symbol('power')}`, cell: ({ need }) => number(need.alone, 'power') },
        ]}
      />
      <p className={styles.hint}>
        Air and pressure alone: what a fuel stands before it knocks is measured, and a worse one is set up for
        before the day. Barometer and humidity as at the design point’s reading.
      </p>
    </section>
  );
}
