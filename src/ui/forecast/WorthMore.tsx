import Button from '@mui/material/Button';
import { useDeferredValue, useMemo } from 'react';
import { given } from '@/core/documents/input';
import { claimedSum } from '@/core/forecast/claimed';
import { worthAt } from '@/core/forecast/worth';
import type { Job } from '@/core/job/schema/job';
import { looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { TextField } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState, useJobStore, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './forecast.module.css';
import { worthNames } from './worth-names';

/** Least gain of an item that a column is worth, W. */
const SAID = 500;
/** What a new line of the list says until somebody writes, W. */
const TEN_HORSEPOWER = 7_456.998715822702;
/** Between lines of the table, as a share of the revs. */
const LINES = 12;

/** The steps of the waterfall at every speed: the power after each, laid over each other, and what each gives. */
export function OverTheRevs() {
  const { answer } = useJob();
  const { speedRpm } = useSpeed();
  const { inUnit, symbol, figure, signedFigure } = useWords();
  const wanted = useDeferredValue(answer);
  const all = useMemo(
    () =>
      (wanted?.sweep.points ?? []).flatMap((point) => {
        const worth = wanted && worthAt(wanted.build, point);
        return worth ? [worth] : [];
      }),
    [wanted],
  );
  const items = useMemo(() => {
    const known = new Map<string, (typeof all)[number]['steps'][number]['item']>();
    for (const { steps } of all)
      for (const { item, gain } of steps) if (Math.abs(gain) > SAID) known.set(item, item);
    return (Object.keys(worthNames) as (keyof typeof worthNames)[]).filter((item) => known.has(item));
  }, [all]);
  const plot = useMemo(() => {
    const lines: Record<string, { x: number; y: number }[]> = { start: [] };
    for (const { speedRpm: x, start, steps } of all) {
      let so = start;
      lines['start']!.push({ x, y: inUnit(so, 'power') });
      for (const item of items) {
        so += steps.find((step) => step.item === item)?.gain ?? 0;
        (lines[item] ??= []).push({ x, y: inUnit(so, 'power') });
      }
    }
    const curves: PlotCurve[] = [
      { key: 'start', name: 'engine alone', look: looks.second },
      ...items.map((item, i): PlotCurve => ({
        key: item,
        name: `after: ${worthNames[item].toLowerCase()}`,
        look: i === items.length - 1 ? looks.own(0) : looks.thin,
      })),
    ];
    const most = Math.max(1, ...Object.values(lines).flatMap((line) => line.map(({ y }) => y)));
    return { rows: rowsOf(lines), curves, y: { low: 0, high: 1.08 * most, ticks: 4 } };
  }, [all, items, inUnit]);
  if (all.length < 2) return null;
  const every = Math.max(1, Math.round(all.length / LINES));
  const shown = all.filter((_, i) => i % every === 0 || i === all.length - 1);
  return (
    <>
      <PlotPanel
        {...plot}
        areMerged
        title="Over the revs"
        note={`${symbol('power')} after each step, in the order of the air; dashed: the engine alone`}
        label="power over the revs after each step: the figures stand in the table below"
        height={220}
        flags={[{ axis: 'x', at: speedRpm, kind: 'selected' }]}
        say={{
          x: (n) => `${formatNumber(n, 0)} rpm`,
          y: (value) => `${formatNumber(value, 0)} ${symbol('power')}`,
        }}
      />
      <FigureTable
        caption={`What each step gives over the revs, ${symbol('power')}`}
        rows={shown}
        keyOf={(worth) => worth.speedRpm}
        isCurrent={(worth) => worth.speedRpm === speedRpm}
        columns={[
          { name: 'engine speed', cell: (worth) => figure(worth.speedRpm, 'engineSpeed') },
          { name: 'alone', cell: (worth) => formatNumber(inUnit(worth.start, 'power'), 0) },
          ...items.map((item) => ({
            name: worthNames[item].toLowerCase(),
            cell: ({ steps }: (typeof all)[number]) =>
              signedFigure(steps.find((step) => step.item === item)?.gain ?? 0, 'power').replace(
                /\u00a0.*/,
                '',
              ),
          })),
        ]}
      />
    </>
  );
}

/** Gains as somebody lists them beside what the model gives for all of them, and why they do not add. */
export function Listed({ gained }: { gained: number }) {
  const store = useJobStore();
  const claims = useJobState((s) => s.draft.brief.claimedGains);
  const edit = (change: (brief: Job['brief']) => void) => {
    store.getState().edit((job) => change(job.brief));
    store.getState().commit();
  };
  const sum = claimedSum(
    (claims ?? []).map(({ power, most }) => ({ low: power.value, high: most?.value ?? power.value })),
    gained,
  );
  const count = claims?.length ?? 0;
  return (
    <Group title="The list as it was told">
      {Array.from({ length: count }, (_, i) => (
        <div key={i} className={styles.tries}>
          <TextField path={`brief.claimedGains.${i}.what`} label={`Part ${i + 1}`} most={60} />
          <QuantityField path={`brief.claimedGains.${i}.power`} />
          <QuantityField path={`brief.claimedGains.${i}.most`} optional />
        </div>
      ))}
      {sum && (
        <p className={frame.lead} role="status">
          <StateMark state={sum.verdict === 'near' ? 'within' : 'over'} size={11} /> <Say reason={sum.why} />
        </p>
      )}
      <div className={fields.rowKeys}>
        <Button
          variant="outlined"
          size="small"
          disabled={count >= 12}
          onClick={() =>
            edit((brief) => {
              (brief.claimedGains ??= []).push({ what: '', power: given(TEN_HORSEPOWER, 'reported') });
            })
          }
        >
          Add a gain
        </Button>
        <Button
          variant="outlined"
          size="small"
          disabled={count === 0}
          onClick={() =>
            edit((brief) => {
              brief.claimedGains?.pop();
              if (!brief.claimedGains?.length) delete brief.claimedGains;
            })
          }
        >
          Remove the last
        </Button>
      </div>
      <p className={frame.foot}>
        Counted at the selected speed from the engine on the day’s air alone to the flywheel.
      </p>
    </Group>
  );
}
