import { proxy, wrap, type Remote } from 'comlink';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { beltedOf } from '@/core/job/chargers';
import { refsOf } from '@/core/documents/refs';
import type { BeltLayout } from '@/core/drive/document';
import { blowerOf, crankOf } from '@/core/drive/layout';
import { isToothed } from '@/core/drive/profile';
import { offerOf, type PulleyOffer, type PulleyRow } from '@/core/studies/pulley-sweep';
import type { PulleyItem } from '@/formats/library-items';
import type { PulleyWorker } from '@/workers/pulley.worker';
import { tellWork } from '../store/long-work';
import { useJob, useJobState } from '../store/solved';

/** One worker for everything that is swept. */
let running: Remote<PulleyWorker> | null = null;
export const pulleyWorker = (): Remote<PulleyWorker> =>
  (running ??= wrap<PulleyWorker>(
    new Worker(new URL('../../workers/pulley.worker.ts', import.meta.url), { type: 'module' }),
  ));

export const offered = ({ id, revision, document }: PulleyItem): PulleyOffer => ({
  ref: { id, revision },
  name: document.name,
  document,
  price: document.price?.value ?? null,
  stock: document.stock ?? null,
});

/** Pulleys that fit the layout's belt at a place, with the one that is on among them; large to small. */
export function offersFor(
  layout: BeltLayout,
  place: 'crank' | 'blower',
  pulleys: readonly PulleyItem[],
): PulleyOffer[] {
  const on = place === 'crank' ? crankOf(layout) : blowerOf(layout);
  const ribs = layout.ribs.value;
  const fitting = pulleys
    .filter(
      ({ document }) =>
        document.profile === layout.profile &&
        (isToothed(layout.profile) || document.ribs >= ribs) &&
        [place, 'either'].includes(document.place),
    )
    .map(offered);
  // A wider pulley of the same size is a way out, not a second choice.
  const known = fitting.filter(
    (one) =>
      one.document.ribs === ribs ||
      !fitting.some(
        (other) =>
          other.document.ribs < one.document.ribs &&
          Math.abs(other.document.diameter.value - one.document.diameter.value) < 1e-3,
      ),
  );
  const isListed = known.some(
    ({ ref, document }) =>
      (on.part && ref?.id === on.part.id) ||
      (!on.part && Math.abs(document.diameter.value - on.diameter.value) < 5e-5),
  );
  const all = isListed ? known : [...known, { ...offerOf(on, ribs), name: 'as fitted' }];
  return all.sort((a, b) => b.document.diameter.value - a.document.diameter.value);
}

/** Whether an offer is what stands in the layout. */
export const isOn = (
  layout: BeltLayout,
  place: 'crank' | 'blower',
  { ref, document }: PulleyOffer,
): boolean => {
  const on = place === 'crank' ? crankOf(layout) : blowerOf(layout);
  return on.part && ref
    ? on.part.id === ref.id
    : Math.abs(document.diameter.value - on.diameter.value) < 5e-5;
};

/** The sweep of the setup in hand over pulleys of crank and blower; rows come in as they are solved, of the crank in hand first. */
export function usePulleySweep(
  cranks: PulleyOffer[],
  drivens: PulleyOffer[],
  first: PulleyOffer | undefined,
) {
  const { items, setupIndex } = useJob();
  const job = useDeferredValue(useJobState((s) => s.draft));
  const setup = job.setups[setupIndex]!;
  const [found, setFound] = useState<{ rows: readonly PulleyRow[]; done: boolean }>({
    rows: [],
    done: false,
  });
  const needed = useMemo(() => {
    const refs = refsOf(setup);
    return items.filter((i) => refs.some((r) => r.id === i.id && r.revision === i.revision));
  }, [items, setup]);
  const hasDrive = Boolean(beltedOf(setup)?.drive?.layout);
  useEffect(() => {
    if (!hasDrive || !drivens.length) return;
    let live = true;
    const order = first ? [first, ...cranks.filter((c) => c !== first)] : cranks;
    const pairs = order.flatMap((crank) => drivens.map((driven) => ({ crank, driven })));
    const rows = new Map<string, PulleyRow>();
    /** From a pair on; a newer call ends the one before. */
    const sweep = (from: number) =>
      void pulleyWorker().sweep(
        { job, setupId: setup.id, items: needed, pairs: pairs.slice(from) },
        proxy((more: PulleyRow[], isDone: boolean) => {
          if (!live) return;
          for (const row of more) rows.set(row.key, row);
          setFound({ rows: [...rows.values()], done: isDone });
          told.move(rows.size / pairs.length);
          if (isDone) told.end();
        }),
      );
    const told = tellWork('Sweeping the pulleys', {
      stop: () => void pulleyWorker().stop('sweep'),
      resume: () => sweep(rows.size),
    });
    sweep(0);
    return () => {
      live = false;
      told.end();
    };
    // The order only says what is seen first.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hasDrive, job.brief, job.engine, setup, needed, cranks, drivens]);
  return found;
}
