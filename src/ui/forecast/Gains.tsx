import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { compare, floorOf, fullBoost, meanBetween, peakOf, valueAt } from '@/core/dyno/compare';
import { powerCurve, torqueCurve } from '@/core/dyno/run-head';
import type { Curve } from '@/core/dyno/smoothing';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, type Answer } from '../store/solved';
import { useRuns, type Run } from '../dyno/useRuns';
import { boostOf, runCurve } from '../dyno/run-curves';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { basisWords, powerAtBasis, type Basis } from './basis';
import { useDifference } from './useDifference';

const SPEED = { min: 100, max: 30_000 };
const EXACT = { after: { repeatability: 0 }, before: { repeatability: 0 } };

type Other = { name: string; power: Curve; boost: Curve | null; note: string };

const curveOf = (
  answer: Pick<Answer, 'build' | 'sweep'>,
  of: (p: Answer['sweep']['points'][number]) => number,
): Curve => {
  const points = answer.sweep.points.filter(({ status }) => status.kind !== 'failed');
  return { speeds: points.map(({ speedRpm }) => speedRpm), values: points.map(of) };
};

const powerOfRun = (run: Run): Curve | null => {
  const own = runCurve(run, 'power');
  if (own) return own;
  const torque = runCurve(run, 'torque');
  return torque && powerCurve(torque);
};

/** What the setup in hand has over another setup or over a run: every gain with the base that it is counted from. */
export function Gains({ basis }: { basis: Basis }) {
  const { answer, answerOf, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { runs, chosen, choose } = useRuns();
  const { figure, signedFigure } = useWords();
  const [against, setAgainst] = useState('');
  const [fromRpm, setFrom] = useState<number | null>(null);
  const [toRpm, setTo] = useState<number | null>(null);
  const setups = job.setups.flatMap((setup, index) =>
    index === setupIndex ? [] : [{ value: `setup.${index}`, label: `Setup ${setup.letter}, ${setup.name}` }],
  );
  const options = [
    ...setups,
    ...(runs ?? []).map(({ id, card }) => ({ value: `run.${id}`, label: `Run: ${card.name}` })),
  ];
  const key = options.some(({ value }) => value === against) ? against : (options[0]?.value ?? '');
  const otherIndex = key.startsWith('setup.') ? Number(key.slice(6)) : null;
  const [kind, id] = [key.slice(0, key.indexOf('.')), key.slice(key.indexOf('.') + 1)];
  const run = kind === 'run' && chosen?.id === id ? chosen : null;
  // A run stands at its own basis: the forecast is held against it there.
  const heldBasis: Basis = run ? run.card.basis : basis;
  const other = useMemo((): Other | null => {
    if (otherIndex !== null) {
      const its = answerOf(otherIndex);
      if (!its) return null;
      return {
        name: `setup ${job.setups[otherIndex]!.letter}`,
        power: curveOf(its, (p) => powerAtBasis(p.power.flywheel, its.build, basis)),
        boost: curveOf(its, (p) => p.boostGauge),
        note: '',
      };
    }
    const power = run && powerOfRun(run);
    if (!run || !power) return null;
    return {
      name: run.card.name,
      power,
      boost: boostOf(run),
      note: `as the run was carded, ${run.card.correction === 'none' ? 'without a correction' : `correction ${run.card.correction}`}, its own air: the Dyno bench brings both to one air`,
    };
  }, [otherIndex, run, answerOf, basis, job.setups]);
  const difference = useDifference(otherIndex);
  if (!answer || !options.length)
    return (
      <p className={frame.foot}>With a second setup or a run, what one has over the other stands here.</p>
    );
  const own = curveOf(answer, (p) => powerAtBasis(p.power.flywheel, answer.build, heldBasis));
  const between = { fromRpm: fromRpm ?? 0, toRpm: toRpm ?? Infinity };
  const rows: { name: string; gain: string; base: string }[] = [];
  if (other)
    for (const quantity of ['power', 'torque'] as const) {
      const [after, before] =
        quantity === 'power' ? [own, other.power] : [torqueCurve(own), torqueCurve(other.power)];
      const its = compare(after, before, EXACT, between);
      if (!its) continue;
      const base = (value: number | null | undefined) => figure(value ?? null, quantity);
      const [from, to] = [its.fromRpm, its.toRpm];
      const gain = (value: number) => signedFigure(value, quantity);
      rows.push(
        {
          name: `${quantity}, peak to peak`,
          gain: gain(its.peak.value),
          base: `${base(peakOf(before, from, to)?.value)} at ${figure(peakOf(before, from, to)?.speedRpm, 'engineSpeed')}`,
        },
        {
          name: `${quantity}, greatest anywhere`,
          gain: gain(its.most.value),
          base: `${base(valueAt(before, its.most.speedRpm))} at ${figure(its.most.speedRpm, 'engineSpeed')}`,
        },
        {
          name: `${quantity}, at the red line`,
          gain: gain(its.atEnd.value),
          base: `${base(valueAt(before, to))} at ${figure(to, 'engineSpeed')}`,
        },
        {
          name: `${quantity}, mean`,
          gain: `${gain(its.mean.value)} (${signedFigure(its.areaShare, 'fineShare')} of the area)`,
          base: `${base(meanBetween(before, from, to))} from ${figure(from, 'engineSpeed')} to ${figure(to, 'engineSpeed')}`,
        },
        {
          name: `${quantity}, floor`,
          gain: gain(its.floor.value),
          base: `${base(floorOf(before, from, to))} never undercut there`,
        },
      );
    }
  const full = other?.boost
    ? fullBoost(
        curveOf(answer, (p) => p.boostGauge),
        other.boost,
      )
    : null;
  return (
    <>
      <Group title="Gains">
        <ChoiceField
          label="Against"
          value={key}
          onChoose={(next) => {
            setAgainst(next);
            if (next.startsWith('run.')) choose(next.slice(4));
          }}
          options={options}
        />
        <QuantityInput
          label="Between"
          quantity="engineSpeed"
          bound={SPEED}
          optional
          value={fromRpm}
          onType={setFrom}
        />
        <QuantityInput
          label="and"
          hint="empty: all that both have"
          quantity="engineSpeed"
          bound={SPEED}
          optional
          value={toRpm}
          onType={setTo}
        />
      </Group>
      {other && rows.length > 0 && (
        <FigureTable
          caption={`Gains over ${other.name}, at the ${basisWords[heldBasis]}`}
          rows={rows}
          keyOf={({ name }) => name}
          columns={[
            { name: 'of', cell: ({ name }) => name },
            { name: 'gain', cell: ({ gain }) => gain },
            { name: 'base', cell: ({ base }) => base },
          ]}
        />
      )}
      {other && !rows.length && (
        <p className={frame.lead} role="alert">
          The two share no engine speed there: there is nothing to compare.
        </p>
      )}
      {other?.note && <p className={frame.foot}>{other.note}.</p>}
      {full && (
        <p className={frame.lead}>
          Boost of {figure(full.level, 'boost')} gauge is there from {figure(full.afterRpm, 'engineSpeed')},
          against {figure(full.beforeRpm, 'engineSpeed')}:{' '}
          {signedFigure(full.afterRpm - full.beforeRpm, 'engineSpeed')}.
        </p>
      )}
      {otherIndex !== null && (
        <p className={frame.lead}>
          {difference.found ? (
            <>
              On the same draws, at {figure(answer.build.goal.speedRpm, 'engineSpeed')}:{' '}
              {signedFigure(powerAtBasis(difference.found.low, answer.build, 'flywheel'), 'power')} to{' '}
              {signedFigure(difference.found.high, 'power')} at the flywheel, eight of ten inside
              {difference.found.isShown ? '.' : ': inside its own band, so the gain is not shown.'}
            </>
          ) : (
            <Button size="small" disabled={!difference.draw} onClick={difference.draw ?? undefined}>
              Draw the band of this difference
            </Button>
          )}
        </p>
      )}
    </>
  );
}
