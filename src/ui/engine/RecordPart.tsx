import Button from '@mui/material/Button';
import { useState } from 'react';
import { isSameFamily, keptFrom, offeredBy, takeOffered } from '@/core/limits/family';
import type { EngineFamilyHead } from '@/formats/kinds/engine-family';
import type { CommonHead, LineOf } from '@/formats/kinds/kind';
import { ChoiceField } from '../fields/ChoiceField';
import fields from '../fields/fields.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { TextField } from '../fields/TextField';
import { useLines } from '../fields/useLines';
import { failureOf } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';

type FamilyLine = LineOf<EngineFamilyHead & CommonHead>;

/** What the engine is and what has happened to it; what the shop knows of its family is offered, and kept for the next. */
export function RecordPart() {
  const { store } = useJob();
  const record = useJobState((s) => s.draft.engine.record);
  if (!record)
    return (
      <Group title="Engine record">
        <Button
          size="small"
          variant="outlined"
          onClick={() => {
            store.getState().edit((job) => {
              job.engine.record = {
                family: '',
                variant: '',
                heads: '',
                injectors: '',
                changes: '',
                boosted: 'unknown',
              };
            });
            store.getState().commit();
          }}
        >
          Start a record
        </Button>
      </Group>
    );
  return (
    <Group title="Engine record">
      <Family family={record.family} />
      <TextField path="engine.record.variant" label="Variant" most={80} placeholder="code, year, market" />
      <TextField path="engine.record.heads" label="Heads" most={120} placeholder="casting, valves, ports" />
      <TextField path="engine.record.injectors" label="Injectors" most={80} placeholder="kind, as found" />
      <ChoiceField
        path="engine.record.boosted"
        label="Boosted from new"
        hint="its parts were made for it then"
        options={[
          { value: 'unknown', label: 'as its run says' },
          { value: 'from-new', label: 'yes' },
          { value: 'never', label: 'no' },
        ]}
      />
      <QuantityField path="engine.record.distance" optional />
      <TextField path="engine.record.changes" label="Earlier changes" most={500} long />
    </Group>
  );
}

/** The family by name, with what the shop knows of it. */
function Family({ family }: { family: string }) {
  const { store } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const lines = useLines<FamilyLine>('engine-families');
  const [kept, setKept] = useState<{ line: FamilyLine | null; said: string }>({ line: null, said: '' });
  // What was kept here is newer than the list that was fetched.
  const known =
    kept.line && isSameFamily(family, kept.line)
      ? kept.line
      : (lines?.find((line) => isSameFamily(family, line)) ?? null);
  const offered = known && offeredBy(known, engine);
  const count = offered ? offered.weakPoints.length + offered.components.length : 0;
  const names = (lines ?? []).map(({ name }) => ({ value: name, label: name }));
  const choose = (name: string) => {
    store.getState().write('engine.record.family', name);
    store.getState().commit();
  };
  const take = () => {
    if (!offered) return;
    store.getState().edit((job) => takeOffered(job.engine, offered));
    store.getState().commit();
  };
  const keep = async () => {
    const before = known && {
      version: 1 as const,
      kind: 'engine-family' as const,
      name: known.name,
      note: known.note,
      weakPoints: known.weakPoints,
      components: known.components,
    };
    const document = keptFrom(before, family, engine);
    const answer = known
      ? await server.saveItem('engine-families', known.id, known.revision, document)
      : await server.addItem('engine-families', document);
    if (answer.kind !== 'ok') {
      const { title, lines: why } = failureOf('It was not kept.', answer);
      return setKept({ line: kept.line, said: [title, ...why].join(' ') });
    }
    const { revision } = answer.data;
    const id = known?.id ?? ('id' in answer.data ? String(answer.data.id) : '');
    setKept({
      line: {
        ...document,
        id,
        revision,
        retired: false,
        savedAt: '',
        jobCount: 0,
        parts: [],
        price: null,
        stock: null,
      },
      said: `Kept for ${document.name}.`,
    });
  };
  return (
    <>
      <TextField
        path="engine.record.family"
        label="Engine family"
        most={80}
        placeholder="as the shop calls it"
      />
      {names.length > 0 && (
        <ChoiceField
          label="Known families"
          hint="of the library"
          value={known?.name ?? ''}
          onChoose={(name) => name && choose(name)}
          options={[{ value: '', label: 'choose' }, ...names]}
        />
      )}
      {offered && count > 0 && (
        <p className={frame.foot}>
          The shop knows more of {known.name}:{' '}
          {[...offered.weakPoints, ...offered.components.map((c) => `limits of ${c.name || c.kind}`)].join(
            ', ',
          )}
          .
        </p>
      )}
      <div className={fields.rowKeys}>
        <Button size="small" variant="outlined" disabled={count === 0} onClick={take}>
          Take what is known
        </Button>
        <Button size="small" variant="outlined" disabled={family.trim() === ''} onClick={() => void keep()}>
          Keep for the family
        </Button>
      </div>
      <p className={frame.foot} role="status">
        {kept.said || 'Kept are weak points and parts with limits of this job.'}
      </p>
    </>
  );
}
