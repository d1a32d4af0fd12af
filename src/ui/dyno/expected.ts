import { engineCharger } from '@/core/charger/charged-air';
import type { ChannelId } from '@/core/dyno/channels';
import { fuelPointOf } from '@/core/solve/fuel-line';
import type { Answer } from '../store/solved';

/** The most that the models expect of each channel. */
export function expectedOf({
  build,
  sweep,
}: Pick<Answer, 'build' | 'sweep'>): Partial<Record<ChannelId, number>> {
  const most: Partial<Record<ChannelId, number>> = {};
  const take = (channel: ChannelId, value: number | null | undefined) => {
    if (value != null && Number.isFinite(value)) most[channel] = Math.max(most[channel] ?? -Infinity, value);
  };
  take('speedRpm', build.redLineRpm);
  for (const point of sweep.points) {
    if (point.status.kind === 'failed') continue;
    take('torque', point.torque);
    take('manifold', point.manifoldPressure);
    take('boost', point.boostGauge);
    take('chargeTemperature', point.path.manifold.temperature);
    take('shaftSpeed', engineCharger(point).shaftRpm);
    const inlet = point.match && engineCharger(point.match).turbine.inlet;
    take('backPressure', inlet && inlet.pressure - build.climate.pressure);
    take('exhaustTemperature', inlet?.temperature);
    const fuel = build.supply && fuelPointOf(build, build.supply, point);
    take('fuelPressure', fuel?.supply.rail);
    take('injectorDuty', fuel?.injection.duty);
  }
  return most;
}
