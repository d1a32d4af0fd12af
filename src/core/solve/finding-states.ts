import type { Reason } from '../working/range';
import { CREEP_LET_PASS, type LimitState } from './verdict';

const within = new Set([
  'efficiency-at-goal',
  'surge-clear',
  'level-makes',
  'map-holds',
  'torque-holds',
  'clutch-holds',
  'gearbox-holds',
  'threshold',
  'back-pressure-under',
  'second-joins',
  'blower-speed',
  'blower-shaft-holds',
  'blower-housing-holds',
  'belt-holds',
  'blower-holds',
  'soak-holds',
  'soak-ice-left',
  'fuel-injectors-first',
  'fuel-pumps-first',
  'fuel-high-pump-first',
  'fuel-lift-first',
  'spot-fuel-agrees',
]);
const marginal = new Set([
  'surge-near',
  'choke-near',
  'turbine-chokes',
  'spring-holds-more',
  'turbo-fast-for-duty',
  'divided-for-nothing',
  'belt-slip-near',
  'belt-wrap-small',
  'blower-beyond-table',
  'cooler-carries-too-much',
  'cooler-one-figure',
  'coolant-settles-elsewhere',
  'soak-loses',
  'soak-rest-never',
  'soak-ice-gone',
  'soak-no-air',
  'no-cooler',
  'fuel-injectors-near',
  'fuel-pumps-near',
  'fuel-high-pump-near',
  'fuel-lift-near',
  'pump-curve-short',
  'fuel-losses-cost',
  'fuel-suction-low',
  'fuel-last-injector-lean',
  'fuel-rail-high-at-idle',
  'injector-dead-time-assumed',
  'injector-large-at-idle',
]);
/** What is no judgement. */
const plain = new Set([
  'cooler-worth',
  'cooler-larger-pays',
  'cooler-larger-idle',
  'soak-rest',
  'soak-duty-usual',
  'fuel-injectors-next',
  'fuel-pumps-next',
  'fuel-high-pump-next',
  'fuel-lift-next',
  'fuel-one-pump-left',
  'fuel-second-pump-cut',
  'demand',
  'demand-missed',
  'demand-reached',
  'adds-to-run',
  'back-pressure-over',
  'boost-steps',
  'no-exhaust-system',
  'efficiency-estimated',
  'gate-oversized',
  'stages-share',
  'front-holds-from',
  'stage-bypassed-from',
  'blower-bypass-opens',
  'blower-drive-takes',
  'series-shares',
  'series-back-pressure',
  'series-flap-opens',
]);

/** How the limit that a finding speaks of is used, as the verdict has it; null where it is no judgement. */
export function stateOf({ code, figures }: Reason): LimitState | null {
  if (plain.has(code)) return null;
  if (within.has(code)) return 'within';
  if (marginal.has(code)) return 'marginal';
  if (code.startsWith('boost-creeps') && (figures.over?.value ?? Infinity) <= CREEP_LET_PASS)
    return 'marginal';
  return 'over';
}
