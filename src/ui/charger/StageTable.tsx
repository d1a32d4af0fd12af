'use client';
import { figureAt, figures, type FigureId } from '@/core/workings/figures';
import type { Solved } from '../store/solved';
import { figureNames } from '../words/figures';
import { stageNames } from '../words/inputs';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';
import styles from './charger.module.css';

/** What each stage of a pair has of its own, in the order of the air's and then of the exhaust's way. */
const rows: FigureId[] = [
  'pressure-ratio',
  'corrected-flow',
  'efficiency',
  'outlet-temperature',
  'shaft-speed',
  'speed-share',
  'surge-margin',
  'turbine-inlet-temperature',
  'turbine-inlet-pressure',
  'expansion-ratio',
  'gate-share',
  'turbine-power',
];

/** Both stages at the selected speed beside each other: every figure opens its working. */
export function StageTable({ solved: { build, point } }: { solved: Solved }) {
  const { figure } = useWords();
  const working = point.chargers.length;
  // With the stage at the engine passed by, the one in front is the only one that works.
  const places = [
    { name: stageNames.front, index: 0 },
    { name: stageNames.engine, index: working > 1 ? 1 : null },
  ];
  return (
    <table className={`${styles.sizes} ${styles.stageTable}`}>
      <caption>Each stage at {figure(point.speedRpm, 'engineSpeed')}</caption>
      <thead>
        <tr>
          <th scope="col">of the stage</th>
          {places.map(({ name }) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((id) => (
          <tr key={id}>
            <th scope="row">{figureNames[id].name}</th>
            {places.map(({ name, index }) => {
              const value = index === null ? null : figureAt(build, point, id, index);
              return (
                <td key={name}>
                  {value === null || index === null ? (
                    '–'
                  ) : (
                    <Fig id={id} charger={index}>
                      {figure(value, figures[id].quantity)}
                    </Fig>
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
