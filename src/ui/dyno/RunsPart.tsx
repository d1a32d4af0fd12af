'use client';
import { useMemo } from 'react';
import { auditOf } from '@/core/dyno/audit';
import { channelIds, channels, type ChannelId } from '@/core/dyno/channels';
import { dayOffset, peakOf } from '@/core/dyno/compare';
import { runCorrections } from '@/core/dyno/corrections';
import { powerCurve, torqueCurve } from '@/core/dyno/run-head';
import { signsOf } from '@/core/dyno/signs';
import type { Curve } from '@/core/dyno/smoothing';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure } from '../frame/Failure';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { useJob, useSpeed } from '../store/solved';
import { correctionNames } from '../words/brief';
import { useWords } from '../words/useWords';
import { AlignedPlots } from './AlignedPlots';
import { AgainstModel, DayOffset, Repeats } from './BesideRuns';
import { Differences } from './Differences';
import {
  clipped,
  lineOf,
  modelLook,
  plotOf,
  promiseLook,
  runLooks,
  timeLine,
  type AlignedPlot,
  type Line,
} from './drawn';
import { Fairness } from './Fairness';
import { PickMenu } from './PickMenu';
import { audited, boostOf, factorTo, normalisedTo, overCorrectionOf, runCurve } from './run-curves';
import { MOST_RUNS, useRuns, type Run } from './useRuns';
import { usePromise } from '../forecast/usePromise';
import { promisedCurve, useIsTurbocharged, useRunModel, useView } from './useRunView';
import styles from './dyno.module.css';

const shownCorrections = [
  { value: 'card' as const, label: 'as each card says' },
  ...runCorrections.map((value) => ({ value, label: correctionNames[value] })),
];
/** Drawn first where runs have them. */
const USUAL: ChannelId[] = ['torque', 'power', 'boost', 'backPressure', 'chargeTemperature', 'lambda'];
const MOST_CHANNELS = 8;
const EXPONENT = { min: 0, max: 1 };

/** Runs over the revs or over time beside the model, the difference of two with its band, and whether the comparison is fair. */
export default function RunsPart() {
  const { runs, current, chosen, held, beside, choose, hold, drawBeside, failure } = useRuns();
  const { correction, over, charge, exponent, model, set } = useView();
  if (failure && !runs) return <Failure {...failure} />;
  if (!runs) return <p className={frame.lead}>The runs are being fetched.</p>;
  if (!current)
    return (
      <>
        <h2 className={charts.head}>Runs</h2>
        <p className={frame.lead}>No run yet: add one from a file or from a spreadsheet, under Add a run.</p>
      </>
    );
  const options = runs.map(({ id, card }) => ({ value: id, label: card.name }));
  const free = options.filter(({ value }) => value !== current.id && value !== held?.id);
  return (
    <>
      <h2 className={charts.head}>
        Runs
        <small>smoothed by Savitzky and Golay, nine points of 25 rpm, a parabola</small>
      </h2>
      {failure && <Failure {...failure} />}
      <div className={styles.choices}>
        <ChoiceField label="Run" value={current.id} onChoose={choose} options={options} />
        <ChoiceField
          label="Against"
          value={held?.id ?? ''}
          onChoose={hold}
          options={[{ value: '', label: 'none' }, ...options.filter(({ value }) => value !== current.id)]}
        />
        <ChoiceField
          label="Model"
          value={model}
          onChoose={(next) => set({ model: next })}
          options={[
            { value: 'plan', label: 'boost as planned' },
            { value: 'run', label: 'boost as run' },
            { value: 'none', label: 'not drawn' },
          ]}
        />
        <ChoiceField
          label="Over"
          value={over}
          onChoose={(next) => set({ over: next })}
          options={[
            { value: 'revs', label: 'engine speed' },
            { value: 'time', label: 'time' },
          ]}
        />
        <ChoiceField
          label="Correction"
          value={correction}
          onChoose={(next) => set({ correction: next })}
          options={shownCorrections}
        />
        {held && (
          <ChoiceField
            label="Charge"
            value={charge}
            onChoose={(next) => set({ charge: next })}
            options={[
              { value: 'run', label: 'as run' },
              { value: 'equal', label: 'made equal' },
            ]}
          />
        )}
        {held && charge === 'equal' && (
          <QuantityInput
            label="Exponent of the charge temperature"
            hint="one half where nobody has measured it"
            quantity="ratio"
            bound={EXPONENT}
            value={exponent}
            onType={(value) => value !== null && set({ exponent: value })}
          />
        )}
      </div>
      <div className={styles.menus}>
        <PickMenu
          label={beside.length ? `${beside.length} more drawn` : 'Draw more runs'}
          options={free}
          picked={beside}
          most={MOST_RUNS - 2}
          onPick={drawBeside}
        />
        <Channels />
      </div>
      {chosen ? (
        <Shown run={chosen} held={held} />
      ) : (
        <p className={frame.lead}>Its readings are being fetched.</p>
      )}
    </>
  );
}

/** Channels that the runs drawn, or the model, have. */
function useChannels(): { has: ChannelId[]; shown: ChannelId[] } {
  const { chosen, held, others } = useRuns();
  const picked = useView((s) => s.channels);
  return useMemo(() => {
    const all = new Set([chosen, held, ...others].flatMap((run) => run?.head.channels ?? []));
    if (all.has('torque')) all.add('power');
    if (chosen && boostOf(chosen)) all.add('boost');
    const has = channelIds.filter((id) => all.has(id) && id !== 'speedRpm' && id !== 'time');
    return { has, shown: (picked ?? USUAL).filter((id) => has.includes(id)) };
  }, [chosen, held, others, picked]);
}

function Channels() {
  const set = useView((s) => s.set);
  const { has, shown } = useChannels();
  return (
    <PickMenu
      label={`${shown.length} channels`}
      options={has.map((value) => ({ value, label: channels[value].name }))}
      picked={shown}
      most={MOST_CHANNELS}
      onPick={(picked) => set({ channels: channelIds.filter((id) => picked.includes(id)) })}
    />
  );
}

type ShownProps = { run: Run; held: Run | null };

/** Curves of the runs drawn, as corrected and made equal; or why there are none. */
function useDrawn(run: Run, held: Run | null) {
  const { correction, charge, exponent } = useView();
  const isTurbo = useIsTurbocharged();
  const { references } = useRuns();
  return useMemo(() => {
    const factor = factorTo(run, correction, isTurbo);
    const other = held ? factorTo(held, correction, isTurbo) : 1;
    if (typeof factor === 'string') return { lacks: factor };
    if (typeof other === 'string') return { lacks: other };
    const torque = runCurve(run, 'torque', factor);
    const own = held && runCurve(held, 'torque', other);
    // Corrected as the runs are: what the weather did is taken out once.
    const [later, earlier] = references.map((one) => {
      const its = one && factorTo(one, correction, isTurbo);
      return one && typeof its === 'number' ? runCurve(one, 'torque', its) : null;
    });
    const offset =
      later && earlier && references[0] && references[1]
        ? dayOffset(later, earlier, { after: references[0].card, before: references[1].card })
        : null;
    const normal = held && torque && charge === 'equal' ? normalisedTo(run, held, torque, exponent) : null;
    return {
      lacks: null,
      torque: normal ?? torque,
      before: own && offset ? { ...own, values: own.values.map((value) => value * offset.factor) } : own,
      offset,
      factor,
      isNormal: normal !== null,
    };
  }, [run, held, correction, charge, exponent, isTurbo, references]);
}

function Shown({ run, held }: ShownProps) {
  const { figure } = useWords();
  const charge = useView((s) => s.charge);
  const made = useDrawn(run, held);
  const isTurbo = useIsTurbocharged();
  const threshold = useJob().answer?.sweep.turbo?.threshold ?? null;
  const audit = useMemo(() => held && auditOf(audited(run), audited(held)), [run, held]);
  if (made.lacks)
    return (
      <p role="alert" className={frame.lead}>
        {made.lacks === 'air'
          ? 'Another correction needs the air of the day: pressure and temperature on both cards.'
          : 'The diesel form of ISO 1585 needs the engine factor f_m on the run card.'}
      </p>
    );
  const { torque, before } = made;
  if (!torque) return <p className={frame.lead}>This run has no torque or power over engine speed.</p>;
  if (held && run.card.basis !== held.card.basis)
    return (
      <p role="alert" className={frame.lead}>
        One is at the {held.card.basis}, the other at the {run.card.basis}: not compared until a drivetrain
        loss is chosen and both stand on one basis.
      </p>
    );
  const power = powerCurve(torque);
  const peaks = [peakOf(torque), peakOf(power)];
  const said = signsOf(
    {
      torque,
      power,
      boost: boostOf(run),
      log: run.log,
      overCorrection: overCorrectionOf(run, made.factor, isTurbo),
      thresholdRpm: threshold,
    },
    before ? { torque: before, power: powerCurve(before) } : null,
  );
  return (
    <>
      <p className={frame.lead}>
        {peaks[1] && `${figure(peaks[1].value, 'power')} at ${figure(peaks[1].speedRpm, 'engineSpeed')}`}
        {peaks[0] && `, ${figure(peaks[0].value, 'torque')} at ${figure(peaks[0].speedRpm, 'engineSpeed')}`},
        at the {run.card.basis}.
        {charge === 'equal' &&
          !made.isNormal &&
          ' Not made equal: manifold pressure or charge temperature is missing in one run.'}
      </p>
      <Pictures run={run} held={held} torque={torque} before={before} />
      {said.length > 0 && <Findings findings={said} label="What the run shows" />}
      <AgainstModel />
      {held && audit?.unequal.some(({ what }) => what === 'day') && (
        <DayOffset run={run} held={held} offset={made.offset} />
      )}
      {held && before && audit && (
        <Differences
          run={run}
          held={held}
          torque={torque}
          before={before}
          audit={audit}
          dayError={made.offset?.error ?? 0}
        />
      )}
      {audit && <Fairness audit={audit} isNormal={made.isNormal} />}
      <Repeats run={run} />
    </>
  );
}

type PicturesProps = { run: Run; held: Run | null; torque: Curve; before: Curve | null };

/** Every channel chosen as a plot, all over one axis. */
function Pictures({ run, held, torque, before }: PicturesProps) {
  const { inUnit } = useWords();
  const { speedRpm } = useSpeed();
  const { others } = useRuns();
  const { shown } = useChannels();
  const { over, correction } = useView();
  const model = useRunModel();
  const promise = usePromise();
  const isTurbo = useIsTurbocharged();
  const drawn = useMemo(() => {
    const all = [run, ...(held ? [held] : []), ...others.filter(({ card }) => card.basis === run.card.basis)];
    const ofRun = (its: Run, channel: ChannelId): Curve | null => {
      const own = its === run ? torque : its === held ? before : null;
      if (own && channel === 'torque') return own;
      if (own && channel === 'power') return powerCurve(own);
      const factor = factorTo(its, correction, isTurbo);
      return channel === 'boost'
        ? boostOf(its)
        : runCurve(its, channel, typeof factor === 'string' ? 1 : factor);
    };
    const runLines = shown.map((channel) => {
      const { quantity } = channels[channel];
      const show = (value: number) => inUnit(value, quantity);
      const lines = all.flatMap((its, i): Line[] => {
        const look = runLooks[its === run ? 0 : its === held ? 1 : i + (held ? 0 : 1)]!;
        const head = { key: its.id, name: its.card.name, look };
        if (over === 'time') {
          const { time, [channel]: values } = its.log;
          return time && values ? [timeLine(head, time, values, show)] : [];
        }
        const curve = ofRun(its, channel);
        return curve ? [lineOf(head, curve, show)] : [];
      });
      return { channel, show, lines };
    });
    // The axis is the runs': the model goes on beyond them.
    const ends = runLines.flatMap(({ lines }) =>
      lines.flatMap(({ xs }) => (xs.length ? [xs[0]!, xs.at(-1)!] : [])),
    );
    const x = {
      low: ends.length ? Math.min(...ends) : 0,
      high: ends.length ? Math.max(...ends) : 1,
      unit: over === 'revs' ? ('rpm' as const) : ('s' as const),
    };
    const plots = runLines.flatMap(({ channel, show, lines }): AlignedPlot[] => {
      const its = over === 'revs' ? model?.curves[channel] : undefined;
      const beside = its ? lineOf({ key: 'model', name: 'model', look: modelLook }, its, show) : null;
      const promised = promise && over === 'revs' ? promisedCurve(promise, run.card.basis) : null;
      const said =
        promised && (channel === 'power' ? promised : channel === 'torque' ? torqueCurve(promised) : null);
      const drawn = [
        ...lines,
        ...(beside ? [clipped(beside, x.low, x.high)] : []),
        ...(said
          ? [
              clipped(
                lineOf({ key: 'promise', name: 'promised', look: promiseLook }, said, show),
                x.low,
                x.high,
              ),
            ]
          : []),
      ];
      return drawn.length ? [plotOf(channel, drawn)] : [];
    });
    return { plots, x };
  }, [run, held, others, torque, before, shown, over, correction, isTurbo, model, promise, inUnit]);
  if (!drawn.plots.length)
    return (
      <p className={frame.lead}>
        {over === 'time' ? 'These runs were logged without time.' : 'No channel is chosen.'}
      </p>
    );
  return <AlignedPlots plots={drawn.plots} x={drawn.x} at={over === 'revs' ? speedRpm : drawn.x.high} />;
}
