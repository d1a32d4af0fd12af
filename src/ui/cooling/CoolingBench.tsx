'use client';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import type { ChargeInjectionDocument } from '@/core/charge-injection/schema';
import type { Sheet } from '@/core/job/benches';
import { chargerPath } from '@/core/job/chargers';
import { coolingFindings } from '@/core/studies/cooling-findings';
import { injectionFindings } from '@/core/studies/injection-findings';
import type { Reason } from '@/core/working/range';
import { Group } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import { SheetFindings } from '../frame/SheetFindings';
import { useRested } from '../device/useRested';
import frame from '../frame/frame.module.css';
import { Parts, usePart } from '../frame/parts';
import { Problems } from '../frame/Problems';
import { useJob, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';
import { CoolerFields } from './CoolerFields';
import { loaders } from './parts';
import RevsPart from './RevsPart';
import { heatSoakOf, useCooling } from './useCooling';

const SoakPart = dynamic(loaders.soak);
const InjectionPart = dynamic(loaders.injection);

/** What reaches the cylinder: the cooler over the revs, its worth, and its heat pull by pull. */
export default function CoolingBench() {
  const { answer, setupIndex } = useJob();
  const { figure } = useWords();
  const { setup, cooler, heated, duty } = useCooling();
  // Its findings follow once an edit rests: the curves come before them.
  const late = useRested(heated);
  const soak = useMemo(() => heatSoakOf(late), [late]);
  const findings = useMemo(
    () =>
      answer
        ? [
            ...coolingFindings(answer.build, answer.sweep.goalPoint, setup, soak, duty.isStated),
            ...injectionFindings(answer.build, answer.sweep.goalPoint, duty, setup.fuelSystem !== undefined),
          ]
        : [],
    [answer, setup, soak, duty],
  );
  const part = usePart('cooling');
  const goal = answer?.sweep.goalPoint;
  const behind = `setups.${setupIndex}.${chargerPath(setup, 'engine')}.aftercooler` as const;
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="cooling"
          bodies={{ revs: <RevsPart />, soak: <SoakPart />, injection: <InjectionPart /> }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="cooling"
          answer={
            !goal
              ? 'Conflicting inputs'
              : goal.status.kind === 'failed'
                ? 'No answer at the goal'
                : `Charge ${figure(goal.path.manifold.temperature, 'temperature')}`
          }
        >
          <Now />
        </BenchHead>
        <Problems />
        {cooler ? (
          <>
            <SheetFindings {...bySheet(findings, part)} sheet={part} />
            <Group title="Cooler">
              <CoolerFields path={behind} cooler={cooler} />
            </Group>
          </>
        ) : (
          <>
            <SheetFindings own={findings} more={[]} sheet={part} />
            <p className={frame.lead}>Without a charger there is nothing to cool.</p>
          </>
        )}
        <Group title="Cautions">
          <p className={frame.foot}>
            Let a loop cool down before its cap is opened. Water stays away from connectors and fuse boxes; a
            tank of ice is lashed down and drained outside the track.
          </p>
          {setup.injection && <InjectionCautions injection={setup.injection} />}
        </Group>
        <p className={frame.foot}>Estimates. Heat of the goal’s speed, held for the pull.</p>
      </aside>
    </>
  );
}

/** The sheet on which a finding of Cooling is read. */
const sheetOf = ({ code }: Reason): Sheet<'cooling'> =>
  /^(injected|spray|nitrous)-/.test(code)
    ? 'injection'
    : /^(soak|coolant|cooler-carries)/.test(code)
      ? 'soak'
      : 'revs';

const bySheet = (findings: Reason[], sheet: Sheet<'cooling'>) => ({
  own: findings.filter((f) => sheetOf(f) === sheet),
  more: findings.filter((f) => sheetOf(f) !== sheet),
});

/** What is dangerous about what is injected, before a hand is put to it. */
const InjectionCautions = ({ injection: { spray, nitrous } }: { injection: ChargeInjectionDocument }) => (
  <>
    {spray && spray.methanol.value > 0 && (
      <p className={frame.foot}>
        Methanol is poisonous through the skin and burns with a flame that cannot be seen: tank and lines
        outside the cabin, gloves and water at hand.
      </p>
    )}
    {nitrous && (
      <p className={frame.foot}>
        Nitrous oxide feeds any fire: no oil or grease on its fittings, the bottle lashed down, its relief
        vented outside, its valve shut in the pit. Never warm a bottle with a flame, and never let it in with
        the throttle shut. Road and class rules decide whether it may be fitted at all.
      </p>
    )}
  </>
);

/** The charge at the selected speed. */
function Now() {
  const { solved } = useSpeed();
  const { figure } = useWords();
  if (!solved || solved.point.status.kind === 'failed') return null;
  const { speedRpm, path } = solved.point;
  return (
    <p className={frame.lead}>
      At {figure(speedRpm, 'engineSpeed')}:{' '}
      <Fig id="charge-temperature" speedRpm={speedRpm}>
        {figure(path.manifold.temperature, 'temperature')}
      </Fig>{' '}
      into the engine.
    </p>
  );
}
