import { useDeferredValue, useMemo, useState } from 'react';
import { powerAsked } from '@/core/studies/road-run';
import type { Quantity } from '@/core/units/quantities';
import { MARKS, type RunTarget } from '@/core/vehicle/straight-run';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import type { Driven } from './RoadPart';

const MPH = 0.44704;
const [, EIGHTH, QUARTER, , MILE] = MARKS;

type Kind = 'quarter-time' | 'quarter-trap' | 'eighth-time' | 'mile-trap' | 'between';
const kinds: { value: Kind; label: string; quantity: Quantity; target: (value: number) => RunTarget }[] = [
  {
    value: 'quarter-trap',
    label: '1/4 mile trap speed',
    quantity: 'roadSpeed',
    target: (speed) => ({ kind: 'trap', distance: QUARTER, speed }),
  },
  {
    value: 'quarter-time',
    label: '1/4 mile elapsed time',
    quantity: 'shortTime',
    target: (seconds) => ({ kind: 'time', distance: QUARTER, seconds }),
  },
  {
    value: 'eighth-time',
    label: '1/8 mile elapsed time',
    quantity: 'shortTime',
    target: (seconds) => ({ kind: 'time', distance: EIGHTH, seconds }),
  },
  {
    value: 'mile-trap',
    label: 'standing mile trap speed',
    quantity: 'roadSpeed',
    target: (speed) => ({ kind: 'trap', distance: MILE, speed }),
  },
  {
    value: 'between',
    label: '60–130 mph',
    quantity: 'shortTime',
    target: (seconds) => ({ kind: 'between', from: 60 * MPH, to: 130 * MPH, seconds }),
  },
];

const bounds: Partial<Record<Quantity, { min: number; max: number }>> = {
  roadSpeed: { min: 5, max: 200 },
  shortTime: { min: 1, max: 120 },
};

/** Power that a time or a speed asks for, or that one speaks of. */
export function AskedOfRun({ own }: { own: Driven }) {
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const { figure, figureNumber } = useWords();
  const [kind, setKind] = useState<Kind>('quarter-trap');
  const [value, setValue] = useState<number | null>(null);
  const one = kinds.find((k) => k.value === kind)!;
  const wanted = useDeferredValue(useMemo(() => ({ value, one, own, vehicle }), [value, one, own, vehicle]));
  const asked = useMemo(() => {
    if (wanted.value === null) return null;
    const { own: its } = wanted;
    return powerAsked(its.plan, its.peak, wanted.vehicle, wanted.one.target(wanted.value));
  }, [wanted]);
  return (
    <Group title="Power for a time or a speed">
      <ChoiceField
        label="Wanted, or read at the track"
        value={kind}
        onChoose={(next) => {
          setKind(next);
          setValue(null);
        }}
        options={kinds}
      />
      <QuantityInput
        key={kind}
        label={one.label}
        hint={`on setup ${own.letter}, this vehicle`}
        quantity={one.quantity}
        bound={bounds[one.quantity]!}
        value={value}
        onType={setValue}
      />
      {asked &&
        ('reason' in asked ? (
          <p className={frame.lead} role="status">
            <Say reason={asked.reason} />
          </p>
        ) : (
          <>
            <Reading
              label="Peak power, flywheel"
              hint={`setup ${own.letter} makes ${figure(own.peak, 'power')}`}
              value={`${figureNumber(asked.power - asked.spread, 'power')} to ${figure(asked.power + asked.spread, 'power')}`}
            />
            <Reading
              label="Over the setup’s own"
              value={`${formatNumber(100 * (asked.factor - 1), 0)}\u00a0%`}
            />
          </>
        ))}
    </Group>
  );
}
