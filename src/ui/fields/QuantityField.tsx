'use client';
import { memo, useEffect } from 'react';
import { given } from '@/core/documents/input';
import { boundsAt } from '@/core/job/inputs/bound-at';
import { labelOf, quantityOf, type InputPath } from '@/core/job/inputs/inputs';
import { useForFields, useJobState, useJobStore } from '../store/solved';
import { inputAt } from '../store/path';
import { useWords } from '../words/useWords';

import { QuantityInput } from './QuantityInput';

type Props = {
  path: InputPath;
  hint?: string;
  whole?: boolean;
  /** Word behind the unit: 'gauge', 'abs'. */
  basis?: string;
  disabled?: boolean;
  /** Whether the job may go without it: then emptying the field takes it out. */
  optional?: boolean;
};

/**
 * An input of the job: its value, unit and confidence. The range is the job schema's own, label and quantity are its
 * descriptor's. The live draft follows the typing; it is stored on blur or Enter.
 */
export const QuantityField = memo(function QuantityField(props: Props) {
  // Another path in the same place is another field: no typed text may stray over.
  return <Field key={props.path} {...props} />;
});

function Field({ path, optional = false, ...rest }: Props) {
  const { sentence } = useWords();
  const store = useJobStore();
  const { bounds, problems, ambient } = useForFields();
  const input = useJobState((s) => inputAt(s.draft, path));
  const label = useJobState((s) => labelOf(path, s.draft))!;
  const problem = problems.find((p) => p.path === path);
  /** A figure that was not there is reported, until somebody says how it was come by. */
  const take = (value: number | null) => {
    if (value === null) store.getState().write(path, undefined);
    else if (input) write('value', value);
    else store.getState().write(path, given(value, 'reported'));
  };
  const write = (what: 'value' | 'confidence', value: unknown) =>
    store.getState().write(`${path}.${what}`, value);

  useEffect(() => () => store.getState().commit(), [store]);

  return (
    <QuantityInput
      {...rest}
      label={label}
      name={path}
      quantity={quantityOf(path)!}
      bound={boundsAt(bounds, path)}
      value={input?.value ?? (optional ? null : 0)}
      optional={optional}
      note={input?.note}
      ambient={ambient}
      problem={problem ? sentence(problem.reason) : null}
      confidence={input?.confidence}
      onConfidence={(next) => {
        write('confidence', next);
        store.getState().commit();
      }}
      onType={take}
      onLeave={() => store.getState().commit()}
      onRevert={() => {
        const stored = inputAt(store.getState().committed, path);
        if (stored || optional) store.getState().write(path, stored);
        return stored?.value ?? null;
      }}
    />
  );
}
