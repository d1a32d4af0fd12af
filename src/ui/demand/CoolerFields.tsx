import type { ChargerDocument } from '@/core/job/schema/job';
import { ChoiceField } from '../fields/ChoiceField';
import { QuantityField } from '../fields/QuantityField';

type Props = {
  /** What it is called beside others. */
  label?: string;
  path: `setups.${number}.induction.chargers.${number}.aftercooler`;
  cooler: ChargerDocument['aftercooler'];
};

/** The cooler behind a charger: of what kind, how well it cools, and how warm what cools it is. */
export function CoolerFields({ label = 'Kind', path, cooler: { kind } }: Props) {
  return (
    <>
      <ChoiceField
        path={`${path}.kind`}
        label={label}
        options={[
          { value: 'none', label: 'none' },
          { value: 'air', label: 'air to air' },
          { value: 'water', label: 'air to water' },
        ]}
      />
      {kind !== 'none' && (
        <>
          <QuantityField path={`${path}.effectiveness`} hint="charge side, as two thermometers show" />
          <QuantityField path={`${path}.coolantRise`} />
        </>
      )}
    </>
  );
}
