'use client';
import { useEffect, useState } from 'react';
import { lossOf } from '@/core/charge-air/piping';
import { given } from '@/core/documents/input';
import { pipesAt } from '@/core/build/plumbing';
import type { Loss } from '@/core/job/schema/job';
import type { AnyLine } from '@/formats/kinds';
import { isOf, type ItemOf } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob } from '../store/solved';

type Part = ItemOf<'piping'>;
const isPiping = isOf('piping');
const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** The pipes, hoses and throttle bodies on offer, fetched once; null until they are here, or where the server is away. */
export function usePiping(): AnyLine[] | null {
  const [lines, setLines] = useState<AnyLine[] | null>(null);
  useEffect(() => {
    let live = true;
    void server.lines('piping').then((answer) => {
      if (live && answer.kind === 'ok') setLines(answer.data.items.filter((line) => !line.retired));
    });
    return () => {
      live = false;
    };
  }, []);
  return lines;
}

/** What a part of the library gives a loss of a job, for the flow the loss is stated at. */
function figuresOf({ document, id, revision }: Part, loss: Loss, pipes: number): Partial<Loss> {
  const found = lossOf(document, loss.massFlow.value / pipes);
  const part = { id, revision };
  const diameter = { ...document.bore };
  if (found.from === 'pipe')
    return { part, from: 'pipe', diameter, length: { ...document.length }, bends: { ...document.bends } };
  return {
    part,
    from: 'drop',
    diameter,
    drop: given(Number(found.drop.toPrecision(4)), 'measured'),
    // A drop belongs to its flow: one that went on following the goal would leave it behind.
    massFlow: given(loss.massFlow.value, 'measured'),
    pressure: given(found.pressure, 'measured'),
    temperature: given(found.temperature, 'measured'),
  };
}

/** Whether a loss still says what its part of the library does. */
function isAsOnShelf(part: Part, loss: Loss, pipes: number): boolean {
  const shelf = figuresOf(part, loss, pipes);
  const isSame = (key: (typeof measures)[number]): boolean => {
    const wanted = shelf[key]?.value;
    const found = loss[key]?.value;
    return (
      wanted === undefined || (found !== undefined && Math.abs(found - wanted) <= 1e-9 * Math.abs(wanted))
    );
  };
  return shelf.from === loss.from && measures.every(isSame);
}
const measures = ['drop', 'pressure', 'temperature', 'diameter', 'length', 'bends'] as const;

type Props = { loss: Loss; index: number; piping: AnyLine[] | null; turboCount: number };

/** Takes the figures of a loss from a part of the library, and says where they are not the part's any more. */
export function FromShelf({ loss, index, piping, turboCount }: Props) {
  const { store, setupIndex, items, takeItems } = useJob();
  const [failure, setFailure] = useState<string | null>(null);
  const pipes = pipesAt(loss.place, turboCount);
  const now = loss.part;
  const part = now && items.filter(isPiping).find((item) => keyOf(item) === keyOf(now));
  const newest = now && piping?.find((line) => line.id === now.id);
  const put = (change: (loss: Loss) => void) => {
    store.getState().edit((job) => change(job.setups[setupIndex]!.plumbing[index]!));
    store.getState().commit();
  };
  const take = async (key: string) => {
    setFailure(null);
    if (key === '') return put((at) => void delete at.part);
    const line = piping?.find((one) => keyOf(one) === key);
    if (!line) return;
    const answer = await server.item('piping', line.id);
    if (answer.kind !== 'ok') return setFailure(`${line.name} could not be fetched: is the server away?`);
    const { id, revision, document } = answer.data;
    const item = { id, revision, document };
    if (!isPiping(item)) return;
    takeItems([item]);
    put((at) => void Object.assign(at, figuresOf(item, at, pipes)));
  };
  const isOlder = now && newest?.revision !== now.revision;
  const options = [
    { value: '', label: now ? 'none: keep the figures' : 'none' },
    ...(isOlder
      ? [
          {
            value: keyOf(now),
            label: `${part?.document.name ?? newest?.name ?? now.id}, revision ${now.revision}`,
          },
        ]
      : []),
    ...(piping ?? []).map((line) => ({ value: keyOf(line), label: line.name })),
  ];
  return (
    <>
      <ChoiceField
        label="From the library"
        hint={piping ? 'pipe, hose or throttle body' : 'being fetched'}
        value={now ? keyOf(now) : ''}
        onChoose={(key) => void take(key)}
        options={options}
      />
      {failure && (
        <p className={frame.foot} role="alert">
          {failure}
        </p>
      )}
      {part && !isAsOnShelf(part, loss, pipes) && (
        <p className={frame.foot} role="status">
          Changed since it was taken from {part.document.name}.
        </p>
      )}
      {isOlder && newest && (
        <p className={frame.foot} role="status">
          There is a newer revision of {newest.name}: {newest.revision}, this job has {now.revision}.
        </p>
      )}
    </>
  );
}
