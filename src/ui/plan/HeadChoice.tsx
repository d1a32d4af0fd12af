import Button from '@mui/material/Button';
import { parseTable } from './flow-table';
import Input from '@mui/material/Input';
import { useId, useState } from 'react';
import { Group } from '../fields/Group';
import { NumberField } from '../fields/NumberField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';
import styles from './plan.module.css';
import { useMoney, usePlan } from './usePlan';

const PRICE = { min: 0, max: 1_000_000 };

/** Heads that were offered, each with its flow-bench figures: a record, with the one that was taken. */
export function HeadChoice({ index }: { index: number }) {
  const { plan, edit } = usePlan();
  const { figure, displayUnit } = useWords();
  const money = useMoney();
  const id = useId();
  const [texts, setTexts] = useState<Record<number, string>>({});
  const [wrong, setWrong] = useState<Record<number, string>>({});
  const { alternatives } = plan.outside[index]!;
  const lifts = [...new Set(alternatives.flatMap(({ flow }) => flow.map(({ lift }) => lift)))].sort(
    (a, b) => a - b,
  );
  const take = (i: number) => {
    const read = parseTable(texts[i] ?? '', displayUnit('fineLength'), displayUnit('massFlow'));
    setWrong({ ...wrong, [i]: read.ok ? '' : read.why });
    if (read.ok) edit((draft) => void (draft.outside[index]!.alternatives[i]!.flow = read.rows));
  };
  return (
    <Group title="Heads on offer">
      {alternatives.map(({ name, isChosen }, i) => (
        <div key={i}>
          <TextField
            path={`plan.outside.${index}.alternatives.${i}.name`}
            label={`Head ${i + 1}`}
            most={60}
          />
          <NumberField
            path={`plan.outside.${index}.alternatives.${i}.price`}
            label={`Price of head ${i + 1}`}
            quantity="money"
            bound={PRICE}
            optional
          />
          <p className={frame.foot} id={`${id}-${i}`}>
            Flow of head {i + 1}: a line each, lift in {displayUnit('fineLength').symbol}, flow in{' '}
            {displayUnit('massFlow').symbol} at 28 inches of water
          </p>
          <Input
            multiline
            fullWidth
            minRows={3}
            value={texts[i] ?? ''}
            error={Boolean(wrong[i])}
            slotProps={{ input: { maxLength: 800, 'aria-labelledby': `${id}-${i}` } }}
            onChange={(e) => setTexts({ ...texts, [i]: e.target.value })}
            onBlur={() => texts[i] && take(i)}
          />
          {wrong[i] && (
            <p className={frame.foot} role="alert">
              {wrong[i]}
            </p>
          )}
          <Button
            size="small"
            aria-pressed={isChosen}
            onClick={() =>
              edit((draft) =>
                draft.outside[index]!.alternatives.forEach(
                  (one, k) => void (one.isChosen = k === i && !isChosen),
                ),
              )
            }
          >
            {isChosen ? `${name || 'This head'} is taken` : `Take ${name || 'this head'}`}
          </Button>
        </div>
      ))}
      {lifts.length > 0 && (
        <FigureTable
          caption="Flow at 28 inches of water"
          rows={lifts}
          keyOf={(lift) => lift}
          columns={[
            { name: 'lift', cell: (lift) => figure(lift, 'fineLength') },
            ...alternatives.map(({ name, price, flow }) => ({
              name: (
                <>
                  {name || 'head'} <small>{money(price)}</small>
                </>
              ),
              cell: (lift: number) => {
                const row = flow.find((one) => one.lift === lift);
                return row ? figure(row.flow, 'massFlow') : '–';
              },
            })),
          ]}
        />
      )}
      <div className={styles.keys}>
        <Button
          size="small"
          variant="outlined"
          disabled={alternatives.length > 5}
          onClick={() =>
            edit(
              (draft) =>
                void draft.outside[index]!.alternatives.push({
                  name: '',
                  price: null,
                  flow: [],
                  isChosen: false,
                }),
            )
          }
        >
          Add a head
        </Button>
      </div>
    </Group>
  );
}
