import { cycleRetardAt } from '../engine/cycle-power';
import { addedTo } from '../charge-path/added';
import { turbineSideOf } from '../charger/charger';
import { engineCharger } from '../charger/charged-air';
import { enthalpy } from '../air/gas-properties';
import {
  estimatedRetard,
  exhaustHeat,
  heatReleased,
  exhaustShare,
  turbineInletTemperature,
} from '../engine/exhaust-formulas';
import {
  bladeSpeed,
  expansionRatio,
  spoutingVelocity,
  turbineEfficiency,
  turbinePower,
} from '../turbine/formulas';
import { backPressureRatio, backPressureRatioGauge, gateShare, turbineInlet } from '../turbocharger/formulas';
import type { FigureId } from './figures';
import { lossChain, read, type Sheet } from './sheet';

/** Where heat is counted from, as in `engine/exhaust`. */
const ZERO = 298.15;

const matchOf = (s: Sheet) => s.point.match!;
const driveOf = (s: Sheet) => turbineSideOf(s.charger)!;
const drivePath = (s: Sheet) => `induction.chargers.${s.charger.place}.drive`;
/** The turbine of the charger that is spoken of. */
const turbineOf = (s: Sheet) => s.at.shaft!.turbine;

/** Pressure behind the turbine: the open air, every pipe on the way to it, and the turbines that the exhaust meets later. */
function outletSteps(s: Sheet): number {
  const { exhaustFlow, chargers } = matchOf(s);
  const last = chargers[0]!.turbine;
  const behind = lossChain(
    s,
    s.build.exhaustLosses.tail,
    s.build.climate.pressure,
    last.mixed,
    exhaustFlow,
    'backwards',
  );
  if (turbineOf(s) === last) return behind;
  const ratio = s.read({
    code: 'match-ratio',
    symbol: 'ER',
    quantity: 'ratio',
    value: last.ratio,
    name: turbineSideOf(s.build.chargers[0]!)?.turbine.name ?? '',
  });
  // What stands before the turbine in front stands behind the one at the engine.
  return s.put(turbineInlet, { outlet: behind, ratio }, { ratio: read('sums') });
}

/** The expansion ratio is what the sums ended on: power and flow balance there. */
function inletSteps(s: Sheet): number {
  const outlet = outletSteps(s);
  const ratio = s.read({
    code: 'match-ratio',
    symbol: 'ER',
    quantity: 'ratio',
    value: turbineOf(s).ratio,
    name: driveOf(s).turbine.name,
  });
  return s.put(turbineInlet, { outlet, ratio }, { ratio: read('sums') });
}

function temperatureSteps(s: Sheet): number {
  // In front stands what the turbine at the engine and its gate let out.
  if (turbineOf(s) !== engineCharger(matchOf(s)).turbine)
    return s.read({
      code: 'gas-temperature',
      symbol: 'T_3',
      quantity: 'temperature',
      value: turbineOf(s).inlet.temperature,
    });
  const { exhaust } = driveOf(s);
  const { path } = s.point;
  const { exhaustFlow } = matchOf(s);
  const turbine = turbineOf(s);
  const byCycle = exhaust.cycles && cycleRetardAt(exhaust.cycles, path.speedRpm, path.manifold.pressure);
  const retard = exhaust.cycles
    ? s.read({ code: 'cycle-retard', symbol: 'ζ', quantity: 'angle', value: byCycle! })
    : exhaust.knock
      ? s.put(
          estimatedRetard,
          { ...exhaust.knock, manifold: path.manifold.pressure },
          {
            compressionRatio: s.input('engine.compressionRatio'),
            octane: read('fuel'),
            manifold: read('sums'),
          },
        )
      : exhaust.retard;
  const share = s.put(
    exhaustShare,
    { share: exhaust.share, retard },
    {
      share: s.own('exhaust.share'),
      ...(exhaust.knock || exhaust.cycles ? {} : { retard: s.own('exhaust.retard') }),
    },
  );
  const added = addedTo(path, exhaust);
  const released = s.put(
    heatReleased,
    { lambda: path.lambda, usual: exhaust.usualLambda },
    {
      lambda: path.lambda === s.build.lambda ? s.input('brief.fuel.lambda') : read('sums'),
      usual: read('fuel'),
    },
  );
  s.put(
    exhaustHeat,
    {
      share,
      heatingValue: exhaust.heatingValue,
      released,
      fuelFlow: exhaustFlow - path.massFlow - (added?.mass ?? 0),
      exhaustFlow,
      charge:
        enthalpy(exhaust.air, path.manifold.temperature) -
        enthalpy(exhaust.air, ZERO) -
        (added ? added.heat / path.massFlow : 0),
      airFlow: path.massFlow,
    },
    {
      heatingValue: read('fuel'),
      fuelFlow: read('sums'),
      exhaustFlow: read('sums'),
      charge: read('gas'),
      airFlow: read('sums'),
    },
  );
  const port = s.read({
    code: 'gas-temperature',
    symbol: 'T_x',
    quantity: 'temperature',
    value: turbine.port,
  });
  return s.put(
    turbineInletTemperature,
    {
      wall: exhaust.wall,
      port,
      heatLoss: exhaust.heatLoss,
      exhaustFlow,
      specificHeat: exhaust.specificHeat,
    },
    {
      wall: s.own('exhaust.wall'),
      heatLoss: s.own('exhaust.heatLoss'),
      exhaustFlow: read('sums'),
      specificHeat: read('gas'),
    },
  );
}

function efficiencySteps(s: Sheet): number {
  const { turbine } = driveOf(s);
  const { shaftRpm, turbine: state } = s.at.shaft!;
  const blade = s.put(
    bladeSpeed,
    { diameter: turbine.inducer, speed: shaftRpm },
    { diameter: read('turbine'), speed: read('sums') },
  );
  const spouting = s.put(spoutingVelocity, { ideal: state.expansion.ideal }, { ideal: read('gas') });
  return s.put(
    turbineEfficiency,
    { peak: turbine.efficiency, blade, spouting, optimum: turbine.bestVelocityRatio },
    { peak: read('turbine'), optimum: read('turbine') },
  );
}

/** Back pressure over manifold pressure as the breathing is corrected with it: at the ports. */
export const portRatioStep = (s: Sheet): number =>
  s.put(
    backPressureRatio,
    { inlet: matchOf(s).portPressure, manifold: s.point.manifoldPressure },
    { inlet: read('sums'), manifold: read('sums') },
  );

type HotFigure = Extract<
  FigureId,
  | 'turbine-inlet-pressure'
  | 'turbine-inlet-temperature'
  | 'turbine-outlet-pressure'
  | 'expansion-ratio'
  | 'back-pressure-ratio'
  | 'back-pressure-gauge'
  | 'gate-share'
  | 'turbine-efficiency'
  | 'turbine-power'
>;

/** What each figure of the hot side writes down. */
export const hotSheets: Record<HotFigure, (s: Sheet) => void> = {
  'turbine-inlet-pressure': (s) => inletSteps(s),
  'turbine-inlet-temperature': (s) => temperatureSteps(s),
  'turbine-outlet-pressure': (s) => {
    const before = s.steps.length;
    const value = outletSteps(s);
    // With no pipe at all the open air is the answer.
    if (s.steps.length === before) s.read({ code: 'open-air', symbol: 'p_4', quantity: 'pressure', value });
  },
  'expansion-ratio': (s) => {
    const inlet = inletSteps(s);
    s.put(expansionRatio, { inlet, outlet: turbineOf(s).outlet.pressure }, { outlet: read('sums') });
  },
  'back-pressure-ratio': (s) => {
    const inlet = inletSteps(s);
    s.put(backPressureRatio, { inlet, manifold: s.point.manifoldPressure }, { manifold: read('sums') });
  },
  'back-pressure-gauge': (s) => {
    const inlet = inletSteps(s);
    s.put(
      backPressureRatioGauge,
      { inlet, manifold: s.point.manifoldPressure, ambient: s.build.climate.pressure },
      { manifold: read('sums'), ambient: read('air') },
    );
  },
  'gate-share': (s) => {
    const { flow, gateFlow } = turbineOf(s);
    s.put(
      gateShare,
      { exhaust: flow + gateFlow, turbine: flow },
      { exhaust: read('sums'), turbine: read('sums') },
    );
  },
  'turbine-efficiency': (s) => efficiencySteps(s),
  'turbine-power': (s) => {
    const efficiency = efficiencySteps(s);
    const turbine = turbineOf(s);
    const { pulse, mechanical } = driveOf(s);
    s.put(
      turbinePower,
      { flow: turbine.flow, efficiency, ideal: turbine.expansion.ideal, pulse, mechanical },
      {
        flow: read('sums'),
        ideal: read('gas'),
        pulse: s.own('exhaust.pulse'),
        mechanical: s.own(`${drivePath(s)}.mechanicalEfficiency`),
      },
    );
  },
};
