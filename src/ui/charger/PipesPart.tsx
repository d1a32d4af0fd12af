'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { useDeferredValue, useMemo } from 'react';
import { lossHint, LossState } from '../demand/LossState';
import type { Loss } from '@/core/job/schema/job';
import { MACH_WARNING } from '@/core/charge-air/losses';
import { guess } from '@/core/documents/input';
import { lossPlaces, type LossPlace } from '@/core/job/schema/setup-choices';
import { pipeRows, type PipeRow } from '@/core/studies/pipes';
import { isPipe } from '@/core/build/plumbing';
import type { AnyLine } from '@/formats/kinds';
import { ChoiceField } from '../fields/ChoiceField';
import fields from '../fields/fields.module.css';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { lossNames } from '../words/inputs';
import { useWords } from '../words/useWords';
import { FromShelf, usePiping } from './FromShelf';
import styles from './charger.module.css';

const MOST = 12;

/** What a new part usually loses, and the state it is said for. Pa, K. */
const usual: Record<LossPlace, { drop: number; pressure: number; temperature: number; bore: number }> = {
  filter: { drop: 1_500, pressure: 100_000, temperature: 295, bore: 0.08 },
  inlet: { drop: 600, pressure: 99_000, temperature: 295, bore: 0.076 },
  between: { drop: 3_000, pressure: 160_000, temperature: 370, bore: 0.076 },
  cooler: { drop: 5_000, pressure: 210_000, temperature: 400, bore: 0.06 },
  charge: { drop: 1_200, pressure: 205_000, temperature: 325, bore: 0.0635 },
  throttle: { drop: 1_300, pressure: 203_000, temperature: 325, bore: 0.06 },
  manifold: { drop: 3_000, pressure: 220_000, temperature: 1_100, bore: 0.045 },
  downpipe: { drop: 2_500, pressure: 110_000, temperature: 980, bore: 0.076 },
  catalyst: { drop: 4_000, pressure: 108_000, temperature: 960, bore: 0.08 },
  silencer: { drop: 5_000, pressure: 105_000, temperature: 930, bore: 0.076 },
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The way of the air and of the exhaust, part by part: what each loses, its Mach number, its worth, other bores. */
export default function PipesPart() {
  const { store, setupIndex } = useJob();
  const { figure } = useWords();
  const { solved } = useSpeed();
  const plumbing = useJobState((s) => s.draft.setups[setupIndex]!.plumbing);
  const wanted = useMemo(
    () => (solved ? { build: solved.build, plumbing, speedRpm: solved.point.speedRpm } : null),
    [solved, plumbing],
  );
  // Fields answer at once; the sums with and without each part follow.
  const later = useDeferredValue(wanted);
  const rows = useMemo(
    () =>
      later && !later.plumbing.some((l) => l.from === 'pipe' && !isPipe(l))
        ? pipeRows(later.build, later.plumbing, later.speedRpm)
        : [],
    [later],
  );
  const flow = solved?.point.path.massFlow ?? 0.2;
  const add = (place: LossPlace) => {
    const { drop, pressure, temperature } = usual[place];
    const part: Loss = {
      place,
      from: 'drop',
      drop: guess(drop),
      massFlow: guess(Math.max(0.001, Math.round(flow * 1e3) / 1e3)),
      pressure: guess(pressure),
      temperature: guess(temperature),
    };
    store.getState().edit((job) => void job.setups[setupIndex]!.plumbing.push(part));
    store.getState().commit();
  };
  const piping = usePiping();
  const turboCount = solved?.build.chargers.at(-1)?.count ?? 1;
  const inOrder = plumbing
    .map((loss, index) => ({ loss, index }))
    .sort((a, b) => lossPlaces.indexOf(a.loss.place) - lossPlaces.indexOf(b.loss.place));
  return (
    <>
      <h2 className={styles.head}>
        Pipes and what stands in them
        <small>
          at {figure(solved?.point.speedRpm, 'engineSpeed')}, in the order of the flow; worth: what the
          flywheel gains without the part at the same boost asked
        </small>
      </h2>
      {inOrder.map(({ loss, index }) => (
        <Part
          key={`${loss.place}${index}`}
          loss={loss}
          index={index}
          row={rows.find((r) => r.index === index)}
          piping={piping}
          turboCount={turboCount}
        />
      ))}
      <div className={fields.rowKeys}>
        {lossPlaces.map((place) => (
          <Button
            variant="outlined"
            size="small"
            key={place}
            disabled={plumbing.length >= MOST}
            onClick={() => add(place)}
          >
            + {lossNames[place]}
          </Button>
        ))}
      </div>
      <p className={frame.foot}>
        Pipes are straight and smooth with bends of one and a half diameters; what is stated as a drop goes
        with flow squared, temperature and pressure. The throttle and the silencer are shared by twins, the
        rest each has its own. Mach 0.30 is the usual warning.
      </p>
    </>
  );
}

type PartProps = {
  loss: Loss;
  index: number;
  row: PipeRow | undefined;
  piping: AnyLine[] | null;
  turboCount: number;
};

function Part({ loss, index, row, piping, turboCount }: PartProps) {
  const { store, setupIndex } = useJob();
  const { figure, signedFigure } = useWords();
  const at = `setups.${setupIndex}.plumbing.${index}` as const;
  const choose = (from: Loss['from']) => {
    store.getState().edit((job) => {
      const part = job.setups[setupIndex]!.plumbing[index]!;
      part.from = from;
      if (from === 'pipe') {
        part.diameter ??= guess(usual[part.place].bore);
        part.length ??= guess(0.6);
        part.bends ??= guess(2);
      }
    });
    store.getState().commit();
  };
  const remove = () => {
    store.getState().edit((job) => void job.setups[setupIndex]!.plumbing.splice(index, 1));
    store.getState().commit();
  };
  const isFast = (row?.mach ?? 0) > MACH_WARNING;
  return (
    <section className={styles.part} aria-label={capital(lossNames[loss.place])}>
      <div>
        <h3>
          {capital(lossNames[loss.place])}
          <Button variant="inline" onClick={remove}>
            remove
          </Button>
        </h3>
        <FromShelf loss={loss} index={index} piping={piping} turboCount={turboCount} />
        <ChoiceField
          label="Loss given by"
          value={loss.from}
          onChoose={choose}
          options={[
            { value: 'drop', label: 'pressure loss at a flow' },
            { value: 'pipe', label: 'dimensions' },
          ]}
        />
        {loss.from === 'drop' ? (
          <QuantityField path={`${at}.drop`} hint={lossHint(loss, figure)} />
        ) : (
          <>
            <QuantityField path={`${at}.length`} optional />
            <QuantityField path={`${at}.bends`} hint="of a right angle" optional />
          </>
        )}
        <LossState at={at} />
        <QuantityField
          path={`${at}.diameter`}
          hint={loss.from === 'drop' ? 'for the Mach number and other sizes' : 'inside'}
          optional
        />
      </div>
      <div>
        <dl className={styles.partFigures}>
          <div>
            <dt>pressure loss</dt>
            <dd>{figure(row?.drop ?? null, 'pressureDrop')}</dd>
          </div>
          <div className={isFast ? styles.bad : undefined}>
            <dt>Mach number</dt>
            <dd>
              {isFast ? '✕ ' : ''}
              {row?.mach == null ? (loss.diameter ? '–' : 'needs its bore') : figure(row.mach, 'ratio')}
            </dd>
          </div>
          <div>
            <dt>worth</dt>
            <dd>{figure(row?.worth ?? null, 'shaftPower')}</dd>
          </div>
        </dl>
        {row && row.tried.length > 0 && (
          <FigureTable
            caption="Other bores"
            rows={row.tried}
            keyOf={(t) => t.diameter}
            columns={[
              { name: 'bore', cell: (t) => figure(t.diameter, 'bore') },
              { name: 'pressure loss', cell: (t) => figure(t.drop, 'pressureDrop') },
              { name: 'Mach number', cell: (t) => figure(t.mach, 'ratio') },
              { name: 'power', cell: (t) => signedFigure(t.power, 'shaftPower') },
            ]}
          />
        )}
      </div>
    </section>
  );
}
