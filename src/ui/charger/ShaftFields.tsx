'use client';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';

/** The shaft of one turbocharger. In: the path of its drive. */
export function ShaftFields({ title = 'Shaft', path }: { title?: string; path: string }) {
  return (
    <Group title={title}>
      <QuantityField path={`${path}.maxSpeedRpm`} label="Speed limit" quantity="shaftSpeed" />
      <QuantityField
        path={`${path}.mechanicalEfficiency`}
        label="Bearings leave"
        hint="of the turbine’s power"
        quantity="share"
      />
      <QuantityField path={`${path}.inertia`} label="Inertia" hint="for time to boost" quantity="inertia" />
    </Group>
  );
}
