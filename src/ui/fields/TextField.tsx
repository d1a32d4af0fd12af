'use client';
import Input from '@mui/material/Input';
import { useId, useState, type ComponentProps } from 'react';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import { cleanText } from './clean-text';
import { Row } from './Group';
import styles from './fields.module.css';

type BoundProps = Omit<ComponentProps<typeof Input>, 'value' | 'onChange' | 'onBlur'> & {
  path: string;
  /** Signs at most. */
  most: number;
  /** Told whether a sign was left out that cannot be stored. */
  onRefused?: (refused: boolean) => void;
};

/** A text of the job, without a label of its own. The draft follows the typing; it is stored on leaving. */
export function TextInput({ path, most, onRefused, slotProps, ...rest }: BoundProps) {
  const store = useJobStore();
  const text = useJobState((s) => valueAt(s.draft, path) as string);
  const commit = () => store.getState().commit();
  return (
    <Input
      autoComplete="off"
      {...rest}
      name={path}
      value={text}
      slotProps={{ ...slotProps, input: { maxLength: most, ...(slotProps?.input as object) } }}
      onChange={(e) => {
        const clean = cleanText(e.target.value);
        onRefused?.(clean !== e.target.value);
        store.getState().write(path, clean);
      }}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && !rest.multiline && commit()}
    />
  );
}

type Props = Pick<BoundProps, 'path' | 'most' | 'placeholder'> & {
  label: string;
  hint?: string;
  /** Several lines, under its label. */
  long?: boolean;
};

/** A text of the job as a line of the column. */
export function TextField({ path, label, hint, most, long = false, placeholder }: Props) {
  const id = useId();
  const [refused, setRefused] = useState(false);
  return (
    <Row htmlFor={id} label={label} hint={hint} {...(long ? { className: styles.long! } : {})}>
      <TextInput
        id={id}
        path={path}
        most={most}
        placeholder={placeholder}
        className={styles.text!}
        aria-describedby={refused ? `${id}-why` : undefined}
        {...(long ? { multiline: true, minRows: 4, disableUnderline: true } : {})}
        onRefused={setRefused}
      />
      {refused && (
        <p id={`${id}-why`} role="alert" className={styles.message}>
          A sign was left out that cannot be stored.
        </p>
      )}
    </Row>
  );
}
