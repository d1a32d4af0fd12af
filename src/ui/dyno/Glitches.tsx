import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo } from 'react';
import { channelIds, channels, type ChannelId } from '@/core/dyno/channels';
import { glitchesOf } from '@/core/dyno/smoothing';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useWords } from '../words/useWords';
import { useRuns, type Run } from './useRuns';
import styles from './dyno.module.css';

/** Most readings that are offered one by one. */
const MOST = 24;

/** Readings that stand off all around them: left out by the rule, or one by one; they stay on record. */
export function Glitches({ run }: { run: Run }) {
  const { figure } = useWords();
  const { saveCard } = useRuns();
  const { log, card, id } = run;
  const found = useMemo(() => {
    const places = new Map<number, ChannelId>();
    for (const channel of channelIds)
      if (channel !== 'time' && channel !== 'knock' && log[channel])
        for (const place of glitchesOf(log[channel])) if (!places.has(place)) places.set(place, channel);
    return [...places].map(([place, channel]) => ({ place, channel })).sort((a, b) => a.place - b.place);
  }, [log]);
  const leave = (leftOut: number[]) =>
    void saveCard(id, { ...card, leftOut: [...new Set(leftOut)].sort((a, b) => a - b).slice(0, 500) });
  // What was left out by hand stays in the list, whatever the rule says of it.
  const listed = found.slice(0, MOST);
  return (
    <Group title="Glitches">
      {found.length === 0 && card.leftOut.length === 0 ? (
        <p className={frame.foot}>No reading stands off all around it (Hampel’s rule).</p>
      ) : (
        <p className={frame.foot}>
          {found.length} of {log.speedRpm?.length ?? 0} readings stand off all around them (Hampel’s rule);{' '}
          {card.leftOut.length} left out of the curves. Raw readings are kept.{' '}
          <Button size="small" onClick={() => leave([...card.leftOut, ...found.map(({ place }) => place)])}>
            Leave all out
          </Button>
          <Button size="small" disabled={card.leftOut.length === 0} onClick={() => leave([])}>
            Keep all
          </Button>
        </p>
      )}
      <div className={styles.ticks}>
        {listed.map(({ place, channel }) => (
          <FormControlLabel
            key={place}
            label={`${channels[channel].name} ${figure(log[channel]![place]!, channels[channel].quantity)} at ${figure(log.speedRpm![place]!, 'engineSpeed')} left out`}
            control={
              <Checkbox
                checked={card.leftOut.includes(place)}
                onChange={(e) =>
                  leave(
                    e.target.checked ? [...card.leftOut, place] : card.leftOut.filter((one) => one !== place),
                  )
                }
              />
            }
          />
        ))}
      </div>
    </Group>
  );
}
