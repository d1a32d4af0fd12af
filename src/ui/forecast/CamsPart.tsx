'use client';
import { useDeferredValue, useMemo } from 'react';
import Button from '@mui/material/Button';
import { cardOf } from '@/core/build/derived';
import { given } from '@/core/documents/input';
import type { Job } from '@/core/job/schema/job';
import { camOn, type CamRow } from '@/core/forecast/cams';
import { homeLevel } from '@/core/studies/sites';
import { libraryOf } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useJobStore, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import styles from './forecast.module.css';
import { useAtBasis } from './useBand';

const degrees = Math.PI / 180;
const fields = ['intake', 'exhaust', 'separation', 'intakeCentre'] as const;
const idles = { smooth: 'smooth', fair: 'a little uneven', rough: 'rough' } as const;

/** Two or three cam cards side by side on one engine: what each does to boost onset, idle and the top. */
export default function CamsPart() {
  const { answer, items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { speedRpm } = useSpeed();
  const { figure, inUnit, symbol } = useWords();
  const { basis, at } = useAtBasis();
  const own = useMemo(() => cardOf(job.engine), [job.engine]);
  const store = useJobStore();
  const kept = job.engine.otherCams;
  const others = useMemo(() => (kept ?? []).map((cam) => cardOf({ cam })), [kept]);
  const wanted = useDeferredValue(
    useMemo(
      () => ({ job, setupIndex, items, cards: [own, ...others] }),
      [job, setupIndex, items, own, others],
    ),
  );
  const level = useMemo(() => (answer ? homeLevel(answer.build) : null), [answer]);
  const rows = useMemo(() => {
    const library = libraryOf(wanted.items);
    const id = wanted.job.setups[wanted.setupIndex]?.id ?? '';
    return wanted.cards.flatMap((card, i) => {
      const row = camOn(wanted.job, id, library, card, level);
      return row
        ? [{ ...row, name: i === 0 ? 'Card of the job' : `Card ${i}`, key: `cam${i}`, slot: i }]
        : [];
    });
  }, [wanted, level]);
  const plot = useMemo(() => {
    const curves: PlotCurve[] = rows.map(({ key, name, slot }) => ({
      key,
      name,
      look: slot === 0 ? looks.own(0) : looks.beside(slot),
    }));
    const lines = Object.fromEntries(
      rows.map(({ key, sweep }) => [
        key,
        sweep.drawn
          .filter(({ status }) => status.kind !== 'failed')
          .map((p) => ({ x: p.speedRpm, y: inUnit(at(p.power.flywheel), 'power') })),
      ]),
    );
    const most = Math.max(1, ...Object.values(lines).flatMap((line) => line.map(({ y }) => y)));
    return { rows: rowsOf(lines), curves, y: { low: 0, high: 1.08 * most, ticks: 5 } };
  }, [rows, inUnit, at]);
  if (!answer) return <p className={frame.lead}>No forecast yet: fix the conflicting inputs first.</p>;
  if (job.engine.breathing.source !== 'shape')
    return (
      <p className={frame.lead}>
        The VE of this job is {job.engine.breathing.source === 'table' ? 'typed' : 'measured'}: no card moves
        it. Choose a breathing shape on the Engine bench to look at cams side by side.
      </p>
    );
  const edit = (change: (engine: Job['engine']) => void) => {
    store.getState().edit((draft) => change(draft.engine));
    store.getState().commit();
  };
  const add = () =>
    edit((engine) => {
      const { intake, exhaust, intakeLift, exhaustLift, separation, intakeCentre } = engine.cam;
      const longer = 12 * ((engine.otherCams?.length ?? 0) + 1) * degrees;
      const more = ({ value }: { value: number }) => given(Math.min(400 * degrees, value + longer), 'guess');
      (engine.otherCams ??= []).push({
        ...{ intake: more(intake), exhaust: more(exhaust) },
        ...{ intakeLift, exhaustLift, separation, intakeCentre },
      });
    });
  const take = (place: number) =>
    edit((engine) => {
      const card = engine.otherCams?.[place];
      if (!card) return;
      const { intake, exhaust, intakeLift, exhaustLift, separation, intakeCentre, movesShape, known } =
        engine.cam;
      // What the shape belongs to stays what it was: the new card moves it from there.
      if (!known || !movesShape) engine.cam.shapeDuration = { ...intake };
      engine.otherCams!.splice(place, 1, {
        intake,
        exhaust,
        intakeLift,
        exhaustLift,
        separation,
        intakeCentre,
      });
      Object.assign(engine.cam, card, { known: true, movesShape: true });
    });
  const angle = (value: number) => `${formatNumber(value / degrees, 0)}°`;
  return (
    <>
      <h2 className={charts.head}>
        Cams
        <small>
          one engine, boost setting held; a rule of the trade moves the VE with the card: an estimate
        </small>
      </h2>
      <PlotPanel
        {...plot}
        areMerged
        title="Power"
        note={`${symbol('power')} at the ${basis}`}
        label="power over the revs by cam card"
        height={230}
        flags={[{ axis: 'x', at: speedRpm, kind: 'selected' }]}
        say={{
          x: (n) => `${formatNumber(n, 0)} rpm`,
          y: (value) => `${formatNumber(value, 0)} ${symbol('power')}`,
        }}
      />
      <FigureTable<CamRow & { name: string; key: string }>
        caption="Cards side by side"
        rows={rows}
        keyOf={({ key }) => key}
        columns={[
          { name: 'card', cell: ({ name }) => name },
          { name: 'intake / exhaust', cell: ({ card }) => `${angle(card.intake)} / ${angle(card.exhaust)}` },
          { name: 'overlap', cell: ({ overlap }) => angle(overlap) },
          { name: 'idle', cell: ({ idle }) => idles[idle] },
          {
            name: 'boost from',
            cell: ({ boostRpm }) => (boostRpm === null ? 'no boost' : figure(boostRpm, 'engineSpeed')),
          },
          {
            name: 'peak',
            cell: ({ peak }) =>
              `${figure(at(peak.power), 'power')} at ${figure(peak.speedRpm, 'engineSpeed')}`,
          },
          { name: 'at the red line', cell: ({ redLinePower }) => figure(at(redLinePower), 'power') },
        ]}
      />
      <div className={styles.tries}>
        {others.map((_, place) => (
          <Group key={place} title={`Card ${place + 1}`}>
            {fields.map((key) => (
              <QuantityField key={key} path={`engine.otherCams.${place}.${key}`} />
            ))}
            <Button size="small" onClick={() => take(place)}>
              Take card {place + 1} for the engine
            </Button>
          </Group>
        ))}
      </div>
      <div className={styles.keys}>
        <Button variant="outlined" size="small" disabled={others.length > 1} onClick={add}>
          Add a card
        </Button>
        <Button
          size="small"
          disabled={!others.length}
          onClick={() =>
            edit((engine) => {
              engine.otherCams?.pop();
              if (!engine.otherCams?.length) delete engine.otherCams;
            })
          }
        >
          Remove the last
        </Button>
      </div>
      <p className={frame.foot}>
        ‘Boost from’ is where nine tenths of the boost are there. Idle by overlap at the stated lift: common
        practice, no source.
      </p>
    </>
  );
}
