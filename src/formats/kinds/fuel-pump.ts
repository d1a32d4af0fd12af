import { guess } from '@/core/documents/input';
import { checkPump } from '@/core/fuel-system/part-checks';
import { fuelPartUses, type FuelPump } from '@/core/fuel-system/part-documents';
import { usualPump } from '@/core/fuel-system/usual';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  pressure: { min: 0, max: 5e7 },
  flow: { min: 0, max: 0.01 },
  current: { min: 0, max: 100 },
  ratedVoltage: { min: 6, max: 60 },
  ratedRpm: { min: 300, max: 25_000 },
};
const pumpDriveWords: Record<FuelPump['drive'], string> = {
  electric: 'electric',
  engine: 'on the engine',
};

/** Pressure at which lists compare pumps, Pa gauge: 4 bar. */
const COMPARED = 400_000;
/** Flow of a pump's points at a pressure, straight between them. */
function flowAt(points: FuelPump['points'], pressure: number): number | null {
  const after = points.findIndex((p) => p.pressure >= pressure);
  if (after < 0) return null;
  if (after === 0) return points[0]!.flow;
  const [low, high] = [points[after - 1]!, points[after]!];
  const share = (pressure - low.pressure) / (high.pressure - low.pressure);
  return low.flow + share * (high.flow - low.flow);
}

export type PumpHead = {
  /** What it takes to put it on a setup. */
  points: FuelPump['points'];
  ratedVoltage: number;
  ratedRpm: number;
  drive: string;
  suits: FuelPump['suits'];
  free: number;
  at4: number | null;
  most: number;
  current: number;
};

export const fuelPumpKind = defineKind<FuelPump, PumpHead>({
  kind: 'fuel-pump',
  path: 'fuel-pumps',
  table: 'list',
  words: { one: 'fuel pump', shelf: 'Fuel pumps', find: 'name, drive, fuel or note' },
  check: checkPump,
  head: (d) => ({
    points: d.points,
    ratedVoltage: d.ratedVoltage.value,
    ratedRpm: d.ratedRpm.value,
    drive: pumpDriveWords[d.drive],
    suits: d.suits,
    free: d.points[0]!.flow,
    at4: flowAt(d.points, COMPARED),
    most: d.points.at(-1)!.pressure,
    current: Math.max(...d.points.map((p) => p.current)),
  }),
  columns: [
    { id: 'drive', width: 96, name: 'Drive', value: (l) => l.drive },
    { id: 'free', width: 84, name: 'Free flow', quantity: 'fuelFlow', value: (l) => l.free },
    { id: 'at4', width: 84, name: 'at 4 bar', quantity: 'fuelFlow', value: (l) => l.at4 },
    { id: 'most', width: 84, name: 'Points up to', quantity: 'boost', value: (l) => l.most },
    { id: 'current', width: 72, name: 'Current', quantity: 'current', value: (l) => l.current },
    { id: 'suits', width: 130, name: 'Fuel', value: (l) => l.suits },
  ],
  filters: [
    { label: 'Flow from', edge: 'least', quantity: 'fuelFlow', bound: bounds.flow, value: (l) => l.at4 },
  ],
  readings: [
    { label: 'Drive', of: (l) => l.drive },
    { label: 'Fuel', of: (l) => l.suits },
    {
      label: 'Flow',
      hint: 'free, and at 4 bar',
      of: (l) => [
        { value: l.free, quantity: 'fuelFlow' },
        { value: l.at4, quantity: 'fuelFlow' },
      ],
    },
    { label: 'Points up to', of: (l) => [{ value: l.most, quantity: 'boost' }] },
    { label: 'Highest current', of: (l) => [{ value: l.current, quantity: 'current' }] },
  ],
  fields: [
    {
      title: 'Fuel pump',
      fields: [
        {
          kind: 'choice',
          path: 'drive',
          label: 'Drive',
          options: Object.entries(pumpDriveWords) as [string, string][],
        },
        {
          kind: 'choice',
          path: 'suits',
          label: 'Fuel',
          options: fuelPartUses.map((one) => [one, one] as const),
        },
        {
          kind: 'measure',
          path: 'ratedVoltage',
          label: 'Voltage of the points',
          hint: 'of an electric pump',
          quantity: 'voltage',
          bound: bounds.ratedVoltage,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'ratedRpm',
          label: 'Engine speed of the points',
          hint: 'of a pump on the engine',
          quantity: 'engineSpeed',
          bound: bounds.ratedRpm,
          usual: true,
        },
      ],
    },
    {
      title: 'Points',
      fields: [
        {
          kind: 'table',
          path: 'points',
          label: 'Points over the pressure',
          hint: 'Current is 0 for a pump on the engine',
          columns: [
            { key: 'pressure', name: 'pressure', quantity: 'boost', bound: bounds.pressure },
            { key: 'flow', name: 'flow', quantity: 'fuelFlow', bound: bounds.flow },
            { key: 'current', name: 'current', quantity: 'current', bound: bounds.current },
          ],
          least: 2,
          most: 24,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'fuel-pump',
    name: 'New fuel pump',
    drive: 'electric',
    suits: 'petrol',
    ...usualPump(7.5e-5, 13.5),
    ratedVoltage: guess(13.5),
    note: '',
  }),
});
