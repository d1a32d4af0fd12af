'use client';
import { useEffect, useMemo } from 'react';
import { layOut } from '@/core/drive/layout';
import { laidOutOf, withPulleys, type PulleyRow } from '@/core/studies/pulley-sweep';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotFlag } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { StateMark } from '../frame/icons';
import frame from '../frame/frame.module.css';
import { useJob, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { DriveDrawing } from './DriveDrawing';
import { PulleyColumns, type PulleyPanel } from './PulleyColumns';
import { usePulleySweep } from './usePulleySweep';
import styles from './blower.module.css';
import { useChosen, usePulleys, useRows, useShownRows } from './usePulleys';

/** The pulleys that exist on this setup: what each makes and what stops it. */
export default function PulleysPart() {
  const { answer } = useJob();
  const { layout, cranks, drivens, crank } = usePulleys();
  const sweep = usePulleySweep(cranks, drivens, crank);
  const { put } = useRows();
  useEffect(() => put(sweep.rows, sweep.done), [sweep.rows, sweep.done, put]);
  const { rows, chosen, fitted, done } = useShownRows();
  const { choose, forget } = useChosen();
  // Another job or setup begins with its own pulleys.
  useEffect(() => forget, [forget]);
  const { figure, figureNumber, inUnit, symbol } = useWords();
  const laid = useMemo(() => {
    if (!layout) return null;
    const shown = chosen ? withPulleys(layout, chosen.crank, chosen.driven) : layout;
    return { layout: shown, laid: layOut(shown) };
  }, [layout, chosen]);
  if (!answer) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (!layout || !laid)
    return <p className={frame.lead}>No pulleys yet: lay out the belt drive first, under Belt drive.</p>;
  if (!laidOutOf(answer.build))
    return (
      <p className={frame.lead}>
        Something of the row is still open: choose both chargers, then the pulleys are swept.
      </p>
    );
  if (!rows.length)
    return (
      <p className={frame.lead} role="status">
        {done ? 'The library has no pulley that fits this belt.' : 'Sweeping the pulleys …'}
      </p>
    );
  const { build, sweep: own } = answer;
  const first = rows[0]!;
  const level = own.level.kind === 'boost' ? own.level.pressure - build.climate.pressure : null;
  const panels: PulleyPanel[] = [
    {
      title: `Boost at ${figure(build.goal.speedRpm, 'engineSpeed')}`,
      unit: `${symbol('boost')} gauge`,
      digits: 0,
      of: (r) => inUnit(r.goal.boost, 'boost'),
      wanted:
        level === null
          ? null
          : { value: inUnit(level, 'boost'), words: `${figure(level, 'boost')} asked for the goal` },
    },
    {
      title: `Net power at ${figure(build.goal.speedRpm, 'engineSpeed')}`,
      unit: `${symbol('power')} at the flywheel`,
      digits: 0,
      of: (r) => inUnit(r.goal.power, 'power'),
      wanted: {
        value: inUnit(build.goal.power, 'power'),
        words: `goal ${figure(build.goal.power, 'power')}`,
      },
    },
    {
      title: 'Shaft speed at the red line',
      unit: 'thousand rpm',
      digits: 1,
      of: (r) => r.fastest / 1_000,
      limit: { value: first.limit / 1_000, words: `limit ${figure(first.limit, 'shaftSpeed')}` },
    },
    {
      title: 'Hottest air behind the blower',
      unit: symbol('temperature'),
      digits: 0,
      of: (r) => inUnit(r.hottest, 'temperature'),
      limit:
        first.hottestLimit === null
          ? null
          : {
              value: inUnit(first.hottestLimit, 'temperature'),
              words: `limit ${figure(first.hottestLimit, 'temperature')}`,
            },
    },
    {
      title: 'Greatest drive power',
      unit: symbol('shaftPower'),
      digits: 0,
      of: (r) => inUnit(r.mostDrive, 'shaftPower'),
    },
    {
      title: 'Tight strand per rib',
      unit: symbol('force'),
      digits: 0,
      of: (r) => (r.tension === null ? null : inUnit(r.tension, 'force')),
      limit:
        first.tensionLimit === null
          ? null
          : {
              value: inUnit(first.tensionLimit, 'force'),
              words: `belt ${figure(first.tensionLimit, 'force')}`,
            },
    },
  ];
  return (
    <>
      <h2 className={charts.head}>
        Blower pulley, {symbol('bore')}: smaller turns the blower faster
        <small>
          crank {figure(chosen?.crank.document.diameter.value ?? null, 'bore')}
          {fitted && `; dot: fitted, ${figureNumber(fitted.driven.document.diameter.value, 'bore')}`}
          {!done && '; sweeping …'}
        </small>
      </h2>
      <div className={styles.sweep}>
        <DriveDrawing
          layout={laid.layout}
          laid={laid.laid}
          others={[rows[0]!, rows.at(-1)!].map((r) => r.driven.document.diameter.value)}
        />
        <PulleyColumns
          rows={rows}
          panels={panels}
          chosen={chosen?.key ?? null}
          fitted={fitted?.key ?? null}
          onChoose={choose}
        />
      </div>
      <OverRevs />
      <Table />
    </>
  );
}

/** Boost over the revs on the pulley chosen, on the one fitted, and on their neighbours. */
function OverRevs() {
  const { rows, chosen, fitted } = useShownRows();
  const { inUnit, symbol, displayUnit, figureNumber } = useWords();
  const { speedRpm } = useSpeed();
  const { answer } = useJob();
  const at = rows.findIndex((r) => r.key === chosen?.key);
  const shown = useMemo(() => {
    const beside = [rows[at - 1], rows[at + 1]].filter(
      (r) => r !== undefined && r.key !== fitted?.key,
    ) as PulleyRow[];
    return {
      chosen: rows[at] ?? null,
      fitted: fitted && fitted.key !== rows[at]?.key ? fitted : null,
      beside,
    };
  }, [rows, at, fitted]);
  const plot = useMemo(() => {
    const all = [shown.chosen, shown.fitted, ...shown.beside].filter((r) => r !== null);
    const name = (r: PulleyRow) => figureNumber(r.driven.document.diameter.value, 'bore');
    return {
      rows: rowsOf(
        Object.fromEntries(
          all.map((r) => [
            r.key,
            r.curve.map(({ speedRpm: x, boost }) => ({ x, y: inUnit(boost, 'boost') })),
          ]),
        ),
      ),
      curves: all.map((r) => ({
        key: r.key,
        name: name(r),
        look: r === shown.chosen ? looks.own(0) : r === shown.fitted ? looks.second : looks.thin,
      })),
      high: Math.max(20, ...all.flatMap((r) => r.curve.map(({ boost }) => inUnit(boost, 'boost')))) * 1.1,
    };
  }, [shown, inUnit, figureNumber]);
  const unit = displayUnit('boost');
  const gauge = symbol('boost');
  const plain = useMemo(
    () => ({
      say: {
        x: (speed: number) => `${formatNumber(speed, 0)} rpm`,
        y: (value: number) => `${formatNumber(value, unit.digits)} ${gauge} gauge`,
      },
      flags: [{ axis: 'x', at: speedRpm, kind: 'selected' }] satisfies PlotFlag[],
    }),
    [unit, gauge, speedRpm],
  );
  if (!answer) return null;
  return (
    <PlotPanel
      title="Boost over the revs"
      note={`${gauge} gauge; thick: chosen; thin: one size up and down${shown.fitted ? '; dashed: fitted' : ''}`}
      label="Boost over engine speed on the chosen pulley and its neighbours"
      height={190}
      areMerged
      rows={plot.rows}
      curves={plot.curves}
      y={{ low: 0, high: plot.high }}
      {...plain}
    />
  );
}

/** Everything in figures. */
function Table() {
  const { rows, chosen } = useShownRows();
  const { figure, sentence } = useWords();
  return (
    <FigureTable
      caption="Pulleys in figures"
      rows={rows}
      keyOf={(r) => r.key}
      isCurrent={(r) => r.key === chosen?.key}
      columns={[
        { name: 'pulley', cell: (r) => r.driven.name },
        { name: 'ratio', cell: (r) => figure(r.ratio, 'ratio') },
        { name: 'boost at goal', cell: (r) => figure(r.goal.boost, 'boost') },
        { name: 'net power', cell: (r) => figure(r.goal.power, 'power') },
        { name: 'fuel', cell: (r) => figure(r.goal.fuelFlow, 'massFlow') },
        { name: 'shaft at red line', cell: (r) => figure(r.fastest, 'shaftSpeed') },
        { name: 'hottest', cell: (r) => figure(r.hottest, 'temperature') },
        { name: 'charge', cell: (r) => figure(r.goal.charge, 'temperature') },
        { name: 'drive', cell: (r) => figure(r.mostDrive, 'shaftPower') },
        { name: 'price', cell: (r) => figure(r.driven.price, 'money') },
        { name: 'stock', cell: (r) => figure(r.driven.stock, 'count') },
        {
          name: 'state',
          text: true,
          cell: (r) => (
            <span>
              <StateMark state={r.state} size={11} /> {sentence(r.why, 'short')}
            </span>
          ),
        },
      ]}
    />
  );
}
