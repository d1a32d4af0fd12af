'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { measuringSheets } from '@/core/job/schema/record-choices';
import { passed, sheetOf } from '@/core/measure/definitions';
import { progressOf } from '@/core/procedure/progress';
import { Group, Row } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import frame from '../frame/frame.module.css';
import { Parts } from '../frame/parts';
import { useJob, useJobState } from '../store/solved';
import { useSheet } from './MeasurePart';
import { loaders } from './parts';
import { useBoost } from './useBoost';
import { useRecord } from './useRecord';
import { sheetTitles } from './words';

const MeasurePart = dynamic(loaders.measure);
const ProceduresPart = dynamic(loaders.procedures);
const RecordPart = dynamic(loaders.record);
const ConsentPart = dynamic(loaders.consent);

/** How it goes together: what is measured, ticked, recorded and decided. */
export default function Bench() {
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="bench"
          bodies={{
            measure: <MeasurePart />,
            procedures: <ProceduresPart />,
            record: <RecordPart />,
            consent: <ConsentPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
      </aside>
    </>
  );
}

function Answer() {
  const { setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const boost = useBoost();
  const { record } = useRecord();
  const show = useSheet((s) => s.show);
  const sheets = measuringSheets.flatMap((sheet) => {
    const read = new Map(
      record.measured.filter((one) => one.sheet === sheet).map((one) => [one.line, one.value]),
    );
    if (!read.size) return [];
    const states = sheetOf(sheet, job, setupIndex, boost).lines.map((line) =>
      passed(line, read.get(line.key)),
    );
    const wrong = states.filter((state) => state === 'low' || state === 'high').length;
    return [{ sheet, wrong, done: read.size, of: states.length }];
  });
  const wrong = sheets.reduce((sum, one) => sum + one.wrong, 0);
  const open = record.procedures.filter((run) => !progressOf(run).isWhole);
  return (
    <>
      <BenchHead
        bench="bench"
        state={wrong ? 'over' : sheets.length ? 'within' : null}
        answer={
          wrong
            ? `${wrong} out of tolerance`
            : sheets.length
              ? 'Every reading passed'
              : 'Nothing measured yet'
        }
      >
        <p className={frame.lead}>
          {open.length > 0
            ? `${open[0]!.name}: ${progressOf(open[0]!).done} of ${progressOf(open[0]!).of} steps${open.length > 1 ? `; ${open.length - 1} more begun` : ''}.`
            : record.procedures.length
              ? 'Every procedure that was begun is closed.'
              : 'Measure before it goes together; prime before it cranks.'}
        </p>
      </BenchHead>
      {sheets.length > 0 && (
        <Group title="Measuring sheets">
          {sheets.map(({ sheet, wrong: out, done, of }) => (
            <Row key={sheet} label={sheetTitles[sheet]} {...(out ? { hint: `${out} out of tolerance` } : {})}>
              <Button variant="inline" aria-label={`Show ${sheetTitles[sheet]}`} onClick={() => show(sheet)}>
                {done} of {of}
              </Button>
            </Row>
          ))}
        </Group>
      )}
      {record.irreversible.length > 0 && (
        <Group title="Cannot be undone">
          {record.irreversible.slice(-5).map(({ what }, i) => (
            <p key={i} className={frame.foot}>
              {what}
            </p>
          ))}
        </Group>
      )}
      <p className={frame.foot}>
        Tolerances are common practice: the maker’s own figure goes before them. A qualified person checks the
        build.
      </p>
    </>
  );
}
