'use client';
import Button from '@mui/material/Button';
import { useDeferredValue, useMemo, useState } from 'react';
import { engineCharger } from '@/core/charger/charged-air';
import { compileBuild } from '@/core/build/build';
import { beltedOf } from '@/core/job/chargers';
import { layOut, nearestLengths } from '@/core/drive/layout';
import { diameterFor, laidOutOf, toOrder, withPulleys, type PulleyRow } from '@/core/studies/pulley-sweep';
import { measuredShare, pulleyChange, shareOfIdeal } from '@/core/studies/pulley-change';
import { pointAt } from '@/core/solve/sweep';
import { libraryOf } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { StateMark } from '../frame/icons';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { isOn } from './usePulleySweep';
import styles from './blower.module.css';
import { idOf, useChosen, usePulleys, useShownRows } from './usePulleys';

/** Which pulley to order and why, the next sizes, the belt for it, and from a wish back to a diameter. */
export function PulleysAside() {
  const { store, setupIndex, drives } = useJob();
  const { layout, cranks, crank } = usePulleys();
  const shown = useShownRows();
  const { look } = useChosen();
  const { figure, sentence } = useWords();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const { rows, chosen, best, order, fitted, done } = shown;
  if (!layout || !chosen) return null;
  const isFitted = fitted?.key === chosen.key && isOn(layout, 'crank', chosen.crank);
  const put = () => {
    store
      .getState()
      .write(
        `setups.${setupIndex}.induction.chargers.${beltedOf(setup)?.index ?? 0}.drive.layout`,
        withPulleys(layout, chosen.crank, chosen.driven),
      );
    store.getState().commit();
  };
  const size = (r: PulleyRow) => figure(r.driven.document.diameter.value, 'bore');
  const at = rows.indexOf(chosen);
  const next = [rows[at - 1], rows[at + 1]].filter((r) => r !== undefined);
  const others = cranks.length > 1 ? bestOfAll(shown.all) : null;
  return (
    <>
      <p className={styles.order}>
        {chosen === order
          ? best
            ? 'Order'
            : done
              ? 'None makes the goal inside its limits; nearest'
              : 'Sweeping …'
          : 'Chosen'}
      </p>
      <p className={styles.big}>{size(chosen)}</p>
      <p className={frame.lead}>
        <StateMark state={chosen.state} size={12} /> {figure(chosen.goal.power, 'power')} and{' '}
        {figure(chosen.goal.boost, 'boost')} of boost; {figure(chosen.fastest, 'shaftSpeed')} of{' '}
        {figure(chosen.limit, 'shaftSpeed')} at the red line; {figure(chosen.goal.drive, 'shaftPower')} to
        drive. {chosen.state !== 'within' && `${sentence(chosen.why, 'short')}.`}
      </p>
      {isFitted ? (
        <p className={frame.lead}>It is fitted.</p>
      ) : (
        <Button variant="outlined" size="small" onClick={put}>
          Fit this pulley
        </Button>
      )}
      {next.map((r) => (
        <p key={r.key} className={styles.next}>
          <b>{size(r)}</b> {r.goal.power >= chosen.goal.power ? 'adds' : 'loses'}{' '}
          {figure(Math.abs(r.goal.power - chosen.goal.power), 'power')}:{' '}
          {r.state === 'within' ? 'within every limit' : sentence(r.why, 'short')}.
        </p>
      ))}
      {others && others.key !== chosen.key && best && others.ratio < best.ratio * 0.995 && (
        <p className={styles.next}>
          With the {figure(others.crank.document.diameter.value, 'bore')} crank pulley the {size(others)} does
          it at {figure(others.fastest, 'shaftSpeed')}.
        </p>
      )}
      <Group title="Pulleys">
        <ChoiceField
          label="Crank pulley"
          value={crank ? idOf(crank) : ''}
          options={cranks.map((c) => ({ value: idOf(c), label: c.name || 'as fitted' }))}
          onChoose={look}
        />
        <BeltToOrder row={chosen} belts={drives?.belts ?? []} />
      </Group>
      <Wish />
      {fitted && fitted.key !== chosen.key && <Change from={fitted} to={chosen} />}
      <p className={frame.foot}>
        The tensioner is moved up to the belt for every pulley. Engine off and key out; puller and press for
        the pulleys, eye protection on, and the guard back before the first start.
      </p>
    </>
  );
}

const bestOfAll = (rows: readonly PulleyRow[]): PulleyRow | null => toOrder(rows);

function BeltToOrder({
  row,
  belts,
}: {
  row: PulleyRow;
  belts: NonNullable<ReturnType<typeof useJob>['drives']>['belts'];
}) {
  const { layout } = usePulleys();
  const { figure } = useWords();
  const laid = useMemo(
    () => (layout ? layOut(withPulleys(layout, row.crank, row.driven)) : null),
    [layout, row],
  );
  if (!layout || !laid || !('run' in laid)) return null;
  const part =
    belts.find((b) => layout.part && b.id === layout.part.id) ??
    belts.find((b) => b.document.profile === layout.profile && b.document.ribs === layout.ribs.value);
  const [nearest] = part ? nearestLengths(part.document.lengths, laid.wanted, 1) : [];
  return (
    <Reading
      label="Belt to order"
      hint={
        nearest
          ? `${part!.document.name}; the pulleys want ${figure(laid.wanted, 'bore')}`
          : 'as the pulleys want it'
      }
      value={figure(nearest?.length ?? laid.wanted, 'bore')}
    />
  );
}

/** From a boost or a power wanted back to the pulley. */
function Wish() {
  const { answer } = useJob();
  const { layout } = usePulleys();
  const { rows } = useShownRows();
  const { figure } = useWords();
  const [kind, setKind] = useState<'boost' | 'power'>('boost');
  const [values, setValues] = useState<{ boost: number | null; power: number | null }>({
    boost: null,
    power: null,
  });
  const value = useDeferredValue(values[kind]);
  const on = useMemo(() => (answer ? laidOutOf(answer.build) : null), [answer]);
  const speedRpm = answer?.build.goal.speedRpm ?? 0;
  const diameter = useMemo(
    () => (on && value !== null ? diameterFor(on.build, on.layout, { kind, value, speedRpm }) : null),
    [on, value, kind, speedRpm],
  );
  if (!layout || !answer) return null;
  const listed =
    diameter === null
      ? null
      : rows.reduce<PulleyRow | null>(
          (best, r) =>
            r.driven.document.diameter.value <= diameter + 1e-5 &&
            (!best || r.driven.document.diameter.value > best.driven.document.diameter.value)
              ? r
              : best,
          null,
        );
  return (
    <Group title="From the wish back to the pulley">
      <ChoiceField
        label="Wanted"
        value={kind}
        options={[
          { value: 'boost', label: 'a boost' },
          { value: 'power', label: 'a power' },
        ]}
        onChoose={setKind}
      />
      <QuantityInput
        key={kind}
        label={kind === 'boost' ? 'Boost wanted' : 'Power wanted'}
        hint={`at ${figure(speedRpm, 'engineSpeed')}`}
        quantity={kind}
        {...(kind === 'boost' ? { basis: 'gauge' } : {})}
        bound={kind === 'boost' ? { min: 1_000, max: 400_000 } : { min: 5_000, max: 4e6 }}
        value={values[kind]}
        optional
        ambient={answer.build.climate.pressure}
        onType={(next) => setValues((now) => ({ ...now, [kind]: next }))}
        onRevert={() => values[kind]}
      />
      {value !== null && (
        <Reading
          label="Blower pulley"
          hint={
            diameter === null
              ? 'no pulley on this crank gives it'
              : listed
                ? `largest listed that gives it: ${listed.driven.name}`
                : 'none listed is small enough'
          }
          value={figure(diameter, 'bore')}
        />
      )}
    </Group>
  );
}

/** What another pulley changes at the selected speed, and where the ideal rule's promise goes. */
function Change({ from, to }: { from: PulleyRow; to: PulleyRow }) {
  const { answer, items, setupIndex } = useJob();
  const { speedRpm } = useSpeed();
  const { layout } = usePulleys();
  const { figure } = useWords();
  const job = useDeferredValue(useJobState((s) => s.draft));
  const [measured, setMeasured] = useState<Record<'before' | 'after', number | null>>({
    before: null,
    after: null,
  });
  const change = useMemo(() => {
    if (!answer || !layout) return null;
    const changed = structuredClone(job);
    const drive = beltedOf(changed.setups[setupIndex]!)?.drive;
    if (!drive) return null;
    drive.layout = withPulleys(layout, to.crank, to.driven);
    const compiled = compileBuild(changed, changed.setups[setupIndex]!.id, libraryOf(items));
    if (!('build' in compiled)) return null;
    const before = pointAt(answer, speedRpm);
    const after = pointAt({ build: compiled.build, sweep: { ...answer.sweep, points: [] } }, speedRpm);
    // In a row the gate holds the boost: what a pulley gives is the turbocharger's to take back.
    return answer.build.chargers.length > 1 || engineCharger(answer.build).machine?.map
      ? null
      : pulleyChange(before, after);
  }, [answer, layout, job, setupIndex, items, speedRpm, to]);
  if (!change) return null;
  const size = (r: PulleyRow) => figure(r.driven.document.diameter.value, 'bore');
  const ratio = { before: from.ratio, after: to.ratio };
  const ambient = answer!.build.climate.pressure;
  const share =
    measured.before === null || measured.after === null
      ? null
      : measuredShare(measured.before, measured.after, ambient, ratio);
  const field = (which: 'before' | 'after') => (
    <QuantityInput
      label={`Boost measured ${which}`}
      hint={which === 'before' ? `on ${size(from)}` : `on ${size(to)}`}
      quantity="boost"
      basis="gauge"
      bound={{ min: 0, max: 800_000 }}
      value={measured[which]}
      optional
      ambient={ambient}
      onType={(value) => setMeasured((now) => ({ ...now, [which]: value }))}
      onRevert={() => measured[which]}
    />
  );
  const signed = (value: number) => `${value < 0 ? '−' : '+'}${figure(Math.abs(value), 'boost')}`;
  return (
    <>
      <FigureTable
        headless
        caption={`From ${size(from)} to ${size(to)} at ${figure(speedRpm, 'engineSpeed')}`}
        rows={[
          ['Boost before', figure(change.before, 'boost')],
          ['Ideal rule', signed(change.ideal)],
          ['Leakage and filling', signed(change.leakage)],
          ['Inlet restriction', signed(change.inlet)],
          ['Warmer charge', signed(change.heat)],
          ['Engine breathing', signed(change.breathing)],
          ['Boost after', figure(change.after, 'boost')],
          ['Of the ideal rule', figure(shareOfIdeal(change), 'share')],
        ]}
        keyOf={([name]) => name!}
        columns={[
          { name: 'part', cell: ([name]) => name },
          { name: 'boost, gauge', cell: ([, value]) => value },
        ]}
      />
      <Group title="Measured on both">
        {field('before')}
        {field('after')}
        {share !== null && (
          <Reading
            label="Of the ideal rule"
            hint={`forecast ${figure(shareOfIdeal(change), 'share')}; less: leak, slip, restriction or heat`}
            value={figure(share, 'ratio')}
          />
        )}
      </Group>
    </>
  );
}
