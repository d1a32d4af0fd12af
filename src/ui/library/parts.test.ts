import { checkTurbine } from '@/core/turbine/check';
import { turbineSchema } from '@/core/turbine/document';
import { turbochargerSchema } from '@/core/turbocharger/document';
import { gateOf, blankTurbine, blankTurbocharger } from './blank';
import { partBounds } from './bounds';

const ref = { id: 'a', revision: 1 };
const turbocharger = () => blankTurbocharger({ compressor: ref, turbine: ref });
type Key = keyof typeof partBounds;
const given = (value: number) => ({ value, confidence: 'maker' as const });

/** Where each range acts: the document with that figure in it. */
const places: Record<Key, (value: number) => unknown> = {
  wheel: (v) => ({ ...blankTurbine(), inducer: given(v), exducer: given(v) }),
  efficiency: (v) => ({ ...blankTurbine(), efficiency: given(v) }),
  velocityRatio: (v) => ({ ...blankTurbine(), bestVelocityRatio: given(v) }),
  throats: (v) => ({ ...blankTurbine(), throats: given(v) }),
  speed: (v) => ({ ...blankTurbine(), maxSpeedRpm: given(v) }),
  temperature: (v) => ({ ...blankTurbine(), maxTemperature: given(v) }),
  referencePressure: (v) => ({ ...blankTurbine(), reference: { pressure: v, temperature: 300 } }),
  referenceTemperature: (v) => ({ ...blankTurbine(), reference: { pressure: 1e5, temperature: v } }),
  ar: (v) => ({ ...blankTurbine(), housings: [{ ...blankTurbine().housings[0], ar: given(v) }] }),
  area: (v) => ({
    ...blankTurbine(),
    housings: [{ name: 'A', entry: 'open', capacity: { kind: 'area', area: given(v) } }],
  }),
  inertia: (v) => ({ ...turbocharger(), inertia: given(v) }),
  mechanical: (v) => ({ ...turbocharger(), mechanicalEfficiency: given(v) }),
  bore: (v) => ({ ...turbocharger(), gate: { ...gateOf('valve'), bore: given(v) } }),
  flowCoefficient: (v) => ({ ...turbocharger(), gate: { ...gateOf('valve'), flowCoefficient: given(v) } }),
  springGauge: (v) => ({ ...turbocharger(), gate: { ...gateOf('valve'), springGauge: given(v) } }),
  diaphragm: (v) => ({ ...turbocharger(), gate: { ...gateOf('valve'), diaphragm: given(v) } }),
  vanesClosed: (v) => ({ ...turbocharger(), gate: { ...gateOf('vanes'), closed: given(v) } }),
  vanesOpen: (v) => ({ ...turbocharger(), gate: { ...gateOf('vanes'), open: given(v) } }),
  price: (v) => ({ ...turbocharger(), price: given(v) }),
  stock: (v) => ({ ...turbocharger(), stock: v }),
};

test.each(Object.keys(partBounds) as Key[])(
  'the range of %s is the schema’s: both ends taken, no more',
  (key) => {
    const { min, max } = partBounds[key];
    const takes = (value: number) => {
      const document = places[key](value);
      return turbineSchema.safeParse(document).success || turbochargerSchema.safeParse(document).success;
    };
    expect([takes(min), takes(max), takes(max * 1.1 + 1), takes(min - 1)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  },
);

test('what is added by hand starts sound, whatever holds its boost', () => {
  expect(turbineSchema.safeParse(blankTurbine()).success).toBe(true);
  expect(checkTurbine(blankTurbine()).faults).toEqual([]);
  for (const kind of ['none', 'valve', 'vanes'] as const)
    expect(turbochargerSchema.safeParse({ ...turbocharger(), gate: gateOf(kind) }).success).toBe(true);
});
