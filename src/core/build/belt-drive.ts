import type { BeltDrive } from '../charger/charger';
import type { Ref } from '../documents/ref';
import type { BeltLayout } from '../drive/document';
import { blowerOf, crankOf, layoutRatio } from '../drive/layout';
import { beltSize } from '../drive/load';
import { isToothed, profiles } from '../drive/profile';
import type { BeltDriveDocument, ChargerDocument } from '../job/schema/job';
import type { AirLosses } from './plumbing';
import type { Library } from './build';

/** What a drive hands on of the crank's turns: by its pulleys or as stated, less what its belt is known to slip. */
const driveRatio = ({ ratio, layout, gear, slip }: BeltDriveDocument): number =>
  (layout ? layoutRatio(layout, gear?.value ?? 1) : ratio.value) * (1 - (slip?.value ?? 0));

/** A belt drive of a setup as flat numbers, with what its parts in the library allow. In: air of the day, Pa. */
export function beltDriveOf(
  drive: BeltDriveDocument,
  machine: Ref | null,
  library: Library,
  ambient: number,
): BeltDrive {
  const { layout, bypass } = drive;
  const blower =
    (drive.blower && library.centrifugal(drive.blower)) ?? (machine ? library.blower(machine) : undefined);
  return {
    kind: 'belt',
    ratio: driveRatio(drive),
    gear: layout ? (drive.gear?.value ?? 1) : 1,
    mechanicalEfficiency: drive.mechanicalEfficiency.value,
    inBsfc: drive.inBsfc,
    maxSpeedRpm: drive.maxSpeedRpm.value,
    layout: layout ?? null,
    allows: layout ? allowedBy(layout, library, blower) : null,
    bypass: bypass
      ? {
          area: (Math.PI / 4) * bypass.bore.value ** 2 * bypass.flowCoefficient.value,
          opensAt: ambient + bypass.springGauge.value,
        }
      : null,
    bears: {
      shaftTorque: drive.shaftTorque?.value ?? null,
      housing: drive.housingGauge?.value ?? null,
    },
  };
}

function allowedBy(
  layout: BeltLayout,
  library: Library,
  blower: { shaft?: { value: number } | undefined; clearance?: { value: number } | undefined } | undefined,
): NonNullable<BeltDrive['allows']> {
  const belt = layout.part && library.belt(layout.part);
  const own = profiles[layout.profile];
  const size = beltSize(layout);
  const pulleyOf = (ref: Ref | undefined) => (ref ? library.pulley(ref) : undefined);
  const [crank, driven] = [crankOf(layout), blowerOf(layout)].map(({ part }) => pulleyOf(part));
  return {
    shaft: blower?.shaft?.value ?? null,
    clearance: blower?.clearance?.value ?? null,
    bore: driven?.bore.value ?? null,
    crankRpm: crank?.maxSpeedRpm?.value ?? null,
    drivenRpm: driven?.maxSpeedRpm?.value ?? null,
    // A belt of the library bears so much on a rib, or on all of its width.
    perRib: belt ? belt.mostTension.value / (isToothed(belt.profile) ? size : 1) : own.mostTension,
    beltSpeed: belt?.mostSpeed.value ?? own.mostSpeed,
  };
}

/** Whether the throttle stands before the blower. */
export const drawsThrough = ({ drive }: ChargerDocument): boolean =>
  drive.kind === 'belt' && drive.throttle === 'before';

/** The same losses with the throttle where a draw-through blower has it: behind the filter. The manifold's stay. */
export const withThrottleFirst = (air: AirLosses): AirLosses => ({
  ...air,
  filter: [...air.filter, ...air.throttle.filter(({ place }) => place === 'throttle')],
  throttle: air.throttle.filter(({ place }) => place !== 'throttle'),
});
