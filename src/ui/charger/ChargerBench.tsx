'use client';
import { bySheet } from './sheet-findings';
import { Say } from '../words/Say';
import { stateWords } from '../frame/states';
import { BenchHead } from '../frame/BenchHead';
import { SheetFindings } from '../frame/SheetFindings';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import { arrangementOf, chargerAtEngine, exhaustDriveOf, turboChargerOf } from '@/core/job/chargers';
import { engineMachine, engineMap, engineTurbine } from '@/core/build/row';
import { sheetsFor } from '@/core/job/benches';
import { isOnBelt, type Charger } from '@/core/charger/charger';
import { engineCharger } from '@/core/charger/charged-air';
import { isCompressor } from '@/formats/library-items';
import dynamic from 'next/dynamic';
import { memo, useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { trim } from '@/core/compressor/formulas';
import type { Setup } from '@/core/job/schema/job';
import type { LibraryHead } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { Parts, usePart } from '../frame/parts';
import type { Sheet } from '@/core/job/benches';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';

import { Fig } from '../working/Fig';
import { candidateKey } from '@/core/selection/candidate';
import { CandidateList } from './CandidateList';
import { beadStep, CompressorMap } from './CompressorMap';
import { DemandMap } from './DemandMap';
import { HotReadings } from './HotReadings';
import { loaders } from './parts';
import { PictureProvider, useShownPicture } from './usePicture';
import { arrangementOptions } from '../words/changes';
import { useArrange, usePutOn, usePutTurbo } from './usePutOn';
import { useRanking } from './useRanking';
import styles from './charger.module.css';

const NONE = 'none';

/** Drawn anew only when its answer or its speed change, not with every figure beside it. */
const Picture = memo(CompressorMap);

const TurbinePart = dynamic(loaders.turbine);
const TurbineAside = dynamic(() => loaders.turbine().then((m) => m.TurbineAside));
const BoostPart = dynamic(loaders.boost);
const BoostAside = dynamic(() => loaders.boost().then((m) => m.BoostAside));
const PipesPart = dynamic(loaders.pipes);
const SpotPart = dynamic(loaders.spot);
const SizePart = dynamic(loaders.size);
const SitesPart = dynamic(loaders.sites);
const PairPart = dynamic(loaders.pair);
const PairAside = dynamic(() => loaders.pair().then((m) => m.PairAside));
const SpoolPart = dynamic(loaders.spool);
const BlowerPart = dynamic(loaders.blower);
const BlowerAside = dynamic(() => loaders.blower().then((m) => m.BlowerAside));
const DrivePart = dynamic(loaders.drive);
const DriveAside = dynamic(() => loaders.driveAside().then((m) => m.DriveAside));
const PulleysPart = dynamic(loaders.pulleys);
const PulleysAside = dynamic(() => loaders.pulleysAside().then((m) => m.PulleysAside));
const SchoolsPart = dynamic(loaders.schools);
const TurboRankPart = dynamic(loaders.rank);
const TurboRankAside = dynamic(() => loaders.rank().then((m) => m.TurboRankAside));
const SpoolAside = dynamic(() => loaders.spool().then((m) => m.SpoolAside));

const bodies: Record<Sheet<'charger'>, ReactNode> = {
  rank: <TurboRankPart />,
  map: <MapPart />,
  turbine: <TurbinePart />,
  blower: <BlowerPart />,
  drive: <DrivePart />,
  pulleys: <PulleysPart />,
  schools: <SchoolsPart />,
  pair: <PairPart />,
  spool: <SpoolPart />,
  boost: <BoostPart />,
  pipes: <PipesPart />,
  spot: <SpotPart />,
  size: <SizePart />,
  sites: <SitesPart />,
};

/** What stands in the column of a sheet under its findings; the rest have the hot side's figures there. */
const asides: Partial<Record<Sheet<'charger'>, ReactNode>> = {
  map: <MapAside />,
  turbine: <TurbineAside />,
  blower: <BlowerAside />,
  drive: <DriveAside />,
  pulleys: <PulleysAside />,
  boost: <BoostAside />,
  rank: <TurboRankAside />,
  pair: <PairAside />,
  spool: <SpoolAside />,
};

/** What drives the chargers of a setup, in one word each: the same text while that stays the same. */
const drivesOf = ({ induction }: Setup): string =>
  induction.kind === 'charged' ? induction.chargers.map(({ drive }) => drive.kind).join(' ') : '';

/** Charger: which compressor carries the demand, what drives and holds it, and what the library would do instead. */
export default function ChargerBench() {
  const { answer, turbos, fetchTurbos } = useJob();
  const { setupIndex } = useJob();
  const drives = useJobState((s) => drivesOf(s.draft.setups[setupIndex]!));
  const hasMap = Boolean(answer && engineMap(answer.build));
  const sheets = useMemo(() => sheetsFor(drives.split(' '), hasMap), [drives, hasMap]);
  const part = usePart('charger', sheets);
  useEffect(() => {
    if (!turbos) void fetchTurbos();
  }, [turbos, fetchTurbos]);
  return (
    <PictureProvider>
      <div className={`${frame.picture} ${styles.picture}`} style={{ padding: undefined }}>
        <Parts bench="charger" bodies={bodies} sheets={sheets} />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Headline />
        <Problems />
        {answer && <SheetFindings {...bySheet(answer.sweep.goal.findings, part)} sheet={part} />}
        <NewerRevision />
        {asides[part] ?? <HotReadings />}
      </aside>
    </PictureProvider>
  );
}

/** The answer first: whether the goal is met within the limits, then what it is met with. */
function Headline() {
  const { figure } = useWords();
  const { answer, problems } = useJob();
  const goal = useJobState((s) => s.draft.brief.goal);
  const build = answer?.build;
  if (!answer || !build || !engineMachine(build) || problems.length > 0)
    return (
      <BenchHead
        bench="charger"
        answer={problems.length > 0 ? 'Conflicting inputs' : 'No charger chosen yet'}
      />
    );
  const { state, short } = answer.sweep.goal;
  return (
    <BenchHead
      bench="charger"
      state={state}
      answer={
        state === 'over' ? (
          <Say reason={short} form="short" />
        ) : (
          `${figure(goal.power.value, 'power')} ${stateWords[state]}`
        )
      }
    >
      <p className={frame.lead} style={{ fontWeight: 650 }}>
        {titleOf(build)}
      </p>
    </BenchHead>
  );
}

/** The compressor's map with the running line, and a second candidate over it. */
function MapPart() {
  const picture = useShownPicture();
  // Figures and fields answer at once; the map follows in the next frame.
  const shown = useDeferredValue(picture.shown);
  const overs = useDeferredValue(picture.overs);
  const { over, slot } = picture;
  return shown ? (
    <>
      <h2 className={styles.title}>
        {mapTitle(engineCharger(shown.build))}
        {over && <> and {over.name}</>} on this engine
        <small>
          {over ? (
            <Button variant="inline" onClick={picture.clear}>
              remove the overlay
            </Button>
          ) : picture.isForeign ? (
            <Button variant="inline" onClick={picture.clear}>
              back to the fitted one
            </Button>
          ) : (
            `marker every ${formatNumber(beadStep(shown.build.redLineRpm), 0)} rpm; hollow with a cross: outside the measured map${isOnBelt(engineCharger(shown.build)) ? '; speed lines in engine rpm' : ''}`
          )}
        </small>
      </h2>
      <Picture
        answer={shown}
        map={engineMap(shown.build)!}
        name={mapTitle(engineCharger(shown.build))}
        overs={overs}
        slot={slot}
      />
    </>
  ) : (
    <Bare />
  );
}

/** No machine yet: what the engine demands, and the outlines of what would carry it. */
function Bare() {
  const { answer } = useJob();
  const { candidates } = useShownPicture();
  const shown = useDeferredValue(candidates);
  if (!answer) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  if (answer.sweep.level.kind === 'failed' || !answer.sweep.goalPoint.boosting)
    return (
      <p className={frame.lead}>
        No charger to choose:{' '}
        {answer.sweep.level.kind === 'failed' ? 'the goal is out of reach.' : 'the goal needs no boost.'}
      </p>
    );
  return (
    <>
      <h2 className={styles.title}>
        Demand line
        <small>
          {shown.length > 0
            ? 'with the map outlines of the three best candidates; use one of the list'
            : 'the library is being ranked …'}
        </small>
      </h2>
      <DemandMap answer={answer} best={shown} />
    </>
  );
}

/** What may be put on, ranked, and the figures of what is on. */
function MapAside() {
  const { answer, setupIndex } = useJob();
  const ref = useJobState((s) => chargerAtEngine(s.draft.setups[setupIndex]!)?.machine);
  const letter = useJobState((s) => s.draft.setups[setupIndex]!.letter);
  const ranking = useRanking('compressors');
  const putOn = usePutOn();
  const picture = useShownPicture();
  const count = answer ? engineCharger(answer.build).count : 1;
  const { isBare, suggest } = picture;
  const first = ranking.rows.slice(0, 3);
  const firstKeys = isBare && !ranking.stale ? first.map(({ key }) => key).join(' ') : '';
  useEffect(() => {
    if (firstKeys) void suggest(first.map(({ chargers, form, name }) => ({ ...chargers[0]!, form, name })));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- rows of the same keys are the same candidates
  }, [firstKeys, suggest]);
  return (
    <>
      {picture.failure && (
        <p role="alert" className={styles.bad}>
          {picture.failure}
        </p>
      )}
      <Choices />
      <CandidateList
        ranking={ranking}
        letter={letter}
        onJob={ref ? candidateKey(count > 1 ? 'parallel' : 'single', [ref]) : null}
        laid={picture.laid}
        step={beadStep(answer?.build.redLineRpm ?? 6_000)}
        onUse={(row) => void putOn(row.chargers[0]!, row.form === 'parallel' ? 'parallel' : 'single')}
        onLay={(row) => void picture.lay({ ...row.chargers[0]!, form: row.form, name: row.name })}
      />
      {answer && engineMap(answer.build) && <Readings />}
      <p className={frame.foot}>
        Surge margin stands at constant pressure ratio, choke margin along the speed line, margin to map edge
        at constant ratio again: three figures with three names. The strip of a candidate is its way from
        surge to the edge met first. A candidate put on leaves the turbine open. Rotating parts: a wheel past
        its limit can burst.
      </p>
    </>
  );
}

const mapTitle = ({ count, machine }: Charger) =>
  count > 1 ? `Twin ${machine?.name ?? ''}` : (machine?.name ?? '');

/** The row of chargers in a line, and of a single one its turbine with the housing where one is chosen. */
function titleOf(build: Solved['build']): string {
  const turbine = build.chargers.length === 1 ? engineTurbine(build)?.turbine : undefined;
  return `${build.chargers.map(mapTitle).join(' on ')}${turbine ? `, ${turbine.name} ${turbine.housing}` : ''}`;
}

/** What may be chosen, and what is fitted even if the library no longer offers it. Kept: the list can be long. */
function useCompressors(heads: LibraryHead[] | null, key: string, keptName: string) {
  return useMemo(() => {
    const offered = (heads ?? []).map((h) => ({ value: `${h.id}.${h.revision}`, label: h.name }));
    const isKnown = key === NONE || offered.some((o) => o.value === key);
    const kept = { value: key, label: `${keptName}, revision ${key.split('.')[1]}` };
    return [{ value: NONE, label: 'none yet' }, ...(isKnown ? [] : [kept]), ...offered];
  }, [heads, key, keptName]);
}

function Choices() {
  const { figure, figureNumber } = useWords();
  const { items, heads, setupIndex } = useJob();
  const putOn = usePutOn();
  const arrange = useArrange();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const ref = chargerAtEngine(setup)?.machine;
  const chosen = items.filter(isCompressor).find((i) => i.id === ref?.id && i.revision === ref.revision);
  const arrangement = arrangementOf(setup.induction);
  const key = ref ? `${ref.id}.${ref.revision}` : NONE;
  const options = useCompressors(heads, key, chosen?.document.name ?? 'missing');
  const takeTurbineOff = usePutTurbo();
  const turbine = exhaustDriveOf(turboChargerOf(setup))?.turbine;
  const turbineName = items.find((i) => i.id === turbine?.id && i.revision === turbine.revision)?.document
    .name;
  /** The compressor that came before a turbine that was there: whether the two go together is asked. */
  const [askedFor, setAskedFor] = useState<string | null>(null);
  const choose = (next: string) => {
    const [id, revision] = next.split('.');
    setAskedFor(turbine && next !== NONE ? next : null);
    void putOn(next === NONE ? null : { id: id!, revision: Number(revision) }, arrangement);
  };
  return (
    <Group title="Fitted">
      <ChoiceField label="Compressor" value={key} onChoose={choose} options={options} />
      {askedFor === key && turbine && (
        <div className={styles.newer} role="status">
          <p>{turbineName ?? 'The turbine'} stays behind this compressor. Does it go with it?</p>
          <Button variant="inline" onClick={() => setAskedFor(null)}>
            Keep it
          </Button>{' '}
          <Button
            variant="inline"
            onClick={() => {
              setAskedFor(null);
              void takeTurbineOff(null, arrangement);
            }}
          >
            Remove it
          </Button>
        </div>
      )}
      <ChoiceField label="Arrangement" value={arrangement} onChoose={arrange} options={arrangementOptions} />
      {chosen && (
        <Reading
          label="Wheel"
          hint="inducer / exducer, trim"
          value={`${figureNumber(chosen.document.inducer.value, 'bore')} / ${figure(chosen.document.exducer.value, 'bore')}, ${formatNumber(trim.fn({ inducer: chosen.document.inducer.value, exducer: chosen.document.exducer.value }), 0)}`}
        />
      )}
    </Group>
  );
}

/** The library has a newer revision of what is fitted: the job keeps its own until somebody takes the newer one. */
function NewerRevision() {
  const { compressorChanges } = useWords();
  const { items, setupIndex } = useJob();
  const putOn = usePutOn();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const ref = chargerAtEngine(setup)?.machine;
  const compressors = items.filter(isCompressor);
  const mine = compressors.find((i) => i.id === ref?.id && i.revision === ref.revision);
  if (!ref || !mine) return null;
  const newest = compressors
    .filter((i) => i.id === ref.id)
    .reduce((a, b) => (b.revision > a.revision ? b : a), mine);
  if (newest.revision <= ref.revision) return null;
  return (
    <div className={styles.newer} role="note">
      <p>
        The library holds a newer revision of {mine.document.name}: {newest.revision}, this job has{' '}
        {ref.revision}. {compressorChanges(mine.document, newest.document)}
      </p>
      <Button
        variant="inline"
        onClick={() =>
          void putOn({ id: newest.id, revision: newest.revision }, arrangementOf(setup.induction))
        }
      >
        Use revision {newest.revision}
      </Button>
    </div>
  );
}

/** Figures that rest on the map: wavy where the map had to be extrapolated. */
const restsOnMap = new Set(['Efficiency', 'Shaft speed', 'Outlet temperature']);

function Readings() {
  const { solved } = useSpeed();
  return solved && <ReadingsAt solved={solved} />;
}

function ReadingsAt({ solved }: { solved: Solved }) {
  const { figure } = useWords();
  const { point, build } = solved;
  const at = engineCharger(point).at;
  const mark = at && at.range !== 'inside' ? styles.estimated : undefined;
  const each = engineCharger(build).count > 1 ? 'each of the two' : '';
  const rows: [string, string, string, (FigureId | undefined)?][] = [
    [
      'Air through it',
      each,
      figure(point.path.massFlow / engineCharger(build).count, 'massFlow'),
      engineCharger(build).count > 1 ? undefined : 'air-flow',
    ],
    ['Corrected flow', 'to the map’s reference', figure(at?.flow, 'massFlow'), 'corrected-flow'],
    [
      'Pressure ratio',
      build.chargers.length > 1 ? 'of both stages together' : 'across the compressor',
      figure(point.pressureRatio, 'ratio'),
      'pressure-ratio',
    ],
    [
      'Efficiency',
      at?.range === 'inside' || at?.efficiency == null ? '' : 'estimated: off the measured lines',
      figure(at?.efficiency, 'share'),
      'efficiency',
    ],
    [
      'Shaft speed',
      at?.speedShare == null ? '' : `${figure(at.speedShare, 'share')} of the wheel’s limit`,
      figure(at?.shaftSpeedRpm, 'shaftSpeed'),
      'shaft-speed',
    ],
    [
      'Outlet temperature',
      '',
      figure(engineCharger(point.path).outlet.temperature, 'temperature'),
      'outlet-temperature',
    ],
    [
      'Power it takes',
      each && 'both together',
      figure(point.path.massFlow * engineCharger(point.path).outlet.work, 'shaftPower'),
      'compressor-power',
    ],
    ['Surge margin', 'at constant ratio', figure(at?.surgeMargin, 'share'), 'surge-margin'],
    ['Choke margin', 'along the speed line', figure(at?.chokeMargin, 'share'), 'choke-margin'],
    [
      'Margin to map edge',
      at?.edgeRoom
        ? at.edgeRoom.edge === 'choke'
          ? 'to choke, at constant ratio'
          : 'to the maximum speed, at constant ratio'
        : '',
      figure(at?.edgeRoom?.share, 'share'),
      'edge-room',
    ],
  ];
  return (
    <FigureTable
      headless
      caption={`At ${figure(point.speedRpm, 'engineSpeed')}`}
      rows={rows}
      keyOf={([name]) => name}
      columns={[
        {
          name: 'figure',
          cell: ([name, hint]) => (
            <>
              {name}
              {hint && <small>{hint}</small>}
            </>
          ),
        },
        {
          name: 'value',
          cell: ([name, , value, id]) => (
            <span className={restsOnMap.has(name) ? mark : undefined}>
              {id ? <Fig id={id}>{value}</Fig> : value}
            </span>
          ),
        },
      ]}
    />
  );
}
