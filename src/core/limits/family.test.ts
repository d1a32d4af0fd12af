import { sampleTurboJob } from '@/data/demo/sample';
import { given, guess } from '../documents/input';
import { engineSchema } from '../job/schema/engine';
import { componentSchema } from '../job/schema/components';
import { isSameFamily, keptFrom, offeredBy, takeOffered } from './family';
import { engineFamilySchema, weakPointsOf } from './part-documents';

const engine = () => structuredClone({ ...sampleTurboJob(0).engine });
const rods = componentSchema.parse({
  id: 'rods',
  kind: 'rods',
  name: '',
  note: 'two bent here',
  limits: { torque: { low: given(310, 'reported'), high: guess(350) } },
});

it('what one job learns is offered to the next of the family, once', () => {
  const first = engine();
  first.condition.weakPoints = [
    { note: 'Ring land', state: 'failed' },
    { note: ' ring land ', state: 'open' },
    { note: '', state: 'open' },
  ];
  first.components = [rods];
  const kept = engineFamilySchema.parse(keptFrom(null, ' Carrow ', first));
  expect([kept.name, weakPointsOf(kept), kept.components]).toEqual(['Carrow', ['Ring land'], [rods]]);
  expect(keptFrom(kept, 'Carrow', first)).toEqual(kept);
  const next = engine();
  next.condition.weakPoints = [];
  next.components = [{ ...rods, kind: 'pistons', name: 'another' }];
  const offered = offeredBy(kept, next);
  expect([offered.weakPoints, offered.components]).toEqual([['Ring land'], [rods]]);
  takeOffered(next, offered);
  expect(engineSchema.parse(next).components!.map(({ id }) => id)).toEqual(['rods', 'rods-2']);
  expect(next.condition.weakPoints).toEqual([{ note: 'Ring land', state: 'open' }]);
  const again = offeredBy(kept, next);
  expect([again.weakPoints, again.components]).toEqual([[], []]);
});

it('a newer limit of the same part takes the place of the old one; other parts stay', () => {
  const known = keptFrom(null, 'Carrow', {
    ...engine(),
    components: [rods, { ...rods, id: 'x', kind: 'crank' }],
  });
  const now = { ...engine(), components: [{ ...rods, limits: { torque: { low: given(290, 'measured') } } }] };
  const kept = keptFrom(known, 'Carrow', now);
  expect(kept.components.map(({ kind, limits }) => [kind, limits.torque!.low.value])).toEqual([
    ['crank', 310],
    ['rods', 290],
  ]);
});

it('keeps within what an item and a job have room for, and knows a family by its name alone', () => {
  const full = engine();
  full.condition.weakPoints = Array.from({ length: 12 }, (_, i) => ({
    note: `${i} ${'x'.repeat(156)}`,
    state: 'open',
  }));
  let kept = keptFrom(null, 'Carrow', full);
  for (let i = 0; i < 3; i++) {
    full.condition.weakPoints.forEach((point, k) => (point.note = `${i} ${k} ${'y'.repeat(150)}`));
    kept = keptFrom(kept, 'Carrow', full);
  }
  expect(engineFamilySchema.safeParse(kept).success).toBe(true);
  expect(weakPointsOf(kept)[0]).toMatch(/^0 x/);
  expect(offeredBy(kept, full).weakPoints).toEqual([]);
  expect([
    isSameFamily(' carrow', kept),
    isSameFamily('', { name: '' }),
    isSameFamily('carrow 2', kept),
  ]).toEqual([true, false, false]);
});
