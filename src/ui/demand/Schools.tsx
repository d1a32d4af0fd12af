import type { ReactNode } from 'react';
import type { Build } from '@/core/build/build';
import type { ownFactorOf } from '@/core/forecast/carried';
import type { OperatingPoint } from '@/core/solve/point';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { Fig } from '../working/Fig';

const schoolColumns: FigureColumn<{ name: string; hint: string; value: ReactNode; note: ReactNode }>[] = [
  {
    name: 'method',
    cell: ({ name, hint }) => (
      <>
        {name}
        <small>{hint}</small>
      </>
    ),
  },
  {
    name: 'power',
    cell: ({ value, note }) => (
      <>
        {value}
        {note && <small>{note}</small>}
      </>
    ),
  },
];

type OwnFactor = NonNullable<ReturnType<typeof ownFactorOf>>;

/** W per kg/s in hp per lb/min, as the trade keeps it. */
export const perPound = (factor: number): number => factor / 745.6998715822702 / (60 / 0.45359237);

/** Schools of power that part by more are not to be believed together. */
const PARTED = 0.12;
const partedNote = (a: number, b: number): string =>
  Math.abs(a - b) > (PARTED * (a + b)) / 2 ? 'over 12 % apart: check BSFC, λ and VE' : 'the methods agree';

type Props = {
  point: OperatingPoint;
  build: Build;
  /** The shop’s own power per air by its runs, W per kg/s; without it the school is left out. */
  own?: OwnFactor | null;
};

/** Power at one speed by each school of the trade, the forecast’s own first, and where they part. */
export function Schools({ point, build, own }: Props) {
  const { figure, figureNumber } = useWords();
  const { flywheel, thumbLow, thumbHigh, wheels } = point.power;
  const inBand = flywheel >= thumbLow && flywheel <= thumbHigh;
  const [low, high] = build.fuel.horsepowerPerPound;
  const at = point.speedRpm;
  const rows = [
    {
      name: build.cyclePower ? 'Cycle' : 'Fuel flow',
      hint: build.cyclePower
        ? 'the forecast’s school, flywheel: cycles tabulated for this setup'
        : 'the forecast’s school, flywheel: air over AFR and BSFC',
      value: (
        <Fig id="power" speedRpm={at}>
          {figure(flywheel, 'power')}
        </Fig>
      ),
      note: (
        <>
          <Fig id="wheel-power" speedRpm={at}>
            {figure(wheels, 'power')}
          </Fig>{' '}
          at the wheels
        </>
      ),
    },
    ...(build.cyclePower
      ? [
          {
            name: 'Fuel flow',
            hint: 'air over AFR and BSFC',
            value: figure(point.power.byFuelFlow, 'power'),
            note: partedNote(flywheel, point.power.byFuelFlow),
          },
        ]
      : []),
    {
      name: 'Rule of thumb',
      hint: `${low} to ${high} hp per lb/min: common practice`,
      value: (
        <Fig id="thumb-power" speedRpm={at}>
          {figureNumber(thumbLow, 'power')} to {figure(thumbHigh, 'power')}
        </Fig>
      ),
      note: inBand ? 'the methods agree' : 'the methods disagree: check λ and BSFC',
    },
    ...(own
      ? [
          {
            name: 'Shop’s own factor',
            hint: `${formatNumber(perPound(own.mean), 1)} hp per lb/min of ${own.count} ${own.count === 1 ? 'run' : 'runs'}`,
            value: figure(own.mean * point.path.massFlow, 'power'),
            note: partedNote(flywheel, own.mean * point.path.massFlow),
          },
        ]
      : []),
    {
      name: 'Naturally aspirated',
      hint: 'no charger',
      value: (
        <Fig id="alone-power" speedRpm={at}>
          {figure(point.alonePower, 'power')}
        </Fig>
      ),
      note: null,
    },
  ];
  return (
    <FigureTable
      headless
      unseen
      caption="Power at the goal speed by each method"
      rows={rows}
      keyOf={({ name }) => name}
      columns={schoolColumns}
    />
  );
}
