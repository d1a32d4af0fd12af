'use client';
import { useId, useState } from 'react';
import { forms, type Form } from '@/core/selection/candidate';
import { criteriaWith, DEFAULT_ROOM, DEFAULT_WEIGHTS, type Criterion } from '@/core/selection/order';
import { parseQuantity } from '@/core/units/parse';
import type { Quantity } from '@/core/units/quantities';
import { useWords } from '../words/useWords';
import { fieldText } from '../words/format';
import { noFilter, type RankFilter } from './ranking-prefs';
import type { Ranking } from './useRanking';
import styles from './ranking.module.css';

const names: Record<Criterion, { name: string; hint: string }> = {
  power: { name: 'Power', hint: 'what there is room for' },
  threshold: { name: 'Early boost', hint: 'where boost begins' },
  time: { name: 'Time to boost', hint: 'in the job’s trial' },
  efficiency: { name: 'Efficiency', hint: 'of the compressor, mean' },
  margins: { name: 'Margins', hint: 'surge and shaft speed' },
  price: { name: 'Price', hint: 'of all of them' },
  size: { name: 'Size', hint: 'area of the wheels' },
  simplicity: { name: 'Simplicity', hint: 'a second one must earn its place' },
};

export const formNames: Record<Form, string> = {
  single: 'one',
  parallel: 'twins',
  compound: 'one on another',
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

type Props = {
  /** Whether the drive is left open: then nobody knows when boost comes, and there is no turbine to choose by. */
  drive: 'open' | 'exhaust';
  ranking: Pick<Ranking, 'prefs' | 'setPrefs' | 'flanges'>;
};

/** What counts and what is looked at: both act while they are moved. */
export function RankingControls({ drive, ranking: { prefs, setPrefs, flanges } }: Props) {
  const { weights, filter } = prefs;
  const counting = criteriaWith(drive);
  const changed = prefs.room !== DEFAULT_ROOM || counting.some((c) => weights[c] !== DEFAULT_WEIGHTS[c]);
  const limits = (Object.keys(noFilter) as (keyof RankFilter)[]).filter(
    (key) => filter[key] !== noFilter[key],
  ).length;
  return (
    <div className={styles.controls}>
      <details className={styles.fold} open={drive === 'exhaust'}>
        <summary>
          What counts <small>{changed ? 'your own weights' : 'usual weights'}</small>
        </summary>
        <div className={styles.weights}>
          {counting.map((c) => (
            <Weight
              key={c}
              {...names[c]}
              value={weights[c]}
              onMove={(value) => setPrefs({ ...prefs, weights: { ...weights, [c]: value } })}
            />
          ))}
        </div>
        <Limit
          label="Room over the goal that counts"
          quantity="share"
          value={prefs.room - 1}
          onValue={(share) =>
            setPrefs({ ...prefs, room: 1 + Math.min(2, Math.max(0.02, share ?? DEFAULT_ROOM - 1)) })
          }
        />
        <button
          type="button"
          className={styles.plain}
          disabled={!changed}
          onClick={() => setPrefs({ ...prefs, weights: DEFAULT_WEIGHTS, room: DEFAULT_ROOM })}
        >
          Back to the usual weights
        </button>
      </details>
      <details className={styles.fold}>
        <summary>
          Look only at{' '}
          <small>{limits ? `${limits} limit${limits === 1 ? '' : 's'} set` : 'everything'}</small>
        </summary>
        <Filter
          drive={drive}
          filter={filter}
          flanges={flanges}
          onFilter={(next) => setPrefs({ ...prefs, filter: next })}
        />
        <button
          type="button"
          className={styles.plain}
          disabled={limits === 0}
          onClick={() => setPrefs({ ...prefs, filter: noFilter })}
        >
          Look at everything
        </button>
      </details>
    </div>
  );
}

/** How much something counts, 0 to 10. */
function Weight({
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

type FilterProps = {
  drive: Props['drive'];
  filter: RankFilter;
  flanges: string[];
  onFilter: (filter: RankFilter) => void;
};

function Filter({ drive, filter, flanges, onFilter }: FilterProps) {
  const id = useId();
  return (
    <>
      <div className={styles.limit}>
        <label htmlFor={`${id}-form`}>{drive === 'open' ? 'One or twins' : 'One, twins or pairs'}</label>
        <select
          id={`${id}-form`}
          value={filter.form}
          onChange={(e) => onFilter({ ...filter, form: e.currentTarget.value as RankFilter['form'] })}
        >
          <option value="any">any</option>
          {forms
            .filter((form) => drive === 'exhaust' || form !== 'compound')
            .map((form) => (
              <option key={form} value={form}>
                {formNames[form]}
              </option>
            ))}
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
      {drive === 'exhaust' && (
        <>
          <Limit
            label="Turbine wheel at most"
            quantity="bore"
            value={filter.mostFrame}
            onValue={(mostFrame) => onFilter({ ...filter, mostFrame })}
          />
          <div className={styles.limit}>
            <label htmlFor={`${id}-flange`}>Flange</label>
            <select
              id={`${id}-flange`}
              value={filter.flange}
              onChange={(e) => onFilter({ ...filter, flange: e.currentTarget.value })}
            >
              <option value="">any</option>
              {[...new Set([...flanges, ...(filter.flange ? [filter.flange] : [])])].map((flange) => (
                <option key={flange} value={flange}>
                  {flange}
                </option>
              ))}
            </select>
          </div>
        </>
      )}
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
function Limit({ label, quantity, value, onValue }: LimitProps) {
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
