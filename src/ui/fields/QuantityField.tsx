'use client';
import { useEffect } from 'react';
import { boundsAt } from '@/core/job/bound-at';
import type { Quantity } from '@/core/units/quantities';
import { useJob, useJobState } from '../store/solved';
import { inputAt } from '../store/path';
import { useWords } from '../words/useWords';

import { QuantityInput } from './QuantityInput';

type Props = {
  path: string;
  label: string;
  quantity: Quantity;
  hint?: string;
  whole?: boolean;
  /** Word behind the unit: 'gauge', 'abs'. */
  basis?: string;
  disabled?: boolean;
};

/**
 * An input of the job: its value, unit and how sure we are of it. The range is the job schema's own. The live draft follows
 * the typing; it is stored on blur or Enter.
 */
export function QuantityField(props: Props) {
  // Another path in the same place is another field: no typed text may stray over.
  return <Field key={props.path} {...props} />;
}

function Field({ path, ...rest }: Props) {
  const { sentence } = useWords();
  const { store, bounds, problems, answer } = useJob();
  const input = useJobState((s) => inputAt(s.draft, path));
  const problem = problems.find((p) => p.path === path);
  const write = (what: 'value' | 'confidence', value: unknown) =>
    store.getState().write(`${path}.${what}`, value);

  useEffect(() => () => store.getState().commit(), [store]);

  return (
    <QuantityInput
      {...rest}
      name={path}
      bound={boundsAt(bounds, path)}
      value={input?.value ?? 0}
      ambient={answer?.build.climate.pressure}
      problem={problem ? sentence(problem.reason) : null}
      confidence={input?.confidence ?? 'guess'}
      onConfidence={(next) => {
        write('confidence', next);
        store.getState().commit();
      }}
      onType={(value) => write('value', value)}
      onLeave={() => store.getState().commit()}
      onRevert={() => {
        const stored = inputAt(store.getState().committed, path)?.value ?? null;
        if (stored !== null) write('value', stored);
        return stored;
      }}
    />
  );
}
