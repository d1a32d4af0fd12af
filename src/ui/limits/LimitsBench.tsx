'use client';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import type { LimitLine, LimitRow } from '@/core/limits/judge';
import { thrustAt } from '@/core/limits/thrust';
import { untouchedFindings } from '@/core/studies/untouched';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { Parts, usePart } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';
import { ComponentPart } from './ComponentPart';
import FirstPart from './FirstPart';
import { loaders } from './parts';
import { aboutTen, bearsWords, limitWords, sureWords } from './say';
import { duties, useDuty } from './useDuty';
import { useLimits } from './useLimits';
import { useShownPart } from './useShownPart';

const VerdictPart = dynamic(loaders.verdict);
const VerdictAside = dynamic(() => import('./VerdictAside').then((m) => m.VerdictAside));
const GearsPart = dynamic(loaders.gears);
const DisputedPart = dynamic(loaders.disputed);
const ChargerPart = dynamic(loaders.charger);
const CylinderPart = dynamic(loaders.cylinder);
const ShapePart = dynamic(loaders.shape);
const WorstPart = dynamic(loaders.worst);
const TimingPart = dynamic(loaders.timing);
const TimingAside = dynamic(() => import('./TimingAside').then((m) => m.TimingAside));
const ShapeAside = dynamic(() => import('./ShapeAside').then((m) => m.ShapeAside));
const ChargerAside = dynamic(() => import('./ChargerAside').then((m) => m.ChargerAside));
const CylinderAside = dynamic(() => import('./CylinderAside').then((m) => m.CylinderAside));

/** What gives first, over the revs and in the cylinder. */
export default function LimitsBench() {
  const { answer } = useJob();
  const words = useWords();
  const { dutyId, setDuty, pull } = useDuty();
  const { chosen, choose } = useShownPart();
  const limits = useLimits(pull);
  const { line, components } = limits;
  const part = usePart('limits');
  const engine = useJobState((s) => s.draft.engine);
  const untouched = useMemo(
    () => (answer ? untouchedFindings(answer.build, answer.sweep, engine) : []),
    [answer, engine],
  );
  const shown = components.find(({ id }) => id === chosen);
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="limits"
          bodies={{
            first: <FirstPart />,
            verdict: <VerdictPart />,
            gears: <GearsPart />,
            disputed: <DisputedPart />,
            charger: <ChargerPart />,
            cylinder: <CylinderPart />,
            timing: <TimingPart />,
            shape: <ShapePart />,
            worst: <WorstPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="limits"
          state={line?.weakest ? line.state : null}
          answer={!answer ? 'Conflicting inputs' : headOf(line, words)}
        >
          {line?.weakest && <p className={frame.lead}>{sentenceOf(line.weakest, words)}</p>}
        </BenchHead>
        <Problems />
        {part === 'verdict' && <VerdictAside />}
        {part === 'cylinder' && <CylinderAside />}
        {part === 'timing' && <TimingAside />}
        {part === 'shape' && <ShapeAside />}
        {part === 'charger' && <ChargerAside />}
        {part !== 'cylinder' && part !== 'timing' && part !== 'charger' && (
          <Group title="Duty">
            <ChoiceField
              label="Judged for"
              hint="a limit that is borne for a time counts where the pull is longer"
              value={dutyId}
              onChoose={setDuty}
              options={duties.map(({ value, label }) => ({ value, label }))}
            />
          </Group>
        )}
        {(part === 'first' || part === 'worst') && (
          <>
            {untouched.length > 0 && <Findings findings={untouched} />}
            <ComponentPart limits={limits} shown={shown ?? null} choose={choose} />
            <Now limits={limits} />
          </>
        )}
        <Group title="Cautions">
          <p className={frame.foot}>
            Planning figures, not permission: who fits and runs it judges the parts, within local rules. On
            ethanol and methanol knock may not warn before a part breaks.
          </p>
        </Group>
      </aside>
    </>
  );
}

function headOf(line: LimitLine | null, { figure }: Words): string {
  const weakest = line?.weakest;
  if (!weakest) return 'Nothing judged yet';
  const name = partName(weakest.part);
  if (weakest.certain)
    return `${name} give${isOne(name) ? 's' : ''} at ${figure(aboutTen(weakest.certain.speedRpm), 'engineSpeed')}`;
  if (weakest.first) return `${name} may give at ${figure(aboutTen(weakest.first.speedRpm), 'engineSpeed')}`;
  return `${name} ${isOne(name) ? 'is' : 'are'} nearest`;
}

/** Names of several things end in an s. */
const isOne = (name: string): boolean => !/s$/.test(name.split(',')[0]!);

function sentenceOf(row: LimitRow, words: Words): string {
  const { figure } = words;
  const gives = row.certain ?? row.first;
  const limit = limitWords(row, words);
  const sure = sureWords(row);
  if (gives)
    return `At ${figure(aboutTen(gives.speedRpm), 'engineSpeed')}, ${figure(gives.power, 'power')} and ${figure(gives.torque, 'torque')}: ${limit}, ${bearsWords(row)}. ${sure}`;
  return `${figure(row.peak.use, 'share')} used at ${figure(row.peak.speedRpm, 'engineSpeed')}: ${limit}. ${sure}`;
}

/** What limits are read from at the selected speed. */
function Now({ limits }: { limits: ReturnType<typeof useLimits> }) {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (!solved || solved.point.status.kind === 'failed') return null;
  const { build, point } = solved;
  const read = limits.readAt(build, point);
  const thrust = thrustAt(build, point);
  return (
    <Group title={`At ${figure(point.speedRpm, 'engineSpeed')}`}>
      <Reading label="BMEP" value={figure(read.bmep, 'meanPressure')} />
      <Reading label="Mean piston speed" value={figure(read.pistonSpeed, 'pistonSpeed')} />
      {thrust !== null && (
        <Reading
          label="Thrust bearing load"
          hint={`estimate; towards the ${thrust >= 0 ? 'compressor’s inlet' : 'turbine’s outlet'}`}
          value={figure(Math.abs(thrust), 'force')}
        />
      )}
      {read.boltLoad !== null && (
        <Reading
          label="Rod-bolt load"
          hint="of a rod’s bolts together"
          value={figure(read.boltLoad, 'force')}
        />
      )}
    </Group>
  );
}
