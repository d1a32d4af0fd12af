'use client';
import { useEffect, useId, useState } from 'react';
import { boundsAt, type Bounds } from '@/core/job/bound-at';
import { confidences } from '@/core/job/input';
import { parseQuantity } from '@/core/units/parse';
import { toUnit, type Quantity, type Unit } from '@/core/units/quantities';
import { useJob, useJobState } from '../store/solved';
import { inputAt } from '../store/path';
import { displayUnit, fieldText, formatNumber } from '../words/format';
import { sentence } from '../words/reasons';
import { confidenceWords } from './confidence';
import styles from './fields.module.css';

/** What is wrong with a typed text, or its value. The range is the job schema's own. */
export function checkTyped(
  bounds: Bounds,
  text: string,
  path: string,
  quantity: Quantity,
  whole: boolean,
  ambient?: number,
) {
  const unit = displayUnit(quantity);
  const { min, max } = boundsAt(bounds, path);
  const show = (value: number) => {
    const shown = toUnit(value, unit);
    const digits =
      Math.abs(shown) < 10 && shown % 1 !== 0 ? Math.max(2, unit.digits) : Math.max(0, unit.digits);
    return formatNumber(shown, digits);
  };
  const range = `${show(min)} to ${show(max)}${unit.symbol ? ` ${unit.symbol}` : ''}`;
  const parsed = parseQuantity(text, quantity, unit, ambient);
  const quoted = text.trim().slice(0, 24);
  if (!parsed.ok) {
    const units = parsed.units.join(', ');
    const why = {
      empty: `A value is needed: ${range}.`,
      'not-a-number': `“${quoted}” is not a number. Give ${range}.`,
      'unknown-unit': `“${quoted}”: that unit is not known here.${units ? ` Known: ${units}.` : ' Give a bare number.'}`,
      'needs-ambient': `“${quoted}”: an absolute reading needs the air of the day first.`,
      'gauge-given': `“${quoted}” is gauge; this wants an absolute pressure.`,
    }[parsed.code];
    return { ok: false as const, message: why };
  }
  const slack = 1e-9 * Math.max(Math.abs(min), Math.abs(max));
  if (parsed.value < min - slack || parsed.value > max + slack)
    return { ok: false as const, message: `“${quoted}” is out of range. Give ${range}.` };
  if (whole && !Number.isInteger(parsed.value))
    return { ok: false as const, message: `“${quoted}”: a whole number is needed, ${range}.` };
  return { ok: true as const, value: Math.min(max, Math.max(min, parsed.value)) };
}

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
 * A quantity with its unit and how sure we are of it. Takes a unit typed behind the number. A bad text stays in the field
 * with its reason; the rest of the page keeps the last good value. Stores on blur or Enter.
 */
export function QuantityField(props: Props) {
  // Another path in the same place is another field: no typed text may stray over.
  return <Field key={props.path} {...props} />;
}

function Field({ path, label, quantity, hint, whole = false, basis, disabled = false }: Props) {
  const id = useId();
  const { store, bounds, problems, solved } = useJob();
  const input = useJobState((s) => inputAt(s.draft, path));
  const [typed, setTyped] = useState<string | null>(null);
  const unit: Unit = displayUnit(quantity);
  const value = input?.value ?? 0;
  const ambient = solved?.build.climate.pressure;
  const check = typed === null ? null : checkTyped(bounds, typed, path, quantity, whole, ambient);
  const problem = problems.find((p) => p.path === path);
  const message = check && !check.ok ? check.message : problem ? sentence(problem.reason) : null;
  const confidence = input?.confidence ?? 'guess';

  // An undo, a taken-over revision or another field may change the value under a bad text: then the text has had its day.
  const [seen, setSeen] = useState(value);
  if (seen !== value) {
    setSeen(value);
    if (check && !check.ok) setTyped(null);
  }

  const type = (text: string) => {
    setTyped(text);
    const next = checkTyped(bounds, text, path, quantity, whole, ambient);
    if (next.ok && next.value !== value) {
      setSeen(next.value);
      store.getState().write(`${path}.value`, next.value);
    }
  };
  const leave = () => {
    if (check?.ok) setTyped(null);
    store.getState().commit();
  };
  /** Back to what is stored: the live draft has followed the typing. */
  const revert = () => {
    setTyped(null);
    const stored = inputAt(store.getState().committed, path)?.value;
    if (stored !== undefined && stored !== value) {
      setSeen(stored);
      store.getState().write(`${path}.value`, stored);
    }
  };
  const turnConfidence = () => {
    const next = confidences[(confidences.indexOf(confidence) + 1) % confidences.length]!;
    store.getState().write(`${path}.confidence`, next);
    store.getState().commit();
  };

  useEffect(() => () => store.getState().commit(), [store]);

  const rowClass = [styles.row, confidence === 'guess' ? styles.guess : '', message ? styles.bad : ''].join(
    ' ',
  );
  return (
    <div className={rowClass}>
      <span className={styles.label}>
        <label htmlFor={id}>{label}</label>
        {hint && (
          <span id={`${id}-hint`} className={styles.hint}>
            {hint}
          </span>
        )}
      </span>
      <span className={styles.value}>
        <input
          id={id}
          className={styles.input}
          inputMode="decimal"
          autoComplete="off"
          spellCheck={false}
          disabled={disabled}
          maxLength={40}
          value={typed ?? fieldText(value, unit)}
          aria-invalid={message !== null}
          aria-describedby={`${id}-unit${hint ? ` ${id}-hint` : ''}${message ? ` ${id}-why` : ''}`}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => type(e.currentTarget.value)}
          onBlur={leave}
          onKeyDown={(e) => {
            if (e.key === 'Enter') leave();
            if (e.key === 'Escape') revert();
          }}
        />
        <span id={`${id}-unit`} className={styles.unit}>
          {unit.symbol}
          {basis ? ` ${basis}` : ''}
        </span>
        <button
          type="button"
          className={styles.sure}
          onClick={turnConfidence}
          aria-label={`${label}: ${confidenceWords[confidence]}. Change how sure we are`}
        >
          {confidenceWords[confidence]}
        </button>
      </span>
      {message && (
        <p id={`${id}-why`} role="alert" className={styles.message}>
          {message}
        </p>
      )}
    </div>
  );
}
