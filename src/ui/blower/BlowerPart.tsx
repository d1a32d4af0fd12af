'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import Button from '@mui/material/Button';
import { shaftLimit } from '@/core/charger/charger';
import { given, guess } from '@/core/documents/input';
import { beltPlace } from '@/core/build/row';
import { arrangementOf, beltedOf } from '@/core/job/chargers';
import type { Ref } from '@/core/documents/ref';
import type { DrivePath } from '@/core/job/inputs/setup-inputs';
import type { BeltDriveDocument } from '@/core/job/schema/job';
import type { OperatingPoint } from '@/core/solve/point';
import { isBlower, isCentrifugal, isCompressor } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { useArrange } from '../charger/usePutOn';
import { ChoiceField } from '../fields/ChoiceField';
import { Fold } from '../fields/Fold';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { bySchool } from '../words/school';
import { useWords } from '../words/useWords';
import { PartLoadReadings } from './PartLoadReadings';
import { usePutBlower, type RowPlace } from './usePutBlower';

const series = {
  boost: [{ key: 'boost', name: 'boost' }],
  temperature: [
    { key: 'outlet', name: 'blower outlet' },
    { key: 'charge', name: 'charge', thin: true },
    { key: 'hottest', name: 'limit', tone: 'hot' },
  ],
  shaft: [
    { key: 'shaft', name: 'shaft' },
    { key: 'limit', name: 'limit', tone: 'hot' },
  ],
  drive: [{ key: 'drive', name: 'drive' }],
  power: [
    { key: 'power', name: 'flywheel' },
    { key: 'before', name: 'before the drive', thin: true },
  ],
} as const satisfies Record<string, readonly Series[]>;

/** What a supercharger does over the revs, setups over each other. */
export default function BlowerPart() {
  const { answer } = useJob();
  const { solved } = useSpeed();
  if (!answer || !solved)
    return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (beltPlace(solved.build) < 0)
    return (
      <p className={frame.lead}>
        No supercharger yet. Choose one on the right: it comes with a first belt drive that does not
        over-speed it; pulleys and belt are changed under Belt drive.
      </p>
    );
  return <Curves solved={solved} />;
}

function Curves({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const { build, point } = solved;
  const ofEach = useCallback(
    (b: Solved['build'], p: OperatingPoint): Record<string, number> => {
      const its = p.chargers[beltPlace(b)];
      // Bypassed, or on another setup not there at all.
      if (p.status.kind === 'failed' || !its) return {};
      const { shaftRpm, crankPower, air } = its;
      return {
        boost: inUnit(p.boostGauge, 'boost'),
        outlet: inUnit(air.outlet.temperature, 'temperature'),
        charge: inUnit(p.path.manifold.temperature, 'temperature'),
        drive: inUnit(crankPower, 'shaftPower'),
        power: inUnit(p.power.flywheel, 'power'),
        before: inUnit(p.power.flywheel + p.power.drive, 'power'),
        ...(shaftRpm === null ? {} : { shaft: inUnit(shaftRpm, 'shaftSpeed') / 1_000 }),
      };
    },
    [inUnit],
  );
  const ofOwn = useCallback(
    (b: Solved['build']): Record<string, number> => {
      const charger = b.chargers[beltPlace(b)]!;
      const hottest = charger.machine?.maxOutletTemperature;
      return {
        limit: inUnit(shaftLimit(charger), 'shaftSpeed') / 1_000,
        ...(hottest ? { hottest: inUnit(hottest, 'temperature') } : {}),
      };
    },
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  const machine = build.chargers[beltPlace(build)]!.machine;
  const isCompressor = Boolean(machine?.map);
  return (
    <>
      <h2 className={charts.head}>
        {machine?.name} over the revs
        <small>right: at {figure(point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <RevPanel
        title="Boost"
        unit={`${symbol('boost')} gauge`}
        curves={curves}
        series={series.boost}
        reads={reads(
          ['boost', 'boost, gauge'],
          ['manifold-pressure', 'manifold, abs'],
          ['pressure-ratio', 'pressure ratio'],
        )}
      />
      <RevPanel
        title="Outlet and charge temperature"
        unit={symbol('temperature')}
        note="thin: charge, behind the cooler; red: limit of the rotors"
        curves={curves}
        series={series.temperature}
        reads={reads(
          ['outlet-temperature', 'blower outlet'],
          ['charge-temperature', 'charge'],
          ['efficiency', 'isentropic efficiency'],
        )}
      />
      <RevPanel
        title={isCompressor ? 'Wheel speed' : 'Blower speed'}
        unit="thousand rpm"
        note="red: limit"
        curves={curves}
        series={series.shaft}
        reads={reads(['shaft-speed', isCompressor ? 'wheel' : 'blower'], ['speed-share', 'of its limit'])}
      />
      <RevPanel
        title="Drive power"
        unit={symbol('shaftPower')}
        note="from the crankshaft"
        curves={curves}
        series={series.drive}
        reads={reads(['drive-power', 'drive'], ['compressor-power', 'to the air'])}
      />
      <RevPanel
        title="Power at the flywheel"
        unit={symbol('power')}
        note={`${bySchool(build)}; thin: before the drive`}
        curves={curves}
        series={series.power}
        level={inUnit(build.goal.power, 'power')}
        reads={reads(['power', 'flywheel'], ['wheel-power', 'at the wheels'], ['air-flow', 'airflow'])}
      />
    </>
  );
}

const NONE = 'none';
/** What one person lifts in front of an engine, kg (common practice, no source; local rules decide). */
const ONE_PERSON = 25;
const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** Which supercharger, how it is fitted, and what is measured of it. */
export function BlowerAside() {
  const { setupIndex, answer } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const belted = beltedOf(setup);
  const drive = belted?.drive;
  const own = `setups.${setupIndex}.induction.chargers.${belted?.index ?? 0}.drive` as const;
  const isDisplacement =
    answer !== null && answer.build.chargers[beltPlace(answer.build)]?.machine?.map === null;
  return (
    <>
      <Choice drive={drive} />
      {drive && (
        <>
          <Fitting drive={drive} path={own} />
          <PartLoadReadings hasBypass={Boolean(drive.bypass)} />
          {isDisplacement && <Measured path={own} />}
          <p className={frame.foot}>
            Engine off and key out before a hand goes near the belt; guard it before the first start. Pulleys
            come off with a puller and go on with a press: eye protection, and no swarf into the ports. Lift a
            heavy blower with two people or a hoist.
          </p>
        </>
      )}
    </>
  );
}

function Choice({ drive }: { drive: BeltDriveDocument | undefined }) {
  const { drives, fetchDrives, items, setupIndex } = useJob();
  const { figure } = useWords();
  const put = usePutBlower();
  const arrange = useArrange();
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (!drives) void fetchDrives();
  }, [drives, fetchDrives]);
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const belted = beltedOf(setup);
  const ref = drive && (drive.blower ?? belted?.charger.machine);
  const row = setup.induction.kind === 'charged' ? setup.induction.chargers : [];
  const hasTurbo = row.some((charger) => charger.drive.kind === 'exhaust');
  const place: RowPlace =
    !hasTurbo || !belted || row.length < 2 ? 'alone' : belted.index === 0 ? 'before' : 'behind';
  const [wanted, setWanted] = useState<RowPlace>('alone');
  const shownPlace = belted ? place : wanted;
  const chosen = items.find((i) => ref && keyOf(i) === keyOf(ref));
  const key = ref ? keyOf(ref) : NONE;
  const options = useMemo(() => {
    const offered = [
      ...(drives?.blowers ?? []).map((b) => ({
        value: keyOf(b),
        label: `${b.document.name}, ${b.document.type === 'screw' ? 'twin-screw' : b.document.type === 'roots' ? 'Roots' : 'twisted-lobe'}`,
      })),
      ...(drives?.centrifugals ?? []).map((c) => ({
        value: keyOf(c),
        label: `${c.document.name}, centrifugal`,
      })),
    ];
    const isKnown = key === NONE || offered.some((o) => o.value === key);
    return [
      { value: NONE, label: 'none' },
      ...(isKnown ? [] : [{ value: key, label: chosen?.document.name ?? 'as it came' }]),
      ...offered,
    ];
  }, [drives, key, chosen]);
  const choose = async (next: string) => {
    setFailed(null);
    const item = [...(drives?.blowers ?? []), ...(drives?.centrifugals ?? [])].find((i) => keyOf(i) === next);
    if (!(await put(item ?? null, shownPlace)))
      setFailed(`The map of ${item?.document.name ?? 'it'} could not be fetched: is the server away?`);
  };
  const arrangement = arrangementOf(setup.induction);
  return (
    <Group title="Supercharger">
      <ChoiceField
        label="Fitted"
        hint="displacement or centrifugal"
        value={key}
        options={options}
        onChoose={(next) => void choose(next)}
      />
      {failed && (
        <p role="alert" className={frame.lead}>
          {failed}
        </p>
      )}
      {hasTurbo && (
        <ChoiceField
          label="With the turbocharger"
          hint="in a row the pressures multiply"
          value={shownPlace}
          options={[
            { value: 'alone', label: belted ? 'alone: turbocharger taken off' : 'instead of it' },
            { value: 'before', label: 'in series, before it' },
            { value: 'behind', label: 'in series, at the engine' },
          ]}
          onChoose={(next) => {
            setWanted(next);
            const item = [...(drives?.blowers ?? []), ...(drives?.centrifugals ?? [])].find(
              (i) => keyOf(i) === key,
            );
            if (item) void put(item, next);
          }}
        />
      )}
      {drive && place === 'alone' && (
        <ChoiceField
          label="Number"
          value={arrangement === 'parallel' ? 'parallel' : 'single'}
          options={[
            { value: 'single', label: 'one' },
            { value: 'parallel', label: 'two in parallel' },
          ]}
          onChoose={arrange}
        />
      )}
      {chosen && isBlower(chosen) && (
        <Reading
          label="Displacement"
          hint="per turn; internal ratio"
          value={`${figure(chosen.document.volume.value, 'volume')}; ${figure(chosen.document.internalRatio.value, 'ratio')}`}
        />
      )}
      {chosen && isCentrifugal(chosen) && (
        <>
          <TipSpeed compressor={chosen.document.compressor} />
          <Reading
            label="Step-up"
            hint="wheel over pulley"
            value={figure(chosen.document.stepUp.value, 'ratio')}
          />
        </>
      )}
      {chosen && 'mass' in chosen.document && chosen.document.mass && (
        <Reading
          label="Mass"
          {...(chosen.document.mass.value > ONE_PERSON ? { hint: 'two people or a hoist to lift it' } : {})}
          value={figure(chosen.document.mass.value, 'mass')}
        />
      )}
    </Group>
  );
}

/** Speed of the wheel's rim at the red line, against that at its limit. */
function TipSpeed({ compressor }: { compressor: Ref }) {
  const { items, answer } = useJob();
  const { figure } = useWords();
  const wheel = items.filter(isCompressor).find((i) => keyOf(i) === keyOf(compressor));
  const shaft = answer?.sweep.belt?.shaft;
  if (!wheel || !shaft) return null;
  const tip = (rpm: number) => figure((Math.PI * wheel.document.exducer.value * rpm) / 60, 'pistonSpeed');
  return (
    <Reading
      label="Tip speed at the red line"
      hint={`limit ${tip(shaft.limit)}`}
      value={tip(shaft.fastest)}
    />
  );
}

/** A bypass to start from (common practice, no source). */
const firstBypass = (): NonNullable<BeltDriveDocument['bypass']> => ({
  bore: guess(0.045),
  flowCoefficient: guess(0.7),
  springGauge: guess(100_000),
});

function Fitting({ drive, path }: { drive: BeltDriveDocument; path: DrivePath }) {
  const { store } = useJob();
  const write = (end: string, value: unknown) => {
    store.getState().write(`${path}.${end}`, value);
    store.getState().commit();
  };
  return (
    <Group title="Fitting">
      <ChoiceField
        label="Throttle"
        value={drive.throttle ?? 'behind'}
        options={[
          { value: 'before', label: 'before the blower (draw-through)' },
          { value: 'behind', label: 'behind the blower (blow-through)' },
        ]}
        onChoose={(throttle) => write('throttle', throttle)}
      />
      <ChoiceField
        label="Bypass valve"
        hint="vacuum holds it open at part load; its spring limits boost"
        value={drive.bypass ? 'valve' : 'none'}
        options={[
          { value: 'none', label: 'none, or shut at full load' },
          { value: 'valve', label: 'opens at a boost' },
        ]}
        onChoose={(kind) => write('bypass', kind === 'valve' ? firstBypass() : undefined)}
      />
      {drive.bypass && (
        <>
          <QuantityField path={`${path}.bypass.springGauge`} hint="spring and diaphragm" basis="gauge" />
          <QuantityField path={`${path}.bypass.bore`} />
          <QuantityField path={`${path}.bypass.flowCoefficient`} hint="of the open valve" />
        </>
      )}
      <QuantityField path={`${path}.mechanicalEfficiency`} hint="what belt and bearings leave" />
      <QuantityField path={`${path}.maxSpeedRpm`} hint="of its shaft" />
      <ChoiceField
        label="Drive power is"
        value={drive.inBsfc ? 'in' : 'apart'}
        options={[
          { value: 'apart', label: 'taken off the engine’s power' },
          { value: 'in', label: 'in the BSFC of the Brief' },
        ]}
        onChoose={(which) => write('inBsfc', which === 'in')}
      />
    </Group>
  );
}

function Measured({ path }: { path: DrivePath }) {
  const { store, setupIndex } = useJob();
  const drive = useJobState((s) => beltedOf(s.draft.setups[setupIndex]!)?.drive);
  const isMeasured = Boolean(drive?.measuredFlow ?? drive?.measuredLeakage);
  return (
    <Fold title="Ported or worn" note={isMeasured ? 'measured against its table' : undefined}>
      <Group title="Against its table">
        <QuantityField
          path={`${path}.measuredFlow`}
          hint="filling: 100 % as tabled, more where it was ported"
          optional
        />
        <QuantityField
          path={`${path}.measuredLeakage`}
          hint="leakage: 100 % as tabled, more where rotors are worn"
          optional
        />
        <QuantityField path={`${path}.shaftTorque`} hint="what it bears, where it is known" optional />
        <QuantityField
          path={`${path}.housingGauge`}
          hint="what the thinnest wall bears after porting"
          basis="gauge"
          optional
        />
        {!isMeasured && (
          <Button
            variant="inline"
            onClick={() => {
              store.getState().write(`${path}.measuredFlow`, given(1, 'measured'));
              store.getState().write(`${path}.measuredLeakage`, given(1, 'measured'));
              store.getState().commit();
            }}
          >
            Start from the table
          </Button>
        )}
      </Group>
    </Fold>
  );
}
