'use client';
import { useMemo, useState } from 'react';
import { auditOf } from '@/core/dyno/audit';
import { compare, peakOf, type Comparison, type Difference } from '@/core/dyno/compare';
import { corrections, type Correction } from '@/core/dyno/corrections';
import { signsOf } from '@/core/dyno/signs';
import type { Curve } from '@/core/dyno/smoothing';
import type { Quantity } from '@/core/units/quantities';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotCurve } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { ChoiceField } from '../fields/ChoiceField';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { FigureTable } from '../table/FigureTable';
import { correctionNames } from '../words/brief';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { audited, factorTo, normalisedTo, powerCurve, runCurve } from './run-curves';
import { useRuns, type Run } from './useRuns';
import { unequalWords } from './words';

const shownCorrections = [
  { value: 'card', label: 'as each card says' },
  ...corrections.map((value) => ({ value, label: correctionNames[value] })),
] as { value: Correction | 'card'; label: string }[];

/** Two runs over the revs, their difference with its band, and whether the comparison is fair. */
export default function RunsPart() {
  const { runs, chosen, held, choose, hold } = useRuns();
  const [correction, setCorrection] = useState<Correction | 'card'>('card');
  const [isNormal, setNormal] = useState(false);
  if (!runs) return <p className={frame.lead}>The runs are being fetched.</p>;
  if (!chosen)
    return (
      <>
        <h2 className={charts.head}>Runs</h2>
        <p className={frame.lead}>No run yet: add one from a file or from a spreadsheet, under Add a run.</p>
      </>
    );
  const options = runs.map(({ id, card }) => ({ value: id, label: card.name }));
  return (
    <>
      <h2 className={charts.head}>
        Runs
        <small>smoothed by Savitzky and Golay, nine points of 25 rpm, a parabola</small>
      </h2>
      <ChoiceField label="Run" value={chosen.id} onChoose={choose} options={options} />
      <ChoiceField
        label="Against"
        value={held?.id ?? ''}
        onChoose={hold}
        options={[{ value: '', label: 'none' }, ...options.filter(({ value }) => value !== chosen.id)]}
      />
      <ChoiceField
        label="Correction"
        value={correction}
        onChoose={setCorrection}
        options={shownCorrections}
      />
      {held && (
        <ChoiceField
          label="Charge"
          hint="to the other run’s manifold pressure and charge temperature"
          value={isNormal ? 'equal' : 'run'}
          onChoose={(next) => setNormal(next === 'equal')}
          options={[
            { value: 'run', label: 'as run' },
            { value: 'equal', label: 'made equal' },
          ]}
        />
      )}
      <Shown run={chosen} held={held} correction={correction} isNormal={isNormal} />
    </>
  );
}

type ShownProps = { run: Run; held: Run | null; correction: Correction | 'card'; isNormal: boolean };

function Shown({ run, held, correction, isNormal }: ShownProps) {
  const { figure } = useWords();
  const made = useMemo(() => {
    const [factor, other] = [factorTo(run, correction), held ? factorTo(held, correction) : 1];
    if (factor === null || other === null) return { lacksAir: true as const };
    const torque = runCurve(run, 'torque', factor);
    const before = held && runCurve(held, 'torque', other);
    const normal = held && torque && isNormal ? normalisedTo(run, held, torque) : null;
    return {
      lacksAir: false as const,
      torque: normal ?? torque,
      before,
      boost: runCurve(run, 'boost'),
      isNormal: normal !== null,
    };
  }, [run, held, correction, isNormal]);
  if (made.lacksAir)
    return (
      <p role="alert" className={frame.lead}>
        Another correction needs the air of the day: pressure and temperature on both cards.
      </p>
    );
  const { torque, before, boost } = made;
  if (!torque) return <p className={frame.lead}>This run has no torque or power over engine speed.</p>;
  if (held && run.card.basis !== held.card.basis)
    return (
      <p role="alert" className={frame.lead}>
        One is at the {held.card.basis}, the other at the {run.card.basis}: not compared until a drivetrain
        loss is chosen and both stand on one basis.
      </p>
    );
  const peaks = [peakOf(torque), peakOf(powerCurve(torque))];
  const said = signsOf(
    { torque, power: powerCurve(torque), boost, log: run.log },
    before ? { torque: before, power: powerCurve(before) } : null,
  );
  return (
    <>
      <p className={frame.lead}>
        {peaks[1] && `${figure(peaks[1].value, 'power')} at ${figure(peaks[1].speedRpm, 'engineSpeed')}`}
        {peaks[0] && `, ${figure(peaks[0].value, 'torque')} at ${figure(peaks[0].speedRpm, 'engineSpeed')}`},
        at the {run.card.basis}.
        {isNormal &&
          !made.isNormal &&
          ' Not made equal: manifold pressure or charge temperature is missing in one run.'}
      </p>
      <Pictures
        curves={{ run: torque, held: before ?? null }}
        names={[run.card.name, held?.card.name ?? '']}
      />
      {said.length > 0 && <Findings findings={said} label="What the run shows" />}
      {held && before && <Differences run={run} held={held} torque={torque} before={before} />}
      {held && <Fairness run={run} held={held} isNormal={made.isNormal} />}
    </>
  );
}

type PicturesProps = { curves: { run: Curve; held: Curve | null }; names: [string, string] };

function Pictures({ curves, names }: PicturesProps) {
  const { inUnit, symbol } = useWords();
  const plots = useMemo(() => {
    const plot = (quantity: Quantity, of: (curve: Curve) => Curve) => {
      const points = (curve: Curve | null) =>
        curve ? of(curve).speeds.map((x, i) => ({ x, y: inUnit(of(curve).values[i]!, quantity) })) : [];
      const rows = rowsOf({ run: points(curves.run), held: points(curves.held) });
      const high =
        1.08 * Math.max(1, ...rows.flatMap((row) => [Number(row.run ?? 0), Number(row.held ?? 0)]));
      return { rows, y: { low: 0, high, ticks: 4 } };
    };
    return { torque: plot('torque', (curve) => curve), power: plot('power', powerCurve) };
  }, [curves.run, curves.held, inUnit]);
  const drawn: PlotCurve[] = [
    { key: 'held', name: names[1], look: looks.thin },
    { key: 'run', name: names[0], look: looks.own(0) },
  ];
  return (
    <>
      {(['torque', 'power'] as const).map((quantity) => (
        <PlotPanel
          key={quantity}
          {...plots[quantity]}
          curves={drawn}
          areMerged
          title={quantity === 'torque' ? 'Torque' : 'Power'}
          note={`${symbol(quantity)}; thick: ${names[0]}${names[1] ? `, thin: ${names[1]}` : ''}`}
          label={`${quantity} over the revs of the run and the one it is held against`}
          height={150}
          say={{
            x: (at) => `${formatNumber(at, 0)} rpm`,
            y: (value) => `${formatNumber(value, 0)} ${symbol(quantity)}`,
          }}
        />
      ))}
    </>
  );
}

type DifferencesProps = { run: Run; held: Run; torque: Curve; before: Curve };

function Differences({ run, held, torque, before }: DifferencesProps) {
  const { figure, signedFigure } = useWords();
  const sure = { after: run.card, before: held.card };
  const found: { quantity: 'torque' | 'power'; its: Comparison | null }[] = [
    { quantity: 'torque', its: compare(torque, before, sure) },
    { quantity: 'power', its: compare(powerCurve(torque), powerCurve(before), sure) },
  ];
  const [first] = found;
  if (!first?.its)
    return (
      <p role="alert" className={frame.lead}>
        The two runs share no engine speed: there is nothing to compare.
      </p>
    );
  const rows = found.flatMap(({ quantity, its }) => {
    if (!its) return [];
    const line = (name: string, difference: Difference, where = '') => ({
      quantity,
      name,
      where,
      ...difference,
    });
    const at = (rpm: number) => `at ${figure(rpm, 'engineSpeed')}`;
    return [
      line(
        'peak',
        its.peak,
        its.peak.shiftRpm ? `${signedFigure(its.peak.shiftRpm, 'engineSpeed')} on the revs` : '',
      ),
      line('greatest gain', its.most, at(its.most.speedRpm)),
      line('greatest loss', its.least, at(its.least.speedRpm)),
      line('mean', its.mean),
      line('at the end', its.atEnd, at(its.toRpm)),
      line('floor', its.floor),
    ];
  });
  return (
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
  );
}

function Fairness({ run, held, isNormal }: { run: Run; held: Run; isNormal: boolean }) {
  const audit = useMemo(() => auditOf(audited(run), audited(held)), [run, held]);
  const verdicts = {
    fair: audit.unsaid.length
      ? 'Nothing unequal is known, and not all is: what is missing below decides.'
      : 'A fair comparison: nothing is unequal.',
    covered: isNormal
      ? 'Unequal only in what is made equal here.'
      : 'Unequal in what “Charge: made equal” covers: look at it so.',
    unfair: 'Not a fair comparison: run the first again as it was (A, B, A) with nothing else changed.',
  };
  return (
    <>
      <h3 className={charts.head}>Is the comparison fair?</h3>
      <p className={frame.lead} role="status">
        {verdicts[audit.verdict]}
      </p>
      <ul aria-label="Unequal between the runs">
        {audit.unequal.map(({ what, isCovered }) => (
          <li key={what}>
            {unequalWords[what]}
            {isCovered ? ' (covered by equal charge)' : ''}
          </li>
        ))}
      </ul>
      {audit.unsaid.length > 0 && (
        <p className={frame.foot}>
          Not known of one or both: {audit.unsaid.map((what) => unequalWords[what]).join(', ')}.
        </p>
      )}
    </>
  );
}
