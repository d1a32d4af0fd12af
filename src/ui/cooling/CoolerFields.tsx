import { useEffect, useState } from 'react';
import { coolerAt } from '@/core/build/elements';
import { dropByPoints } from '@/core/charge-air/piping';
import { given, guess } from '@/core/documents/input';
import { chargerInFront } from '@/core/job/chargers';
import { pointsFrom } from '@/core/charge-air/cooler-curve';
import type { ChargerDocument } from '@/core/job/schema/job';
import type { AnyLine } from '@/formats/kinds';
import { isOf } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import { FigureLines } from '../fields/FigureLines';
import { Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';

type Path = `setups.${number}.induction.chargers.${number}.aftercooler`;
type Props = {
  /** What it is called beside others. */
  label?: string;
  path: Path;
  cooler: ChargerDocument['aftercooler'];
  /** Of two in a row the one between them. */
  station?: 'cooler' | 'between';
};

const isCooler = isOf('cooler');
const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;
const columns = [
  { key: 'flow', name: 'flow', quantity: 'massFlow', bound: { min: 1e-3, max: 20 } },
  { key: 'effectiveness', name: 'effectiveness', quantity: 'share', bound: { min: 0.01, max: 1 } },
] as const;

/** The cooler behind a charger: of what kind, how well it cools over the flow, and how warm what cools it is. */
export function CoolerFields({ label = 'Kind', path, cooler, station = 'cooler' }: Props) {
  const { kind, points, size } = cooler;
  const { store } = useJob();
  const chooseKind = (next: typeof kind) => {
    store.getState().write(`${path}.kind`, next);
    // A part of the library is of its own kind: what cools by water is another than what cools by air.
    if (next !== 'none') store.getState().write(`${path}.part`, undefined);
    store.getState().commit();
  };
  return (
    <>
      <ChoiceField
        value={kind}
        onChoose={chooseKind}
        label={label}
        hint="one built into a blower or a manifold is air to water"
        options={[
          { value: 'none', label: 'none' },
          { value: 'air', label: 'air to air' },
          { value: 'water', label: 'air to water' },
        ]}
      />
      {kind !== 'none' && (
        <>
          <Shelf path={path} cooler={cooler} />
          {size ? (
            <Size path={path} kind={kind} station={station} />
          ) : points ? (
            <Points path={path} points={points} station={station} />
          ) : (
            <QuantityField
              path={`${path}.effectiveness`}
              hint="charge side; the same at every flow, which a real cooler’s is not"
            />
          )}
          <QuantityField path={`${path}.coolantRise`} />
        </>
      )}
    </>
  );
}

/** A core to start from. */
const usualSize = () => ({
  height: guess(0.3),
  width: guess(0.55),
  depth: guess(0.076),
  chargeFins: guess(1),
  coolantFins: guess(1),
  speed: guess(8),
  pump: guess(33e-3 / 60),
});

/** The core by its size and what blows through it, or is pumped. */
function Size({
  path,
  kind,
  station,
}: {
  path: Path;
  kind: 'air' | 'water';
  station: NonNullable<Props['station']>;
}) {
  return (
    <>
      <QuantityField path={`${path}.size.height`} hint="across the face" />
      <QuantityField path={`${path}.size.width`} hint="across the face" />
      <QuantityField path={`${path}.size.depth`} hint="along what cools it" />
      <QuantityField path={`${path}.size.chargeFins`} hint="usual: 12 to an inch" />
      <QuantityField path={`${path}.size.coolantFins`} hint="usual: 12 to an inch" />
      {kind === 'air' ? (
        <QuantityField path={`${path}.size.speed`} />
      ) : (
        <QuantityField path={`${path}.size.pump`} />
      )}
      <EffectivenessNow station={station} />
    </>
  );
}

/** Takes a cooler's points from the library, or goes over from one figure to points and back. */
function Shelf({
  path,
  cooler: { kind, points, part, effectiveness, size },
}: {
  path: Path;
  cooler: Props['cooler'];
}) {
  const { store, items, takeItems, setupIndex } = useJob();
  const { solved } = useSpeed();
  const [lines, setLines] = useState<AnyLine[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(() => {
    let live = true;
    void server.lines('coolers').then((answer) => {
      if (live && answer.kind === 'ok') setLines(answer.data.items.filter((line) => !line.retired));
    });
    return () => {
      live = false;
    };
  }, []);
  const write = (values: Record<string, unknown>) => {
    for (const [key, value] of Object.entries(values)) store.getState().write(`${path}.${key}`, value);
    store.getState().commit();
  };
  const take = async (key: string) => {
    setFailure(null);
    if (key === 'stated') return write({ points: undefined, part: undefined, size: undefined });
    if (key === 'size') return write({ size: size ?? usualSize(), points: undefined, part: undefined });
    if (key === 'points') {
      // Those of a library's cooler stay, as the setup's own.
      const flow = solved?.sweep.goalPoint.path.massFlow ?? 0.2;
      return write({
        points: points ?? pointsFrom(effectiveness.value, flow),
        part: undefined,
        size: undefined,
      });
    }
    const line = lines?.find((one) => keyOf(one) === key);
    if (!line) return;
    const answer = await server.item('coolers', line.id);
    if (answer.kind !== 'ok') return setFailure(`${line.name} could not be fetched: is the server away?`);
    const { id, revision, document } = answer.data;
    const item = { id, revision, document };
    if (!isCooler(item)) return;
    takeItems([item]);
    // What it costs in pressure goes with it: stated at the goal's flow, at the state of its bench.
    const flow = solved?.sweep.goalPoint.path.massFlow ?? item.document.points.at(-1)!.flow;
    const { pressure, temperature } = item.document.bench;
    store.getState().edit((job) => {
      const setup = job.setups[setupIndex]!;
      const isInFront = chargerInFront(setup) !== undefined && path.endsWith('chargers.0.aftercooler');
      const loss = setup.plumbing.find(({ place }) => place === (isInFront ? 'between' : 'cooler'));
      if (loss?.from === 'drop')
        Object.assign(loss, {
          drop: given(Number(dropByPoints(item.document.points, flow).toPrecision(4)), 'maker'),
          massFlow: given(flow, 'maker'),
          pressure: given(pressure, 'maker'),
          temperature: given(temperature, 'maker'),
        });
    });
    write({
      kind: item.document.type,
      points: item.document.points.map(({ flow, effectiveness: share }) => ({ flow, effectiveness: share })),
      part: { id, revision },
      size: undefined,
    });
  };
  const known = part && items.find((item) => keyOf(item) === keyOf(part));
  const offered = (lines ?? []).filter((line) => (line as unknown as { type: string }).type.endsWith(kind));
  const value = size ? 'size' : part ? keyOf(part) : points ? 'points' : 'stated';
  const isListed = offered.some((line) => keyOf(line) === value);
  return (
    <>
      <ChoiceField
        label="Given by"
        hint={
          lines
            ? 'a figure, its size, points over the flow, or a cooler of the library'
            : 'library is being fetched'
        }
        value={value}
        onChoose={(key) => void take(key)}
        options={[
          { value: 'stated', label: 'one effectiveness' },
          { value: 'size', label: 'its size' },
          { value: 'points', label: part ? 'points of its own' : 'points over the flow' },
          ...(part && !isListed ? [{ value, label: known?.document.name ?? 'as it came' }] : []),
          ...offered.map((line) => ({ value: keyOf(line), label: line.name })),
        ]}
      />
      {failure && (
        <p className={frame.foot} role="alert">
          {failure}
        </p>
      )}
    </>
  );
}

function Points({
  path,
  points,
  station,
}: {
  path: Path;
  points: NonNullable<Props['cooler']['points']>;
  station: NonNullable<Props['station']>;
}) {
  const { store } = useJob();
  return (
    <>
      <FigureLines
        label="Cooler points over the flow"
        columns={columns}
        least={2}
        most={24}
        lines={points}
        onLines={(lines) => {
          store.getState().write(`${path}.points`, lines);
          // Changed by hand they are no longer those of the library's cooler.
          store.getState().write(`${path}.part`, undefined);
          store.getState().commit();
        }}
        onBad={() => {}}
      />
      <EffectivenessNow station={station} last={points.at(-1)!.flow} />
    </>
  );
}

/** The effectiveness of a cooler at the selected speed. In: flow of its last point, kg/s. */
function EffectivenessNow({
  station,
  last = Infinity,
}: {
  station: NonNullable<Props['station']>;
  last?: number;
}) {
  const { solved } = useSpeed();
  const { figure } = useWords();
  const cooler = solved && coolerAt(solved.build, station);
  if (!cooler) return null;
  const flow = solved.point.path.massFlow;
  return (
    <Reading
      label="Effectiveness now"
      hint={`at ${figure(flow, 'massFlow')}${flow > last ? ', beyond its points: carried on' : ''}`}
      value={figure(cooler.effectiveness(flow), 'share')}
    />
  );
}
