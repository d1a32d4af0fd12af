'use client';
import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import { useId, useState } from 'react';
import { runCardSchemaBounds, type RunCard } from '@/core/dyno/card';
import { extremesOf } from '@/core/dyno/channels';
import { runCorrections } from '@/core/dyno/corrections';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { cleanText } from '../fields/clean-text';
import { Group, Row } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { correctionNames } from '../words/brief';
import { Channels } from './AddPart';
import { cardNumbers, cardTexts } from './card-fields';
import { Glitches } from './Glitches';
import { Photos } from './Photos';
import { useRuns } from './useRuns';
import styles from './dyno.module.css';

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
        <div className={styles.choices}>
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
            options={runCorrections.map((value) => ({ value, label: correctionNames[value] }))}
          />
          <QuantityInput
            label="Repeatability"
            hint="of the dyno as stated, or from repeat pulls: share of the reading"
            quantity="share"
            bound={runCardSchemaBounds.repeatability}
            value={card.repeatability}
            onType={(value) => value !== null && change({ repeatability: value })}
          />
          <ChoiceField
            label="Boost held as"
            hint="a pressure over the day’s air, or one that no weather moves"
            value={card.boostHeld}
            onChoose={(boostHeld) => change({ boostHeld })}
            options={[
              { value: 'unsaid', label: 'not said' },
              { value: 'gauge', label: 'gauge' },
              { value: 'absolute', label: 'absolute' },
            ]}
          />
        </div>
      </Group>
      <Group title="Circumstances">
        <Station onRead={change} />
        <div className={styles.choices}>
          {cardNumbers.map(([key, label, quantity]) => (
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
          {cardTexts.map(([key, label, most]) => (
            <CardText
              key={`${id} ${key}`}
              label={label}
              most={most}
              value={card[key]}
              isNeeded={key === 'name'}
              onLeave={(text) => change({ [key]: text })}
            />
          ))}
        </div>
      </Group>
      <Glitches run={chosen} />
      <Photos runId={id} />
      <Channels extremes={extremesOf(log)} />
    </>
  );
}

/** The cell's weather station, read into the card. */
function Station({ onRead }: { onRead: (part: Partial<RunCard>) => void }) {
  const [said, setSaid] = useState<string | null>(null);
  const read = async () => {
    const answer = await server.station();
    if (answer.kind !== 'ok') return setSaid('The station does not answer.');
    const { pressure, temperature, humidity, isSimulated } = answer.data;
    onRead({ pressure, temperature, humidity });
    setSaid(isSimulated ? 'Read from the simulated station.' : 'Read from the station.');
  };
  return (
    <p className={frame.foot}>
      <Button size="small" variant="outlined" onClick={() => void read()}>
        Read the cell’s station
      </Button>{' '}
      <span role="status">{said}</span>
    </p>
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
