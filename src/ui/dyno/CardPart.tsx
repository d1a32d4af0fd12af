'use client';
import Input from '@mui/material/Input';
import { useId, useState } from 'react';
import { runCardSchemaBounds, type RunCard } from '@/core/dyno/card';
import { corrections } from '@/core/dyno/corrections';
import type { Quantity } from '@/core/units/quantities';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { cleanText } from '../fields/clean-text';
import { Group, Row } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { correctionNames } from '../words/brief';
import { Found } from './AddPart';
import { useRuns } from './useRuns';

type Keys<T> = { [K in keyof RunCard]: RunCard[K] extends T ? K : never }[keyof RunCard];
type TextKey = Exclude<Keys<string>, 'dynoKind' | 'basis' | 'correction'>;
type NumberKey = Exclude<keyof typeof runCardSchemaBounds, 'repeatability'>;

const numbers: [NumberKey, string, Quantity][] = [
  ['pressure', 'Station pressure', 'airPressure'],
  ['temperature', 'Air temperature', 'temperature'],
  ['humidity', 'Relative humidity', 'share'],
  ['gear', 'Gear', 'count'],
  ['level', 'Boost level', 'boost'],
  ['startOil', 'Oil at the start', 'temperature'],
  ['startCoolant', 'Coolant at the start', 'temperature'],
  ['startCharge', 'Charge at the start', 'temperature'],
  ['startRpm', 'Start speed', 'engineSpeed'],
];
const texts: [TextKey, string, number][] = [
  ['name', 'Name', 80],
  ['operator', 'Operator', 60],
  ['dyno', 'Dyno', 60],
  ['vehicle', 'Car or engine', 80],
  ['file', 'Calibration file', 80],
  ['slot', 'Map slot', 40],
  ['fuel', 'Fuel', 60],
  ['boostControl', 'Boost control', 60],
  ['tieDown', 'Tie-down', 80],
  ['sensors', 'Sensors and where they sit', 300],
  ['changed', 'Changed since the last run, one to a line', 600],
  ['note', 'Note', 2_000],
];

/** The card of the run in hand: what it was made under. An incomplete one is kept; a comparison says what is missing. */
export default function CardPart() {
  const { chosen, runs, choose, saveCard, failure } = useRuns();
  if (!chosen)
    return (
      <p className={frame.lead}>{runs ? 'No run yet: add one first.' : 'The runs are being fetched.'}</p>
    );
  const { id, card, log } = chosen;
  const change = (part: Partial<RunCard>) => void saveCard(id, { ...card, ...part });
  return (
    <>
      <h2 className={charts.head}>
        Run card
        <small>kept as it is; what is missing is said where runs are compared</small>
      </h2>
      {failure && <Failure {...failure} />}
      <ChoiceField
        label="Run"
        value={id}
        onChoose={choose}
        options={runs!.map((run) => ({ value: run.id, label: run.card.name }))}
      />
      <Group title="Made on">
        <ChoiceField
          label="Kind of dyno"
          value={card.dynoKind}
          onChoose={(dynoKind) => change({ dynoKind })}
          options={[
            { value: 'engine', label: 'engine dyno' },
            { value: 'hub', label: 'hub dyno' },
            { value: 'roller', label: 'roller' },
            { value: 'road', label: 'road, by logger' },
          ]}
        />
        <ChoiceField
          label="Figures at"
          value={card.basis}
          onChoose={(basis) => change({ basis })}
          options={[
            { value: 'flywheel', label: 'the flywheel' },
            { value: 'hub', label: 'the hub' },
            { value: 'wheels', label: 'the wheels' },
          ]}
        />
        <ChoiceField
          label="Figures carry"
          value={card.correction}
          onChoose={(correction) => change({ correction })}
          options={corrections.map((value) => ({ value, label: correctionNames[value] }))}
        />
        <QuantityInput
          label="Repeatability"
          hint="of the dyno as stated, or from repeat pulls: share of the reading"
          quantity="share"
          bound={runCardSchemaBounds.repeatability}
          value={card.repeatability}
          onType={(value) => value !== null && change({ repeatability: value })}
        />
      </Group>
      <Group title="Circumstances">
        {numbers.map(([key, label, quantity]) => (
          <QuantityInput
            key={`${id} ${key}`}
            label={label}
            quantity={quantity}
            bound={runCardSchemaBounds[key]}
            value={card[key]}
            optional
            onType={(value) => change({ [key]: value })}
          />
        ))}
        {texts.map(([key, label, most]) => (
          <CardText
            key={`${id} ${key}`}
            label={label}
            most={most}
            value={card[key]}
            isNeeded={key === 'name'}
            onLeave={(text) => change({ [key]: text })}
          />
        ))}
      </Group>
      <Found log={log} count={null} />
    </>
  );
}

type CardTextProps = {
  label: string;
  most: number;
  value: string;
  isNeeded: boolean;
  onLeave: (text: string) => void;
};

/** A text of the card: stored on leaving. */
function CardText({ label, most, value, isNeeded, onLeave }: CardTextProps) {
  const id = useId();
  const [text, setText] = useState(value);
  const isMissing = isNeeded && text.trim() === '';
  return (
    <Row htmlFor={id} label={label}>
      <Input
        id={id}
        value={text}
        multiline={most > 200}
        autoComplete="off"
        error={isMissing}
        slotProps={{ input: { maxLength: most } }}
        onChange={(e) => setText(cleanText(e.target.value))}
        onBlur={() => !isMissing && text !== value && onLeave(text)}
      />
      {isMissing && <p role="alert">A run needs a name.</p>}
    </Row>
  );
}
