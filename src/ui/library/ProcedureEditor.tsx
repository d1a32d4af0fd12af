import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import CloseIcon from '@mui/icons-material/Close';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { procedureSteps, type StepMark } from '@/core/job/schema/record-choices';
import type { ProcedureStep } from '@/core/job/schema/record';
import type { Procedure } from '@/core/procedure/document';
import { shipped, shippedKeys } from '@/core/procedure/shipped';
import { markNames } from '../bench/words';
import { Choice } from '../fields/Choice';
import { cleanText } from '../fields/clean-text';
import { QuantityInput } from '../fields/QuantityInput';
import { Sortable } from '../fields/Sortable';
import type { EditorProps } from './slots';
import styles from './library.module.css';

const MOST = 60;
const BOLTS = { min: 1, max: 40 };
const TORQUE = { min: 0.5, max: 2_000 };
const ANGLE = { min: 0, max: 7 };
const texts = [
  ['say', 'Step', 400],
  ['tools', 'Tools', 160],
  ['hazard', 'Hazard and protection', 200],
] as const;

const nextId = (steps: readonly ProcedureStep[]): string => {
  const taken = new Set(steps.map(({ id }) => id));
  let n = steps.length + 1;
  while (taken.has(`s${n}`)) n++;
  return `s${n}`;
};

/** The steps of a procedure: ordered by dragging, each with its tools, torque, marks and hazard. */
export function ProcedureEditor({ draft, edit }: EditorProps<Procedure>) {
  const [picked, pick] = useState('');
  const { steps } = draft;
  const chosen = steps.find(({ id }) => id === picked) ?? steps[0];
  const index = chosen ? steps.indexOf(chosen) : -1;
  const change = (act: (steps: ProcedureStep[]) => void, field = 'steps') => edit(field, (d) => act(d.steps));
  const set = (act: (step: ProcedureStep) => void, field: string) =>
    change((all) => all[index] && act(all[index]), `steps.${index}.${field}`);
  const add = () => {
    const id = nextId(steps);
    change((all) => void all.push({ id, say: 'New step.', tools: '', marks: [], hazard: '' }));
    pick(id);
  };
  const move = (id: string, over: string) =>
    change((all) => {
      const [from, to] = [all.findIndex((one) => one.id === id), all.findIndex((one) => one.id === over)];
      if (from < 0 || to < 0) return;
      const [own] = all.splice(from, 1);
      all.splice(to, 0, own!);
    });
  return (
    <section className={styles.housings} aria-label="Steps">
      <Choice
        label="Start from a procedure that ships"
        value=""
        onChoose={(key: string) => {
          const found = shippedKeys.find((one) => one === key);
          if (found) edit('steps', (d) => void (d.steps = structuredClone(shipped[found].steps)));
        }}
        options={[
          { value: '', label: 'start from one that ships …' },
          ...shippedKeys.map((value) => ({ value: value as string, label: shipped[value].name })),
        ]}
      />
      <Sortable items={steps} idOf={({ id }) => id} nameOf={({ say }) => say.slice(0, 60)} onMove={move}>
        {(step, i) => (
          <>
            <Button variant="inline" aria-pressed={step === chosen} onClick={() => pick(step.id)}>
              {i + 1}. {step.say || 'without words'}
            </Button>{' '}
            <small>{step.marks.map((mark) => markNames[mark]).join(', ')}</small>
            <IconButton
              size="small"
              aria-label={`Remove step ${i + 1}`}
              disabled={steps.length < 2}
              onClick={() => change((all) => void all.splice(i, 1))}
            >
              <CloseIcon fontSize="inherit" />
            </IconButton>
          </>
        )}
      </Sortable>
      <Button size="small" variant="outlined" disabled={steps.length >= MOST} onClick={add}>
        Add a step
      </Button>
      {chosen && (
        <fieldset className={styles.housing}>
          <legend>Step {index + 1}</legend>
          {texts.map(([key, label, most]) => (
            <TextField
              key={`${chosen.id} ${key}`}
              label={label}
              value={chosen[key]}
              multiline={key !== 'tools'}
              size="small"
              fullWidth
              margin="dense"
              error={key === 'say' && !chosen.say.trim()}
              helperText={key === 'say' && !chosen.say.trim() ? 'A step needs its words.' : undefined}
              slotProps={{ htmlInput: { maxLength: most } }}
              onChange={(e) => set((step) => void (step[key] = cleanText(e.target.value)), key)}
            />
          ))}
          {procedureSteps.map((mark: StepMark) => (
            <FormControlLabel
              key={mark}
              label={markNames[mark]}
              control={
                <Checkbox
                  checked={chosen.marks.includes(mark)}
                  onChange={(e) =>
                    set((step) => {
                      step.marks = e.target.checked
                        ? [...step.marks, mark]
                        : step.marks.filter((one) => one !== mark);
                    }, 'marks')
                  }
                />
              }
            />
          ))}
          <Torque key={chosen.id} step={chosen} set={set} />
        </fieldset>
      )}
    </section>
  );
}

type TorqueProps = { step: ProcedureStep; set: (act: (step: ProcedureStep) => void, field: string) => void };

/** Bolts of a step, their last stage and angle. */
function Torque({ step, set }: TorqueProps) {
  const { torque } = step;
  return (
    <>
      <FormControlLabel
        label="Bolts are tightened"
        control={
          <Checkbox
            checked={torque !== undefined}
            onChange={(e) =>
              set((one) => {
                if (e.target.checked) one.torque = { bolts: 4, layout: 'rows', stages: [20], angle: 0 };
                else delete one.torque;
              }, 'torque')
            }
          />
        }
      />
      {torque && (
        <>
          <QuantityInput
            label="Bolts"
            quantity="count"
            whole
            bound={BOLTS}
            value={torque.bolts}
            onType={(value) =>
              value !== null && set((one) => void (one.torque!.bolts = value), 'torque.bolts')
            }
          />
          <Choice
            label="How they lie"
            value={torque.layout}
            onChoose={(layout) => set((one) => void (one.torque!.layout = layout), 'torque.layout')}
            options={[
              { value: 'rows', label: 'in two rows' },
              { value: 'circle', label: 'in a circle' },
            ]}
          />
          {[0, 1, 2].map((i) => (
            <QuantityInput
              key={i}
              label={`Stage ${i + 1}`}
              quantity="torque"
              bound={TORQUE}
              optional={i > 0}
              value={torque.stages[i] ?? null}
              onType={(value) =>
                set((one) => {
                  const stages = one.torque!.stages.slice(0, i);
                  one.torque!.stages =
                    value === null ? stages : [...stages, value, ...one.torque!.stages.slice(i + 1)];
                }, `torque.stages.${i}`)
              }
            />
          ))}
          <QuantityInput
            label="Then by angle"
            quantity="angle"
            bound={ANGLE}
            value={torque.angle}
            onType={(value) =>
              value !== null && set((one) => void (one.torque!.angle = value), 'torque.angle')
            }
          />
        </>
      )}
    </>
  );
}
