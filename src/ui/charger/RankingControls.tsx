'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import { useId, type ComponentProps } from 'react';
import { forms, type Form } from '@/core/selection/candidate';
import { criteriaWith, DEFAULT_ROOM, DEFAULT_WEIGHTS, type Criterion } from '@/core/selection/order';
import type { Quantity } from '@/core/units/quantities';
import { ChoiceField } from '../fields/ChoiceField';
import { Fold } from '../fields/Fold';
import { QuantityInput } from '../fields/QuantityInput';
import { noFilter, type RankFilter } from './ranking-prefs';
import type { Ranking } from './useRanking';
import styles from './ranking.module.css';

const names: Record<Criterion, { name: string; hint: string }> = {
  power: { name: 'Power', hint: 'power potential' },
  threshold: { name: 'Early boost', hint: 'boost threshold' },
  time: { name: 'Time to boost', hint: 'in the job’s trial' },
  efficiency: { name: 'Efficiency', hint: 'of the compressor, mean' },
  margins: { name: 'Margins', hint: 'surge and shaft speed' },
  price: { name: 'Price', hint: 'of all of them' },
  size: { name: 'Size', hint: 'area of the wheels' },
  simplicity: { name: 'Simplicity', hint: 'a second one must earn its place' },
};

export const formNames: Record<Form, string> = {
  single: 'single',
  parallel: 'twins',
  compound: 'two-stage (compound)',
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
      <Fold title="Weights" note={changed ? 'your own' : 'usual'} open={drive === 'exhaust'}>
        {counting.map((c) => (
          <Weight
            key={c}
            {...names[c]}
            value={weights[c]}
            onMove={(value) => setPrefs({ ...prefs, weights: { ...weights, [c]: value } })}
          />
        ))}
        <Bound
          label="Power headroom over the goal that counts"
          quantity="share"
          bound={{ min: 0.02, max: 2 }}
          optional={false}
          value={prefs.room - 1}
          onType={(share) => setPrefs({ ...prefs, room: 1 + (share ?? DEFAULT_ROOM - 1) })}
        />
        <Button
          size="small"
          variant="outlined"
          disabled={!changed}
          onClick={() => setPrefs({ ...prefs, weights: DEFAULT_WEIGHTS, room: DEFAULT_ROOM })}
        >
          Reset weights
        </Button>
      </Fold>
      <Fold title="Filters" note={limits ? `${limits} set` : 'none set'}>
        <Filter
          drive={drive}
          filter={filter}
          flanges={flanges}
          onFilter={(next) => setPrefs({ ...prefs, filter: next })}
        />
        <Button
          size="small"
          variant="outlined"
          disabled={limits === 0}
          onClick={() => setPrefs({ ...prefs, filter: noFilter })}
        >
          Clear filters
        </Button>
      </Fold>
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
      <span>
        <span id={id}>{name}</span>
        <small>{hint}</small>
      </span>
      <Slider
        size="small"
        aria-labelledby={id}
        min={0}
        max={10}
        value={value}
        valueLabelDisplay="off"
        getAriaValueText={(now) => `${now} of 10, counts ${words[now]}`}
        onChange={(_, now) => onMove(now)}
      />
      <output>{value}</output>
    </div>
  );
}

type FilterProps = {
  drive: Props['drive'];
  filter: RankFilter;
  flanges: string[];
  onFilter: (filter: RankFilter) => void;
};

const any = { value: '', label: 'any' };

function Filter({ drive, filter, flanges, onFilter }: FilterProps) {
  const set = (change: Partial<RankFilter>) => onFilter({ ...filter, ...change });
  const offered = forms.filter((form) => drive === 'exhaust' || form !== 'compound');
  const known = [...new Set([...flanges, ...(filter.flange ? [filter.flange] : [])])];
  return (
    <>
      <ChoiceField<RankFilter['form']>
        label="Arrangement"
        value={filter.form}
        options={[
          { value: 'any', label: 'any' },
          ...offered.map((value) => ({ value, label: formNames[value] })),
        ]}
        onChoose={(form) => set({ form })}
      />
      <Bound
        label="Inducer at least"
        quantity="bore"
        value={filter.leastInducer}
        onType={(leastInducer) => set({ leastInducer })}
      />
      <Bound
        label="Inducer at most"
        quantity="bore"
        value={filter.mostInducer}
        onType={(mostInducer) => set({ mostInducer })}
      />
      {drive === 'exhaust' && (
        <>
          <Bound
            label="Turbine wheel at most"
            quantity="bore"
            value={filter.mostFrame}
            onType={(mostFrame) => set({ mostFrame })}
          />
          <ChoiceField
            label="Flange"
            value={filter.flange}
            options={[any, ...known.map((value) => ({ value, label: value }))]}
            onChoose={(flange) => set({ flange })}
          />
        </>
      )}
      <Bound
        label="Price at most"
        quantity="money"
        value={filter.mostPrice}
        onType={(mostPrice) => set({ mostPrice })}
      />
      <FormControlLabel
        label="In stock"
        control={
          <Checkbox size="small" checked={filter.inStock} onChange={(_, inStock) => set({ inStock })} />
        }
      />
    </>
  );
}

const usual = {
  bore: { min: 0, max: 1 },
  money: { min: 0, max: 1e7 },
};

/** A bound that may be left empty. */
const Bound = ({
  quantity,
  ...rest
}: { quantity: Quantity; bound?: { min: number; max: number } } & Pick<
  ComponentProps<typeof QuantityInput>,
  'label' | 'value' | 'onType' | 'optional'
>) => (
  <QuantityInput
    optional
    bound={usual[quantity === 'money' ? 'money' : 'bore']}
    instead={{ text: 'any', isFound: false }}
    quantity={quantity}
    {...rest}
  />
);
