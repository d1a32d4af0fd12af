'use client';
import Button from '@mui/material/Button';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { marksOf } from '@/core/forecast/marks';
import { onTheShelf } from '@/core/forecast/shelf';
import { withFitted, type Fit } from '@/core/job/chargers';
import { blowerFitOf, centrifugalFitOf, turboFitOf } from '@/core/job/fit';
import { given } from '@/core/documents/input';
import {
  isBlower,
  isCentrifugal,
  isTurbocharger,
  libraryOf,
  type AnyItem,
  type BlowerItem,
  type CentrifugalItem,
  type TurbochargerItem,
} from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useSetups } from '../setups/useSetups';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './forecast.module.css';
import { useAtBasis } from './useBand';
import { Curves } from './WhatIfPart';

type Offer = TurbochargerItem | BlowerItem | CentrifugalItem;
const keyOf = ({ id, revision }: AnyItem) => `${id}.${revision}`;

const fitOf = (item: Offer, redLineRpm: number): Fit => {
  if (isTurbocharger(item)) return turboFitOf(item);
  if (isCentrifugal(item)) return centrifugalFitOf(item, redLineRpm);
  return blowerFitOf(item as BlowerItem, redLineRpm);
};

/** Every turbocharger and supercharger of the library; fetched when the sheet is opened. */
function useOffers(): Offer[] | null {
  const { turbos, fetchTurbos, drives, fetchDrives } = useJob();
  useEffect(() => {
    if (!turbos) void fetchTurbos();
    if (!drives) void fetchDrives();
  }, [turbos, fetchTurbos, drives, fetchDrives]);
  return useMemo(() => {
    if (!turbos || !drives) return null;
    const all: Offer[] = [...turbos.turbochargers, ...drives.blowers, ...drives.centrifugals];
    return all.sort((a, b) => a.document.name.localeCompare(b.document.name));
  }, [turbos, drives]);
}

/** The reverse question: what a turbocharger or a supercharger that is at hand makes on this engine. */
export default function ShelfPart() {
  const { answer, items, setupIndex, turbos, fetchItem, takeItems, setSetup } = useJob();
  const job = useJobState((s) => s.draft);
  const { figure } = useWords();
  const { basis, at } = useAtBasis();
  const { addChanged, refusal } = useSetups();
  const offers = useOffers();
  const [key, setKey] = useState('');
  const [arrangement, setArrangement] = useState<'single' | 'parallel'>('single');
  const [missing, setMissing] = useState(false);
  const item = offers?.find((one) => keyOf(one) === key);
  const redLine = job.engine.redLineRpm.value;
  const fit = useMemo(() => (item ? fitOf(item, redLine) : null), [item, redLine]);
  const setup = job.setups[setupIndex]!;
  const choose = async (next: string) => {
    setKey(next);
    setMissing(false);
    const one = offers?.find((offer) => keyOf(offer) === next);
    if (!one) return;
    // What it is made of is fetched with it.
    takeItems([one]);
    if (isBlower(one)) return;
    const { compressor } = one.document;
    if (isTurbocharger(one)) {
      const { turbine } = one.document;
      const its = turbos?.turbines.find(
        ({ id, revision }) => id === turbine.id && revision === turbine.revision,
      );
      if (!its) return setMissing(true);
      takeItems([its]);
    }
    if (!(await fetchItem(compressor))) setMissing(true);
  };
  const wanted = useDeferredValue(
    useMemo(() => ({ job, id: setup.id, items, fit, arrangement }), [job, setup.id, items, fit, arrangement]),
  );
  const found = useMemo(
    () =>
      wanted.fit &&
      onTheShelf(wanted.job, wanted.id, libraryOf(wanted.items), wanted.fit, wanted.arrangement),
    [wanted],
  );
  if (!answer) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  const marks = found && marksOf(found.sweep.points);
  const own = marksOf(answer.sweep.points);
  const add = () => {
    if (!fit || !found || !item) return;
    const index = addChanged(setup.id, (now, id) => {
      const next = withFitted(now, id, arrangement, { engine: fit });
      return {
        ...next,
        setups: next.setups.map((one) =>
          one.id === id
            ? {
                ...one,
                name: item.document.name.slice(0, 60),
                boost:
                  found.levelGauge === null
                    ? one.boost
                    : { ...one.boost, kind: 'level' as const, levelGauge: given(found.levelGauge, 'guess') },
              }
            : one,
        ),
      };
    });
    if (index >= 0) setSetup(index);
  };
  return (
    <>
      <h2 className={charts.head}>
        On the shelf
        <small>
          what a charger that is at hand makes on this engine, taken to the first of its own limits
        </small>
      </h2>
      <Group title="">
        <ChoiceField
          label="Charger"
          hint={offers ? 'of the library' : 'library is being fetched'}
          value={key}
          onChoose={(next) => void choose(next)}
          options={[
            { value: '', label: 'none chosen' },
            ...(offers ?? []).map((one) => ({ value: keyOf(one), label: one.document.name })),
          ]}
        />
        <ChoiceField
          label="Fitted"
          value={arrangement}
          onChoose={setArrangement}
          options={[
            { value: 'single', label: 'one' },
            { value: 'parallel', label: 'two alike, parallel' },
          ]}
        />
      </Group>
      {!item && (
        <p className={frame.lead}>Choose what is on the shelf: its curves stand beside the setup’s.</p>
      )}
      {item && missing && (
        <p className={frame.lead} role="alert">
          The map of {item.document.name} could not be fetched.
        </p>
      )}
      {item && !missing && !found && (
        <p className={frame.lead} role="status">
          {item.document.name} does not go with this setup: it contradicts something that is typed.
        </p>
      )}
      {item && found && marks && own && (
        <>
          <p className={frame.lead} role="status">
            {item.document.name}{' '}
            {found.levelGauge === null
              ? 'on its first pulleys'
              : `at ${figure(found.levelGauge, 'boost')} gauge`}
            : {figure(at(marks.peak.power), 'power')} at the {basis} at{' '}
            {figure(marks.peak.speedRpm, 'engineSpeed')}.{' '}
            {found.limit && (
              <>
                {found.holds
                  ? 'First limit above it: '
                  : found.levelGauge === null
                    ? 'It does not hold: '
                    : 'It holds at no level: '}
                <Say reason={found.limit} />
              </>
            )}
          </p>
          <Curves base={answer} trial={found} isTried />
          <FigureTable
            caption="Beside the setup as it is"
            rows={[
              { name: item.document.name, of: marks },
              { name: `Setup ${setup.letter}`, of: own },
            ]}
            keyOf={({ name }) => name}
            columns={[
              { name: 'charger', cell: ({ name }) => name },
              { name: 'peak', cell: ({ of }) => figure(at(of.peak.power), 'power') },
              { name: 'at', cell: ({ of }) => figure(of.peak.speedRpm, 'engineSpeed') },
              { name: 'boost, gauge', cell: ({ of }) => figure(of.mostBoost, 'boost') },
              {
                name: 'nine tenths of it from',
                cell: ({ of }) => figure(of.boostRpm, 'engineSpeed'),
              },
            ]}
          />
          <Button variant="outlined" size="small" onClick={add}>
            Add as a setup
          </Button>
          {refusal && (
            <p className={frame.lead} role="alert">
              {refusal}
            </p>
          )}
        </>
      )}
      <p className={`${frame.foot} ${styles.foot ?? ''}`}>
        Surge, choke, shaft speed and turbine inlet temperature decide; what the engine itself bears is on the
        Limits bench.
      </p>
    </>
  );
}
