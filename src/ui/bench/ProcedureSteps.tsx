import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useEffect, useState } from 'react';
import type { ProcedureRun, ProcedureStep } from '@/core/job/schema/record';
import { isLate, progressOf } from '@/core/procedure/progress';
import charts from '../charts/charts.module.css';
import { dayWords, today } from '../device/today';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { Photos } from '../dyno/Photos';
import { useWords } from '../words/useWords';
import styles from './bench.module.css';
import { Bolts } from './Bolts';
import { useRecord, useWho } from './useRecord';
import { Who } from './Who';
import { markNames } from './words';

/** The steps of a procedure in hand: ticked in their order, no hold point passed unticked, no hazard unseen. */
export function ProcedureSteps({ index }: { index: number }) {
  const { record, edit } = useRecord();
  const who = useWho();
  const [isNight, setIsNight] = useState(false);
  // The hour is the device's: the server's page has none.
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => setIsNight(isLate(new Date().getHours())), []);
  const run = record.procedures[index]!;
  const { done, of, open, hold, isWhole } = progressOf(run);
  const canTick = new Set(open.map(({ id }) => id));
  const set = (change: (run: ProcedureRun) => void) => edit((draft) => change(draft.procedures[index]!));
  const tick = (step: ProcedureStep, isTicked: boolean) =>
    edit((draft) => {
      const own = draft.procedures[index]!;
      own.ticks = own.ticks.filter((one) => one.step !== step.id);
      if (!isTicked) {
        own.closedOn = '';
        return;
      }
      own.ticks.push({ step: step.id, by: who.by, on: today(), note: '', pictures: [] });
      if (step.marks.includes('irreversible'))
        draft.irreversible.push({ what: `${own.name}: ${step.say}`.slice(0, 160), on: today(), by: who.by });
      if (step.torque?.stages.length)
        draft.torques.push({
          what: `${own.name}: ${step.say}`.slice(0, 80),
          torque: step.torque.stages.at(-1)!,
          angle: step.torque.angle,
          by: who.by,
          on: today(),
        });
      if (own.ticks.length === own.steps.length) own.closedOn = today();
    });
  return (
    <>
      <h3 className={charts.head}>
        {run.name}
        <small>
          {done} of {of} steps
        </small>
      </h3>
      {isNight && (
        <p className={frame.lead} role="note">
          <StateMark state="marginal" size={12} /> It is late: after ten at night mistakes get likely. Finish
          the step, cover what is open, go on tomorrow.
        </p>
      )}
      <Who />
      <p className={frame.lead} role="status">
        {isWhole ? (
          <>
            <StateMark state="within" size={13} /> Every step is ticked
            {run.closedOn && `, closed on ${dayWords(run.closedOn)}`}.
          </>
        ) : hold ? (
          `Hold point: nothing behind step ${run.steps.indexOf(hold) + 1} is open until it is ticked.`
        ) : (
          'No hold point is left: the rest may be ticked in any order.'
        )}
      </p>
      <ol className={styles.steps}>
        {run.steps.map((step, i) => (
          <Step
            key={step.id}
            number={i + 1}
            step={step}
            run={run}
            canTick={canTick.has(step.id)}
            onTick={(isTicked) => tick(step, isTicked)}
            onHazard={(isSeen) =>
              set((one) => {
                one.hazards = isSeen ? [...one.hazards, step.id] : one.hazards.filter((id) => id !== step.id);
              })
            }
            onPictures={(pictures) =>
              set((one) => {
                const own = one.ticks.find((its) => its.step === step.id);
                if (own) own.pictures = pictures.slice(0, 12);
              })
            }
          />
        ))}
      </ol>
      <TextField path={`record.procedures.${index}.findings`} label="Findings" most={1_000} long />
      <div className={styles.keys}>
        <Button size="small" onClick={() => window.print()}>
          Print
        </Button>
        <Button size="small" onClick={() => edit((draft) => void draft.procedures.splice(index, 1))}>
          Remove this procedure
        </Button>
      </div>
    </>
  );
}

type StepProps = {
  number: number;
  step: ProcedureStep;
  run: ProcedureRun;
  canTick: boolean;
  onTick: (isTicked: boolean) => void;
  onHazard: (isSeen: boolean) => void;
  onPictures: (pictures: string[]) => void;
};

function Step({ number, step, run, canTick, onTick, onHazard, onPictures }: StepProps) {
  const { figure } = useWords();
  const ticked = run.ticks.find((one) => one.step === step.id);
  const isSeen = run.hazards.includes(step.id);
  const isHold = step.marks.includes('hold');
  return (
    <li data-hold={isHold} data-shut={!ticked && !canTick && (!step.hazard || isSeen)}>
      <Checkbox
        checked={ticked !== undefined}
        disabled={!ticked && !canTick}
        slotProps={{ input: { 'aria-label': `Step ${number}: ${step.say}` } }}
        onChange={(e) => onTick(e.target.checked)}
        sx={{ width: 48, height: 48, alignSelf: 'start' }}
      />
      <div>
        {number}. {step.say}
        {step.tools && <small>Tools: {step.tools}</small>}
        {step.marks.length > 0 && <small>{step.marks.map((mark) => markNames[mark]).join(', ')}</small>}
        {step.mass !== undefined && <small>Two people: about {figure(step.mass, 'mass')}.</small>}
        {step.depth !== undefined && <small>Depth stop: {figure(step.depth, 'clearance')}.</small>}
        {step.torque && <Bolts torque={step.torque} />}
        {step.hazard && (
          <FormControlLabel
            className={styles.hazard!}
            label={step.hazard}
            control={
              <Checkbox
                checked={isSeen}
                disabled={ticked !== undefined}
                onChange={(e) => onHazard(e.target.checked)}
              />
            }
          />
        )}
        {ticked && (
          <small>
            ticked {dayWords(ticked.on)}
            {ticked.by ? `, ${ticked.by}` : ', without a name'}
          </small>
        )}
        {ticked && step.marks.includes('picture') && (
          <Photos ids={ticked.pictures} onIds={onPictures} none="No photograph of this step yet." />
        )}
      </div>
    </li>
  );
}
