import type { Build } from '../build/build';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import { fuelOf, type FuelId, type LiquidId } from '../fuel/fuels';
import { liquidAt } from '../fuel/liquid';
import { neededFlow } from '../fuel-system/injection';
import { injectorSet, type InjectorSet } from '../fuel-system/injectors';
import { compilePump, type Pump } from '../fuel-system/pumps';
import type { FuelSystemDocument, InjectorsDocument, PumpDocument } from '../fuel-system/schema';
import { capacityAt, compileSupply, setPressure, type Supply } from '../fuel-system/supply';
import { fuelPointOf, limitsOf, type FuelLimit, type FuelLine, type FuelPoint } from '../solve/fuel-line';
import type { OperatingPoint } from '../solve/point';

/** A point of the fuel line with the whole curve scaled to another power: fuel and manifold pressure go with it, an estimate. */
type Scaled = { speedRpm: number; massFlow: number; manifoldGauge: number };
function scaled(build: Build, { points, peak }: FuelLine, power: number): Scaled[] {
  const scale = power / peak.power;
  const { pressure: ambient } = build.climate;
  return points.map(({ speedRpm, massFlow, manifoldGauge }) => ({
    speedRpm,
    massFlow: massFlow * scale,
    manifoldGauge: (ambient + manifoldGauge) * scale - ambient,
  }));
}

/** Rated flow, m³/s, that one injector of a rating needs at a scaled point; infinite where dead time leaves none. */
const needOf = (build: Build, supply: Supply, at: Scaled, rating: InjectorSet): number =>
  neededFlow(
    supply,
    {
      ...at,
      cycle: build.cycle,
      difference: Math.max(0, setPressure(supply, at.manifoldGauge) - at.manifoldGauge),
      battery: supply.pumps.battery,
    },
    rating,
    rating.count,
  ) ?? Infinity;

/** What a power needs: rated flow of one injector at the present rating, and fuel at the rail with its pressure. */
export type FuelNeeds = { injector: number; flow: number; pressure: number };

/** In: build; supply; its line over the revs; power at the peak, W. SI, gauge. */
export function fuelNeeds(build: Build, supply: Supply, line: FuelLine, power: number): FuelNeeds {
  const at = scaled(build, line, power);
  const most = at.reduce((a, b) => (b.massFlow > a.massFlow ? b : a));
  return {
    injector: Math.max(...at.map((one) => needOf(build, supply, one, supply.sets[0]!))),
    flow: most.massFlow / supply.density,
    pressure: setPressure(supply, most.manifoldGauge),
  };
}

/** What an injector passes over what a power needs of it, the least over the revs. */
export function injectorRoom(
  build: Build,
  supply: Supply,
  line: FuelLine,
  power: number,
  rating: Omit<InjectorsDocument, 'count'>,
): number {
  const set = injectorSet({ ...rating, count: { value: supply.sets[0]!.count, confidence: 'reported' } });
  return Math.min(...scaled(build, line, power).map((at) => set.flow / needOf(build, supply, at, set)));
}

/** What the supply brings with a pump in the place of every one of its pumps over what a power needs, the least over the revs. */
export function pumpRoom(
  build: Build,
  supply: Supply,
  line: FuelLine,
  power: number,
  document: PumpDocument & { drive: Supply['pumps']['drive'] },
): number {
  const pump: Pump = compilePump(document);
  const pumps = { ...supply.pumps, drive: document.drive, each: supply.pumps.each.map(() => pump) };
  const its = { ...supply, pumps };
  return Math.min(
    ...scaled(build, line, power).map((at) => (capacityAt(its, at) * supply.density) / at.massFlow),
  );
}

/** Of parts ordered by what they pass, the smallest that is enough, with one size down and one up. */
export function smallestOf<Part>(
  parts: readonly Part[],
  isEnough: (part: Part) => boolean,
): { down: Part | null; fit: Part | null; up: Part | null } {
  const at = parts.findIndex(isEnough);
  if (at < 0) return { down: parts.at(-1) ?? null, fit: null, up: null };
  return { down: parts[at - 1] ?? null, fit: parts[at]!, up: parts[at + 1] ?? null };
}

/** Whether a part that suits these fuels may carry one. */
export const suitsFuel = (suits: 'petrol' | 'petrol and alcohol' | 'diesel', id: FuelId): boolean =>
  suits === 'diesel'
    ? id === 'diesel'
    : id !== 'diesel' && (suits === 'petrol and alcohol' || (id !== 'e85' && id !== 'methanol'));

/** The fuel system on another fuel at the same air and that fuel's usual λ: its flow, and what each part is then good for. */
export type OnFuel = { id: LiquidId; lambda: number; flow: number; limits: FuelLimit[] };
export function onFuel(
  build: Build,
  document: FuelSystemDocument,
  points: readonly OperatingPoint[],
  peak: number,
  id: LiquidId,
  own: FuelId,
): OnFuel {
  // The job's own fuel and λ where it runs on that already, whatever its blend.
  const isOwn = id === own;
  const fuel = isOwn ? build.fuel : fuelOf(id);
  const supply = isOwn ? build.supply! : compileSupply(document, liquidAt(id, document.temperature.value));
  const lambda = isOwn ? build.lambda : fuel.lambda;
  const found: FuelPoint[] = points
    .filter(({ status }) => status.kind !== 'failed')
    .map((point) =>
      fuelPointOf(
        build,
        supply,
        point,
        fuelFlowOf(
          { fuel, trapped: build.trapped },
          { ...point.path, lambda: isOwn ? point.path.lambda : lambda },
        ),
      ),
    );
  return {
    id,
    lambda,
    flow: Math.max(...found.map((p) => p.supply.demand)),
    limits: limitsOf(found, peak),
  };
}
