import type { Condition } from '../job/schema/engine';
import type { SettleableBench } from '../job/schema/marks';
import { reason, type Reason } from '../working/range';

/** A check of the engine's health: what was found, and the benches whose decisions depend on it. */
export type HealthCheck = {
  id: 'compression' | 'leak-down' | 'oil' | 'blow-by' | 'belts' | 'exhaust' | 'weak-point';
  state: 'passed' | 'failed';
  reason: Reason;
  blocks: SettleableBench[];
};

/**
 * Limits of the health checks (common practice, no source; a maker's own figure goes before them): the lowest cylinder
 * within 15 % of the highest, 20 % leak-down, 10 psi of hot oil per 1,000 rpm, 20 kPa before the silencers.
 */
const healthLimits = {
  compressionSpread: 0.15,
  leakDown: 0.2,
  oilPerRpm: 68_948 / 1000,
  exhaust: 20_000,
} as const;

const everything: SettleableBench[] = ['engine', 'demand', 'charger'];

/** The checks that were made, failed ones first. In: the engine's condition as recorded, SI. What was not read says nothing. */
export function healthChecks(condition: Condition): HealthCheck[] {
  const checks: HealthCheck[] = [];
  const add = (id: HealthCheck['id'], failed: boolean, why: Reason, blocks = everything) =>
    checks.push({ id, state: failed ? 'failed' : 'passed', reason: why, blocks });
  const named = (id: HealthCheck['id'], failed: boolean) => `${id}-${failed ? 'failed' : 'passed'}` as const;

  const read = condition.compression.map((c) => c.value);
  if (read.length > 1) {
    const [low, high] = [Math.min(...read), Math.max(...read)];
    const spread = high > 0 ? 1 - low / high : 1;
    const failed = spread > healthLimits.compressionSpread;
    add(
      'compression',
      failed,
      reason(named('compression', failed), {
        cylinder: [read.indexOf(low) + 1, 'count'],
        low: [low, 'boost'],
        high: [high, 'boost'],
        spread: [spread, 'share'],
        limit: [healthLimits.compressionSpread, 'share'],
      }),
    );
  }
  const leaks = condition.leakDown.map((c) => c.value);
  if (leaks.length) {
    const most = Math.max(...leaks);
    const failed = most > healthLimits.leakDown;
    add(
      'leak-down',
      failed,
      reason(named('leak-down', failed), {
        cylinder: [leaks.indexOf(most) + 1, 'count'],
        leak: [most, 'share'],
        limit: [healthLimits.leakDown, 'share'],
      }),
    );
  }
  const { oilHotGauge, oilHotRpm, blowBy, blowByLimit, exhaustGauge } = condition;
  if (oilHotGauge && oilHotRpm) {
    const least = healthLimits.oilPerRpm * oilHotRpm.value;
    const failed = oilHotGauge.value < least;
    add(
      'oil',
      failed,
      reason(named('oil', failed), {
        pressure: [oilHotGauge.value, 'boost'],
        speed: [oilHotRpm.value, 'engineSpeed'],
        least: [least, 'boost'],
      }),
    );
  }
  if (blowBy && blowByLimit) {
    const failed = blowBy.value > blowByLimit.value;
    add(
      'blow-by',
      failed,
      reason(named('blow-by', failed), {
        flow: [blowBy.value, 'blowBy'],
        limit: [blowByLimit.value, 'blowBy'],
      }),
    );
  }
  if (condition.belts !== 'unchecked') {
    const failed = condition.belts === 'failed';
    add('belts', failed, reason(named('belts', failed)), ['engine']);
  }
  if (exhaustGauge) {
    const failed = exhaustGauge.value > healthLimits.exhaust;
    add(
      'exhaust',
      failed,
      reason(named('exhaust', failed), {
        pressure: [exhaustGauge.value, 'boost'],
        limit: [healthLimits.exhaust, 'boost'],
      }),
      ['demand', 'charger'],
    );
  }
  for (const { note, state } of condition.weakPoints)
    if (state !== 'open')
      add('weak-point', state === 'failed', reason(`weak-point-${state}`, {}, { note: note || 'unnamed' }));
  return checks.sort((a, b) => Number(a.state === 'passed') - Number(b.state === 'passed'));
}
