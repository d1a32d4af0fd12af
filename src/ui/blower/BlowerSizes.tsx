'use client';
import Button from '@mui/material/Button';
import { proxy } from 'comlink';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { beltedOf } from '@/core/job/chargers';
import { refsOf } from '@/core/documents/refs';
import { placeBeside } from '@/core/selection/blower-rows';
import type { RankingGoal, Weights } from '@/core/selection/order';
import type { Row } from '@/core/selection/row';
import { bySize, picks, type SizeRow } from '@/core/studies/blower-sizes';
import type { BlowerItem, CentrifugalItem } from '@/formats/library-items';
import { StateMark } from '../frame/icons';
import frame from '../frame/frame.module.css';
import { tellWork } from '../store/long-work';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { offered, pulleyWorker } from './usePulleySweep';
import { usePutBlower } from './usePutBlower';

const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** Every supercharger of the shop on this setup, each with its pulley; rows come in as they are solved. */
function useSizes() {
  const { items, setupIndex, drives, fetchDrives, fetchItem } = useJob();
  useEffect(() => {
    if (!drives) void fetchDrives();
  }, [drives, fetchDrives]);
  const job = useDeferredValue(useJobState((s) => s.draft));
  const setup = job.setups[setupIndex]!;
  const [found, setFound] = useState<{ rows: readonly SizeRow[]; done: boolean }>({ rows: [], done: false });
  // A centrifugal needs its map: fetched once for what is on offer.
  useEffect(() => {
    for (const { document } of drives?.centrifugals ?? []) void fetchItem(document.compressor);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what was fetched changes fetchItem
  }, [drives]);
  const wanted = useMemo(
    () => drives?.centrifugals.map(({ document }) => document.compressor) ?? [],
    [drives],
  );
  const isHere = wanted.every((ref) => items.some((i) => keyOf(i) === keyOf(ref)));
  useEffect(() => {
    if (!drives || !isHere) return;
    let live = true;
    const refs = [...refsOf(setup), ...wanted];
    const needed = items.filter((i) => refs.some((r) => keyOf(r) === keyOf(i)));
    const rows: SizeRow[] = [];
    const machines = [...drives.blowers, ...drives.centrifugals];
    const pulleys = drives.pulleys.filter(({ document }) => document.place !== 'crank').map(offered);
    let tried = 0;
    /** From where it was left; a newer call ends the one before. */
    const size = () =>
      void pulleyWorker().sizes(
        { job, setupId: setup.id, items: [...needed, ...machines], machines: machines.slice(tried), pulleys },
        proxy((row: SizeRow | null, done: boolean) => {
          if (!live) return;
          if (row) rows.push(row);
          if (!done) told.move(++tried / machines.length);
          else told.end();
          setFound({ rows: [...rows], done });
        }),
      );
    const told = tellWork('Trying every supercharger', {
      stop: () => void pulleyWorker().stop('sizes'),
      resume: size,
    });
    size();
    return () => {
      live = false;
      told.end();
    };
    // Items that have nothing to do with it come and go.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [job.brief, job.engine, setup, drives, isHere, wanted]);
  return found;
}

/** What superchargers are ranked beside: turbochargers, on these weights. */
export type Beside = { rows: readonly Row[]; weights: Weights; goal: RankingGoal; done: boolean };

/**
 * Superchargers by size: the smallest that makes the goal inside its limits, its neighbours, and what a horsepower costs.
 * Beside turbochargers all of them, best first on the same weights, with their place among both.
 */
export function BlowerSizes({ beside }: { beside?: Beside }) {
  const { rows, done } = useSizes();
  const { drives, setupIndex } = useJob();
  const { figure, sentence } = useWords();
  const put = usePutBlower();
  const [all, setAll] = useState(false);
  const own = useJobState((s) => {
    const belted = beltedOf(s.draft.setups[setupIndex]!);
    const ref = belted && (belted.drive.blower ?? belted.charger.machine);
    return ref ? keyOf(ref) : null;
  });
  const sorted = useMemo(() => bySize(rows), [rows]);
  const { smallest, cheapest } = useMemo(() => picks(rows), [rows]);
  const placed = useMemo(
    () => beside && placeBeside(rows, beside.rows, beside.weights, beside.goal),
    [beside, rows],
  );
  const at = smallest ? sorted.indexOf(smallest) : -1;
  const places = new Map(placed?.map((p) => [p.size, p]));
  const shown = placed
    ? placed.map(({ size }) => size)
    : all
      ? sorted
      : at < 0
        ? nearest(sorted)
        : sorted.slice(Math.max(0, at - 1), at + 2);
  const use = (row: SizeRow) => {
    const item = [...(drives?.blowers ?? []), ...(drives?.centrifugals ?? [])].find(
      (i) => keyOf(i) === keyOf(row.ref),
    );
    void put((item as BlowerItem | CentrifugalItem | undefined) ?? null, 'alone');
  };
  if (!rows.length)
    return (
      <p className={frame.lead}>
        {done ? 'No supercharger of the shop fits this job.' : 'Superchargers: calculating …'}
      </p>
    );
  return (
    <FigureTable
      caption={
        <>
          {placed
            ? 'Superchargers on the same weights, each with its pulley; smallest that does it'
            : 'Smallest supercharger'}
          {smallest ? `: ${smallest.name}` : done ? ': none does it inside its limits' : ' …'}
          {cheapest && cheapest !== smallest && `; cheapest for its power: ${cheapest.name}`}{' '}
          {!placed && (
            <Button variant="inline" onClick={() => setAll(!all)}>
              {all ? 'only the neighbours' : `all ${sorted.length}`}
            </Button>
          )}
        </>
      }
      rows={shown}
      keyOf={(r) => keyOf(r.ref)}
      isCurrent={(r) => r === smallest}
      columns={[
        {
          name: 'supercharger',
          cell: (r) => (
            <>
              {r.name}
              {places.has(r) && (
                <small>
                  {beside?.done
                    ? `place ${places.get(r)!.place} of ${places.get(r)!.of} with the turbochargers`
                    : '…'}
                </small>
              )}
            </>
          ),
        },
        {
          name: 'displacement',
          cell: (r) => (r.volume === null ? 'centrifugal' : figure(r.volume, 'volume')),
        },
        { name: 'pulley', cell: (r) => figure(r.pulley.driven.document.diameter.value, 'bore') },
        { name: 'boost at goal', cell: (r) => figure(r.pulley.goal.boost, 'boost') },
        { name: 'net power', cell: (r) => figure(r.pulley.goal.power, 'power') },
        { name: 'drive', cell: (r) => figure(r.pulley.goal.drive, 'shaftPower') },
        { name: 'charge', cell: (r) => figure(r.pulley.goal.charge, 'temperature') },
        { name: 'mass', cell: (r) => figure(r.mass, 'mass') },
        { name: 'with pulley', cell: (r) => figure(r.price, 'money') },
        {
          name: 'for a horsepower',
          cell: (r) => figure(r.pricePerPower === null ? null : r.pricePerPower * HORSEPOWER, 'money'),
        },
        {
          name: '',
          cell: (r) =>
            keyOf(r.ref) === own ? (
              'fitted'
            ) : (
              <Button variant="inline" onClick={() => use(r)}>
                use this
              </Button>
            ),
        },
        {
          name: 'state',
          text: true,
          cell: (r) => (
            <span>
              <StateMark state={r.pulley.state} size={11} /> {sentence(r.pulley.why, 'short')}
              {r.ribsNeeded !== null && `; ${r.ribsNeeded} ribs would carry it`}
            </span>
          ),
        },
      ]}
    />
  );
}

/** Mechanical horsepower, W. */
const HORSEPOWER = 745.7;

/** Where none does it: those that come nearest to the goal. */
const nearest = (rows: readonly SizeRow[]): SizeRow[] =>
  [...rows].sort((a, b) => b.pulley.goal.power - a.pulley.goal.power).slice(0, 3);
