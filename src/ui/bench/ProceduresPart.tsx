'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import type { ProcedureRun } from '@/core/job/schema/record';
import { progressOf } from '@/core/procedure/progress';
import { shipped, SHIPPED_VERSION, shippedKeys, type ShippedKey } from '@/core/procedure/shipped';
import type { ProcedureHead } from '@/formats/kinds/procedure';
import type { CommonHead, LineOf } from '@/formats/kinds/kind';
import charts from '../charts/charts.module.css';
import { dayWords, today } from '../device/today';
import { ChoiceField } from '../fields/ChoiceField';
import { useLines } from '../fields/useLines';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { FigureTable } from '../table/FigureTable';
import { ProcedureSteps } from './ProcedureSteps';
import { useRecord } from './useRecord';

const MOST_RUNS = 40;
type Line = LineOf<ProcedureHead & CommonHead>;

/** The procedure in hand. */
const usePickedRun = create<{ id: string; pick: (id: string) => void }>((set) => ({
  id: '',
  pick: (id) => set({ id }),
}));

/** Procedures: those that ship and the shop's own, begun on this job and ticked step by step. */
export default function ProceduresPart() {
  const { record, edit } = useRecord();
  const { id: picked, pick } = usePickedRun();
  const own = useLines<Line>('procedures');
  const [failed, setFailed] = useState(false);
  const chosen = record.procedures.find(({ id }) => id === picked) ?? record.procedures.at(-1);
  useEffect(() => {
    if (chosen) document.getElementById(`run-${chosen.id}`)?.scrollIntoView({ block: 'nearest' });
    // Only when another is picked.
  }, [chosen?.id]); // eslint-disable-line react-hooks/exhaustive-deps
  const begin = (made: Pick<ProcedureRun, 'name' | 'version' | 'steps' | 'shipped' | 'own'>) => {
    const id = crypto.randomUUID();
    edit((draft) => {
      draft.procedures.push({
        ...made,
        id,
        ticks: [],
        hazards: [],
        findings: '',
        startedOn: today(),
        closedOn: '',
      });
    });
    pick(id);
  };
  const beginShipped = (key: ShippedKey) => {
    const { name, steps } = shipped[key];
    begin({ name, steps, shipped: key, version: SHIPPED_VERSION });
  };
  const beginOwn = async (line: Line) => {
    const answer = await server.item('procedures', line.id);
    if (answer.kind !== 'ok' || answer.data.document.kind !== 'procedure') return setFailed(true);
    setFailed(false);
    const { revision, document } = answer.data;
    begin({
      name: document.name,
      steps: document.steps,
      shipped: '',
      own: { id: line.id, revision },
      version: revision,
    });
  };
  return (
    <>
      <h2 className={charts.head}>
        Procedures
        <small>
          ordered steps with tools, torques and hold points; what is ticked stands with name and day
        </small>
      </h2>
      <ChoiceField
        label="Begin a procedure"
        value=""
        onChoose={(key: string) => {
          if (record.procedures.length >= MOST_RUNS) return;
          const line = (own ?? []).find(({ id }) => `own ${id}` === key);
          if (line) void beginOwn(line);
          else if (Object.hasOwn(shipped, key)) beginShipped(key as ShippedKey);
        }}
        options={[
          { value: '', label: record.procedures.length >= MOST_RUNS ? 'forty on record: no more' : 'choose' },
          ...shippedKeys.map((value) => ({ value: value as string, label: shipped[value].name })),
          ...(own ?? []).map(({ id, name }) => ({ value: `own ${id}`, label: `${name} (the shop’s own)` })),
        ]}
      />
      <p className={frame.foot}>
        The shop’s own are written and ordered under{' '}
        <Link href="/library/procedures">Procedures in the library</Link>, each change a version; what was
        begun keeps the version it was begun with.
      </p>
      {failed && (
        <p className={frame.foot} role="alert">
          The procedure was not fetched. Try again.
        </p>
      )}
      {record.procedures.length > 0 && (
        <FigureTable
          caption="Begun on this job"
          rows={record.procedures}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'procedure',
              cell: (run) => (
                <Button variant="inline" aria-pressed={run === chosen} onClick={() => pick(run.id)}>
                  {run.name}
                </Button>
              ),
            },
            {
              name: 'version',
              cell: ({ version, shipped: key }) => (key ? `ships, ${version}` : `own, ${version}`),
            },
            { name: 'begun', cell: ({ startedOn }) => dayWords(startedOn) },
            {
              name: 'steps',
              cell: (run) => {
                const { done, of, isWhole } = progressOf(run);
                return isWhole ? `all ${of}` : `${done} of ${of}`;
              },
            },
          ]}
        />
      )}
      {chosen && (
        <div id={`run-${chosen.id}`}>
          <ProcedureSteps key={chosen.id} index={record.procedures.indexOf(chosen)} />
        </div>
      )}
    </>
  );
}
