'use client';
import Button from '@mui/material/Button';
import { arrangementOf, chargerAtEngine, chargerInFront, exhaustDriveOf } from '@/core/job/chargers';
import { engineMachine, engineTurbine } from '@/core/build/row';
import { engineCharger, frontCharger } from '@/core/charger/charged-air';
import { memo, useCallback, useDeferredValue, useMemo } from 'react';
import type { OperatingPoint } from '@/core/solve/point';
import { isTurbocharger, isTurbine } from '@/formats/library-items';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import fields from '../fields/fields.module.css';
import { CoolerFields } from '../cooling/CoolerFields';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { arrangementOptions } from '../words/changes';
import { useWords } from '../words/useWords';
import { CompressorMap } from './CompressorMap';
import { Gate } from './TurbinePart';
import { ShaftFields } from './ShaftFields';
import { StageTable } from './StageTable';
import { useArrange, usePutTurbo } from './usePutOn';
import { Versus } from './Versus';
import styles from './charger.module.css';

const Picture = memo(CompressorMap);

const series = {
  ratios: [
    { key: 'total', name: 'both stages' },
    { key: 'engine', name: 'HP stage', tone: 'second' },
    { key: 'front', name: 'LP stage', thin: true },
  ],
  boost: [
    { key: 'boost', name: 'manifold' },
    { key: 'between', name: 'between the stages', tone: 'second' },
  ],
} as const satisfies Record<string, readonly Series[]>;

/** One turbo or two, and how they are put together: shares of the work, each stage's map, and setups against each other. */
export default function PairPart() {
  const { answer } = useJob();
  const { solved } = useSpeed();
  if (!answer || !solved)
    return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (!engineTurbine(solved.build))
    return (
      <p className={frame.lead}>
        No turbine yet. Choose a turbocharger on the sheet ‘Turbine & wastegate’; here it is put beside a
        second one, or one on the other.
      </p>
    );
  return (
    <>
      {frontCharger(solved.build) && <Stages solved={solved} />}
      <Versus solved={solved} />
    </>
  );
}

/** A compound pair: how the stages share the ratio over the revs, and each on its own map. */
function Stages({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const { build, point } = solved;
  const shown = useDeferredValue(solved);
  const ofEach = useCallback(
    (b: Solved['build'], p: OperatingPoint): Record<string, number> =>
      p.status.kind === 'failed'
        ? {}
        : {
            total: p.pressureRatio,
            boost: inUnit(p.boostGauge, 'boost'),
            ...(frontCharger(p.path)
              ? {
                  engine: engineCharger(p.path).outlet.ratio,
                  front: frontCharger(p.path)!.outlet.ratio,
                  between: inUnit(engineCharger(p.path).inlet.pressure - b.climate.pressure, 'boost'),
                }
              : {}),
          },
    [inUnit],
  );
  const none = useCallback(() => ({}), []);
  const { curves, reads } = useCurves(solved, ofEach, none);
  const front = frontCharger(build)?.machine;
  const own = engineMachine(build);
  const at = frontCharger(point.path);
  if (!front || !own) return null;
  return (
    <>
      <h2 className={charts.head}>
        LP stage {front.name}, HP stage {own.name}
        <small>
          {at
            ? `at ${figure(point.speedRpm, 'engineSpeed')}: LP ${figure(at.outlet.ratio, 'ratio')} × HP ${figure(engineCharger(point.path).outlet.ratio, 'ratio')}, less the interstage loss = ${figure(point.pressureRatio, 'ratio')}`
            : `at ${figure(point.speedRpm, 'engineSpeed')} the HP stage is bypassed`}
        </small>
      </h2>
      <div className={styles.stageMaps}>
        {(['front', 'engine'] as const).map((stage) => {
          const one = stage === 'front' ? frontCharger(shown.build)?.machine : engineMachine(shown.build);
          return (
            one?.map && (
              <section key={stage}>
                <h3>
                  {stage === 'front' ? 'Low-pressure (LP) stage' : 'High-pressure (HP) stage'}
                  <small>{one.name}</small>
                </h3>
                <Picture answer={shown} map={one.map} name={one.name} stage={stage} />
              </section>
            )
          );
        })}
      </div>
      <StageTable solved={solved} />
      <RevPanel
        title="Pressure ratio by stage"
        unit=""
        note="both stages; dashed: HP stage; thin: LP stage"
        curves={curves}
        series={series.ratios}
        reads={reads(['pressure-ratio', 'both together'])}
      />
      <RevPanel
        title="Boost"
        unit={`${symbol('boost')} gauge`}
        note="dashed: between the stages"
        curves={curves}
        series={series.boost}
        reads={reads(['boost', 'manifold, gauge'], ['turbine-inlet-pressure', 'turbine inlet, abs'])}
      />
    </>
  );
}

const NONE = 'none';
const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** How the turbos are put together, and what a pair needs beside them. */
export function PairAside() {
  const { setupIndex, items } = useJob();
  const { figure } = useWords();
  const arrange = useArrange();
  const bypass = useBypass();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const { solved } = useSpeed();
  const { induction } = setup;
  const at = `setups.${setupIndex}.induction` as const;
  if (induction.kind === 'none') return null;
  const arrangement = arrangementOf(induction);
  const hot = exhaustDriveOf(chargerAtEngine(setup));
  const front = chargerInFront(setup);
  const frontDrive = exhaustDriveOf(front);
  const frontAt = `${at}.chargers.0` as const;
  const bypasses = induction.changeover.kind === 'at';
  const engine = items
    .filter(isTurbocharger)
    .find((t) => hot?.turbocharger && keyOf(t) === keyOf(hot.turbocharger));
  const line = solved?.sweep.pair;
  return (
    <>
      <Group title="Arrangement">
        <ChoiceField
          label="Arrangement"
          value={arrangement}
          options={arrangementOptions}
          onChoose={arrange}
        />
        {engine && (
          <Reading
            label={arrangement === 'compound' ? 'At the engine' : 'Each'}
            value={engine.document.name}
          />
        )}
      </Group>
      {arrangement === 'sequential' && (
        <Group title="Changeover">
          <QuantityField path={`${at}.changeover.speedRpm`} />
          <QuantityField path={`${at}.changeover.hysteresisRpm`} hint="keeps it from fluttering" />
          {line?.kind === 'sequential' && (
            <>
              <Reading
                label="Boost on one turbo"
                hint="at the change-over, gauge"
                value={figure(line.alone, 'boost')}
              />
              <Reading label="Boost on both turbos" hint="there, gauge" value={figure(line.both, 'boost')} />
            </>
          )}
        </Group>
      )}
      {arrangement === 'compound' && <Front />}
      {front && frontDrive && (
        <>
          <Gate title="LP stage wastegate" hot={frontDrive} path={`${frontAt}.drive`} />
          <ShaftFields title="LP stage rotor" path={`${frontAt}.drive`} />
          <Group title="Interstage">
            <ChoiceField
              path={`${frontAt}.hold.kind`}
              label="LP stage boost"
              options={[
                { value: 'free', label: 'uncontrolled' },
                { value: 'held', label: 'held by its wastegate' },
              ]}
            />
            {front.hold.kind === 'held' && <QuantityField path={`${frontAt}.hold.gauge`} />}
            <CoolerFields
              label="Intercooler"
              path={`${frontAt}.aftercooler`}
              cooler={front.aftercooler}
              station="between"
            />
            <Reading
              label="Interstage piping"
              hint="on the sheet Piping"
              value={betweenCount(setup.plumbing)}
            />
          </Group>
          <Group title="Bypass">
            <ChoiceField
              label="HP stage"
              value={bypasses ? 'bypassed' : 'always'}
              options={[
                { value: 'always', label: 'always in series' },
                { value: 'bypassed', label: 'bypassed above a speed' },
              ]}
              onChoose={bypass}
            />
            {bypasses && (
              <>
                <QuantityField path={`${at}.changeover.speedRpm`} />
                <QuantityField path={`${at}.changeover.hysteresisRpm`} />
              </>
            )}
          </Group>
        </>
      )}
      <p className={frame.foot}>
        Twins share the flow evenly. Of a sequential pair the second is taken as spun up before it joins. Of a
        two-stage arrangement the HP wastegate opens first; once it is wide open the LP wastegate controls the
        boost. At high ratios casings, hoses and clamps must be made for it: ask their makers. Oil must reach
        every bearing before the first crank.
      </p>
    </>
  );
}

const betweenCount = (plumbing: { place: string }[]): string => {
  const count = plumbing.filter((l) => l.place === 'between').length;
  return count ? `${count}` : 'none';
};

/** The bypass as a choice of two words. */
function useBypass() {
  const { store, setupIndex } = useJob();
  return useCallback(
    (choice: 'always' | 'bypassed') => {
      const path = `setups.${setupIndex}.induction.changeover.kind`;
      store.getState().write(path, choice === 'bypassed' ? 'at' : 'never');
      store.getState().commit();
    },
    [store, setupIndex],
  );
}

/** The second turbo of a compound pair. */
function Front() {
  const { turbos, items, setupIndex } = useJob();
  const { figure, figureNumber } = useWords();
  const putFront = usePutTurbo('front');
  const drive = useJobState((s) => exhaustDriveOf(chargerInFront(s.draft.setups[setupIndex]!)));
  const chosen = drive?.turbocharger ? keyOf(drive.turbocharger) : NONE;
  const turbine = items.filter(isTurbine).find((t) => drive && keyOf(t) === keyOf(drive.turbine));
  const options = useMemo(() => {
    const offered = (turbos?.turbochargers ?? []).map((t) => ({ value: keyOf(t), label: t.document.name }));
    const isKnown = chosen === NONE || offered.some((o) => o.value === chosen);
    const kept = {
      value: chosen,
      label: items.find((i) => keyOf(i) === chosen)?.document.name ?? 'as it came',
    };
    return [{ value: NONE, label: 'none yet' }, ...(isKnown ? [] : [kept]), ...offered];
  }, [turbos, items, chosen]);
  return (
    <Group title="Low-pressure (LP) stage">
      <ChoiceField
        label="Second turbocharger"
        hint="first in the air path"
        value={chosen}
        options={options}
        onChoose={(key) =>
          void putFront(turbos?.turbochargers.find((t) => keyOf(t) === key) ?? null, 'compound')
        }
      />
      {turbine && drive && (
        <>
          <HousingChoice housings={turbine.document.housings.map((h) => h.name)} />
          <Reading
            label="Turbine wheel"
            hint="in / out"
            value={`${figureNumber(turbine.document.inducer.value, 'bore')} / ${figure(turbine.document.exducer.value, 'bore')}`}
          />
          <div className={fields.rowKeys}>
            <Button variant="outlined" size="small" onClick={() => void putFront(null, 'compound')}>
              Take it off
            </Button>
          </div>
        </>
      )}
    </Group>
  );
}

function HousingChoice({ housings }: { housings: string[] }) {
  const { store, setupIndex } = useJob();
  const path = `setups.${setupIndex}.induction.chargers.0.drive.housing`;
  const value = useJobState((s) =>
    String(exhaustDriveOf(chargerInFront(s.draft.setups[setupIndex]!))?.housing ?? 0),
  );
  return (
    <ChoiceField
      label="Housing"
      value={value}
      options={housings.map((label, i) => ({ value: String(i), label }))}
      onChoose={(index) => {
        store.getState().write(path, Number(index));
        store.getState().commit();
      }}
    />
  );
}
