'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { arrangementOf, chargerAtEngine, chargerPath, exhaustDriveOf } from '@/core/job/chargers';
import { engineCharger } from '@/core/charger/charged-air';
import { isBelted, isMatched } from '@/core/charge-path/match';
import { useCallback, useMemo, useState } from 'react';
import { given } from '@/core/documents/input';
import {
  gateSizes,
  housingSizes,
  springSizes,
  turboSizes,
  type Fit,
  type Sized,
  type TurboSize,
} from '@/core/selection/smallest';
import { isTurbine, libraryOf } from '@/formats/library-items';
import { BlowerSizes } from '../blower/BlowerSizes';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { stateWords } from '../frame/states';
import { useJob, useJobState } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { usePutTurbo } from './usePutOn';
import { useTurboParts } from './useTurboParts';
import styles from './charger.module.css';

/** The smallest of each part that meets the goal inside its limits, with its neighbours. */
export default function SizePart() {
  const { answer } = useJob();
  const build = answer?.build;
  return (
    <>
      <h2 className={styles.head}>
        Smallest that does it<small>meets the goal inside the limits of shaft, turbine, map and gate</small>
      </h2>
      <Turbos />
      <BlowerSizes />
      {build && isMatched(build) ? (
        <>
          <Housings />
          <Gates />
          <Springs />
        </>
      ) : (
        !(build && isBelted(build)) && (
          <p className={frame.lead}>
            Choose a turbocharger first: then its housing, gate and spring are sized too.
          </p>
        )
      )}
      <p className={frame.foot}>
        Turbochargers are judged at 24 speeds from idle to the red line, superchargers at up to 60. Gains of
        parts never simply add: each size is solved as a whole. Prices are the shop’s own, per horsepower over
        what NA it makes alone.
      </p>
    </>
  );
}

/** The size that does it with its neighbours: all rows where they are few. */
function around<T>(
  { rows, smallest }: Sized<T>,
  all: boolean,
): { row: Sized<T>['rows'][number]; index: number }[] {
  const indexed = rows.map((row, index) => ({ row, index }));
  if (all || smallest < 0) return all ? indexed : indexed.slice(-3);
  return indexed.filter(({ index }) => Math.abs(index - smallest) <= 1);
}

type TableProps<T> = {
  title: string;
  sized: Sized<T> | null;
  nameOf: (item: T) => string;
  /** Whether an item is the one on the setup. */
  isOn: (item: T) => boolean;
  onUse: (item: T) => void;
  more?: { name: string; of: (item: T) => string }[];
  all?: boolean;
};

function SizeTable<T>({ title, sized, nameOf, isOn, onUse, more = [], all = false }: TableProps<T>) {
  const words = useWords();
  const { figure, roundSpeed, sentence } = words;
  const [open, setOpen] = useState(all);
  if (!sized) return <p className={frame.lead}>{title}: calculating …</p>;
  if (!sized.rows.length) return null;
  const shown = around(sized, open);
  type Shown = (typeof shown)[number];
  const line = (fit: Fit) => (fit.why ? sentence(fit.why, 'short') : stateWords[fit.state]);
  return (
    <FigureTable
      caption={
        <>
          {title}
          {sized.smallest < 0 ? ': none does it' : `: ${nameOf(sized.rows[sized.smallest]!.item)}`}{' '}
          {sized.rows.length > shown.length || open ? (
            <Button variant="inline" onClick={() => setOpen(!open)}>
              {open ? 'only the neighbours' : `all ${sized.rows.length}`}
            </Button>
          ) : null}
        </>
      }
      rows={shown}
      keyOf={({ index }) => index}
      isCurrent={({ index }) => index === sized.smallest}
      columns={[
        { name: 'size', cell: ({ row }) => nameOf(row.item) },
        { name: 'boost threshold', cell: ({ row }) => roundSpeed(row.fit.threshold) },
        { name: 'full boost from', cell: ({ row }) => roundSpeed(row.fit.fullFrom) },
        { name: 'power at goal speed', cell: ({ row }) => figure(row.fit.power || null, 'power') },
        { name: 'power at red line', cell: ({ row }) => figure(row.fit.redLinePower || null, 'power') },
        { name: 'p3/p_m, gauge', cell: ({ row }) => figure(row.fit.backGauge, 'ratio') },
        ...more.map((m) => ({ name: m.name, cell: ({ row }: Shown) => m.of(row.item) })),
        {
          name: '',
          cell: ({ row }) =>
            isOn(row.item) ? (
              'fitted'
            ) : (
              <Button variant="inline" onClick={() => onUse(row.item)}>
                use this
              </Button>
            ),
        },
        {
          name: 'state',
          text: true,
          cell: ({ row: { fit } }) => (
            <span className={fit.meets ? styles.ok : styles.bad}>
              <StateMark state={fit.state} size={11} /> {line(fit)}
            </span>
          ),
        },
      ]}
    />
  );
}

/** The last thing a generator gave, once it is done. */
function useLast<T>(make: () => Generator<T | undefined>): T | null {
  const found = useSlices(make, 'Sizing the parts');
  return useMemo(() => found?.findLast((x): x is Awaited<T> & T => x !== undefined) ?? null, [found]);
}

function useMatchedBuild() {
  const { answer } = useJob();
  const build = answer?.build;
  return build && isMatched(build) ? build : null;
}

function useEditHot() {
  const { store, setupIndex } = useJob();
  return useCallback(
    (path: string, value: unknown) => {
      const engine = chargerPath(store.getState().draft.setups[setupIndex]!, 'engine');
      store.getState().write(`setups.${setupIndex}.${engine}.drive.${path}`, value);
      store.getState().commit();
    },
    [store, setupIndex],
  );
}

function Housings() {
  const build = useMatchedBuild();
  const { items, setupIndex } = useJob();
  const edit = useEditHot();
  const hot = useJobState((s) => {
    return exhaustDriveOf(chargerAtEngine(s.draft.setups[setupIndex]!));
  });
  const turbine = items
    .filter(isTurbine)
    .find((t) => t.id === hot?.turbine.id && t.revision === hot.turbine.revision);
  const document = turbine?.document;
  const make = useCallback(
    () => (build && document ? housingSizes(build, document) : (function* () {})()),
    [build, document],
  );
  return (
    <SizeTable
      title="Housing"
      sized={useLast(make)}
      all
      nameOf={(h) => h.name}
      isOn={(h) => h.index === hot?.housing}
      onUse={(h) => edit('housing', h.index)}
    />
  );
}

function Gates() {
  const build = useMatchedBuild();
  const { figure } = useWords();
  const edit = useEditHot();
  const make = useCallback(() => (build ? gateSizes(build) : (function* () {})()), [build]);
  const gate = build && engineCharger(build).drive.gate;
  const sized = useLast(make);
  if (gate?.kind !== 'valve') return null;
  return (
    <SizeTable
      title="Wastegate"
      sized={sized}
      nameOf={(g) => figure(g.bore, 'bore')}
      isOn={(g) => Math.abs(g.bore - gate.bore) < 2e-4}
      onUse={(g) => edit('gate.bore', given(g.bore, 'maker'))}
    />
  );
}

function Springs() {
  const build = useMatchedBuild();
  const { figure } = useWords();
  const edit = useEditHot();
  const make = useCallback(() => (build ? springSizes(build) : (function* () {})()), [build]);
  const gate = build && engineCharger(build).drive.gate;
  const sized = useLast(make);
  if (gate?.kind !== 'valve' || gate.reference === 'dome') return null;
  return (
    <SizeTable
      title="Spring"
      sized={sized}
      nameOf={(s) => figure(s.spring, 'boost')}
      isOn={(s) => Math.abs(s.spring - gate.springGauge) < 500}
      onUse={(s) => edit('gate.springGauge', given(s.spring, 'maker'))}
    />
  );
}

const HORSEPOWER = 745.6998715822702;

/** Every turbocharger of the library on this setup. Their maps are fetched once. */
function Turbos() {
  const { turbos, items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const parts = useTurboParts();
  const ready = parts.items !== null;
  const { failed } = parts;
  const putTurbo = usePutTurbo();
  const setup = job.setups[setupIndex]!;
  const arrangement = arrangementOf(setup.induction);
  const library = useMemo(() => libraryOf(items), [items]);
  const make = useCallback(
    () =>
      ready && turbos
        ? turboSizes(job, setup.id, library, turbos.turbochargers)
        : (function* (): Generator<Sized<TurboSize> | undefined> {})(),
    [ready, turbos, job, setup.id, library],
  );
  const sized = useLast(make);
  const on = exhaustDriveOf(chargerAtEngine(setup))?.turbocharger;
  if (failed)
    return (
      <p role="alert" className={styles.bad}>
        Some maps could not be fetched: is the server away?
      </p>
    );
  return (
    <SizeTable
      title={
        arrangement === 'parallel' || arrangement === 'sequential'
          ? 'Turbochargers, two of one kind'
          : arrangement === 'compound'
            ? 'HP-stage turbocharger'
            : 'Turbocharger'
      }
      sized={sized}
      nameOf={(t) => t.name}
      isOn={(t) => t.id === on?.id && t.revision === on.revision}
      onUse={(t) => void putTurbo(turbos?.turbochargers.find((x) => x.id === t.id) ?? null, arrangement)}
      more={[
        { name: 'price', of: (t) => (t.price === null ? '–' : formatNumber(t.price, 0)) },
        {
          name: 'per hp gained',
          of: (t) => (t.perPower === null ? '–' : formatNumber(t.perPower * HORSEPOWER, 1)),
        },
      ]}
    />
  );
}
