import {
  compare,
  differenceAt,
  fullBoost,
  worthOf,
  type Comparison,
  type Difference,
} from '@/core/dyno/compare';
import type { Audit } from '@/core/dyno/audit';
import { powerCurve } from '@/core/dyno/run-head';
import type { Curve } from '@/core/dyno/smoothing';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { boostOf, manifoldOf, runCurve } from './run-curves';
import type { Run } from './useRuns';
import { useView } from './useRunView';

const SPEED = { min: 100, max: 30_000 };
/** Least that must have been changed for a worth to be said: a degree of crank angle, 3 kPa. */
const LEAST = { timing: Math.PI / 180, pressure: 3_000 };
const DEGREE = Math.PI / 180;

type Props = {
  run: Run;
  held: Run;
  torque: Curve;
  before: Curve;
  audit: Audit;
  /** Of bringing one day to the other, a share. */
  dayError: number;
};

/** What one run has over another on the speeds both have: each figure by its name, with its band. */
export function Differences({ run, held, torque, before, audit, dayError }: Props) {
  const { figure, signedFigure } = useWords();
  const { fromRpm, toRpm, atRpm, set } = useView();
  const sure = {
    after: run.card,
    before: { repeatability: Math.hypot(held.card.repeatability, dayError) },
  };
  const between = { fromRpm: fromRpm ?? 0, toRpm: toRpm ?? Infinity };
  const powers = [powerCurve(torque), powerCurve(before)] as const;
  const found: { quantity: 'torque' | 'power'; its: Comparison | null; at: Difference | null }[] = [
    {
      quantity: 'torque',
      its: compare(torque, before, sure, between),
      at: atRpm === null ? null : differenceAt(torque, before, sure, atRpm),
    },
    {
      quantity: 'power',
      its: compare(...powers, sure, between),
      at: atRpm === null ? null : differenceAt(...powers, sure, atRpm),
    },
  ];
  const [first] = found;
  const speeds = (
    <Group title="Compared between">
      <QuantityInput
        label="From"
        quantity="engineSpeed"
        bound={SPEED}
        optional
        value={fromRpm}
        onType={(value) => set({ fromRpm: value })}
      />
      <QuantityInput
        label="To"
        hint="empty: all that both have"
        quantity="engineSpeed"
        bound={SPEED}
        optional
        value={toRpm}
        onType={(value) => set({ toRpm: value })}
      />
      <QuantityInput
        label="And at"
        quantity="engineSpeed"
        bound={SPEED}
        optional
        value={atRpm}
        onType={(value) => set({ atRpm: value })}
      />
    </Group>
  );
  if (!first?.its)
    return (
      <>
        <p role="alert" className={frame.lead}>
          The two runs share no engine speed there: there is nothing to compare.
        </p>
        {speeds}
      </>
    );
  const rows = found.flatMap(({ quantity, its, at }) => {
    if (!its) return [];
    const line = (name: string, difference: Difference, where = '') => ({
      quantity,
      name,
      where,
      ...difference,
    });
    const spoken = (rpm: number) => `at ${figure(rpm, 'engineSpeed')}`;
    return [
      line(
        'peak',
        its.peak,
        its.peak.shiftRpm ? `${signedFigure(its.peak.shiftRpm, 'engineSpeed')} on the revs` : '',
      ),
      line('greatest gain', its.most, spoken(its.most.speedRpm)),
      line('greatest loss', its.least, spoken(its.least.speedRpm)),
      line('mean', its.mean, `area under the curve ${signedFigure(its.areaShare, 'fineShare')}`),
      line('at the end', its.atEnd, spoken(its.toRpm)),
      ...(at && atRpm !== null ? [line('at the speed asked for', at, spoken(atRpm))] : []),
      line('floor', its.floor, 'the least over the range'),
    ];
  });
  return (
    <>
      <FigureTable
        caption={`Difference on the common range, ${figure(first.its.fromRpm, 'engineSpeed')} to ${figure(first.its.toRpm, 'engineSpeed')}`}
        rows={rows}
        keyOf={({ quantity, name }) => `${quantity} ${name}`}
        columns={[
          {
            name: 'of',
            cell: ({ quantity, name, where }) => (
              <>
                {quantity}, {name}
                <small>{where}</small>
              </>
            ),
          },
          { name: 'difference', cell: ({ value, quantity }) => signedFigure(value, quantity) },
          { name: 'band', cell: ({ band, quantity }) => `± ${figure(band, quantity)}` },
          { name: 'outcome', cell: ({ isShown }) => (isShown ? 'shown' : 'not shown') },
        ]}
      />
      <Besides run={run} held={held} powers={powers} audit={audit} />
      {speeds}
    </>
  );
}

type BesidesProps = { run: Run; held: Run; powers: readonly [Curve, Curve]; audit: Audit };

/** Shift of full boost, and what a degree or a unit of pressure was worth where it alone was changed. */
function Besides({ run, held, powers: [after, before], audit }: BesidesProps) {
  const { figure, figureNumber, signedFigure, symbol } = useWords();
  const boosts = [boostOf(run), boostOf(held)] as const;
  const full = boosts[0] && boosts[1] ? fullBoost(boosts[0], boosts[1]) : null;
  const alone = audit.unequal.length === 1 ? audit.unequal[0]!.what : null;
  const power = { after, before };
  const timing = [runCurve(run, 'timing'), runCurve(held, 'timing')] as const;
  const manifold = [manifoldOf(run), manifoldOf(held)] as const;
  const perRadian =
    alone === 'timing' && timing[0] && timing[1]
      ? worthOf(power, { after: timing[0], before: timing[1] }, LEAST.timing)
      : null;
  const perPascal =
    alone === 'boost' && manifold[0] && manifold[1]
      ? worthOf(power, { after: manifold[0], before: manifold[1] }, LEAST.pressure)
      : null;
  return (
    <>
      {full && (
        <p className={frame.lead}>
          Boost of {figure(full.level, 'boost')} is there from {figure(full.afterRpm, 'engineSpeed')}, against{' '}
          {figure(full.beforeRpm, 'engineSpeed')}:{' '}
          {signedFigure(full.afterRpm - full.beforeRpm, 'engineSpeed')}.
        </p>
      )}
      {perRadian !== null && (
        <p className={frame.lead}>
          Timing alone was changed: {figure(perRadian * DEGREE, 'power')} a degree, on the mean.
        </p>
      )}
      {perPascal !== null && (
        <p className={frame.lead}>
          Boost alone was changed: {figure(perPascal * 6_894.757, 'power')} a psi, on the mean;{' '}
          {figureNumber(perPascal * 1_000, 'power')} {symbol('power')} a kPa.
        </p>
      )}
    </>
  );
}
