import { cycleFactorAt } from '../engine/cycle-power';
import { drivePower, drivenSpeed, netPower } from '../charger/drive-formulas';
import { type LossStation, coolerAt, lossesAt } from '../build/elements';
import { STANDARD_AIR } from '../air/standard-atmosphere';
import { isBelted } from '../charge-path/match';
import { isSeries } from '../charge-path/series';
import { isOnBelt, shaftLimit, type BeltDrive } from '../charger/charger';
import {
  airBesideNitrous,
  airBesideVapour,
  fillingOf,
  mixtureTemperature,
} from '../charge-injection/formulas';
import { nitrousOxide } from '../charge-injection/liquids';
import { pulleyRatio } from '../drive/formulas';
import { blowerIndex, cordRadius, layoutRatio } from '../drive/layout';
import { type AirPath, airThrough, flowThrough } from '../charge-path/air-path';
import { engineTurbine } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { enthalpy, entropy, isentropicTemperature } from '../air/gas-properties';
import { coolerOutlet } from '../charge-air/cooler';
import {
  chokeMargin,
  compressorPower,
  compressorWork,
  correctedFlow,
  edgeRoom,
  idealOutlet,
  isentropicExponent,
  outletByHand,
  outletTemperature,
  shaftSpeed,
  speedShare,
  surgeMargin,
} from '../compressor/formulas';
import {
  airFlow,
  backPressureFactor,
  breathingCorrection,
  intakeStrokes,
  manifoldFromAir,
  strokeDivisor,
  volumetricEfficiency,
} from '../engine/formulas';
import { evaporatedFuel, evaporation, gaseousShare } from '../fuel/fuels';
import { fixedLossOf, wheelsFromFlywheel } from '../vehicle/drivetrain';
import { buildAt, type Build } from '../build/build';
import { aloneAt, unboostedAt } from '../solve/demand';
import { figureAt, isOfCharger, figures, turbineIndex, type FigureId } from './figures';
import {
  airByHand,
  airForPower,
  airPerPower,
  fuelFlowEquivalent,
  fuelFlowPower,
  schoolPower,
  powerByHand,
  powerPerFlow,
  ruleOfThumbPower,
  torque,
  trappedDryAir,
} from '../engine/power-formulas';
import {
  backPressureOverManifold,
  boostGauge,
  boostProgress,
  boostShare,
  levelPressure,
  plannedManifold,
  pressureRatio,
  pressureRatioByHand,
} from '../charge-air/boost-formulas';
import { fuelSheets } from './fuel-workings';
import { hotSheets, portRatioStep } from './hot-workings';
import { boostShareAt, isBoosting, planLevel, type OperatingPoint } from '../solve/point';
import {
  burningStep,
  formulaStep,
  lossChain,
  read,
  Sheet,
  type FormulaStep,
  type Origin,
  type Working,
} from './sheet';

export type { FormulaStep, Origin, ReadStep, Step, Working } from './sheet';

function airPerPowerStep(s: Sheet, { lambda }: AirPath = s.point.path): number {
  const { fuel, airPerPowerTerms } = s.build;
  return s.put(
    airPerPower,
    {
      stoichiometric: fuel.stoichiometric,
      bestPowerLambda: fuel.bestPowerLambda,
      ...airPerPowerTerms,
      lambda,
    },
    {
      stoichiometric: read('fuel'),
      bestPowerLambda: read('fuel'),
      // A diesel that spools burns another λ than the job's: the smoke limit decides it.
      lambda: lambda === s.build.lambda ? s.input('brief.fuel.lambda') : read('sums'),
      bsfc: s.input('brief.fuel.bsfc'),
      bsfcLambda: s.input('brief.fuel.bsfcLambda'),
    },
  );
}

/**
 * What the drives of chargers on the crankshaft leave of a power. In: which of them: those that the BSFC does not hold, or
 * all. Nothing is written where the exhaust drives every charger.
 */
function netSteps(s: Sheet, gross: number, path: AirPath, which: keyof AirPath['drivePower']): number {
  if (path.drivePower[which] === 0) return gross;
  return s.build.chargers.reduce((power, charger, i) => {
    const air = airThrough(s.build, path, i);
    if (!air || !isOnBelt(charger) || (which === 'apart' && charger.drive.inBsfc)) return power;
    const { mechanicalEfficiency } = charger.drive;
    const drive = s.put(
      drivePower,
      {
        shaftPower: compressorPower.fn({ massFlow: flowThrough(s.build, path, i), work: air.outlet.work }),
        mechanicalEfficiency,
      },
      {
        shaftPower: read('sums'),
        mechanicalEfficiency: s.own(`induction.chargers.${charger.place}.drive.mechanicalEfficiency`),
      },
    );
    return s.put(netPower, { gross: power, drive });
  }, gross);
}

function powerSteps(s: Sheet, path: AirPath): number {
  const dryFlow = s.put(
    trappedDryAir,
    {
      massFlow: path.massFlow,
      humidityRatio: s.build.climate.humidityRatio,
      trapped: s.build.trapped,
      condition: s.build.condition,
    },
    {
      humidityRatio: read('air'),
      trapped: s.input('engine.trappingEfficiency'),
      condition: s.input('engine.condition.factor'),
    },
  );
  const gross = s.put(fuelFlowPower, {
    dryFlow: path === s.point.path ? burningStep(s, dryFlow, s.build.trapped * s.build.condition) : dryFlow,
    airPerPower: airPerPowerStep(s, path),
  });
  const factor = cycleFactorStep(s, path);
  if (factor === null) return netSteps(s, gross, path, 'apart');
  return netSteps(s, s.put(schoolPower, { power: gross, factor }), path, 'all');
}

/** What the cycles tabulated make of the fuel-flow school's power; null where the forecast goes by fuel flow. */
function cycleFactorStep(s: Sheet, { speedRpm, manifold }: AirPath): number | null {
  const { cyclePower } = s.build;
  if (!cyclePower) return null;
  const value = cycleFactorAt(cyclePower, speedRpm, manifold.pressure);
  return s.read({ code: 'cycle-factor', symbol: 'k_c', quantity: 'ratio', value });
}

/** The breathing at a state, from the curve and its corrections. */
function breathingSteps(s: Sheet, path: AirPath): number {
  const { build, point } = s;
  const { fuel, lambda, evaporatedShare } = build;
  const t = path.manifold.temperature;
  const isBoosted = path.backPressureRatio !== 1;
  // A belt boosts from idle on: the ratio stated is that of every speed.
  const isStated = isBelted(build) && path === point.path;
  let ratio = path.backPressureRatio;
  if (point.match && path === point.path) ratio = portRatioStep(s);
  else if (isBoosted && !isStated) {
    const share = shareSteps(s);
    ratio = s.put(
      backPressureOverManifold,
      { share, full: build.backPressureRatio },
      { full: s.own('backPressureRatio') },
    );
  }
  const backPressure = s.put(
    backPressureFactor,
    { compressionRatio: build.compressionRatio, pressureRatio: ratio },
    {
      compressionRatio: s.input('engine.compressionRatio'),
      ...(isStated ? { pressureRatio: s.own('backPressureRatio') } : {}),
    },
  );
  const fuelPerAir = s.put(
    evaporatedFuel,
    { share: gaseousShare(fuel, evaporatedShare), stoichiometric: fuel.stoichiometric, lambda },
    {
      share: fuel.isGas ? read('fuel') : s.input('engine.evaporatedShare'),
      stoichiometric: read('fuel'),
      lambda: s.input('brief.fuel.lambda'),
    },
  );
  const evaporated = s.put(
    evaporation,
    { fuelPerAir, vapourMolarMass: fuel.vapourMolarMass, latentHeat: fuel.latentHeat, temperature: t },
    { vapourMolarMass: read('fuel'), latentHeat: read('fuel'), temperature: read('sums') },
  );
  const reference = 'engine.breathing.reference';
  const correction = s.put(
    breathingCorrection,
    { ...build.breathingTerms(t, ratio), backPressure, evaporation: evaporated },
    {
      temperature: read('sums'),
      referenceTemperature: s.input(`${reference}.temperature`),
      exponent: s.input('engine.breathing.temperatureExponent'),
      backPressureReference: s.input(`${reference}.backPressureRatio`),
      evaporationReference: s.input(`${reference}.lambda`),
    },
  );
  return s.put(
    volumetricEfficiency,
    { curve: build.breathing.at(point.speedRpm).value, correction },
    { curve: read('curve') },
  );
}

const strokesStep = (s: Sheet): number =>
  s.put(intakeStrokes, { speedRpm: s.point.speedRpm, divisor: strokeDivisor(s.build.cycle) });

function airSteps(s: Sheet, path: AirPath): number {
  const { build } = s;
  const breathing = breathingSteps(s, path);
  const filling = s.put(
    airFlow,
    {
      volumetricEfficiency: breathing,
      pressure: path.manifold.pressure,
      temperature: path.manifold.temperature,
      gasConstant: build.climate.gas.gasConstant,
      displacement: build.displacement,
      cyclesPerSecond: strokesStep(s),
    },
    {
      pressure: read('sums'),
      temperature: read('sums'),
      gasConstant: read('air'),
      displacement: s.input('engine.bore'),
    },
  );
  const { injected } = path;
  return injected && injected.displaced > 0
    ? s.put(airBesideVapour, { filling, displaced: injected.displaced }, { displaced: read('sums') })
    : filling;
}

function shareSteps(s: Sheet): number {
  const { onsetRpm, fullRpm } = s.build.boost;
  const progress = s.put(
    boostProgress,
    { speedRpm: s.point.speedRpm, onsetRpm, fullRpm },
    { onsetRpm: s.own('boost.onsetRpm'), fullRpm: s.own('boost.fullRpm') },
  );
  return s.put(boostShare, { progress });
}

/** With a turbine: what is asked where the gate holds it, what the turbine drives or the gate lets stand elsewhere. */
function matchedManifold(s: Sheet): number {
  const { build, point } = s;
  const match = point.match!;
  const { kind, curve, levelGauge, setIn } = build.boost;
  const value = point.manifoldPressure;
  if (match.kind !== 'held')
    return s.read({
      code: 'driven',
      symbol: 'p_m',
      quantity: 'pressure',
      value,
      name: engineTurbine(build)!.turbine.name,
    });
  if (kind === 'goal') return s.read({ code: 'asked', symbol: 'p_m', quantity: 'pressure', value });
  return s.put(
    levelPressure,
    { ambient: setIn ?? build.climate.pressure, boost: curve ? curve(point.speedRpm) : levelGauge },
    {
      ambient: read('air'),
      boost: s.own(kind === 'curve' ? 'boost.curve' : kind === 'gears' ? 'boost.gears' : 'boost.levelGauge'),
    },
  );
}

/** The filling of which a flow of air is what is left beside what is injected. */
function fillingStep(s: Sheet, massFlow: number): number {
  const { injected } = s.point.path;
  return injected
    ? s.put(fillingOf, { massFlow, displaced: injected.displaced }, { displaced: read('sums') })
    : massFlow;
}

/** Of the air that a power needs, what must come as air: nitrous oxide brings the rest of the oxygen. */
function airBesideOxygen(s: Sheet, air: number): number {
  const { injected } = s.point.path;
  if (!injected || injected.nitrous === 0) return air;
  return s.put(
    airBesideNitrous,
    {
      air,
      nitrous: injected.nitrous,
      airPerMass: nitrousOxide.airPerMass,
      humidityRatio: s.build.climate.humidityRatio,
    },
    { nitrous: read('sums'), airPerMass: read('injection'), humidityRatio: read('air') },
  );
}

/** Manifold pressure: what the goal's air needs at the goal's speed, what the boost plan says elsewhere. */
function manifoldSteps(s: Sheet): number {
  const { build, point } = s;
  const { path } = point;
  const { climate } = build;
  const isGoal = build.boost.kind === 'goal' && point.speedRpm === build.goal.speedRpm;
  const meets = !point.match || point.match.kind === 'held';
  // What hangs on the crankshaft passes its flow whatever is asked: the pressure is where the engine takes it.
  if (point.boosting && (isBelted(build) || isSeries(build)))
    return s.put(
      manifoldFromAir,
      {
        massFlow: fillingStep(s, path.massFlow),
        gasConstant: climate.gas.gasConstant,
        temperature: path.manifold.temperature,
        volumetricEfficiency: breathingSteps(s, path),
        displacement: build.displacement,
        cyclesPerSecond: strokesStep(s),
      },
      {
        ...(path.injected ? {} : { massFlow: read('sums') }),
        gasConstant: read('air'),
        temperature: read('sums'),
        displacement: s.input('engine.bore'),
      },
    );
  if (point.boosting && isGoal && meets) {
    const factor = cycleFactorStep(s, path);
    const power =
      factor === null
        ? build.goal.power
        : s.put(
            fuelFlowEquivalent,
            { power: build.goal.power, factor },
            { power: s.input('brief.goal.power') },
          );
    const air = s.put(
      airForPower,
      {
        power,
        airPerPower: airPerPowerStep(s),
        humidityRatio: climate.humidityRatio,
        trapped: build.trapped,
        condition: build.condition,
      },
      {
        ...(factor === null ? { power: s.input('brief.goal.power') } : {}),
        humidityRatio: read('air'),
        trapped: s.input('engine.trappingEfficiency'),
        condition: s.input('engine.condition.factor'),
      },
    );
    const breathing = breathingSteps(s, path);
    return s.put(
      manifoldFromAir,
      {
        massFlow: fillingStep(s, airBesideOxygen(s, air)),
        gasConstant: climate.gas.gasConstant,
        temperature: path.manifold.temperature,
        volumetricEfficiency: breathing,
        displacement: build.displacement,
        cyclesPerSecond: strokesStep(s),
      },
      { gasConstant: read('air'), temperature: read('sums'), displacement: s.input('engine.bore') },
    );
  }
  if (point.match) return matchedManifold(s);
  const share = build.charged ? boostShareAt(build, point.speedRpm) : 0;
  const base = unboostedAt(build, point.speedRpm).manifold.pressure;
  if (!point.boosting || share === 0)
    return s.read({
      code: 'without-boost',
      symbol: 'p_m',
      quantity: 'pressure',
      value: path.manifold.pressure,
    });
  const level = planLevel(build);
  const known = level.kind === 'boost' ? level.pressure : path.manifold.pressure;
  // What is held above the goal's speed may not be pressure: the level there follows from the power wanted.
  const held = base + (path.manifold.pressure - base) / share;
  const full =
    build.boost.kind === 'level'
      ? s.put(
          levelPressure,
          { ambient: climate.pressure, boost: build.boost.levelGauge },
          { ambient: read('air'), boost: s.own('boost.levelGauge') },
        )
      : Math.abs(held - known) < 1
        ? known
        : held;
  return s.put(
    plannedManifold,
    { base, share: shareSteps(s), full },
    { base: read('sums'), ...(build.boost.kind === 'level' ? {} : { full: read('sums') }) },
  );
}

/** Losses of one place forwards (from an inlet pressure) or backwards (from an outlet pressure). */
const lossSteps = (
  s: Sheet,
  place: LossStation,
  start: number,
  temperature: number,
  way: 'forwards' | 'backwards',
): number => lossChain(s, lossesAt(s.build, place), start, temperature, s.point.path.massFlow, way);

function ratioSteps(s: Sheet): number {
  const { climate } = s.build;
  const { path } = s.point;
  const inlet = lossSteps(s, 'filter', climate.pressure, climate.temperature, 'forwards');
  const behindCooler = lossSteps(
    s,
    'throttle',
    path.manifold.pressure,
    path.manifold.temperature,
    'backwards',
  );
  const outlet = lossSteps(s, 'cooler', behindCooler, engineCharger(path).outlet.temperature, 'backwards');
  return s.put(pressureRatio, { outlet, inlet });
}

/** The ratio of one charger of the row, between the pressures the sums ended on. */
const stageRatioStep = (s: Sheet): number =>
  s.put(
    pressureRatio,
    { outlet: s.at.air.outlet.pressure, inlet: s.at.air.inlet.pressure },
    { outlet: read('sums'), inlet: read('sums') },
  );

function efficiencyStep(s: Sheet): { value: number; origin: Origin } {
  const { efficiency } = s.at.air;
  const { machine } = s.charger;
  if (!machine || efficiency.origin === 'guess')
    return { value: efficiency.value, origin: s.own('efficiencyGuess') };
  s.read({
    code: 'map-efficiency',
    symbol: 'η',
    quantity: 'share',
    value: efficiency.value,
    name: machine.name,
  });
  return { value: efficiency.value, origin: read('map') };
}

/** Where the temperature before a compressor comes from: the day's air, or the charger in front, or what a bypass hands back. */
const inletOrigin = (s: Sheet): Origin =>
  s.isFirst && s.point.path.bypassFlow === 0 ? s.input('brief.venue.temperature') : read('sums');

function workSteps(s: Sheet): number {
  const { gas } = s.build.climate;
  const { temperature } = s.at.air.inlet;
  const { ratio } = s.at.air.outlet;
  const before = inletOrigin(s);
  const ideal = isentropicTemperature(gas, temperature, ratio);
  const byEntropy = (entropy(gas, ideal) - entropy(gas, temperature)) / Math.log(ideal / temperature);
  const exponent = s.put(
    isentropicExponent,
    { gasConstant: gas.gasConstant, meanHeat: byEntropy },
    { gasConstant: read('air'), meanHeat: read('gas') },
  );
  const perfect = s.put(
    idealOutlet,
    { temperature, pressureRatio: ratio, exponent },
    { temperature: before, pressureRatio: read('sums') },
  );
  const byEnthalpy = (enthalpy(gas, ideal) - enthalpy(gas, temperature)) / (ideal - temperature);
  const efficiency = efficiencyStep(s);
  return s.put(
    compressorWork,
    { meanHeat: byEnthalpy, ideal: perfect, temperature, efficiency: efficiency.value },
    {
      meanHeat: read('gas'),
      temperature: before,
      efficiency: efficiency.origin,
    },
  );
}

function outletSteps(s: Sheet): number {
  const { gas } = s.build.climate;
  // A stage that idles behind or before another adds neither work nor heat.
  if (!isBoosting(s.at.air.outlet.ratio))
    return s.read({
      code: 'lets-pass',
      symbol: 'T_2',
      quantity: 'temperature',
      value: s.at.air.outlet.temperature,
    });
  const { temperature } = s.at.air.inlet;
  const before = inletOrigin(s);
  const work = workSteps(s);
  const out = s.at.air.outlet.temperature;
  const meanHeat = (enthalpy(gas, out) - enthalpy(gas, temperature)) / (out - temperature);
  return s.put(
    outletTemperature,
    { temperature, work, meanHeat },
    { temperature: before, meanHeat: read('gas') },
  );
}

/** The charge at the manifold: what the cooler leaves, less what is taken up by what is injected. */
function chargeSteps(s: Sheet): void {
  const { injected } = s.point.path;
  const cooled = cooledSteps(s);
  if (injected && injected.heat !== 0)
    s.put(
      mixtureTemperature,
      { cooled, heat: injected.heat, capacity: injected.capacity },
      { heat: read('injection'), capacity: read('injection') },
    );
}

function cooledSteps(s: Sheet): number {
  const { climate, charged } = s.build;
  const cooler = coolerAt(s.build, 'cooler');
  const { path, boosting } = s.point;
  if (!charged || !cooler) {
    if (boosting) return outletSteps(s);
    const { temperature: value } = path.cooler;
    return s.read({ code: 'lets-pass', symbol: 'T_m', quantity: 'temperature', value });
  }
  const behind = `induction.chargers.${engineCharger(s.build).place}.aftercooler`;
  const inlet = boosting ? outletSteps(s) : climate.temperature;
  return s.put(
    coolerOutlet,
    {
      inlet: boosting ? inlet : engineCharger(path).outlet.temperature,
      coolant: cooler.coolant,
      effectiveness: cooler.effectiveness(path.massFlow),
    },
    {
      coolant: s.own(`${behind}.coolantRise`),
      effectiveness: cooler.byPoints ? read('cooler') : s.own(`${behind}.effectiveness`),
    },
  );
}

const name = ({ charger: { machine } }: Sheet) => (machine ? { name: machine.name } : {});

/** Speed of a charger's shaft by its drive: pulleys where they are laid out. */
function drivenSteps(s: Sheet, { layout, gear, ratio: driven }: BeltDrive): number {
  const at = (what: string) => s.own(`induction.chargers.${s.charger.place}.drive.${what}`);
  const index = layout ? blowerIndex(layout) : -1;
  const slips = layout && Math.abs(driven / layoutRatio(layout, gear) - 1) > 1e-9;
  const ratio =
    layout && !slips
      ? s.put(
          pulleyRatio,
          {
            crank: 2 * cordRadius(layout, layout.route[0]!),
            driven: 2 * cordRadius(layout, layout.route[index]!),
            gear,
          },
          {
            crank: at('layout.route.0.diameter'),
            driven: at(`layout.route.${index}.diameter`),
            gear: at('gear'),
          },
        )
      : driven;
  return s.put(
    drivenSpeed,
    { speedRpm: s.point.speedRpm, ratio },
    layout && !slips ? {} : { ratio: slips ? at('slip') : at('ratio') },
  );
}

function shaftSteps(s: Sheet): number {
  if (isOnBelt(s.charger)) return drivenSteps(s, s.charger.drive);
  const at = s.at.at!;
  const map = s.charger.machine!.map!;
  const correctedSpeed = s.read({
    code: 'map-speed',
    symbol: 'N_corr',
    quantity: 'shaftSpeed',
    value: at.speedRpm!,
    ...name(s),
  });
  return s.put(
    shaftSpeed,
    {
      correctedSpeed,
      temperature: s.at.air.inlet.temperature,
      referenceTemperature: map.reference.temperature,
    },
    { temperature: s.input('brief.venue.temperature'), referenceTemperature: read('map') },
  );
}

/** A margin between the corrected flow and a flow read off the map. */
function marginSteps(s: Sheet, code: 'map-surge' | 'map-choke' | 'map-edge', share: number): void {
  const { flow } = s.at.at!;
  // Turned round from the margin, so that the printed flow is the one the map was asked for.
  const edge = {
    'map-surge': flow * (1 - share),
    'map-choke': flow / (1 - share),
    'map-edge': flow * (1 + share),
  };
  const symbols = { 'map-surge': 'W_surge', 'map-choke': 'W_choke', 'map-edge': 'W_edge' };
  const value = s.read({
    code,
    symbol: symbols[code],
    quantity: 'massFlow',
    value: edge[code],
    ...name(s),
  });
  correctedSteps(s);
  if (code === 'map-surge') s.put(surgeMargin, { flow, surgeFlow: value });
  if (code === 'map-choke') s.put(chokeMargin, { flow, chokeFlow: value });
  if (code === 'map-edge') s.put(edgeRoom, { flow, edgeFlow: value });
}

function correctedSteps(s: Sheet): number {
  const reference = s.charger.machine?.map?.reference ?? STANDARD_AIR;
  return s.put(
    correctedFlow,
    {
      massFlow: flowThrough(s.build, s.point.path, s.build.chargers.indexOf(s.charger)) / s.charger.count,
      temperature: s.at.air.inlet.temperature,
      pressure: s.at.air.inlet.pressure,
      referenceTemperature: reference.temperature,
      referencePressure: reference.pressure,
    },
    {
      massFlow: read('sums'),
      temperature: inletOrigin(s),
      pressure: read('sums'),
      referenceTemperature: read('map'),
      referencePressure: read('map'),
    },
  );
}

function boostStep(s: Sheet, manifold: number): number {
  return s.put(boostGauge, { manifold, ambient: s.build.climate.pressure }, { ambient: read('air') });
}

/** What each figure writes down. */
const sheets: Record<FigureId, (s: Sheet) => void> = {
  power: (s) => powerSteps(s, s.point.path),
  'thumb-power': (s) => {
    const [low, high] = s.build.fuel.horsepowerPerPound;
    const kept = s.build.trapped * s.build.condition;
    const gross = s.put(
      ruleOfThumbPower,
      {
        massFlow: burningStep(s, s.point.path.massFlow * s.build.trapped * s.build.condition, kept),
        powerPerFlow: powerPerFlow((low + high) / 2),
      },
      {
        ...(s.point.path.injected?.nitrous ? {} : { massFlow: read('sums') }),
        powerPerFlow: read('band'),
      },
    );
    netSteps(s, gross, s.point.path, 'all');
  },
  'wheel-power': (s) => {
    const { drivetrain } = s.build;
    const flywheel = powerSteps(s, s.point.path);
    s.put(
      wheelsFromFlywheel,
      { flywheel, lossShare: drivetrain.lossShare, fixedLoss: fixedLossOf(drivetrain) },
      { lossShare: s.input('brief.drivetrain.lossShare'), fixedLoss: s.input('brief.drivetrain.fixedLoss') },
    );
  },
  'alone-power': (s) => {
    const alone = aloneAt(s.build, s.point.speedRpm);
    airSteps(s, alone);
    powerSteps(s, alone);
  },
  torque: (s) => s.put(torque, { power: powerSteps(s, s.point.path), speedRpm: s.point.speedRpm }),
  'air-flow': (s) => airSteps(s, s.point.path),
  breathing: (s) => breathingSteps(s, s.point.path),
  'manifold-pressure': (s) => manifoldSteps(s),
  boost: (s) => boostStep(s, manifoldSteps(s)),
  'pressure-ratio': (s) => (s.index === undefined ? ratioSteps(s) : stageRatioStep(s)),
  'corrected-flow': (s) => correctedSteps(s),
  'outlet-temperature': (s) => outletSteps(s),
  'charge-temperature': (s) => chargeSteps(s),
  'compressor-power': (s) =>
    s.put(
      compressorPower,
      {
        massFlow: flowThrough(s.build, s.point.path, s.build.chargers.indexOf(s.charger)),
        work: workSteps(s),
      },
      { massFlow: read('sums') },
    ),
  'drive-power': (s) => {
    if (!isOnBelt(s.charger)) return;
    const { mechanicalEfficiency } = s.charger.drive;
    const massFlow = flowThrough(s.build, s.point.path, s.build.chargers.indexOf(s.charger));
    s.put(
      drivePower,
      {
        shaftPower: s.put(compressorPower, { massFlow, work: workSteps(s) }, { massFlow: read('sums') }),
        mechanicalEfficiency,
      },
      {
        mechanicalEfficiency: s.own(`induction.chargers.${s.charger.place}.drive.mechanicalEfficiency`),
      },
    );
  },
  efficiency: (s) => {
    const { value, origin } = efficiencyStep(s);
    if ('input' in origin) s.read({ code: 'guessed', symbol: 'η', quantity: 'share', value });
  },
  'shaft-speed': (s) => shaftSteps(s),
  'speed-share': (s) =>
    s.put(speedShare, { speed: shaftSteps(s), limit: shaftLimit(s.charger) }, { limit: read('map') }),
  'surge-margin': (s) => marginSteps(s, 'map-surge', s.at.at!.surgeMargin!),
  'choke-margin': (s) => marginSteps(s, 'map-choke', s.at.at!.chokeMargin!),
  'edge-room': (s) => marginSteps(s, 'map-edge', s.at.at!.edgeRoom!.share),
  ...hotSheets,
  ...fuelSheets,
};

/** The form of the trade's pocket calculator beside the full one, where there is such a form. */
function byHand(sheet: Sheet, figure: FigureId): FormulaStep | null {
  const { build, point } = sheet;
  const { path } = point;
  const [low, high] = build.fuel.horsepowerPerPound;
  const boosted = { ambient: build.climate.pressure, boost: point.boostGauge };
  const from = { ambient: read('air'), boost: read('sums') };
  switch (figure) {
    case 'outlet-temperature':
      return formulaStep(
        outletByHand,
        {
          temperature: build.climate.temperature,
          pressureRatio: point.pressureRatio,
          efficiency: engineCharger(path).efficiency.value,
        },
        {
          temperature: sheet.input('brief.venue.temperature'),
          pressureRatio: read('sums'),
          efficiency:
            engineCharger(path).efficiency.origin === 'guess' ? sheet.own('efficiencyGuess') : read('map'),
        },
      );
    case 'pressure-ratio':
      return formulaStep(pressureRatioByHand, boosted, from);
    case 'air-flow':
      return formulaStep(
        airByHand,
        { power: point.power.flywheel, powerPerFlow: powerPerFlow((low + high) / 2) },
        { power: read('sums'), powerPerFlow: read('band') },
      );
    case 'power':
      return point.boosting
        ? formulaStep(powerByHand, { alone: point.alonePower, ...boosted }, { alone: read('sums'), ...from })
        : null;
    default:
      return null;
  }
}

/** Which charger a working speaks of: the one named; what is of a turbine otherwise of the one that the exhaust meets first. */
function indexOf(figure: FigureId, point: OperatingPoint, charger: number | undefined): number | undefined {
  if (isOfCharger(figure) && charger !== undefined) return charger;
  return figure in hotSheets ? turbineIndex(point) : undefined;
}

/**
 * The working of a figure at one speed: the same formulas that the solver called, on the numbers it ended with.
 * In: build; a solved point of it; the figure; index of the setup in the job, for the paths of its inputs; of a figure that
 * belongs to a charger, its place among those that work there (without it the one at the engine, or the whole row).
 * Out: null where the figure does not exist at this speed. Total. Sources stand in the formulas.
 */
export function workingOf(
  build: Build,
  point: OperatingPoint,
  figure: FigureId,
  setupIndex: number,
  charger?: number,
): Working | null {
  const value = figureAt(build, point, figure, charger);
  if (value === null) return null;
  const sheet = new Sheet(
    buildAt(build, point.speedRpm),
    point,
    `setups.${setupIndex}`,
    indexOf(figure, point, charger),
  );
  sheets[figure](sheet);
  return {
    figure,
    speedRpm: point.speedRpm,
    value,
    quantity: figures[figure].quantity,
    steps: sheet.steps,
    byHand: byHand(sheet, figure),
  };
}
