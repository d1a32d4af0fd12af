'use client';
import type { Pulley } from '@/core/drive/document';
import { beltDriveOf, exhaustDriveOf, keptChargers } from '@/core/job/chargers';
import { refsOf } from '@/core/documents/refs';
import type { Plan, Setup } from '@/core/job/schema/job';
import { fitsOf, type FitAnswer } from '@/core/plan/compat';
import { isOf, isTurbine, isTurbocharger, type AnyItem } from '@/formats/library-items';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { Begun } from './Begun';
import styles from './plan.module.css';
import { usePicked, usePlan } from './usePlan';
import { answerNames, fitNames, fitQuantity } from './words';

const LENGTH = { min: 0.01, max: 0.3 };
const REACH = { min: 0.005, max: 0.1 };
const RIBS = { min: 1, max: 40 };
const PLANE = { min: -0.2, max: 0.2 };
const ROOM = { min: 0, max: 3 };

/** The pulley on the blower's shaft, with that shaft; null where there is no belt drive of library parts. */
function drivenOf(setup: Setup, own: readonly AnyItem[]): { pulley: Pulley; shaft: number | null } | null {
  const belt = keptChargers(setup).flatMap((charger) => beltDriveOf(charger) ?? [])[0];
  const ref = belt?.layout?.route.find(({ role }) => role === 'blower')?.part;
  const pulley = own.filter(isOf('pulley')).find(({ id }) => id === ref?.id)?.document;
  if (!pulley) return null;
  const machine = own.find(({ document: { kind } }) => kind === 'blower' || kind === 'centrifugal')?.document;
  const shaft =
    machine?.kind === 'blower' || machine?.kind === 'centrifugal' ? machine.shaft?.value : undefined;
  return { pulley, shaft: shaft ?? null };
}

/** What is known of the parts of a setup, put to the questions of fit. */
function answersOf(plan: Plan, setup: Setup, items: readonly AnyItem[]): FitAnswer[] {
  const refs = refsOf(setup);
  const own = items.filter(({ id, revision }) =>
    refs.some((ref) => ref.id === id && ref.revision === revision),
  );
  const turbines = keptChargers(setup).flatMap((charger) => {
    const drive = exhaustDriveOf(charger);
    const item = own.filter(isTurbine).find(({ id }) => id === drive?.turbine.id);
    return drive && item ? [{ turbine: item.document, housing: drive.housing }] : [];
  });
  return fitsOf({
    plan,
    setup,
    turbochargers: own.filter(isTurbocharger).map(({ document }) => document),
    turbines,
    injectors: own.filter(isOf('injector')).map(({ document }) => document),
    pulleys: own.filter(isOf('pulley')).map(({ document }) => document),
    driven: drivenOf(setup, own),
  });
}

/** Whether the parts go with the engine and the car: yes, no, or to be checked; what nobody knows is a question. */
export default function FitPart() {
  const { items, setupIndex } = useJob();
  const setups = useJobState((s) => s.draft.setups);
  const { plan, edit } = usePlan();
  const { step: picked } = usePicked();
  const { figure } = useWords();
  const step = plan.steps.find(({ id }) => id === picked) ?? plan.steps.at(-1);
  const setup = step?.setup ?? setups[setupIndex]!;
  const answers = answersOf(plan, setup, items);
  const said = (question: (typeof answers)[number]['question'], value: string | number | null) =>
    value === null || value === ''
      ? 'not known'
      : typeof value === 'string'
        ? value
        : figure(value, fitQuantity(question));
  const states = { yes: 'within', no: 'over', ask: 'marginal' } as const;
  const count = (answer: 'no' | 'ask') => answers.filter((one) => one.answer === answer).length;
  return (
    <>
      <h2 className={charts.head}>
        Compatibility
        <small>
          {step ? `of the step to ${figure(step.power, 'power')}` : `of setup ${setup.letter}`}: from the
          fields of the parts and what was measured here
        </small>
      </h2>
      {answers.length === 0 ? (
        <p className={frame.lead}>Nothing to compare yet: fit parts of the library to the setup.</p>
      ) : (
        <>
          <p className={frame.lead}>
            {count('no') > 0 && (
              <>
                <StateMark state="over" size={12} /> {count('no')} do not go together.{' '}
              </>
            )}
            {count('ask') > 0
              ? `${count('ask')} to be checked: what is not known is a question, not a yes.`
              : count('no') === 0 && 'Everything that is asked goes together.'}
          </p>
          <FigureTable
            caption="Questions of fit"
            unseen
            rows={answers}
            keyOf={({ question, part }) => `${question} ${part}`}
            columns={[
              {
                name: 'question',
                cell: ({ question, part }) => (
                  <>
                    {fitNames[question]}
                    <small>{part}</small>
                  </>
                ),
              },
              { name: 'the part has', text: true, cell: ({ question, has }) => said(question, has) },
              { name: 'it meets', text: true, cell: ({ question, meets }) => said(question, meets) },
              {
                name: 'answer',
                text: true,
                cell: ({ answer }) => (
                  <>
                    <StateMark state={states[answer]} size={11} /> {answerNames[answer]}
                  </>
                ),
              },
            ]}
          />
        </>
      )}
      <Begun>
        <h3 className={charts.head}>Measured on the engine and the car</h3>
        <div className={styles.columns}>
          <Group title="">
            <TextField path="plan.fits.flange" label="Turbine flange of the manifold" most={60} />
            <ChoiceField
              label="Injection"
              value={plan.fits.injection}
              onChoose={(injection) => edit((draft) => void (draft.fits.injection = injection))}
              options={[
                { value: '', label: 'not said' },
                { value: 'port', label: 'port' },
                { value: 'direct', label: 'direct' },
              ]}
            />
            <NumberField
              path="plan.fits.injectorLength"
              label="Injector length, seat to rail"
              quantity="fineLength"
              bound={LENGTH}
              optional
            />
            <NumberField
              path="plan.fits.plugReach"
              label="Plug reach of the head"
              quantity="fineLength"
              bound={REACH}
              optional
            />
          </Group>
          <Group title="">
            <NumberField
              path="plan.fits.ribs"
              label="Ribs of the belt that is there"
              quantity="count"
              bound={RIBS}
              whole
              optional
            />
            <NumberField
              path="plan.fits.beltPlane"
              label="Belt plane, out of line by"
              quantity="clearance"
              bound={PLANE}
              optional
            />
            <NumberField
              path="plan.fits.brace"
              label="Room under the strut brace"
              quantity="fineLength"
              bound={ROOM}
              optional
            />
            <NumberField
              path="plan.fits.bonnet"
              label="Room under the bonnet"
              quantity="fineLength"
              bound={ROOM}
              optional
            />
          </Group>
        </div>
      </Begun>
    </>
  );
}
