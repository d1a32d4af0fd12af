'use client';
import Button from '@mui/material/Button';
import { wrap } from 'comlink';
import { useMemo, useState } from 'react';
import { create } from 'zustand';
import { blankReport } from '@/core/measure/blank';
import { papers, type Paper, type PrintedSheet } from '@/formats/printed';
import type { SystemId } from '@/core/units/systems';
import type { PdfWorker } from '@/workers/pdf.worker';
import { dayWords, today } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { DayField } from '../fields/DayField';
import { TextField } from '../fields/TextField';
import { Failure, type FailureWords } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { saveFile } from '../frame/save-file';
import { tellWork } from '../store/long-work';
import { useJob, useJobState } from '../store/solved';
import { useUnits } from '../words/useWords';
import { wordsIn } from '../words/words';
import { Printed } from './Printed';
import styles from './report.module.css';
import { customerSheet } from './sheets/customer';
import { buildSheet, measuredSheet, orderSheet } from './sheets/lists';
import type { Writer } from './sheets/say';
import { tunerSheet } from './sheets/tuner';
import { useFacts } from './useFacts';

export type SheetKind = 'customer' | 'tuner' | 'orders' | 'build' | 'measured';

const sheets: Record<SheetKind, { title: string; write: Writer }> = {
  customer: { title: 'Customer’s sheet', write: customerSheet },
  tuner: { title: 'Hand-over to the tuner', write: tunerSheet },
  orders: { title: 'Order list', write: orderSheet },
  build: { title: 'Build record', write: buildSheet },
  measured: { title: 'Measuring sheets', write: measuredSheet },
};

/** How sheets are printed on this device: paper, and whose units. */
const useHow = create<{
  paper: Paper;
  units: SystemId | 'screen';
  set: (how: Partial<{ paper: Paper; units: SystemId | 'screen' }>) => void;
}>((set) => ({ paper: 'A4', units: 'screen', set }));
const paperNames: Record<Paper, string> = { A4: 'A4', LETTER: 'Letter' };
const PRICE = { min: 0, max: 10_000_000 };

/** A sheet as it is printed: read here, on paper, or saved as PDF. */
export default function SheetPart({ kind }: { kind: SheetKind }) {
  const { facts, failure: unread } = useFacts();
  const { choice } = useUnits();
  const { paper, units, set } = useHow();
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const { title, write } = sheets[kind];
  const words = useMemo(
    () => wordsIn(units === 'screen' ? choice : { system: units, mix: choice.mix }),
    [units, choice],
  );
  const sheet = useMemo((): PrintedSheet | null => {
    if (!facts) return null;
    const { job, setupIndex, shop } = facts;
    const { currency } = job.brief.budget;
    const { letter, name } = job.setups[setupIndex]!;
    return {
      title,
      about: [job.name, `setup ${letter}${name ? `, ${name}` : ''}`].join(', '),
      shop,
      blocks: write({
        facts,
        words,
        money: (amount) =>
          amount === null ? 'not known' : `${words.figure(amount, 'money')}\u00a0${currency}`,
      }),
    };
  }, [facts, words, title, write]);
  const save = async () => {
    if (!sheet || !facts) return;
    setFailure(null);
    setIsBusy(true);
    const worker = new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' });
    const end = () => {
      worker.terminate();
      setIsBusy(false);
    };
    const told = tellWork('Writing the PDF', { stop: end, resume: () => void save() });
    try {
      const remote = wrap<PdfWorker>(worker);
      const file = await remote.write(sheet, paper, dayWords(today()));
      saveFile(file, `${facts.job.name} ${title}.pdf`, 'application/pdf');
    } catch {
      setFailure({
        title: 'The PDF was not written.',
        lines: ['Its fonts were not fetched: is the server there? Try again.'],
      });
    } finally {
      told.end();
      end();
    }
  };
  return (
    <>
      <div className={styles.how}>
        <ChoiceField
          label="Paper"
          value={paper}
          onChoose={(next) => set({ paper: next })}
          options={papers.map((value) => ({ value, label: paperNames[value] }))}
        />
        <ChoiceField
          label="Units of the sheet"
          value={units}
          onChoose={(next) => set({ units: next })}
          options={[
            { value: 'screen', label: 'as on this screen' },
            { value: 'metric', label: 'metric' },
            { value: 'us', label: 'US' },
            { value: 'house', label: 'the house’s' },
          ]}
        />
        <Button variant="contained" size="small" disabled={isBusy || !sheet} onClick={() => void save()}>
          Save as PDF
        </Button>
        <Button size="small" disabled={!sheet} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {(failure ?? unread) && <Failure {...(failure ?? unread)!} />}
      {sheet ? (
        <Printed sheet={sheet} />
      ) : (
        !unread && (
          <p className={frame.lead} role="status">
            The runs of this job are being fetched.
          </p>
        )
      )}
      {(kind === 'customer' || kind === 'tuner') && <Wording kind={kind} />}
    </>
  );
}

/** What somebody writes on the sheet, and who signed it. */
function Wording({ kind }: { kind: 'customer' | 'tuner' }) {
  const { store } = useJob();
  const report = useJobState((s) => s.draft.report);
  if (!report)
    return (
      <Button
        size="small"
        variant="outlined"
        onClick={() => {
          store.getState().edit((job) => void (job.report = blankReport()));
          store.getState().commit();
        }}
      >
        Write on the sheet
      </Button>
    );
  if (kind === 'tuner')
    return (
      <Group title="Written on the sheet">
        <TextField
          path="report.openQuestions"
          label="Open questions"
          hint="one to a line"
          most={1_000}
          long
        />
      </Group>
    );
  const isSigned = report.customer.trim() !== '' && report.customerOn !== '';
  return (
    <Group title="Written on the sheet">
      <TextField path="report.nextStep" label="Next step" most={600} long />
      <NumberField
        path="report.nextPrice"
        label="Price of the next step"
        hint="job’s currency"
        quantity="money"
        bound={PRICE}
        optional
      />
      <TextField path="report.service" label="Service points" most={1_000} long />
      <TextField path="report.notDone" label="What was not done" most={1_000} long />
      <TextField path="report.customer" label="Customer’s signature" hint="the name under it" most={80} />
      <DayField path="report.customerOn" label="Signed on" />
      <TextField path="report.shop" label="For the shop" most={80} />
      <DayField path="report.shopOn" label="Signed for the shop on" />
      {!isSigned && (
        <p className={frame.foot} role="status">
          {report.customer.trim() === '' && report.customerOn !== ''
            ? 'A day without a name: the customer’s signature is missing.'
            : report.customer.trim() !== ''
              ? 'A name without a day: say when it was signed.'
              : 'Not signed by the customer yet.'}
        </p>
      )}
    </Group>
  );
}
