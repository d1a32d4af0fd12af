'use client';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo } from 'react';
import { create } from 'zustand';
import { restUntil } from '@/core/charge-air/soak';
import {
  gateOf,
  ticksOf,
  usualWindows,
  type GatePlace,
  type GateReadings,
  type GateTick,
  type GateWindows,
} from '@/core/dyno/gate';
import { dutyOf, soakSystemOf } from '@/core/studies/heat-soak';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { tickWords } from './words';
import styles from './dyno.module.css';

type Held = {
  place: GatePlace;
  readings: GateReadings;
  ticked: GateTick[];
  windows: GateWindows;
  set: (change: Partial<Omit<Held, 'set'>>) => void;
};

/** The gate of the pull that is coming: of this screen, begun anew with every visit. */
export const useGate = create<Held>((set) => ({
  place: 'dyno',
  readings: { oil: null, coolant: null, charge: null },
  ticked: [],
  windows: usualWindows,
  set,
}));

const WARM = { min: 233.15, max: 473.15 };
const readings = [
  ['oil', 'Oil'],
  ['coolant', 'Coolant'],
  ['charge', 'Charge'],
] as const;
const windows: [keyof GateWindows, string][] = [
  ['oilLow', 'Oil, at least'],
  ['oilHigh', 'Oil, at most'],
  ['coolantLow', 'Coolant, at least'],
  ['coolantHigh', 'Coolant, at most'],
  ['chargeHigh', 'Charge, at most'],
];

/** How long the cooler's metal and coolant take to come down from a reading, by the heat-soak model; undefined where it is not laid out. */
function useChargeWait() {
  const { answer, setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const use = useJobState((s) => s.draft.brief.use);
  return useMemo(() => {
    const system = answer && soakSystemOf(answer.build, setup, answer.sweep.goalPoint, dutyOf(use));
    // What is read stands for metal and coolant both: at rest they are nearly of one temperature.
    return system
      ? (from: number, target: number) => restUntil(system, { metal: from, coolant: from }, target)
      : undefined;
  }, [answer, setup, use]);
}

/** Whether the next pull may begin: what is read, what is ticked, and how long a hot engine waits. */
export default function GatePart() {
  const { figure } = useWords();
  const { place, readings: read, ticked, windows: held, set } = useGate();
  const { answer } = useJob();
  const chargeWait = useChargeWait();
  const air = answer?.build.climate.temperature ?? 293.15;
  const gate = gateOf({ place, readings: read, ticked, windows: held, air, chargeWait });
  const pull = place === 'dyno' ? 'Pull' : 'Drive';
  const words = {
    ready: `${pull}: everything is in its window and ticked.`,
    waits:
      gate.wait === null
        ? 'Too hot, and it does not come down by waiting in this air: find out why.'
        : `Too hot: wait ${figure(gate.wait, 'time')} with the fans on, then read again.`,
    warms: 'Too cold: warm it at part load first.',
    asks: [
      gate.unread.length ? `not read yet: ${gate.unread.join(', ')}` : '',
      gate.unticked.length ? `${gate.unticked.length} to tick` : '',
    ]
      .filter(Boolean)
      .join('; ')
      .replace(/^./, (c) => c.toUpperCase()),
  };
  return (
    <>
      <h2 className={charts.head}>Before the pull</h2>
      <p className={frame.lead} role="status">
        <StateMark
          state={gate.state === 'ready' ? 'within' : gate.state === 'asks' ? 'marginal' : 'over'}
          size={14}
        />{' '}
        <b>{words[gate.state]}</b>
      </p>
      {gate.refusals.length > 0 && <Findings findings={gate.refusals} label="Outside the window" />}
      <ChoiceField
        label="Where"
        value={place}
        onChoose={(next) => set({ place: next, ticked: [] })}
        options={[
          { value: 'dyno', label: 'on the dyno' },
          { value: 'road', label: 'first drive on the road' },
        ]}
      />
      {place === 'road' && (
        <p className={frame.foot}>
          No pull on a public road: without a closed area and leave to use it this gate stays shut.
        </p>
      )}
      <Group title="Read now">
        <div className={styles.choices}>
          {readings.map(([key, label]) => (
            <QuantityInput
              key={key}
              label={label}
              quantity="temperature"
              bound={WARM}
              optional
              value={read[key]}
              onType={(value) => set({ readings: { ...read, [key]: value } })}
            />
          ))}
        </div>
      </Group>
      <h3 className={charts.head}>To tick</h3>
      <div className={styles.ticks}>
        {ticksOf(place).map((tick) => (
          <FormControlLabel
            key={tick}
            label={tickWords[tick]}
            control={
              <Checkbox
                checked={ticked.includes(tick)}
                onChange={(e) =>
                  set({ ticked: e.target.checked ? [...ticked, tick] : ticked.filter((one) => one !== tick) })
                }
              />
            }
          />
        ))}
      </div>
      <Group title="Windows">
        <div className={styles.choices}>
          {windows.map(([key, label]) => (
            <QuantityInput
              key={key}
              label={label}
              quantity="temperature"
              bound={WARM}
              value={held[key]}
              onType={(value) => value !== null && set({ windows: { ...held, [key]: value } })}
            />
          ))}
        </div>
      </Group>
      <p className={frame.foot}>
        Waits are estimates: oil and coolant by Newton’s law of cooling, the charge{' '}
        {chargeWait
          ? 'by this setup’s heat soak'
          : 'like the coolant, as no cooler is laid out under Heat soak'}
        . Windows are common practice.
      </p>
    </>
  );
}
