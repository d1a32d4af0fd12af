'use client';
import { useCallback } from 'react';
import type { PadContext } from '@/core/claims/line';
import { displacementOf } from '@/core/build/job-engine';
import { boundsAt } from '@/core/job/inputs/bound-at';
import type { Input } from '@/core/documents/input';
import { useJob, useSpeedNow } from '../store/solved';
import { inputAt, writeAt } from '../store/path';
import { useWords } from '../words/useWords';
import { ClaimPad, shopContext, type Sent } from './ClaimPad';

/** The claim pad over an open job: it starts from the job's own air, mass and losses, and its figures can be sent there. */
export function JobPad() {
  const { figure } = useWords();
  const { store, setupIndex, bounds } = useJob();
  const now = useSpeedNow();
  const context = useCallback((): PadContext => {
    const { brief, engine } = store.getState().draft;
    return {
      fuel: brief.fuel.id,
      altitude: brief.venue.altitude.value,
      temperature: now().solved?.build.climate.temperature ?? brief.venue.temperature.value,
      lossShare: brief.drivetrain.lossShare.value,
      mass: brief.vehicle.mass?.value ?? shopContext().mass,
      engine: { displacement: displacementOf(engine), cycle: engine.cycle },
    };
  }, [store, now]);
  const send = useCallback(
    (sent: Sent): string | null => {
      const at = (path: string) => path.replace('{setup}', `setups.${setupIndex}`);
      const { min, max } = boundsAt(bounds, at(sent.path));
      if (!(sent.value >= min && sent.value <= max))
        return `Not taken: a job takes ${figure(min, sent.quantity)} to ${figure(max, sent.quantity)} there.`;
      const input: Input = { value: sent.value, confidence: 'reported', note: sent.origin };
      store.getState().edit((job) => {
        // What a figure takes along (its basis, the kind of boost) goes first.
        for (const [path, value] of Object.entries(sent.with)) writeAt(job, at(path), value);
        writeAt(job, at(sent.path), input);
        // A torque counts with its speed alone: the goal's, until somebody says another.
        if (sent.path === 'brief.goal.torque' && !inputAt(job, 'brief.goal.torqueRpm'))
          writeAt(job, 'brief.goal.torqueRpm', { ...job.brief.goal.speedRpm, note: sent.origin });
      });
      store.getState().commit();
      return null;
    },
    [store, setupIndex, bounds, figure],
  );
  return <ClaimPad context={context} send={send} />;
}
