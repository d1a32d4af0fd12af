'use client';
import type { FigureId } from '@/core/workings/figures';
import type { Reason } from '@/core/working/range';
import { useWords } from '../words/useWords';
import { Fig } from './Fig';

/** Which working stands behind a figure of a sentence, by the reason's code. */
const workings: Record<string, Record<string, FigureId>> = {
  demand: {
    power: 'power',
    flow: 'air-flow',
    manifold: 'manifold-pressure',
    boost: 'boost',
    ratio: 'pressure-ratio',
  },
  'demand-missed': {
    made: 'power',
    flow: 'air-flow',
    manifold: 'manifold-pressure',
    boost: 'boost',
    ratio: 'pressure-ratio',
  },
  'demand-reached': {
    made: 'power',
    flow: 'air-flow',
    manifold: 'manifold-pressure',
    boost: 'boost',
    ratio: 'pressure-ratio',
  },
  'no-boost-needed': { power: 'power' },
  'no-charger': { reached: 'power' },
  'level-short': { power: 'power' },
  'level-makes': { power: 'power' },
  'efficiency-at-goal': { efficiency: 'efficiency' },
  'efficiency-estimated': { efficiency: 'efficiency' },
  'surge-near': { margin: 'surge-margin' },
  'surge-clear': { margin: 'surge-margin' },
};

/** A reason as a sentence whose figures open their workings, at the speed that the sentence speaks of. */
export function SayFigures({ reason }: { reason: Reason }) {
  const { phrase } = useWords();
  const speed = reason.figures.speed?.value;
  return (
    <>
      {phrase(reason).map(({ text, strong, key }, i) => {
        const id = key === undefined ? undefined : workings[reason.code]?.[key];
        if (id)
          return (
            <b key={i}>
              <Fig id={id} speedRpm={speed}>
                {text}
              </Fig>
            </b>
          );
        return strong ? <b key={i}>{text}</b> : text;
      })}
    </>
  );
}
