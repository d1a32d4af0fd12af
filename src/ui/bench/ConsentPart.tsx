'use client';
import { progressOf } from '@/core/procedure/progress';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { Accepted } from '../limits/Accepted';
import { limitWords } from '../limits/say';
import { useDuty } from '../limits/useDuty';
import { useLimits } from '../limits/useLimits';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import styles from './bench.module.css';
import { useRecord } from './useRecord';

const always = [
  'Battery isolated before work on wiring, fuel or anything that turns.',
  'Eye protection for springs, pullers, pressure and grinding.',
  'Fire cover at hand whenever fuel is open or the engine runs for the first time.',
  'Stands under the car: never a jack alone.',
];

/** What is hazardous with its tick, and what the owner decided where a limit is passed. */
export default function ConsentPart() {
  const { setupIndex } = useJob();
  const { pull } = useDuty();
  const { line } = useLimits(pull);
  const words = useWords();
  const { figure } = words;
  const { record } = useRecord();
  const accepted = useJobState((s) => s.draft.setups[setupIndex]!.accepted) ?? [];
  const over = (line?.rows ?? []).filter(({ isCounted, state }) => isCounted && state === 'over');
  const hazards = record.procedures.flatMap((run) => {
    const { isWhole } = progressOf(run);
    return run.steps
      .filter(({ hazard }) => hazard)
      .map((step) => ({ run, step, isSeen: run.hazards.includes(step.id), isWhole }));
  });
  const decided = (key: string) => accepted.find(({ limit, by }) => limit === key && by.trim() !== '');
  return (
    <>
      <h2 className={charts.head}>
        Cautions & consent
        <small>planning figures, not permission: a qualified person checks the build</small>
      </h2>
      <h3 className={charts.head}>Over a limit</h3>
      {over.length === 0 ? (
        <p className={frame.lead}>
          <StateMark state="within" size={12} /> No limit that counts is passed by this setup.
        </p>
      ) : (
        <FigureTable
          caption="Limits that are passed"
          unseen
          rows={over}
          keyOf={({ key }) => key}
          columns={[
            {
              name: 'limit',
              cell: (row) => (
                <>
                  {partName(row.part)}
                  <small>{limitWords(row, words)}</small>
                </>
              ),
            },
            { name: 'used', cell: ({ peak }) => figure(peak.use, 'share') },
            { name: 'over by', cell: ({ peak }) => figure(peak.use - 1, 'share') },
            {
              name: 'the owner’s decision',
              text: true,
              cell: ({ key }) => {
                const own = decided(key);
                return own ? (
                  `${own.by}, ${own.on}`
                ) : (
                  <>
                    <StateMark state="over" size={11} /> not decided
                  </>
                );
              },
            },
          ]}
        />
      )}
      <Accepted rows={over} />
      <h3 className={charts.head}>Hazards of the procedures begun</h3>
      {hazards.length === 0 ? (
        <p className={frame.lead}>None yet: hazards stand with the steps they belong to.</p>
      ) : (
        <FigureTable
          caption="Hazards"
          unseen
          rows={hazards}
          keyOf={({ run, step }) => `${run.id} ${step.id}`}
          columns={[
            { name: 'procedure', cell: ({ run }) => run.name },
            { name: 'hazard and protection', text: true, cell: ({ step }) => step.hazard },
            {
              name: 'ticked',
              text: true,
              cell: ({ isSeen }) => (
                <>
                  <StateMark state={isSeen ? 'within' : 'marginal'} size={11} /> {isSeen ? 'yes' : 'not yet'}
                </>
              ),
            },
          ]}
        />
      )}
      <h3 className={charts.head}>Always</h3>
      <ul className={styles.always}>
        {always.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </>
  );
}
