'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { standardPressure } from '@/core/air/standard-atmosphere';
import { padLines } from '@/core/claims/claims';
import type { PadContext, PadField, PadLine } from '@/core/claims/line';
import { fuelOf, liquidIds, type FuelId } from '@/core/fuel/fuels';
import { Choice } from '../fields/Choice';
import { QuantityInput } from '../fields/QuantityInput';
import { Cross } from '../frame/icons';
import { Sheet } from '../frame/Sheet';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import type { Sent } from './ClaimPad';
import styles from './claims.module.css';

const fuelOptions = liquidIds.map((value) => ({ value, label: fuelOf(value).name }));

type Given = Record<string, number | undefined>;

/** What was typed stays while the page lives: the pad is opened and closed all day. */
const kept = new Map<string, Given>();

type Props = { context: PadContext; send?: (sent: Sent) => string | null; onClose: () => void };

/** The sums a shop does on the back of an envelope: each line works out what is left empty, and says what cannot be true. */
export default function PadDialog({ context: first, send, onClose }: Props) {
  const { figure } = useWords();
  const [fuel, setFuel] = useState<FuelId>(first.fuel);
  const context = useMemo(() => ({ ...first, fuel }), [first, fuel]);
  return (
    <Sheet
      title="Claim pad"
      note={`${send ? 'with this job’s air, mass and losses' : 'outside a job'}: ${figure(context.altitude, 'altitude')}, ${figure(context.temperature, 'temperature')}`}
      width="wide"
      onClose={onClose}
      actions={
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      }
    >
      <div className={styles.fuel}>
        Fuel <Choice label="Fuel" value={fuel} options={fuelOptions} onChoose={setFuel} />
      </div>
      <div className={styles.lines}>
        {padLines.map((line) => (
          <Line key={line.id} line={line} context={context} {...(send ? { send } : {})} />
        ))}
      </div>
      <p className={styles.foot}>
        Estimates by common practice and definitions: they say whether a claim can be true, not that it is.
      </p>
    </Sheet>
  );
}

type LineProps = { line: PadLine; context: PadContext; send?: (sent: Sent) => void };

function Line({ line, context, send }: LineProps) {
  const { figure, figureNumber } = useWords();
  const [given, setGiven] = useState<Given>(() => kept.get(line.id) ?? {});
  const [sent, setSent] = useState<string | null>(null);
  const change = (next: Given) => {
    kept.set(line.id, next);
    setSent(null);
    setGiven(next);
  };
  const { derived, impossible, remarks } = line.solve(given, context);
  const isEmpty = Object.values(given).every((v) => v === undefined);
  /** 'power 300 hp, at 6,000 rpm': what was typed, for the job's note. */
  const said = line.fields
    .filter((f) => given[f.key] !== undefined)
    .map((f) => `${f.label.toLowerCase()} ${figure(given[f.key], f.quantity)}`)
    .join(', ');
  const take = (field: PadField, value: number) => {
    const refused = send?.({
      path: field.target!,
      quantity: field.quantity,
      value,
      origin: `from the claim pad: ${said}`.slice(0, 300),
      with: field.with ?? {},
    });
    setSent(
      refused ?? `${field.label} is in the job, as reported, with where it came from. Undo takes it out.`,
    );
  };
  return (
    <section className={styles.line} aria-label={line.title}>
      <h3>
        {line.title}
        <small>{line.ask}</small>
        {!isEmpty && (
          <Button variant="inline" onClick={() => change({})}>
            clear
          </Button>
        )}
      </h3>
      {line.fields.map((field) => {
        const value = given[field.key];
        const found = derived[field.key];
        const usual = value === undefined && found === undefined ? field.usual?.(context) : undefined;
        const known = value ?? found;
        return (
          <div key={field.key} className={styles.field}>
            <QuantityInput
              label={field.label}
              quantity={field.quantity}
              {...(field.basis ? { basis: field.basis } : {})}
              {...(found !== undefined
                ? {
                    hint: 'worked out',
                    instead: { text: `= ${figureNumber(found, field.quantity)}`, isFound: true },
                  }
                : usual !== undefined
                  ? { hint: 'usual', instead: { text: figureNumber(usual, field.quantity), isFound: false } }
                  : {})}
              bound={{ min: field.min, max: field.max }}
              value={value ?? null}
              optional
              ambient={standardPressure(context.altitude)}
              onType={(next) => change({ ...given, [field.key]: next ?? undefined })}
            />
            {send && field.target && known !== undefined && !impossible && (
              <Button
                variant="inline"
                aria-label={`${field.label} ${figure(known, field.quantity)} into the job`}
                onClick={() => take(field, known)}
              >
                into the job
              </Button>
            )}
          </div>
        );
      })}
      {(line.results ?? []).map(
        ({ key, label, quantity }) =>
          derived[key] !== undefined && (
            <p key={key} className={styles.result}>
              {label} <b>{figure(derived[key], quantity)}</b>
            </p>
          ),
      )}
      {impossible && (
        <p role="alert" className={styles.impossible}>
          <Cross size={11} /> <Say reason={impossible} />
        </p>
      )}
      {!impossible &&
        remarks.map((remark) => (
          <p key={remark.code} className={styles.remark}>
            <Say reason={remark} />
          </p>
        ))}
      {sent && (
        <p role="status" className={styles.remark}>
          {sent}
        </p>
      )}
      <p className={styles.source}>{line.source}</p>
    </section>
  );
}
