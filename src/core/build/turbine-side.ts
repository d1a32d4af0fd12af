import type { Climate } from '../air/climate';
import { compressionRatioOf } from './derived';
import { makeExhaust } from '../engine/exhaust';
import type { Fuel } from '../fuel/fuels';
import type { ExhaustDriveDocument, Job, Setup } from '../job/schema/job';
import { compileTurbine } from '../turbine/flow';
import type { Turbine } from '../turbine/document';
import { compileGate } from '../turbocharger/turbine-side';
import type { ExhaustDrive } from '../charger/charger';
import { trappedBy } from './job-engine';
import type { ExhaustLosses } from './plumbing';

/** Whether what a divided housing is for is there: it needs a divided manifold before it. */
const usesPulses = (entry: Turbine['housings'][number]['entry'], exhaust: Setup['exhaust']): boolean =>
  entry !== 'open' && exhaust.manifold === 'divided';

/** Turbine, gate and exhaust of a setup, ready for the sums; null if the housing has no data of any kind. */
export function turbineSideFor(
  job: Job,
  setup: Setup,
  hot: ExhaustDriveDocument,
  turbine: Turbine,
  given: { climate: Climate; fuel: Fuel; count: number; exhaustLosses: ExhaustLosses },
): ExhaustDrive | null {
  const { climate, fuel, count, exhaustLosses } = given;
  const { share, retard, retardBy, heatLoss, wall, pulse } = setup.exhaust;
  const exhaust = makeExhaust({
    fuel,
    lambda: job.brief.fuel.lambda.value,
    humidityRatio: climate.humidityRatio,
    trapped: trappedBy(job.engine),
    air: climate.gas,
    share: share.value,
    retard: retard.value,
    knock:
      // Without cycles their retard is estimated.
      (retardBy === 'estimate' || (retardBy === 'cycle' && !setup.cycle)) && fuel.octane !== null
        ? { octane: fuel.octane, compressionRatio: compressionRatioOf(job.engine) }
        : null,
    cycles: retardBy === 'cycle' ? (setup.cycle ?? null) : null,
    heatLoss: heatLoss.value,
    wall: wall.value,
  });
  const compiled = compileTurbine(turbine, hot.housing, {
    gamma: exhaust.gamma,
    gasConstant: exhaust.gas.gasConstant,
  });
  if (!compiled) return null;
  return {
    kind: 'exhaust',
    count,
    turbine: compiled,
    gate: compileGate(hot.gate),
    mechanical: compiled.includesBearing ? 1 : hot.mechanicalEfficiency.value,
    pulse: usesPulses(compiled.entry, setup.exhaust) ? pulse.value : 1,
    exhaust,
    ...exhaustLosses,
    ambient: climate.pressure,
    maxSpeedRpm: hot.maxSpeedRpm.value,
    inertia: hot.inertia.value,
  };
}
