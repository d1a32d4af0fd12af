import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { guess } from '../documents/input';
import { powerOfTorque } from '../engine/power-formulas';
import { componentSchema } from '../job/schema/components';
import { limitLineOf } from '../limits/judge';
import { peakPressureAt } from '../limits/peak-pressure';
import { monotoneCubic } from '../numerics/monotone-cubic';
import { solveSweep } from '../solve/sweep';
import {
  figuresOf,
  flatLevel,
  heldBySpark,
  rowsOfShape,
  shapedBoost,
  type ShapeAim,
  type ShapedPoint,
} from './boost-shaping';

const job = sampleTurboJob(0);
const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
if ('problems' in result) throw new Error(JSON.stringify(result.problems));
const { build } = result;
const sweep = solveSweep(build);
const { engine } = job;
const flat = flatLevel(sweep);
const shape = (aim: ShapeAim, own = engine): ShapedPoint[] => [
  ...shapedBoost({ build, sweep, engine: own }, aim),
];
const curveOf = (points: ShapedPoint[]) => {
  const rows = rowsOfShape(points);
  return monotoneCubic(
    rows.map((p) => p.speedRpm),
    rows.map((p) => p.gauge),
  ).at;
};
const before = figuresOf(build, engine, () => flat).figures;

describe('boost shaped to a ceiling', () => {
  // Common practice, no source: flat 650 lb·ft is 850 hp at 6,868 rpm; 200 hp there is 153 lb·ft.
  it('flat torque is power by speed', () => {
    const [pound, horse] = [1.3558179, 745.69987];
    expect(powerOfTorque(650 * pound, 6_868) / horse).toBeCloseTo(850, 0);
    expect((200 * horse) / powerOfTorque(pound, 6_868)).toBeCloseTo(153, 0);
  });

  it('torque is held at the ceiling to the red line, and left alone below it', () => {
    for (const share of [0.84, 0.88, 0.94]) holds(share * before.peakTorque);
    // Below what the gate's spring lets through it is said to be over.
    expect(shape({ kind: 'torque', ceiling: 0.6 * before.peakTorque }).some(({ isOver }) => isOver)).toBe(
      true,
    );
  });
  const holds = (ceiling: number) => {
    const points = shape({ kind: 'torque', ceiling });
    expect(points.some(({ isOver }) => isOver)).toBe(false);
    expect(points.length).toBeLessThanOrEqual(24);
    expect(points.at(-1)!.speedRpm).toBe(build.redLineRpm);
    const { sweep: shaped, figures } = figuresOf(build, engine, curveOf(points));
    expect(figures.peakTorque / ceiling).toBeLessThan(1.012);
    expect(figures.peakTorque / ceiling).toBeGreaterThan(0.985);
    expect(points.some(({ heldBy }) => heldBy === null)).toBe(true);
    for (const { speedRpm, heldBy, gauge } of points) {
      if (heldBy === null) expect(gauge).toBe(flat);
      const at = shaped.points.find((p) => p.speedRpm === speedRpm);
      if (at && heldBy !== null) expect(at.torque / ceiling).toBeCloseTo(1, 2);
    }
    expect(figures.meanTorque).toBeLessThan(before.meanTorque);
    expect(figures.cylinderPeak!).toBeLessThanOrEqual(before.cylinderPeak! * 1.001);
  };

  it('a lower ceiling never asks for more boost; one that no boost keeps is said', () => {
    const [high, low] = [0.9, 0.8].map((share) =>
      shape({ kind: 'torque', ceiling: share * before.peakTorque }),
    );
    high!.forEach(({ gauge }, i) => expect(low![i]!.gauge).toBeLessThanOrEqual(gauge + 200));
    const none = shape({ kind: 'torque', ceiling: 20 });
    expect(none.some(({ isOver, gauge }) => isOver && gauge === 0)).toBe(true);
  });

  it('no more is let through than the level, whatever the plan in hand reaches', () => {
    const aim = { kind: 'torque', ceiling: 2 * before.peakTorque } as const;
    for (const level of [0.8 * flat, 1.1 * flat])
      for (const { gauge, heldBy } of shapedBoost({ build, sweep, engine }, aim, level)) {
        expect(heldBy).toBeNull();
        expect(gauge).toBe(level);
      }
  });

  it('limits keep their margin wherever boost moves them, and the part that holds is named', () => {
    const clutch = componentSchema.parse({
      id: 'rods',
      kind: 'rods',
      name: '',
      note: '',
      limits: { torque: { low: guess(before.peakTorque) }, engineSpeed: { low: guess(2_000) } },
    });
    const own = { ...engine, components: [clutch] };
    const points = shape({ kind: 'limits', margin: 0.1, pull: 15 }, own);
    const held = points.filter(({ heldBy }) => heldBy !== null);
    expect(held.length).toBeGreaterThan(0);
    expect(held.some(({ heldBy }) => typeof heldBy === 'object' && heldBy?.from === 'component')).toBe(true);
    const { sweep: shaped } = figuresOf(build, own, curveOf(points));
    const line = limitLineOf(build, shaped, own, 15)!;
    const rods = line.rows.find(({ key }) => key === 'rods torque')!;
    expect(rods.peak.use).toBeLessThan(0.91);
  });

  it('the other school holds the same ceiling by late spark, with a hotter exhaust', () => {
    const { points } = figuresOf(build, engine, () => flat).sweep;
    const slight = heldBySpark(build, engine, points, 0.95 * before.peakTorque)!;
    const much = heldBySpark(build, engine, points, 0.85 * before.peakTorque)!;
    expect(slight.retard).toBeGreaterThan(0);
    expect(much.retard).toBeGreaterThan(slight.retard);
    expect(much.hotter).toBeGreaterThan(slight.hotter);
    expect(heldBySpark(build, engine, points, 2 * before.peakTorque)).toBeNull();
    expect(heldBySpark(build, engine, points, 10)!.reaches).toBe(false);
  });

  it('cylinder pressure is nowhere more than at the goal', () => {
    const points = shape({ kind: 'peak' });
    const most = peakPressureAt(build, engine, sweep.goalPoint)!;
    const { figures } = figuresOf(build, engine, curveOf(points));
    expect(figures.cylinderPeak! / most).toBeLessThan(1.02);
  });
});
