'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import type { DrivePath } from '@/core/job/inputs/setup-inputs';
import { arrangementOf, chargerPath, exhaustDriveOf, turboChargerOf, turboStage } from '@/core/job/chargers';
import { engineTurbine, turbinePlace } from '@/core/build/row';
import { engineCharger } from '@/core/charger/charged-air';
import { shaftLimit } from '@/core/charger/charger';
import { useCallback, useMemo } from 'react';
import { figureAt, turbineIndex } from '@/core/workings/figures';
import type { OperatingPoint } from '@/core/solve/point';
import type { ExhaustDriveDocument } from '@/core/job/schema/job';
import { JUDGED_RATIO } from '@/core/solve/map-spans';
import { isTurbine } from '@/formats/library-items';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import fields from '../fields/fields.module.css';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { gateOf } from '@/formats/kinds/turbocharger';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { bySchool } from '../words/school';
import { useWords } from '../words/useWords';
import { HotReadings } from './HotReadings';
import { ShaftFields } from './ShaftFields';
import { useHousings } from './useHousings';
import { usePutTurbo } from './usePutOn';

const series = {
  pressure: [
    { key: 'boost', name: 'boost' },
    { key: 'asked', name: 'boost target', tone: 'asked' },
    { key: 'back', name: 'turbine inlet', tone: 'hot' },
    { key: 'after', name: 'turbine outlet', thin: true },
  ],
  temperature: [
    { key: 'inlet', name: 'turbine inlet' },
    { key: 'limit', name: 'limit', tone: 'hot' },
  ],
  shaft: [
    { key: 'shaft', name: 'shaft' },
    { key: 'shaftLimit', name: 'limit', tone: 'hot' },
  ],
  gate: [
    { key: 'gate', name: 'wastegate' },
    { key: 'surge', name: 'surge margin', thin: true },
    { key: 'efficiency', name: 'compressor efficiency', tone: 'second' },
  ],
  power: [{ key: 'power', name: 'flywheel' }],
} as const satisfies Record<string, readonly Series[]>;

/** What turbine and gate do over the revs, setups over each other. */
export default function TurbinePart() {
  const { answer } = useJob();
  const { solved } = useSpeed();
  if (!answer || !solved)
    return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (!engineTurbine(solved.build))
    return (
      <p className={frame.lead}>
        No turbine yet. Choose a turbocharger on the right: compressor, turbine, housing and gate come with
        it, and each can be changed.
      </p>
    );
  return <Curves solved={solved} />;
}

function Curves({ solved }: { solved: Solved }) {
  const { figure, inUnit, symbol } = useWords();
  const { build, point } = solved;
  const ofEach = useCallback(
    (b: Solved['build'], p: OperatingPoint): Record<string, number> => {
      if (p.status.kind === 'failed') return {};
      const { match } = p;
      const charger = turbineIndex(p);
      const at = p.chargers[charger]?.at;
      return {
        boost: inUnit(p.boostGauge, 'boost'),
        power: inUnit(p.power.flywheel, 'power'),
        ...(match
          ? {
              back: inUnit(engineCharger(match).turbine.inlet.pressure - b.climate.pressure, 'boost'),
              inlet: inUnit(engineCharger(match).turbine.inlet.temperature, 'temperature'),
              shaft: inUnit(engineCharger(match).shaftRpm, 'shaftSpeed') / 1_000,
              gate: 100 * (figureAt(b, p, 'gate-share', charger) ?? 0),
            }
          : {}),
        ...(at?.surgeMargin == null || p.pressureRatio < JUDGED_RATIO ? {} : { surge: 100 * at.surgeMargin }),
        ...(at?.efficiency == null ? {} : { efficiency: 100 * at.efficiency }),
      };
    },
    [inUnit],
  );
  const ofOwn = useCallback(
    (b: Solved['build'], p: OperatingPoint): Record<string, number> => ({
      limit: inUnit(engineTurbine(b)!.turbine.maxTemperature, 'temperature'),
      shaftLimit: inUnit(shaftLimit(b.chargers[turbinePlace(b)]!), 'shaftSpeed') / 1_000,
      ...(p.match
        ? {
            asked: inUnit(p.match.asked - b.climate.pressure, 'boost'),
            after: inUnit(engineCharger(p.match).turbine.outlet.pressure - b.climate.pressure, 'boost'),
          }
        : {}),
    }),
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn, turbineIndex);
  const gauge = `${symbol('boost')} gauge`;
  return (
    <>
      <h2 className={charts.head}>
        Turbine & wastegate over the revs
        <small>right: at {figure(point.speedRpm, 'engineSpeed')}; flag: the goal</small>
      </h2>
      <Headlines solved={solved} />
      <RevPanel
        title="Boost and back pressure"
        unit={gauge}
        note="dashed: asked; red: turbine inlet; thin: turbine outlet"
        curves={curves}
        series={series.pressure}
        reads={reads(
          ['boost', 'boost, gauge'],
          ['turbine-inlet-pressure', 'turbine inlet, abs'],
          ['back-pressure-ratio', 'p3/p_m, absolute'],
          ['back-pressure-gauge', 'p3/p_m, gauge'],
        )}
      />
      <RevPanel
        title="Turbine inlet temperature"
        unit={symbol('temperature')}
        note="red: limit"
        curves={curves}
        series={series.temperature}
        reads={reads(
          ['turbine-inlet-temperature', 'turbine inlet'],
          ['turbine-efficiency', 'turbine efficiency'],
        )}
      />
      <RevPanel
        title="Shaft speed"
        unit="thousand rpm"
        note="red: limit"
        curves={curves}
        series={series.shaft}
        reads={reads(
          ['shaft-speed', 'shaft'],
          ['speed-share', 'of its limit'],
          ['turbine-power', 'one turbine'],
        )}
      />
      <RevPanel
        title="Wastegate flow"
        unit="%"
        note="of the exhaust; thin: surge margin; dashed: compressor efficiency"
        curves={curves}
        series={series.gate}
        reads={reads(
          ['gate-share', 'wastegate'],
          ['surge-margin', 'surge margin'],
          ['efficiency', 'compressor'],
        )}
      />
      <RevPanel
        title="Power at the flywheel"
        unit={symbol('power')}
        note={bySchool(build)}
        curves={curves}
        series={series.power}
        level={inUnit(build.goal.power, 'power')}
        reads={reads(
          ['power', 'flywheel'],
          ['wheel-power', 'at the wheels'],
          ['thumb-power', 'rule of thumb'],
        )}
      />
    </>
  );
}

/** The few figures a turbo is chosen by, of every setup that is drawn. */
function Headlines({ solved }: { solved: Solved }) {
  const { figure, roundSpeed } = useWords();
  const { drawn, setupIndex } = useJob();
  const shown = drawn.flatMap((d) => {
    const answer = d.index === setupIndex ? solved : d.answer;
    if (!answer?.sweep.turbo) return [];
    const { build, sweep } = answer;
    const { letter, name } = d.setup;
    return [{ letter, name, build, line: sweep.turbo!, goal: sweep.goalPoint, last: sweep.points.at(-1)! }];
  });
  return (
    <FigureTable
      caption="What a turbo is chosen by, of every setup drawn"
      unseen
      rows={shown}
      keyOf={({ letter }) => letter}
      columns={[
        { name: 'setup', cell: ({ letter, name }) => <span title={name}>{letter}</span> },
        { name: 'boost threshold', cell: (s) => roundSpeed(s.line.threshold) },
        { name: 'full boost from', cell: (s) => roundSpeed(s.line.fullFrom) },
        { name: 'p3 above boost from', cell: (s) => roundSpeed(s.line.crossover) },
        {
          name: 'turbine chokes from',
          cell: ({ line: { choke } }) =>
            choke ? `${roundSpeed(choke.speedRpm)}, ${figure(choke.value, 'power')}` : '–',
        },
        { name: 'power at goal speed', cell: (s) => figure(figureAt(s.build, s.goal, 'power'), 'power') },
        { name: 'boost, gauge', cell: (s) => figure(figureAt(s.build, s.goal, 'boost'), 'boost') },
        {
          name: 'p3/p_m, gauge',
          cell: (s) => figure(figureAt(s.build, s.goal, 'back-pressure-gauge'), 'ratio'),
        },
        { name: 'power at red line', cell: (s) => figure(figureAt(s.build, s.last, 'power'), 'power') },
      ]}
    />
  );
}

const NONE = 'none';
const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** Which turbocharger, and each part of it. */
export function TurbineAside() {
  const { setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const drive = exhaustDriveOf(turboChargerOf(setup));
  const at = `setups.${setupIndex}` as const;
  const own = `${at}.${chargerPath(setup, turboStage(setup))}.drive` as const;
  return (
    <>
      <TurboChoice hot={drive} />
      {drive && (
        <>
          <Gate hot={drive} path={own} />
          <ShaftFields path={own} />
          <Exhaust at={`${at}.exhaust`} />
          <HotReadings />
          <p className={frame.foot}>
            Oil must reach the bearings before the first crank. Housings glow at full load: keep lines and
            hands away. Stand out of the plane of the wheels: a wheel past its limit can burst. Class and
            emission rules on turbochargers differ: ask the local authority.
          </p>
        </>
      )}
    </>
  );
}

function TurboChoice({ hot }: { hot: ExhaustDriveDocument | undefined }) {
  const { store, turbos, items, setupIndex, takeItems } = useJob();
  const { figure, figureNumber } = useWords();
  const stage = useJobState((s) => turboStage(s.draft.setups[setupIndex]!));
  const putTurbo = usePutTurbo(stage);
  const housings = useHousings();
  const induction = useJobState((s) => s.draft.setups[setupIndex]!.induction);
  const arrangement = arrangementOf(induction);
  const turbine = items.filter(isTurbine).find((t) => hot && keyOf(t) === keyOf(hot.turbine));
  const chosen = hot?.turbocharger ? keyOf(hot.turbocharger) : NONE;
  const options = useMemo(() => {
    const offered = (turbos?.turbochargers ?? []).map((t) => ({ value: keyOf(t), label: t.document.name }));
    const isKnown = chosen === NONE || offered.some((o) => o.value === chosen);
    const kept = {
      value: chosen,
      label: items.find((i) => keyOf(i) === chosen)?.document.name ?? 'as it came',
    };
    // By hand is what a setup became, not something to choose: the turbine is taken off with its own key.
    const none = { value: NONE, label: hot ? 'put together by hand' : 'none yet' };
    return [...(chosen === NONE ? [none] : []), ...(isKnown ? [] : [kept]), ...offered];
  }, [turbos, items, chosen, hot]);
  const turbines = useMemo(() => {
    const offered = (turbos?.turbines ?? []).map((t) => ({ value: keyOf(t), label: t.document.name }));
    const key = hot ? keyOf(hot.turbine) : NONE;
    const isKnown = !hot || offered.some((o) => o.value === key);
    return [...(isKnown ? [] : [{ value: key, label: turbine?.document.name ?? 'as it came' }]), ...offered];
  }, [turbos, hot, turbine]);
  const edit = (change: (hot: ExhaustDriveDocument) => void) => {
    store.getState().edit((job) => {
      const side = exhaustDriveOf(turboChargerOf(job.setups[setupIndex]!));
      if (side) change(side);
    });
    store.getState().commit();
  };
  return (
    <Group title="Turbocharger">
      <ChoiceField
        label="Fitted"
        hint="compressor, turbine, housing and gate together"
        value={chosen}
        options={options}
        onChoose={(key) =>
          void putTurbo(turbos?.turbochargers.find((t) => keyOf(t) === key) ?? null, arrangement)
        }
      />
      {hot && (
        <>
          <ChoiceField
            label="Turbine"
            value={keyOf(hot.turbine)}
            options={turbines}
            onChoose={(key) => {
              const next = turbos?.turbines.find((t) => keyOf(t) === key);
              if (!next) return;
              takeItems([next]);
              edit((side) => {
                side.turbine = { id: next.id, revision: next.revision };
                side.turbocharger = null;
                side.housing = Math.min(side.housing, next.document.housings.length - 1);
              });
            }}
          />
          {turbine && (
            <>
              <ChoiceField
                label="Housing"
                value={String(hot.housing)}
                options={turbine.document.housings.map((h, i) => ({ value: String(i), label: h.name }))}
                onChoose={(index) => edit((side) => (side.housing = Number(index)))}
              />
              <Reading
                label="Turbine wheel"
                hint="in / out"
                value={`${figureNumber(turbine.document.inducer.value, 'bore')} / ${figure(turbine.document.exducer.value, 'bore')}`}
              />
              <div className={fields.rowKeys}>
                <Button variant="outlined" size="small" onClick={() => housings.compare(turbine)}>
                  Housings side by side
                </Button>
                <Button variant="outlined" size="small" onClick={() => void putTurbo(null, arrangement)}>
                  Remove the turbine
                </Button>
              </div>
              {housings.refusal && (
                <p role="alert" className={fields.message}>
                  {housings.refusal}
                </p>
              )}
            </>
          )}
        </>
      )}
    </Group>
  );
}

/** Boost control of a stage; its fields follow its kind. */
export function Gate({
  hot,
  path,
  title = 'Boost control',
}: {
  hot: ExhaustDriveDocument;
  path: DrivePath;
  title?: string;
}) {
  const { store } = useJob();
  const { gate } = hot;
  return (
    <Group title={title}>
      <ChoiceField
        label="Boost control"
        value={gate.kind}
        options={[
          { value: 'valve', label: 'wastegate' },
          { value: 'vanes', label: 'variable geometry (VGT)' },
          { value: 'none', label: 'nothing' },
        ]}
        onChoose={(kind) => {
          store.getState().write(`${path}.gate`, gateOf(kind));
          store.getState().commit();
        }}
      />
      {gate.kind === 'valve' && (
        <>
          <ChoiceField
            path={`${path}.gate.mounting`}
            label="Wastegate"
            options={[
              { value: 'internal', label: 'internal' },
              { value: 'external', label: 'external' },
            ]}
          />
          <ChoiceField
            path={`${path}.gate.reference`}
            label="Actuator control"
            options={[
              { value: 'spring', label: 'spring only' },
              { value: 'controlled', label: 'a controller' },
              { value: 'dome', label: 'dual-port actuator' },
            ]}
          />
          <QuantityField path={`${path}.gate.bore`} />
          <QuantityField path={`${path}.gate.flowCoefficient`} hint="of the open valve" />
          <QuantityField
            path={`${path}.gate.springGauge`}
            hint="boost at which the valve starts to open"
            basis="gauge"
          />
          <QuantityField path={`${path}.gate.diaphragm`} hint="effective diameter" />
        </>
      )}
      {gate.kind === 'vanes' && (
        <>
          <QuantityField path={`${path}.gate.closed`} hint="of the housing’s" />
          <QuantityField path={`${path}.gate.open`} hint="of the housing’s" />
        </>
      )}
    </Group>
  );
}

function Exhaust({ at }: { at: `setups.${number}.exhaust` }) {
  const { setupIndex } = useJob();
  const isDivided = useJobState((s) => s.draft.setups[setupIndex]!.exhaust.manifold === 'divided');
  return (
    <Group title="Exhaust">
      <QuantityField path={`${at}.share`} hint="of what is released, at best timing" />
      <QuantityField path={`${at}.retard`} />
      <QuantityField path={`${at}.heatLoss`} hint="per kelvin above wall temperature" />
      <QuantityField path={`${at}.wall`} />
      <ChoiceField
        path={`${at}.manifold`}
        label="Manifold"
        options={[
          { value: 'open', label: 'one volume' },
          { value: 'divided', label: 'divided' },
        ]}
      />
      {isDivided && <QuantityField path={`${at}.pulse`} hint="times the turbine’s work" />}
    </Group>
  );
}
