import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import { solveSweep } from '../solve/sweep';
import { claimedSum, torqueFloorOf } from './claimed';

const HP = 745.6998715822702;

it('280–300 + 50–80 + 80–100 is 410–480 where 400 came: the sum is named as too high (arithmetic of the trade)', () => {
  const claims = [
    [280, 300],
    [50, 80],
    [80, 100],
  ].map(([low, high]) => ({ low: low! * HP, high: high! * HP }));
  const sum = claimedSum(claims, 400 * HP)!;
  expect(sum.low / HP).toBeCloseTo(410, 9);
  expect(sum.high / HP).toBeCloseTo(480, 9);
  expect(sum).toMatchObject({ verdict: 'over', why: { code: 'claims-over' } });
  expect(claimedSum(claims, 425 * HP)!.verdict).toBe('near');
  expect(claimedSum(claims, 500 * HP)!.verdict).toBe('under');
  expect(claimedSum([], 1)).toBeNull();
});

it('a torque floor is the least over its span, at the goal’s basis; half a wish is none', () => {
  const job = sampleTurboJob(0);
  const made = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in made) throw new Error('no build');
  const { points } = solveSweep(made.build);
  const goal = {
    ...job.brief.goal,
    floorTorque: given(150, 'reported'),
    floorFromRpm: given(5_000, 'reported'),
    floorToRpm: given(8_000, 'reported'),
  };
  const floor = torqueFloorOf(goal, points, made.build.drivetrain)!;
  const inSpan = points.filter(({ speedRpm }) => speedRpm >= 5_000 && speedRpm <= 8_000);
  expect(floor.made).toBeCloseTo(Math.min(...inSpan.map(({ torque }) => torque)), 6);
  expect(torqueFloorOf({ ...goal, basis: 'wheels' }, points, made.build.drivetrain)!.made).toBeLessThan(
    floor.made,
  );
  expect(torqueFloorOf(job.brief.goal, points, made.build.drivetrain)).toBeNull();
  expect(
    torqueFloorOf({ ...goal, floorToRpm: given(4_000, 'guess') }, points, made.build.drivetrain),
  ).toBeNull();
});
