'use client';
import ButtonBase from '@mui/material/ButtonBase';
import Input from '@mui/material/Input';
import { useId, useState } from 'react';
import { confidences, type Confidence } from '@/core/documents/input';
import { parseQuantity } from '@/core/units/parse';
import { toUnit, type Quantity, type Unit } from '@/core/units/quantities';
import { useWords } from '../words/useWords';
import { fieldText, formatNumber } from '../words/format';
import { confidenceWords } from './confidence';
import { Row } from './Group';
import { useTermKey } from './TermKey';
import styles from './fields.module.css';

export type Bound = { min: number; max: number };

/**
 * What is wrong with a typed text, or its value. In: the text; SI range; quantity and the unit meant when none is typed;
 * ambient Pa for absolute readings.
 */
export function checkTyped(
  { min, max }: Bound,
  text: string,
  quantity: Quantity,
  unit: Unit,
  { whole = false, ambient }: { whole?: boolean; ambient?: number | undefined } = {},
) {
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
  label: string;
  /** Where its value lives, so that others can lead to the field. */
  name?: string | undefined;
  quantity: Quantity;
  hint?: string;
  /** Where the value came from, as somebody wrote it down. */
  note?: string | undefined;
  /** Stands in the empty field: what is worked out or taken instead. */
  instead?: { text: string; isFound: boolean } | undefined;
  whole?: boolean;
  /** Word behind the unit: 'gauge', 'abs'. */
  basis?: string;
  disabled?: boolean;
  bound: Bound;
  /** SI; null where nothing is known yet. */
  value: number | null;
  /** Whether the field may be left empty: then emptying it gives null. */
  optional?: boolean;
  ambient?: number | undefined;
  /** A reason from elsewhere why the value does not stand. */
  problem?: string | null;
  onType: (value: number | null) => void;
  onLeave?: () => void;
  /** Escape: puts the stored value back and answers with it. */
  onRevert?: () => number | null;
  /** Confidence of it, where the field is a job's input. */
  confidence?: Confidence | undefined;
  onConfidence?: ((confidence: Confidence) => void) | undefined;
};

/**
 * A quantity with its unit. Takes a unit typed behind the number. A bad text stays in the field with its reason; whoever
 * holds the value keeps the last good one.
 */
export function QuantityInput({
  label,
  name,
  quantity,
  hint,
  note,
  instead,
  whole = false,
  basis,
  disabled = false,
  bound,
  value,
  optional = false,
  ambient,
  problem = null,
  confidence,
  onConfidence,
  onType,
  onLeave,
  onRevert,
}: Props) {
  const { displayUnit } = useWords();
  const asksTerm = useTermKey(label);
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const unit = displayUnit(quantity);
  const checked = (text: string) =>
    optional && text.trim() === ''
      ? { ok: true as const, value: null }
      : checkTyped(bound, text, quantity, unit, { whole, ambient });
  const check = typed === null ? null : checked(typed);
  const message = check && !check.ok ? check.message : problem;

  // An undo, a taken-over revision or another field may change the value under a bad text: then the text has had its day.
  const [seen, setSeen] = useState(value);
  if (seen !== value) {
    setSeen(value);
    if (check && !check.ok) setTyped(null);
  }

  const type = (text: string) => {
    setTyped(text);
    const next = checked(text);
    if (next.ok && next.value !== value) {
      setSeen(next.value);
      onType(next.value);
    }
  };
  const leave = () => {
    if (check?.ok) setTyped(null);
    onLeave?.();
  };
  const revert = () => {
    setTyped(null);
    if (onRevert) setSeen(onRevert());
  };
  /** From measured down to a guess, and round again. */
  const surer = (by: number) => {
    if (!confidence) return;
    const at = confidences.indexOf(confidence) + by + confidences.length;
    onConfidence?.(confidences[at % confidences.length]!);
  };
  return (
    <Row
      htmlFor={id}
      label={label}
      hintId={`${id}-hint`}
      hint={[hint, note].filter(Boolean).join('; ')}
      {...(confidence === 'guess' ? { className: styles.guess! } : {})}
    >
      <span className={styles.value}>
        <Input
          id={id}
          name={name}
          className={instead?.isFound ? `${styles.input} ${styles.found}` : styles.input!}
          placeholder={instead?.text}
          disabled={disabled}
          error={message !== null}
          value={typed ?? (value === null ? '' : fieldText(value, unit))}
          slotProps={{
            input: {
              inputMode: 'decimal',
              autoComplete: 'off',
              spellCheck: false,
              maxLength: 40,
              'aria-describedby': `${id}-unit${hint || note ? ` ${id}-hint` : ''}${message ? ` ${id}-why` : ''}`,
            },
          }}
          onFocus={(e) => e.target.select()}
          onChange={(e) => type(e.target.value)}
          onBlur={leave}
          onKeyDown={(e) => {
            // What is taken gives up the focus: the next digit is a bench's key, not a figure.
            if (e.key === 'Enter' && check?.ok !== false) (e.target as HTMLElement).blur();
            if (asksTerm(e.key)) e.preventDefault();
            if (e.key === 'Escape') revert();
            if (e.altKey && confidence && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
              e.preventDefault();
              surer(e.key === 'ArrowUp' ? -1 : 1);
            }
          }}
        />
        <span id={`${id}-unit`} className={styles.unit}>
          {unit.symbol}
          {basis ? ` ${basis}` : ''}
        </span>
        {confidence && (
          <ButtonBase
            className={styles.sure!}
            onClick={() => surer(1)}
            aria-label={`${label}: ${confidenceWords[confidence]}. Change confidence`}
          >
            {confidenceWords[confidence]}
          </ButtonBase>
        )}
        {!confidence && onConfidence && <span className={styles.sure} aria-hidden="true" />}
      </span>
      {message && (
        <p id={`${id}-why`} role="alert" className={styles.message}>
          {message}
        </p>
      )}
    </Row>
  );
}
