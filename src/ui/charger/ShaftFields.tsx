'use client';
import type { DrivePath } from '@/core/job/inputs/setup-inputs';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';

/** The shaft of one turbocharger. In: the path of its drive. */
export function ShaftFields({ title = 'Shaft', path }: { title?: string; path: DrivePath }) {
  return (
    <Group title={title}>
      <QuantityField path={`${path}.maxSpeedRpm`} />
      <QuantityField path={`${path}.mechanicalEfficiency`} hint="of the turbine’s power" />
      <QuantityField path={`${path}.inertia`} hint="for time to boost" />
    </Group>
  );
}
