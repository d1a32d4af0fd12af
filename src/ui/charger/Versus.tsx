'use client';
import { FigureTable } from '../table/FigureTable';
import { QuantityInput } from '../fields/QuantityInput';
import Button from '@mui/material/Button';
import type { TurboItem } from '@/core/selection/candidate';
import type { TurbochargerItem } from '@/formats/library-items';
import { chargerAtEngine, chargerInFront, exhaustDriveOf } from '@/core/job/chargers';
import { engineCharger } from '@/core/charger/charged-air';
import { engineTurbine } from '@/core/build/row';
import { useCallback, useMemo, useState } from 'react';
import { trialOf } from '@/core/studies/spool';
import {
  meanPower,
  spaceOf,
  versusOf,
  versusRows,
  type VersusRole,
  type VersusRow,
} from '@/core/selection/versus';
import { StateMark } from '../frame/icons';
import { stateWords } from '../frame/states';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, type Solved } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { usePutTurbo } from './usePutOn';
import { useTurboParts } from './useTurboParts';
import styles from './charger.module.css';

/** An item of the ranking as the library has it. */
const turbochargerOf = ({ id, revision, turbo }: TurboItem): TurbochargerItem => ({
  id,
  revision,
  document: turbo.document,
});

/** A speed the mean goes from or to. */
const speed = { quantity: 'engineSpeed', bound: { min: 100, max: 30_000 } } as const;
const roles: Record<VersusRole, string> = {
  'other-form': 'of half or twice the flow',
  smaller: 'a size down',
  bigger: 'a size up',
};

type Line = Omit<VersusRow, 'role' | 'candidate'> & {
  key: string;
  what: string;
  onUse?: () => void;
};

/** One against two, small against big: what each costs in the low revs and brings in the high ones, on one sheet. */
export function Versus({ solved }: { solved: Solved }) {
  const { figure, roundSpeed } = useWords();
  const { drawn, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const { items, failed } = useTurboParts();
  const putTurbo = usePutTurbo();
  const { build } = solved;
  const [from, setFrom] = useState<number | null>(null);
  const [to, setTo] = useState<number | null>(null);
  const fromRpm = from ?? Math.round((build.redLineRpm * 0.5) / build.stepRpm) * build.stepRpm;
  const toRpm = to ?? Math.floor(build.redLineRpm / build.stepRpm) * build.stepRpm;
  const trial = useMemo(() => {
    const plan = trialOf(job);
    return 'reason' in plan ? null : plan;
  }, [job]);
  const setup = job.setups[setupIndex]!;
  const { induction } = setup;
  const own = useMemo(() => {
    const ref = exhaustDriveOf(chargerAtEngine({ induction }))?.turbocharger;
    return items?.find((t) => t.id === ref?.id && t.revision === ref.revision) ?? null;
  }, [items, induction]);
  const form = chargerAtEngine({ induction })?.count === 2 ? 'parallel' : 'single';
  const make = useCallback(
    () =>
      own && items
        ? versusRows(job, setup.id, own, form, items, trial)
        : (function* (): Generator<VersusRow> {})(),
    [own, items, job, setup.id, form, trial],
  );
  const rivals = useSlices(make, 'Turbochargers side by side');
  const lines = useMemo((): Line[] => {
    const shown = drawn.flatMap((d): Line[] => {
      const answer = d.index === setupIndex ? solved : d.answer;
      if (!answer || !engineTurbine(answer.build)) return [];
      const refs = [chargerAtEngine(d.setup), chargerInFront(d.setup)].flatMap(
        (charger) => exhaustDriveOf(charger)?.turbocharger ?? [],
      );
      const found = refs.flatMap((r) => items?.find((t) => t.id === r.id && t.revision === r.revision) ?? []);
      const { count } = engineCharger(answer.build);
      const prices = found.map((t) => t.price);
      const isWhole = found.length > 0 && found.length === refs.length && !prices.includes(null);
      const wheels = found.map((t) => t.compressor.exducer.value);
      return [
        {
          key: d.setup.id,
          what: d.index === setupIndex ? 'this setup' : `setup ${d.setup.letter}`,
          name: d.setup.name,
          ...versusOf(answer, trial),
          price: isWhole ? count * prices.reduce<number>((sum, p) => sum + p!, 0) : null,
          space: spaceOf(wheels.flatMap((w) => Array.from({ length: count }, () => w))),
        },
      ];
    });
    return [
      ...shown,
      ...(rivals ?? []).map((r): Line => ({
        ...r,
        key: `${r.role} ${r.name}`,
        what: roles[r.role],
        onUse: () => void putTurbo(turbochargerOf(r.candidate.chargers[0]!), r.candidate.form),
      })),
    ];
  }, [drawn, setupIndex, solved, items, trial, rivals, putTurbo]);
  return (
    <section aria-label="Single or twin, smaller or larger">
      <h2 className={styles.head}>
        Single or twin, smaller or larger
        <small>each solved whole on this engine, with the same trial and the same goal</small>
      </h2>
      <div className={styles.between}>
        <QuantityInput {...speed} label="Mean power from" value={fromRpm} onType={setFrom} />
        <QuantityInput {...speed} label="Mean power to" value={toRpm} onType={setTo} />
      </div>
      {failed && (
        <p role="alert" className={styles.bad}>
          Some maps could not be fetched: is the server away?
        </p>
      )}
      <FigureTable
        caption="Single or twin, smaller or larger"
        unseen
        rows={lines}
        keyOf={(l) => l.key}
        isCurrent={(l) => l.what === 'this setup'}
        columns={[
          {
            name: 'turbocharger',
            cell: (l) => (
              <>
                {l.name}
                <small>{l.what}</small>
              </>
            ),
          },
          { name: 'boost threshold', cell: (l) => roundSpeed(l.figures.threshold) },
          { name: 'full boost from', cell: (l) => roundSpeed(l.figures.fullFrom) },
          {
            name: 'time to full boost',
            cell: (l) => (l.figures.time === null ? 'never' : figure(l.figures.time, 'shortTime')),
          },
          { name: 'peak power', cell: (l) => figure(l.figures.peak, 'power') },
          { name: 'power at red line', cell: (l) => figure(l.figures.redLine, 'power') },
          { name: 'mean power', cell: (l) => figure(meanPower(l.powers, fromRpm, toRpm), 'power') },
          { name: 'p3/p_m, gauge', cell: (l) => figure(l.figures.backPressure, 'ratio') },
          { name: 'price', cell: (l) => (l.price === null ? '–' : formatNumber(l.price, 0)) },
          { name: 'space, about', cell: (l) => (l.space ? `${formatNumber(l.space * 1_000, 1)} L` : '–') },
          {
            name: '',
            cell: (l) =>
              l.onUse && (
                <Button variant="inline" onClick={l.onUse}>
                  use this
                </Button>
              ),
          },
          {
            name: 'state',
            cell: (l) => (
              <span className={l.state === 'over' ? styles.bad : styles.ok}>
                <StateMark state={l.state} size={11} /> {stateWords[l.state]}
              </span>
            ),
          },
        ]}
      />
      {!rivals && own && <p className={frame.lead}>The others are calculating …</p>}
      {!own && items && (
        <p className={frame.lead}>
          This one was put together by hand: choose a turbocharger of the library, and the other number of
          them, a size down and a size up stand here beside it.
        </p>
      )}
      <p className={frame.foot}>
        Time to full boost is that of the test on the sheet Spool, the same test for all; ‘never’: not within
        it. Space is an estimate from the wheels. Back pressure over boost at the goal.
      </p>
    </section>
  );
}
