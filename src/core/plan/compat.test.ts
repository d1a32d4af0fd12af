import { sampleHistories } from '@/data/demo/sample';
import { sampleItems } from '@/data/demo/sample-library';
import { isOf, isTurbocharger } from '@/formats/library-items';
import { blankPart, blankPlan } from './blank';
import { fitsOf, type FitSides } from './compat';

const setup = sampleHistories[0]!.revisions.at(-1)!.job.setups[0]!;
const turbo = sampleItems.find(isTurbocharger)!.document;
const injector = sampleItems.find(isOf('injector'))!.document;
const pulley = sampleItems.find(isOf('pulley'))!.document;
const sides = (change: (sides: FitSides) => void = () => {}): FitSides => {
  const plan = blankPlan();
  const made: FitSides = {
    plan,
    setup: structuredClone(setup),
    turbochargers: [turbo],
    turbines: [],
    injectors: [injector],
    pulleys: [],
    driven: null,
  };
  change(made);
  return made;
};
const answers = (given: FitSides) =>
  Object.fromEntries(fitsOf(given).map(({ question, answer }) => [question, answer]));

it('what nobody knows is a question; equal is a yes, different a no', () => {
  expect(answers(sides())).toMatchObject({ flange: 'ask', 'injector-type': 'ask', 'injector-length': 'ask' });
  const known = sides(({ plan }) => {
    plan.fits.flange = ` ${turbo.flange.toUpperCase()} `;
    plan.fits.injection = injector.injection;
    plan.fits.injectorLength = injector.length.value + 0.0004;
  });
  expect(answers(known)).toMatchObject({ flange: 'yes', 'injector-type': 'yes', 'injector-length': 'yes' });
  known.plan.fits.flange = 'no such';
  known.plan.fits.injectorLength = injector.length.value + 0.004;
  expect(answers(known)).toMatchObject({ flange: 'no', 'injector-length': 'no' });
});

it('room, reach, ribs, belt plane and shaft are judged where both sides are known', () => {
  const given = sides((all) => {
    all.plan.parts.push(
      { ...blankPart('p', 'Plenum', 'piping'), height: 0.12 },
      { ...blankPart('q', 'Plugs'), reach: 0.019 },
    );
    Object.assign(all.plan.fits, {
      brace: 0.11,
      bonnet: 0.2,
      plugReach: 0.0265,
      ribs: pulley.ribs + 2,
      beltPlane: -0.0007,
    });
    all.pulleys = [pulley];
    all.driven = { pulley, shaft: pulley.bore.value };
  });
  expect(answers(given)).toMatchObject({
    brace: 'no',
    bonnet: 'yes',
    'plug-reach': 'no',
    ribs: 'no',
    'belt-plane': 'yes',
    'pulley-bore': 'yes',
  });
});

it('bores that meet: the same is a yes, a step asks for a reducer, one that nobody measured is asked', () => {
  const bores = (diameters: (number | null)[]) =>
    sides((all) => {
      all.setup.plumbing = all.setup.plumbing.slice(0, diameters.length);
      all.setup.plumbing.forEach((loss, i) => {
        delete loss.diameter;
        const value = diameters[i];
        if (value) loss.diameter = { value, confidence: 'measured' };
      });
    });
  const found = (diameters: (number | null)[]) =>
    fitsOf(bores(diameters)).flatMap(({ question, answer }) => (question === 'bore' ? [answer] : []));
  expect(found([0.0635, 0.0635])).toEqual(['yes']);
  expect(found([0.0635, 0.076])).toEqual(['ask']);
  expect(found([0.0635, null])).toEqual(['ask']);
  expect(found([null, null])).toEqual([]);
});
