'use client';
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
  { value: NONE, label: 'the one designed for' },
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
              <QuantityField path={`brief.otherVenues.${i}.altitude`} label={`Height of venue ${i + 2}`} />
              <QuantityField
                path={`brief.otherVenues.${i}.temperature`}
                label={`Usual air of venue ${i + 2}`}
              />
              <WeatherFields at={`brief.otherVenues.${i}`} of={i + 2} />
              <div className={fields.rowKeys}>
                <button
                  type="button"
                  className={fields.plainKey}
                  onClick={() =>
                    change((b) => {
                      const was = b.venue;
                      b.venue = b.otherVenues[i]!;
                      b.otherVenues[i] = was;
                    })
                  }
                >
                  Make it the design point
                </button>
                <button
                  type="button"
                  className={fields.plainKey}
                  onClick={() => change((b) => b.otherVenues.splice(i, 1))}
                >
                  Take it out
                </button>
              </div>
            </Group>
          ))}
          <div className={fields.rowKeys}>
            <button
              type="button"
              className={fields.plainKey}
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
            </button>
          </div>
        </div>
        <div>
          <Group title="Fuel on the way">
            <ChoiceField
              label="Best that can be bought"
              value={fuelBest ?? NONE}
              onChoose={chooseFuel('fuelBest')}
              options={fuelOptions}
            />
            <ChoiceField
              label="Worst that must do"
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

function WeatherFields({ at, of }: { at: 'brief.venue' | `brief.otherVenues.${number}`; of?: number }) {
  const venue = of ? ` of venue ${of}` : '';
  return (
    <>
      <QuantityField path={`${at}.coldest`} label={`Coldest day${venue}`} optional />
      <QuantityField path={`${at}.hottest`} label={`Hottest day${venue}`} optional />
    </>
  );
}

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
  );
  const rows = (found ?? []).flatMap((f) => ('row' in f ? [f.row] : []));
  const fuels = (found ?? []).flatMap((f) => ('id' in f ? [f] : []));
  const worst = hardest(rows);
  const nameOf = (row: WeatherRow) =>
    (row.venue === 0 ? job.brief.venue.name : job.brief.otherVenues[row.venue - 1]?.name) ||
    (row.venue === 0 ? 'Design point' : `Venue ${row.venue + 1}`);
  const cells = (need: Need) => (
    <>
      <td>{need.reached ? figure(need.pressureRatio, 'ratio') : 'out of reach'}</td>
      <td>{need.boostGauge === null ? '–' : figureNumber(need.boostGauge, 'boost')}</td>
      <td>{need.massFlow === null ? '–' : figureNumber(need.massFlow, 'massFlow')}</td>
      <td>{need.power === null ? '–' : figureNumber(need.power, 'power')}</td>
      <td>{need.alone === null ? '–' : figureNumber(need.alone, 'power')}</td>
    </>
  );
  const head = (
    <tr>
      <th scope="col">at the goal’s speed, setup {setup.letter}</th>
      <th scope="col">ratio</th>
      <th scope="col">boost, {symbol('boost')} gauge</th>
      <th scope="col">air, {symbol('massFlow')}</th>
      <th scope="col">power, {symbol('power')}</th>
      <th scope="col">alone, {symbol('power')}</th>
    </tr>
  );
  return (
    <section className={styles.needs} aria-label="What each place and fuel asks">
      <h3>What each place asks</h3>
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
      <div className={styles.scroll}>
        <table>
          <thead>{head}</thead>
          <tbody>
            {rows.map((row) => (
              <tr key={`${row.venue} ${row.day}`} data-hardest={row === worst && rows.length > 1}>
                <th scope="row">
                  {nameOf(row)}
                  <small>
                    {dayNames[row.day]}, {figure(row.temperature, 'temperature')}
                  </small>
                </th>
                {cells(row)}
              </tr>
            ))}
            {fuels.map(({ id, need }) => (
              <tr key={id}>
                <th scope="row">
                  {fuelOf(id).name}
                  <small>design air, its usual λ and BSFC</small>
                </th>
                {cells(need)}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={styles.hint}>
        Air and pressure alone: what a fuel stands before it knocks is measured, and a worse one is set up for
        before the day. Barometer and humidity as at the design point’s reading.
      </p>
    </section>
  );
}
