import NativeSelect from '@mui/material/NativeSelect';
import { memo } from 'react';

type Option<T extends string> = { value: T; label: string };

/** Apart, so that a list of thousands stays as it is while what is around it changes. */
const Options = memo(function Options({ options }: { options: readonly Option<string>[] }) {
  return options.map((o) => (
    <option key={o.value} value={o.value}>
      {o.label}
    </option>
  ));
});

type Props<T extends string> = {
  value: T;
  options: readonly Option<T>[];
  onChoose: (value: T) => void;
} & ({ id: string; label?: never } | { id?: never; label: string });

/** One of a few, from the browser's own list: the best one on a phone and for gloves. Named by a label elsewhere, or by its own. */
export function Choice<T extends string>({ id, label, value, options, onChoose }: Props<T>) {
  return (
    <NativeSelect
      value={value}
      onChange={(e) => onChoose(e.target.value as T)}
      inputProps={{ id, 'aria-label': label }}
    >
      <Options options={options} />
    </NativeSelect>
  );
}
