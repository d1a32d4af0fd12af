'use client';
import { useId, useState } from 'react';
import { criteria, DEFAULT_WEIGHTS, type Criterion } from '@/core/selection/rank';
import { parseQuantity } from '@/core/units/parse';
import type { Quantity } from '@/core/units/quantities';
import { useWords } from '../words/useWords';
import { fieldText } from '../words/format';
import { noFilter, type RankFilter, type RankingPrefs } from './ranking-prefs';
import styles from './ranking.module.css';

const names: Record<Criterion, { name: string; hint: string }> = {
  efficiency: { name: 'Efficiency', hint: 'mean from the onset to the red line' },
  surge: { name: 'Surge margin', hint: 'where it is least' },
  choke: { name: 'Choke margin', hint: 'where it is least' },
  shaftSpeed: { name: 'Shaft speed', hint: 'under the wheel’s limit' },
  price: { name: 'Price', hint: 'twins cost twice' },
  size: { name: 'Size', hint: 'area of the wheels' },
};

const words = [
  'nothing',
  'little',
  'little',
  'little',
  'some',
  'some',
  'much',
  'much',
  'most',
  'most',
  'most',
];

type Props = { prefs: RankingPrefs; onPrefs: (prefs: RankingPrefs) => void };

/** What counts and what is looked at: both act while they are moved. */
export function RankingControls({ prefs, onPrefs }: Props) {
  const { weights, filter } = prefs;
  const changed = criteria.some((c) => weights[c] !== DEFAULT_WEIGHTS[c]);
  const limits = [
    filter.arrangement !== 'any',
    filter.leastInducer !== null || filter.mostInducer !== null,
    filter.mostPrice !== null,
    filter.inStock,
  ].filter(Boolean).length;
  return (
    <div className={styles.controls}>
      <details className={styles.fold}>
        <summary>
          What counts <small>{changed ? 'your own weights' : 'usual weights'}</small>
        </summary>
        {criteria.map((c) => (
          <Weight
            key={c}
            {...names[c]}
            value={weights[c]}
            onMove={(value) => onPrefs({ ...prefs, weights: { ...weights, [c]: value } })}
          />
        ))}
        <button
          type="button"
          className={styles.plain}
          disabled={!changed}
          onClick={() => onPrefs({ ...prefs, weights: DEFAULT_WEIGHTS })}
        >
          Back to the usual weights
        </button>
      </details>
      <details className={styles.fold}>
        <summary>
          Look only at{' '}
          <small>{limits ? `${limits} limit${limits === 1 ? '' : 's'} set` : 'everything'}</small>
        </summary>
        <Filter filter={filter} onFilter={(next) => onPrefs({ ...prefs, filter: next })} />
        <button
          type="button"
          className={styles.plain}
          disabled={limits === 0}
          onClick={() => onPrefs({ ...prefs, filter: noFilter })}
        >
          Look at everything
        </button>
      </details>
    </div>
  );
}

/** How much something counts, 0 to 10. */
export function Weight({
  name,
  hint,
  value,
  onMove,
}: {
  name: string;
  hint: string;
  value: number;
  onMove: (value: number) => void;
}) {
  const id = useId();
  return (
    <div className={styles.weight}>
      <label htmlFor={id}>
        {name}
        <small>{hint}</small>
      </label>
      <input
        id={id}
        type="range"
        min={0}
        max={10}
        step={1}
        value={value}
        aria-valuetext={`${value} of 10, counts ${words[value]}`}
        onChange={(e) => onMove(Number(e.currentTarget.value))}
      />
      <output htmlFor={id}>{value}</output>
    </div>
  );
}

function Filter({ filter, onFilter }: { filter: RankFilter; onFilter: (filter: RankFilter) => void }) {
  const id = useId();
  return (
    <>
      <div className={styles.limit}>
        <label htmlFor={`${id}-how`}>One or twins</label>
        <select
          id={`${id}-how`}
          value={filter.arrangement}
          onChange={(e) =>
            onFilter({ ...filter, arrangement: e.currentTarget.value as RankFilter['arrangement'] })
          }
        >
          <option value="any">either</option>
          <option value="single">one</option>
          <option value="parallel">twins</option>
        </select>
      </div>
      <Limit
        label="Inducer at least"
        quantity="bore"
        value={filter.leastInducer}
        onValue={(leastInducer) => onFilter({ ...filter, leastInducer })}
      />
      <Limit
        label="Inducer at most"
        quantity="bore"
        value={filter.mostInducer}
        onValue={(mostInducer) => onFilter({ ...filter, mostInducer })}
      />
      <Limit
        label="Price at most"
        quantity="money"
        value={filter.mostPrice}
        onValue={(mostPrice) => onFilter({ ...filter, mostPrice })}
      />
      <div className={styles.limit}>
        <label htmlFor={`${id}-stock`}>On the shelf</label>
        <input
          id={`${id}-stock`}
          type="checkbox"
          checked={filter.inStock}
          onChange={(e) => onFilter({ ...filter, inStock: e.currentTarget.checked })}
        />
      </div>
    </>
  );
}

type LimitProps = {
  label: string;
  quantity: Quantity;
  value: number | null;
  onValue: (value: number | null) => void;
};

/** A bound that may be left empty. What cannot be read keeps standing, with its reason, and bounds nothing new. */
export function Limit({ label, quantity, value, onValue }: LimitProps) {
  const { displayUnit } = useWords();
  const id = useId();
  const unit = displayUnit(quantity);
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === null ? '' : fieldText(value, unit));
  const parsed = text.trim() === '' ? null : parseQuantity(text, quantity, unit);
  const why =
    parsed && (!parsed.ok || parsed.value < 0)
      ? `“${text}” is no ${label.startsWith('Price') ? 'price' : 'length'}`
      : null;
  return (
    <div className={styles.limit}>
      <label htmlFor={id}>{label}</label>
      <span>
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          placeholder="any"
          value={text}
          maxLength={20}
          aria-invalid={why !== null}
          aria-describedby={why ? `${id}-why` : undefined}
          onChange={(e) => {
            const next = e.currentTarget.value;
            setTyped(next);
            const read = next.trim() === '' ? null : parseQuantity(next, quantity, unit);
            if (read === null) onValue(null);
            else if (read.ok && read.value >= 0) onValue(read.value);
          }}
          onBlur={() => why === null && setTyped(null)}
        />{' '}
        {unit.symbol}
      </span>
      {why && (
        <p id={`${id}-why`} role="alert">
          {why}
        </p>
      )}
    </div>
  );
}
