import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import type { Input } from '@/core/documents/input';
import type { Field, FieldGroup } from '@/formats/kinds/kind';
import { FigureLines } from './FigureLines';
import { Group } from './Group';
import { QuantityInput } from './QuantityInput';

/** Changes a draft; edits of one field in a row are one step back. */
export type Edit<T> = (field: string, change: (draft: T) => void) => void;

type Holder = Record<string, unknown>;

/** Where a field's value stands: the object that holds it, and its key there. */
function placeOf(document: object, path: string): { holder: Holder; key: string } {
  const [first, second] = path.split('.') as [string, string?];
  const holder = document as Holder;
  return second === undefined ? { holder, key: first } : { holder: holder[first] as Holder, key: second };
}

type Props<D extends object> = {
  groups: readonly FieldGroup<D>[];
  draft: D;
  edit: Edit<D>;
  /** Whether what is typed in a field cannot be read, by the field's path. */
  onBad: (path: string, isBad: boolean) => void;
};

/** The fields of an item as its kind declares them, under their headings. */
export function FieldList<D extends object>({ groups, draft, edit, onBad }: Props<D>) {
  return groups.map(({ title, fields }) => (
    <Group key={title} title={title}>
      {fields.map((field) => (
        <OneField key={field.path} field={field} draft={draft} edit={edit} onBad={onBad} />
      ))}
    </Group>
  ));
}

function OneField<D extends object>({
  field,
  draft,
  edit,
  onBad,
}: { field: Field<D> } & Omit<Props<D>, 'groups'>) {
  const { holder, key } = placeOf(draft, field.path);
  const put = (change: (holder: Holder, key: string) => void) =>
    edit(field.path, (d) => {
      const at = placeOf(d, field.path);
      change(at.holder, at.key);
    });
  const set = (value: unknown) => put((at, k) => void (at[k] = value));
  const drop = () => put((at, k) => void delete at[k]);
  switch (field.kind) {
    case 'measure': {
      const input = holder[key] as Input | undefined;
      const { quantity, bound, label } = field;
      return (
        <QuantityInput
          {...{ quantity, bound, label }}
          {...(field.hint ? { hint: field.hint } : {})}
          {...(field.basis ? { basis: field.basis } : {})}
          optional={field.optional ?? false}
          value={input?.value ?? null}
          confidence={input?.confidence}
          onType={(value) => {
            if (value !== null) set({ ...input, value, confidence: input?.confidence ?? 'reported' });
            else if (field.optional) drop();
          }}
          onConfidence={(confidence) => input && set({ ...input, confidence })}
        />
      );
    }
    case 'number': {
      const { quantity, bound, label } = field;
      return (
        <QuantityInput
          {...{ quantity, bound, label }}
          {...(field.hint ? { hint: field.hint } : {})}
          {...(field.basis ? { basis: field.basis } : {})}
          optional={field.optional ?? false}
          whole={field.whole ?? false}
          value={(holder[key] as number | undefined) ?? null}
          onType={(value) => {
            if (value !== null) set(value);
            else if (field.optional) drop();
          }}
        />
      );
    }
    case 'text': {
      const text = holder[key] as string;
      const isNameless = field.path === 'name' && text.trim() === '';
      return (
        <TextField
          label={field.label}
          value={text}
          size="small"
          fullWidth
          margin="dense"
          multiline={field.rows !== undefined}
          {...(field.rows ? { minRows: field.rows } : {})}
          error={isNameless}
          helperText={isNameless ? 'A name is needed.' : field.hint}
          slotProps={{
            htmlInput: { maxLength: field.most },
            formHelperText: isNameless ? { role: 'alert' } : {},
          }}
          onChange={(e) => set(e.target.value)}
          onBlur={() => text !== text.trim() && set(text.trim())}
        />
      );
    }
    case 'choice':
      return (
        <TextField
          select
          label={field.label}
          value={holder[key] as string}
          size="small"
          fullWidth
          margin="dense"
          helperText={field.hint}
          slotProps={{ select: { native: true } }}
          onChange={(e) => set(e.target.value)}
        >
          {field.options.map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </TextField>
      );
    case 'tick':
      return (
        <FormControlLabel
          control={
            <Checkbox size="small" checked={holder[key] as boolean} onChange={(_, checked) => set(checked)} />
          }
          label={field.label}
        />
      );
    case 'table':
      return (
        <FigureLines
          label={field.label}
          {...(field.hint ? { hint: field.hint } : {})}
          columns={field.columns}
          least={field.least}
          most={field.most}
          lines={holder[key] as Record<string, number>[]}
          onLines={set}
          onBad={(isBad) => onBad(field.path, isBad)}
        />
      );
  }
}
