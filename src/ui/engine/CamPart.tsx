'use client';
import { nearestFifty } from '@/core/units/nearest';
import { useId } from 'react';
import {
  boostOnValve,
  camEvents,
  camSchools,
  cardEffect,
  floatSpeed,
  judgeCard,
  type CamSchool,
} from '@/core/engine/cam';
import { cardOf } from '@/core/build/derived';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { Cross, Tick } from '../frame/icons';
import { useJob, useJobState, useJobStore } from '../store/solved';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { BreathingChart } from './BreathingChart';
import { CamDrawing } from './CamDrawing';
import styles from './engine.module.css';

const degrees = (rad: number) => `${formatNumber((rad * 180) / Math.PI, 0)}°`;
const traitNames = { overlap: 'overlap', separation: 'lobe separation', split: 'exhaust longer by' } as const;

/** The cam card, what two schools say of it, what it does to the breathing, and whether the valves follow. */
export default function CamPart() {
  const store = useJobStore();
  const engine = useJobState((s) => s.draft.engine);
  const { cam, breathing } = engine;
  const card = cardOf(engine);
  const events = camEvents(card);
  const choose = (key: 'known' | 'movesShape') => (next: 'yes' | 'no') => {
    store.getState().write(`engine.cam.${key}`, next === 'yes');
    store.getState().commit();
  };
  if (engine.cycle === 'two-stroke')
    return <p className={styles.why}>A two-stroke has ports; its exhaust port stands under Engine.</p>;
  const effect = cardEffect(card, cam.shapeDuration.value);
  return (
    <div className={styles.columns}>
      <div>
        <Group title="Cam card">
          <ChoiceField
            label="Cam card"
            value={cam.known ? 'yes' : 'no'}
            onChoose={choose('known')}
            options={[
              { value: 'no', label: 'not available' },
              { value: 'yes', label: 'available' },
            ]}
          />
          {cam.known && (
            <>
              <QuantityField path="engine.cam.atLift" />
              <QuantityField path="engine.cam.intake" />
              <QuantityField path="engine.cam.exhaust" />
              <QuantityField path="engine.cam.intakeLift" />
              <QuantityField path="engine.cam.exhaustLift" />
              <QuantityField path="engine.cam.separation" hint="cam degrees, as cards have it" />
              <QuantityField path="engine.cam.intakeCentre" hint="after top dead centre" />
            </>
          )}
        </Group>
        <Valves />
      </div>
      {cam.known ? (
        <div>
          <CamDrawing card={card} />
          <Group title="Valve events">
            <Reading
              label="Overlap"
              hint={`at ${formatNumber(cam.atLift.value * 1000, 2)} mm of lift`}
              value={degrees(events.overlap)}
            />
            <Reading label="Intake opens" hint="before top" value={degrees(events.intakeOpens)} />
            <Reading label="Intake closes" hint="after bottom" value={degrees(events.intakeCloses)} />
            <Reading label="Exhaust opens" hint="before bottom" value={degrees(events.exhaustOpens)} />
            <Reading label="Exhaust closes" hint="after top" value={degrees(events.exhaustCloses)} />
          </Group>
          {(Object.keys(camSchools) as CamSchool[]).map((school) => (
            <School key={school} school={school} />
          ))}
          <Group title="Effect on the VE curve">
            <ChoiceField
              label="VE curve"
              value={cam.movesShape ? 'yes' : 'no'}
              onChoose={choose('movesShape')}
              options={[
                { value: 'no', label: 'unchanged' },
                { value: 'yes', label: 'shifted by the cam' },
              ]}
            />
            <QuantityField path="engine.cam.shapeDuration" hint="intake duration at the same lift" />
            <Reading
              label="Peak-VE speed shift"
              hint="0.8 % of its speed a degree: common practice, an estimate"
              value={`${effect.speed >= 1 ? '+' : '−'}${formatNumber(Math.abs(effect.speed - 1) * 100, 0)}\u00a0%`}
            />
            <Reading
              label="Low-speed VE"
              hint="0.3 % a degree of overlap over ten: common practice"
              value={`−${formatNumber((1 - effect.low) * 100, 0)}\u00a0%`}
            />
          </Group>
          {breathing.source === 'shape' ? (
            <BreathingChart />
          ) : (
            <p className={styles.fit}>
              The breathing is {breathing.source === 'baseline' ? 'measured' : 'typed'}: the card is in it
              already, and moves nothing.
            </p>
          )}
        </div>
      ) : (
        <p className={styles.fit}>
          With a cam card: overlap and events, what the turbo and the blower schools say of it, what it does
          to the breathing, and whether the valves follow to the red line.
        </p>
      )}
    </div>
  );
}

function School({ school }: { school: CamSchool }) {
  const engine = useJobState((s) => s.draft.engine);
  const { name, why } = camSchools[school];
  const judged = judgeCard(cardOf(engine), school);
  const band = (low: number, high: number) =>
    Number.isFinite(low) ? `${degrees(low)} to ${degrees(high)}` : `at most ${degrees(high)}`;
  return (
    <section className={styles.school} aria-label={`The card, ${name}`}>
      <h3>
        {judged.every((j) => j.fits) ? <Tick size={11} /> : <Cross size={11} />} For a {name} engine
      </h3>
      <ul>
        {judged.map(({ trait, value, low, high, fits }) => (
          <li key={trait} className={fits ? undefined : styles.off}>
            {fits ? <Tick size={10} /> : <Cross size={10} />} {traitNames[trait]} <b>{degrees(value)}</b>,
            this school: {band(low, high)}
          </li>
        ))}
      </ul>
      <p>{why[0]!.toUpperCase() + why.slice(1)}. Common practice, no source.</p>
    </section>
  );
}

/** The valve train against the red line and the boost. */
function Valves() {
  const { figure } = useWords();
  const id = useId();
  const { answer } = useJob();
  const { valve, cam, redLineRpm } = useJobState((s) => s.draft.engine);
  const { mass, openForce, seatForce, headDiameter } = valve;
  const floats =
    mass && openForce && cam.known
      ? floatSpeed({
          mass: mass.value,
          openForce: openForce.value,
          lift: cam.intakeLift.value,
          duration: cam.intake.value,
        })
      : null;
  const boost = answer ? Math.max(0, ...answer.sweep.points.map((p) => p.boostGauge)) : 0;
  const lost = seatForce && headDiameter ? boostOnValve(boost, headDiameter.value, seatForce.value) : null;
  const isOver = floats !== null && floats < redLineRpm.value;
  return (
    <Group title="Valve float">
      <QuantityField
        path="engine.valve.mass"
        hint="valve, retainer, follower and a third of the spring"
        optional
      />
      <QuantityField path="engine.valve.seatForce" optional />
      <QuantityField path="engine.valve.openForce" optional />
      <QuantityField path="engine.valve.headDiameter" optional />
      {floats !== null && (
        <p id={`${id}-float`} className={isOver ? styles.bad : styles.fit}>
          {isOver ? <Cross size={11} /> : <Tick size={11} />} The spring holds the valve to the lobe up to
          about <b>{figure(nearestFifty(floats), 'engineSpeed')}</b>
          {isOver
            ? `: under the red line of ${figure(redLineRpm.value, 'engineSpeed')}. Stiffer springs, less mass or less speed.`
            : '.'}{' '}
          An estimate: a half-cosine lobe, a stiff train.
        </p>
      )}
      {lost !== null && (
        <p className={lost > 0.25 ? styles.bad : styles.fit}>
          {lost > 0.25 ? <Cross size={11} /> : <Tick size={11} />} At <b>{figure(boost, 'boost')}</b> of boost
          the air behind the valve takes <b>{figure(lost, 'share')}</b> of the seat force
          {lost > 0.25 ? ': the valve may bounce or leak. More seat force.' : '.'}
        </p>
      )}
      {!cam.known && (mass || openForce) && (
        <p className={styles.fit}>
          Lift and duration come from the card: without it the valves cannot be judged.
        </p>
      )}
    </Group>
  );
}
