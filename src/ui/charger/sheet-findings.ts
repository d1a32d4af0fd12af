import type { Sheet } from '@/core/job/benches';
import type { Reason } from '@/core/working/range';

/** The sheet of the Charger that a finding is read on, by its code. */
const sheets: [Sheet<'charger'>, RegExp][] = [
  ['map', /^(surge|choke|overspeed|efficiency|map-|past-|wheel-|compressor-chokes|boost-beyond-map|demand)/],
  [
    'turbine',
    /^(series-|turbine|mixture-|back-pressure|boost-(creeps|runs)|gate|spring|divided|short-|match-|threshold|no-threshold)/,
  ],
  ['blower', /^(blower-|level-|series-)/],
  ['drive', /^(belt-|pulley-|blower-(overspeeds|speed|drive))/],
  ['pulleys', /^(belt-|pulley-|blower-|level-)/],
  ['boost', /^(threshold|no-threshold|boost-(steps|curve)|level-)/],
  ['spool', /^(threshold|no-threshold)/],
  ['pipes', /^(no-exhaust-system|pipe-|mach-)/],
  ['pair', /^(second-|joins-|stages-|engine-stage|front-|stage-|choose-front|short-)/],
];

/** Findings that belong to a sheet, and the rest: each is read once on a sheet, the others stand folded. */
export function bySheet(findings: Reason[], sheet: Sheet<'charger'>): { own: Reason[]; more: Reason[] } {
  const patterns = sheets.filter(([of]) => of === sheet).map(([, pattern]) => pattern);
  const isOwn = ({ code }: Reason) => patterns.some((pattern) => pattern.test(code));
  return { own: findings.filter(isOwn), more: findings.filter((f) => !isOwn(f)) };
}
