import TextField from '@mui/material/TextField';
import { fieldsOf, type ListFacts, type ListMapping } from '@/formats/list-table';
import type { AnyKind } from '@/formats/kinds';
import { Group } from '../fields/Group';

type Props = { kind: AnyKind; mapping: ListMapping; facts: ListFacts; onFacts: (facts: ListFacts) => void };

/** What is the same for all of a list: the choices that no column says. */
export function ListImportFacts({ kind, mapping, facts, onFacts }: Props) {
  const open = fieldsOf(kind).filter(
    (field) => field.kind === 'choice' && !mapping.columns.some(({ role }) => role === field.path),
  );
  if (!open.length) return null;
  return (
    <Group title={`The same for every ${kind.words.one}`}>
      {open.map(
        (field) =>
          field.kind === 'choice' && (
            <TextField
              key={field.path}
              select
              label={field.label}
              size="small"
              fullWidth
              margin="dense"
              value={facts.choices[field.path]}
              slotProps={{ select: { native: true } }}
              onChange={(e) => onFacts({ choices: { ...facts.choices, [field.path]: e.target.value } })}
            >
              {field.options.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </TextField>
          ),
      )}
    </Group>
  );
}
