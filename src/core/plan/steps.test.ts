import { sampleHistories } from '@/data/demo/sample';
import { sampleItems } from '@/data/demo/sample-library';
import { isOf, libraryOf } from '@/formats/library-items';
import { compileBuild } from '../build/build';
import { refsOf } from '../documents/refs';
import { solveSweep } from '../solve/sweep';
import { holdsOf, partsOfSetup, solveStep, stopsOf, type EnginePartOf } from './steps';

const jobs = sampleHistories.map(({ revisions }) => revisions.at(-1)!.job);
const coupe = jobs.find(({ name }) => name.startsWith('Coupé'))!;
const library = libraryOf(sampleItems);
const engineParts = new Map(
  sampleItems
    .filter(isOf('engine-part'))
    .map(({ id, revision, document: { name, type, material, limits } }) => [
      id,
      { id, revision, name, type, material, limits },
    ]),
);
const enginePart: EnginePartOf = ({ id }) => engineParts.get(id);
const solved = () => coupe.plan!.steps.map((_, i) => solveStep(coupe, coupe.plan!, i, library, enginePart));

it('a step makes what the job would with its setup and its goal alone', () => {
  const plan = coupe.plan!;
  solved().forEach((step, i) => {
    const { power, setup } = plan.steps[i]!;
    const goal = { ...coupe.brief.goal, power: { ...coupe.brief.goal.power, value: power } };
    const compiled = compileBuild(
      { ...coupe, brief: { ...coupe.brief, goal }, setups: [setup] },
      setup.id,
      library,
    );
    if ('problems' in compiled || step.kind !== 'solved') throw new Error('not solved');
    // Clutch and engine parts of the list move limits, never power.
    expect(step.made).toBeCloseTo(solveSweep(compiled.build).goalPoint.power.flywheel, 3);
    expect(step.made).toBeGreaterThanOrEqual(power * 0.995);
  });
});

it('the step before the last stops at the clutch, which the one bought for the last mends; without it nothing does', () => {
  const stops = stopsOf(solved());
  const clutch = (all: typeof stops) =>
    all[1]!.over.find(({ row: { part } }) => part.from === 'model' && part.part === 'clutch');
  expect(clutch(stops)).toMatchObject({ isMended: true });
  const without = structuredClone(coupe.plan!);
  without.parts = without.parts.filter(({ role }) => role !== 'clutch');
  const bare = stopsOf(without.steps.map((_, i) => solveStep(coupe, without, i, library, enginePart)));
  expect(clutch(bare)).toMatchObject({ isMended: false });
});

it('what the engine holds is the least that each limit allows; nothing known is no bound', () => {
  const [first] = solved();
  const line = first!.kind === 'solved' ? first!.line : null;
  const holds = holdsOf(line);
  for (const { allowed } of line!.chain)
    expect(allowed).toBeGreaterThanOrEqual(Math.min(...Object.values(holds)));
  expect(Object.values(holdsOf(null)).every((power) => power === Infinity)).toBe(true);
});

it('parts of a setup are its references, each once', () => {
  for (const job of jobs)
    for (const setup of job.setups) {
      const ids = partsOfSetup(setup).map(({ ref }) => ref.id);
      expect(new Set(ids).size).toBe(ids.length);
      const refs = new Set(refsOf(setup).map(({ id }) => id));
      for (const id of ids) expect(refs).toContain(id);
    }
});
