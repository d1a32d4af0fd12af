'use client';
import { FigureTable } from '../table/FigureTable';
import { figureAt, figures, type FigureId } from '@/core/workings/figures';
import type { Solved } from '../store/solved';
import { figureNames } from '../words/figures';
import { stageNames } from '../words/inputs';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';

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
    <FigureTable
      caption={`Each stage at ${figure(point.speedRpm, 'engineSpeed')}`}
      width={620}
      rows={rows}
      keyOf={(id) => id}
      columns={[
        { name: 'stage', cell: (id) => figureNames[id].name },
        ...places.map(({ name, index }) => ({
          name,
          cell: (id: FigureId) => {
            const value = index === null ? null : figureAt(build, point, id, index);
            return value === null || index === null ? (
              '–'
            ) : (
              <Fig id={id} charger={index}>
                {figure(value, figures[id].quantity)}
              </Fig>
            );
          },
        })),
      ]}
    />
  );
}
