import { fuelBesideMethanol } from '../charge-injection/formulas';
import { METHANOL_AIR } from '../charge-injection/liquids';
import { fuelMassFlow, fuelVolumeFlow } from '../fuel/flow';
import { injectorsShare, throughInjectors } from '../fuel-system/fuel-demand';
import { dutyCycle, injectorFlowAt, pulseOfShot, windowShare } from '../fuel-system/formulas';
import { injectionAt, setsAt, shotsPerSecondAt } from '../fuel-system/injection';
import { setPressure, type Supply } from '../fuel-system/supply';
import type { FigureId } from './figures';
import { burningStep, read, type Sheet } from './sheet';

function massSteps(s: Sheet): number {
  const { lambda, injected } = s.point.path;
  const { stoichiometric } = s.build.fuel;
  const { trapped } = s.build;
  const dryFlow = burningStep(s, s.point.path.dryFlow, 1);
  const whole = s.put(
    fuelMassFlow,
    { dryFlow, trapped, stoichiometric, lambda },
    {
      ...(dryFlow === s.point.path.dryFlow ? { dryFlow: read('sums') } : {}),
      trapped: s.input('engine.trappingEfficiency'),
      stoichiometric: read('fuel'),
      lambda: lambda === s.build.lambda ? s.input('brief.fuel.lambda') : read('sums'),
    },
  );
  if (!injected || injected.methanol === 0) return whole;
  return s.put(
    fuelBesideMethanol,
    { whole, methanol: injected.methanol * trapped, methanolAir: METHANOL_AIR, stoichiometric },
    { methanol: read('sums'), methanolAir: read('injection'), stoichiometric: read('fuel') },
  );
}

/** What the injectors bring of it: all, unless a jet beside the nitrous oxide brings its own. */
function injectedSteps(s: Sheet): number {
  const massFlow = massSteps(s);
  const share = injectorsShare(s.point.path);
  return share === 1 ? massFlow : s.put(throughInjectors, { massFlow, share }, { share: read('sums') });
}

function dutySteps(s: Sheet, supply: Supply): void {
  const { build, point } = s;
  const massFlow = injectedSteps(s);
  const { density } = supply;
  const gauge = point.boostGauge;
  const sets = setsAt(supply, gauge);
  const isDirect = supply.injection === 'direct';
  const difference = isDirect ? supply.direct.railPressure : Math.max(0, setPressure(supply, gauge) - gauge);
  const at = (what: string) => s.own(`fuelSystem.${what}`);
  const flows = sets.map((set, i) => {
    const own = i === 0 ? 'injectors' : 'second';
    return s.put(
      injectorFlowAt,
      {
        rated: set.flow,
        difference,
        ratedPressure: set.ratedPressure,
        testDensity: set.testDensity ?? density,
        density,
      },
      {
        rated: at(`${own}.flow`),
        difference: isDirect ? at('direct.railPressure') : read('sums'),
        ratedPressure: at(`${own}.ratedPressure`),
        testDensity: set.testDensity === null ? read('fuel') : at(`${own}.testDensity`),
        density: read('fuel'),
      },
    );
  });
  const shotsPerSecond = shotsPerSecondAt(supply, point.speedRpm, build.cycle);
  const isOne = sets.length === 1;
  const pulse = s.put(
    pulseOfShot,
    {
      massFlow,
      count: isOne ? sets[0]!.count : 1,
      shotsPerSecond,
      density,
      // Two sets are driven with one pulse: what all of them pass together.
      flow: isOne ? flows[0]! : sets.reduce((sum, { count }, i) => sum + count * flows[i]!, 0),
    },
    {
      count: isOne ? at('injectors.count') : read('sums'),
      shotsPerSecond: read('sums'),
      density: read('fuel'),
    },
  );
  if (isDirect) {
    s.put(
      windowShare,
      { pulse, window: supply.direct.window / supply.shots, speedRpm: point.speedRpm },
      { window: at('direct.window') },
    );
    return;
  }
  const { deadTime } = injectionAt(supply, {
    speedRpm: point.speedRpm,
    cycle: build.cycle,
    massFlow,
    manifoldGauge: gauge,
    difference,
    battery: supply.pumps.battery,
  });
  s.put(
    dutyCycle,
    { pulse, deadTime, shotsPerSecond },
    { deadTime: read('sums'), shotsPerSecond: read('sums') },
  );
}

/** What the figures of the fuel system write down. */
export const fuelSheets = {
  'fuel-flow': (s: Sheet) =>
    void s.put(
      fuelVolumeFlow,
      { massFlow: massSteps(s), density: s.build.supply!.density },
      { density: read('fuel') },
    ),
  'injector-duty': (s: Sheet) => dutySteps(s, s.build.supply!),
} satisfies Partial<Record<FigureId, (s: Sheet) => void>>;
