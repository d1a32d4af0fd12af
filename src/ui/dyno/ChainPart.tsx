'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { nearestFifty } from '@/core/units/nearest';
import type { Quantity } from '@/core/units/quantities';
import type { CalibrationFile, ChangeKind, FileChange } from '@/core/job/schema/calibration';
import { firstStep, halfWay, movedChecks, stepFindings } from '@/core/studies/calibration';
import { today } from '../device/today';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import { Pack } from './Pack';
import { useRuns } from './useRuns';
import { movedWords } from './words';
import styles from './dyno.module.css';

/** What a change is measured in, and how far it may go. SI. */
const kinds: Record<ChangeKind, { name: string; quantity: Quantity; most: number }> = {
  timing: { name: 'timing', quantity: 'angle', most: 0.7 },
  fuel: { name: 'fuel', quantity: 'fineShare', most: 1 },
  boost: { name: 'boost', quantity: 'boost', most: 400_000 },
  other: { name: 'something else', quantity: 'count', most: 1_000_000 },
};
const kindOptions = (Object.keys(kinds) as ChangeKind[]).map((value) => ({
  value,
  label: kinds[value].name,
}));
const POWER = { min: 0, max: 10_000_000 };
const SPEED = { min: 100, max: 30_000 };
const NONE: CalibrationFile[] = [];

/** Changes of a file in a line. */
export function useChangeWords() {
  const { signedFigure, figure } = useWords();
  return ({ kind, amount, aboveRpm, note }: FileChange): string =>
    [
      kind === 'other'
        ? note || 'something else'
        : `${kinds[kind].name} ${signedFigure(amount, kinds[kind].quantity)}`,
      aboveRpm === null ? '' : `above ${figure(aboveRpm, 'engineSpeed')}`,
    ]
      .filter(Boolean)
      .join(' ');
}

/** How the chain is edited: each a commit of its own. */
function useChain() {
  const { store } = useJob();
  const files = useJobState((s) => s.draft.calibration ?? NONE);
  const edit = (change: (files: CalibrationFile[]) => void) => {
    store.getState().edit((job) => {
      job.calibration ??= [];
      change(job.calibration);
    });
    store.getState().commit();
  };
  return { files, edit };
}

const blankFile = (id: string, name: string, from: CalibrationFile | undefined): CalibrationFile => ({
  id,
  name,
  on: today(),
  by: from?.by ?? '',
  slot: from?.slot ?? '',
  purpose: from?.purpose ?? '',
  fuel: from?.fuel ?? '',
  power: null,
  from: from?.id ?? '',
  fromRun: '',
  changes: [],
  why: '',
  result: '',
  knock: 'unsaid',
  place: from?.place ?? 'car',
  checked: [],
});

/** Versions of the calibration: what each came from, what was changed and why, what came of it, and what the next may change. */
export default function ChainPart() {
  const { files, edit } = useChain();
  const { runs } = useRuns();
  const say = useChangeWords();
  const { figure } = useWords();
  const [picked, setPicked] = useState<string | null>(null);
  const chosen = files.find(({ id }) => id === picked) ?? files.at(-1);
  const add = (made: (id: string) => CalibrationFile) => {
    const id = crypto.randomUUID();
    edit((all) => all.push(made(id)));
    setPicked(id);
  };
  const addNext = () =>
    add((id) => ({ ...blankFile(id, `File ${files.length + 1}`, chosen), fromRun: runs?.at(-1)?.id ?? '' }));
  return (
    <>
      <h2 className={charts.head}>
        Calibration
        <small>each file with the log it came from, what was changed and why, and what came of it</small>
      </h2>
      {files.length === 0 ? (
        <p className={frame.lead}>No file is on record yet.</p>
      ) : (
        <FigureTable
          caption="Calibration files"
          rows={files}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'file',
              cell: (file) => (
                <>
                  <Button variant="inline" aria-pressed={file === chosen} onClick={() => setPicked(file.id)}>
                    {file.name}
                  </Button>
                  <small>
                    {[file.on, file.slot && `slot ${file.slot}`, file.purpose, file.fuel]
                      .filter(Boolean)
                      .join(', ')}
                  </small>
                </>
              ),
            },
            { name: 'changed', text: true, cell: (file) => file.changes.map(say).join('; ') || 'nothing' },
            {
              name: 'power',
              cell: (file) => (file.power === null ? 'not run' : figure(file.power, 'power')),
            },
            {
              name: 'knock',
              cell: ({ knock }) => (
                <>
                  {knock !== 'unsaid' && (
                    <StateMark state={knock === 'heard' ? 'over' : 'within'} size={11} />
                  )}{' '}
                  {{ unsaid: 'not said', none: 'none', heard: 'heard' }[knock]}
                </>
              ),
            },
          ]}
        />
      )}
      <div className={styles.menus}>
        <Button variant="contained" onClick={addNext}>
          {chosen ? `Next file from ${chosen.name}` : 'Add the first file'}
        </Button>
        {chosen && <HalfWay files={files} file={chosen} onMake={add} />}
      </div>
      {chosen && <FileCard key={chosen.id} file={chosen} files={files} edit={edit} />}
      {chosen && <Pack file={chosen} files={files} />}
    </>
  );
}

type HalfWayProps = {
  files: CalibrationFile[];
  file: CalibrationFile;
  onMake: (made: (id: string) => CalibrationFile) => void;
};

/** A file half way between this one and another of its line. */
function HalfWay({ files, file, onMake }: HalfWayProps) {
  const others = files.filter((other) => other !== file && halfWay(files, file, other));
  return others.map((other) => (
    <Button
      key={other.id}
      variant="outlined"
      size="small"
      onClick={() => {
        const way = halfWay(files, file, other)!;
        onMake((id) => ({
          ...blankFile(
            id,
            `Between ${way.from.name} and ${(way.from === file ? other : file).name}`.slice(0, 80),
            way.from,
          ),
          changes: way.changes,
          why: 'Half way between two that were tried.',
        }));
      }}
    >
      Half way to {other.name}
    </Button>
  ));
}

type FileProps = {
  file: CalibrationFile;
  files: CalibrationFile[];
  edit: (change: (files: CalibrationFile[]) => void) => void;
};

function FileCard({ file, files, edit }: FileProps) {
  const { runs } = useRuns();
  const index = files.indexOf(file);
  const at = `calibration.${index}` as const;
  const change = (part: Partial<CalibrationFile>) => edit((all) => void Object.assign(all[index]!, part));
  const { answer } = useJob();
  // Where boost is full, as the match has it; half way up the revs where no turbine says.
  const from = answer ? nearestFifty(answer.sweep.turbo?.fullFrom ?? answer.build.redLineRpm / 2) : null;
  const said = stepFindings(files, file);
  const add = (changes: FileChange[]) => change({ changes: [...file.changes, ...changes].slice(0, 20) });
  const put = (i: number, part: Partial<FileChange>) =>
    change({ changes: file.changes.map((one, k) => (k === i ? { ...one, ...part } : one)) });
  return (
    <>
      {said.length > 0 && <Findings findings={said} label="What there is to say of this step" />}
      <div className={styles.choices}>
        <Group title={file.name}>
          <TextField path={`${at}.name`} label="Name" most={80} />
          <DayField path={`${at}.on`} label="Day" />
          <TextField path={`${at}.by`} label="By" most={60} />
          <TextField path={`${at}.slot`} label="Map slot" most={40} />
          <TextField
            path={`${at}.purpose`}
            label="Purpose"
            most={80}
            placeholder="wet, pump fuel, full boost"
          />
          <TextField path={`${at}.fuel`} label="Fuel" most={60} />
          <ChoiceField
            label="Made from"
            value={file.from}
            onChoose={(from) => change({ from })}
            options={[
              { value: '', label: 'none' },
              ...files.filter(({ id }) => id !== file.id).map(({ id, name }) => ({ value: id, label: name })),
            ]}
          />
          <ChoiceField
            label="After the log of"
            value={file.fromRun}
            onChoose={(fromRun) => change({ fromRun })}
            options={[
              { value: '', label: 'none' },
              ...(runs ?? []).map(({ id, card }) => ({ value: id, label: card.name })),
            ]}
          />
        </Group>
        <Group title="Outcome">
          <QuantityInput
            label="Power"
            hint="of its run, as the card has it"
            quantity="power"
            bound={POWER}
            optional
            value={file.power}
            onType={(power) => change({ power })}
          />
          <ChoiceField
            label="Knock"
            value={file.knock}
            onChoose={(knock) => change({ knock })}
            options={[
              { value: 'unsaid', label: 'not said' },
              { value: 'none', label: 'none' },
              { value: 'heard', label: 'heard or logged' },
            ]}
          />
          <TextField path={`${at}.why`} label="Why" most={600} long />
          <TextField path={`${at}.result`} label="Result" most={600} long />
        </Group>
      </div>
      <Group title="Changed from the file before">
        {file.changes.map((one, i) => (
          <div key={i} className={styles.choices}>
            <ChoiceField
              label={`Change ${i + 1}`}
              value={one.kind}
              onChoose={(kind) => put(i, { kind, amount: 0 })}
              options={kindOptions}
            />
            <QuantityInput
              key={one.kind}
              label={`By ${i + 1}`}
              hint={one.kind === 'timing' ? 'retard below nought' : ''}
              quantity={kinds[one.kind].quantity}
              bound={{ min: -kinds[one.kind].most, max: kinds[one.kind].most }}
              value={one.amount}
              onType={(amount) => amount !== null && put(i, { amount })}
            />
            <QuantityInput
              label={`Above ${i + 1}`}
              hint="empty: everywhere"
              quantity="engineSpeed"
              bound={SPEED}
              optional
              value={one.aboveRpm}
              onType={(aboveRpm) => put(i, { aboveRpm })}
            />
            <Button size="small" onClick={() => change({ changes: file.changes.filter((_, k) => k !== i) })}>
              Remove change {i + 1}
            </Button>
          </div>
        ))}
        <div className={styles.menus}>
          <Button
            size="small"
            variant="outlined"
            onClick={() => add([{ kind: 'boost', amount: 0, aboveRpm: null, note: '' }])}
          >
            Add a change
          </Button>
          <Button
            size="small"
            variant="outlined"
            onClick={() =>
              add([
                { kind: 'timing', amount: -firstStep.retard, aboveRpm: from, note: '' },
                { kind: 'fuel', amount: firstStep.fuel, aboveRpm: from, note: '' },
              ])
            }
          >
            Make room before boost
          </Button>
        </div>
      </Group>
      <Moved file={file} change={change} />
      <Button size="small" onClick={() => edit((all) => void all.splice(index, 1))}>
        Remove {file.name} from the chain
      </Button>
    </>
  );
}

/** A file that moved from the engine cell to the car: what is looked at again. */
function Moved({
  file,
  change,
}: {
  file: CalibrationFile;
  change: (part: Partial<CalibrationFile>) => void;
}) {
  return (
    <Group title="Where it runs">
      <ChoiceField
        label="Runs in"
        value={file.place}
        onChoose={(place) => change({ place, checked: [] })}
        options={[
          { value: 'car', label: 'the car' },
          { value: 'cell', label: 'the engine cell' },
        ]}
      />
      {file.place === 'car' && (
        <>
          <p className={frame.foot}>
            Out of the engine cell everything in the file is carried; in the car these are looked at again:
          </p>
          <div className={styles.ticks}>
            {movedChecks.map((check) => (
              <FormControlLabel
                key={check}
                label={movedWords[check]}
                control={
                  <Checkbox
                    checked={file.checked.includes(check)}
                    onChange={(e) =>
                      change({
                        checked: e.target.checked
                          ? [...file.checked, check]
                          : file.checked.filter((one) => one !== check),
                      })
                    }
                  />
                }
              />
            ))}
          </div>
        </>
      )}
    </Group>
  );
}
