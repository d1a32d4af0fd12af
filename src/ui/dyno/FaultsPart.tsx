'use client';
import Input from '@mui/material/Input';
import { useMemo, useState } from 'react';
import { channels } from '@/core/dyno/channels';
import { sensorPlan } from '@/core/dyno/sensor-plan';
import { likelyFaults, speedIn, symptomsIn } from '@/core/dyno/symptoms';
import charts from '../charts/charts.module.css';
import { cleanText } from '../fields/clean-text';
import frame from '../frame/frame.module.css';
import { useJob } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { expectedOf } from './expected';
import { faultWords, sensorWords, symptomWords } from './words';

/** From a symptom in words to likely faults and the reading that tells them apart; and what to log on the next pull. */
export default function FaultsPart() {
  return (
    <>
      <Symptoms />
      <Plan />
    </>
  );
}

function Symptoms() {
  const { figure } = useWords();
  const [text, setText] = useState('');
  const symptoms = useMemo(() => symptomsIn(text), [text]);
  const found = useMemo(() => likelyFaults(symptoms).slice(0, 6), [symptoms]);
  const speed = speedIn(text);
  return (
    <>
      <h2 className={charts.head}>
        From the symptom
        <small>in your own words: pulls badly above 4,000 rpm, black smoke, a whistle</small>
      </h2>
      <Input
        fullWidth
        value={text}
        placeholder="pulls badly above 4,000 rpm, whistle"
        slotProps={{ input: { 'aria-label': 'Symptom', maxLength: 300 } }}
        onChange={(e) => setText(cleanText(e.target.value))}
      />
      {text.trim() !== '' && symptoms.length === 0 && (
        <p className={frame.lead} role="status">
          No symptom is known in this. Known are: {Object.values(symptomWords).join(', ')}.
        </p>
      )}
      {found.length > 0 && (
        <>
          <p className={frame.lead} role="status">
            Understood: {symptoms.map((id) => symptomWords[id]).join(', ')}
            {speed !== null && `, at ${figure(speed, 'engineSpeed')}`}. What accounts for most stands first;
            an estimate, the reading decides.
          </p>
          <FigureTable
            caption="Likely faults"
            rows={found}
            keyOf={({ fault }) => fault}
            columns={[
              {
                name: 'fault',
                cell: ({ fault, fits }) => (
                  <>
                    {faultWords[fault].name}
                    <small>{fits.map((id) => symptomWords[id]).join(', ')}</small>
                  </>
                ),
              },
              { name: 'the reading that tells', text: true, cell: ({ fault }) => faultWords[fault].tells },
              {
                name: 'log',
                text: true,
                cell: ({ tells }) => tells.map((id) => channels[id].name).join(', '),
              },
            ]}
          />
        </>
      )}
    </>
  );
}

function Plan() {
  const { answer } = useJob();
  const { figure } = useWords();
  const lines = useMemo(() => sensorPlan(answer ? expectedOf(answer) : {}), [answer]);
  return (
    <>
      <h2 className={charts.head}>
        What to log
        <small>the most that this setup is expected to reach, and the scale to buy for it</small>
      </h2>
      <FigureTable
        caption="Sensor plan"
        rows={lines}
        keyOf={({ channel }) => channel}
        columns={[
          {
            name: 'channel',
            cell: ({ channel }) => (
              <>
                {channels[channel].name}
                <small>{sensorWords[channel]?.where}</small>
              </>
            ),
          },
          {
            name: 'expected',
            cell: ({ channel, expected }) => figure(expected, channels[channel].quantity),
          },
          {
            name: 'scale to',
            cell: ({ channel, scale }) => (scale === null ? '–' : figure(scale, channels[channel].quantity)),
          },
          {
            name: 'readings a second',
            cell: ({ rate, delay }) => (
              <>
                {formatNumber(rate, 0)}
                <small>settles in {formatNumber(delay * 1_000, 0)} ms</small>
              </>
            ),
          },
          { name: 'spoiled by', text: true, cell: ({ channel }) => sensorWords[channel]?.spoiled ?? '' },
        ]}
      />
      <p className={frame.foot}>Rates, delays and scales are common practice.</p>
    </>
  );
}
