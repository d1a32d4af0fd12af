'use client';
import { useEffect, useState } from 'react';
import type { Setup } from '@/core/job/schema/job';
import { clampSpeed } from '@/core/solve/sweep';
import { storageWorks } from '../device/storage';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { useWords } from '../words/useWords';
import { isBench } from '@/core/job/benches';
import styles from './frame.module.css';

/** What the address asks for, as it stands there. */
export type Asked = { rpm: string | null; setup: string | null; with: string | null };

/** Faster than any engine: such a figure in a link is a slip, and no speed. rev/min. */
const FASTEST = 100_000;

/** The speed a link asks for, rev/min, or null if it names none that is one. */
export function speedAsked({ rpm }: Asked): number | null {
  const speed = Number(rpm);
  return rpm !== null && speed > 0 && speed <= FASTEST ? speed : null;
}

/** Index of the setup a link asks for; −1 if the job has none of that letter. No letter is the first. */
export const setupAsked = ({ setup }: Asked, setups: Setup[]): number =>
  setup === null ? 0 : setups.findIndex((s) => s.letter.toLowerCase() === setup.toLowerCase());

/** Letters of the setups a link wants drawn beside the selected one; null if it does not say. Unknown ones are left out. */
export const drawnAsked = ({ with: drawn }: Asked): string[] | null =>
  drawn === null ? null : drawn === 'none' ? [] : [...drawn.toLowerCase()];

/** A stale link or a browser that keeps nothing: a sentence, over the nearest view. */
export function Stray({ asked, named }: { asked: Asked; named: string | undefined }) {
  const { figure } = useWords();
  const { setupIndex } = useJob();
  const { solved, speedRpm } = useSpeed();
  const setups = useJobState((s) => s.draft.setups);
  const [first] = useState(setupIndex);
  const [keeps, setKeeps] = useState(true);
  // Only the browser knows, and only once the page is there.
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => setKeeps(storageWorks()), []);
  const lines: string[] = [];
  if (named !== undefined && !isBench(named))
    lines.push(
      `The link asks for a bench “${decoded(named)}”; there is none of that name. Shown is the Brief.`,
    );
  if (setupAsked(asked, setups) < 0 && setupIndex === first)
    lines.push(
      `The link asks for setup “${asked.setup}”; this job has ${setups.map((s) => s.letter).join(', ')}. Shown is ${setups[setupIndex]!.letter}.`,
    );
  const speed = speedAsked(asked);
  if (solved && speed !== null) {
    const nearest = clampSpeed(solved.build, speed);
    if (nearest !== speed && nearest === speedRpm)
      lines.push(
        `The link asks for ${figure(speed, 'engineSpeed')}; this engine runs from ${figure(solved.build.idleRpm, 'engineSpeed')} to ${figure(solved.build.redLineRpm, 'engineSpeed')}. Shown is the nearest.`,
      );
  }
  if (solved && asked.rpm !== null && speed === null && speedRpm === solved.build.goal.speedRpm)
    lines.push(`The link asks for “${asked.rpm}” rpm, which is no speed. Shown is the goal’s.`);
  if (!keeps)
    lines.push(
      'This browser keeps nothing for this page: what the server has not stored yet lives in this tab alone, and theme and units last as long as the tab.',
    );
  if (!lines.length) return null;
  return (
    <div className={styles.stray} role="status">
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </div>
  );
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text).slice(0, 40);
  } catch {
    return text.slice(0, 40);
  }
}
