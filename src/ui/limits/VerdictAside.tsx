import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Accepted } from './Accepted';
import { useVerdict } from './useVerdict';

const POWER = { min: 1_000, max: 5_000_000 };

/** How the way to the goal is looked at, and what the owner has decided where a limit is passed. */
export function VerdictAside() {
  const { ways, isShaped, set, line } = useVerdict();
  return (
    <>
      {ways && (
        <Group title="Way to the goal">
          {ways.canShape && (
            <ChoiceField
              label="Torque limits"
              value={isShaped ? 'shape' : 'parts'}
              onChoose={(next) => set({ isShaped: next === 'shape' })}
              options={[
                { value: 'shape', label: 'boost shaped to them' },
                { value: 'parts', label: 'stronger parts' },
              ]}
            />
          )}
          <QuantityInput
            label="Second goal"
            hint="flywheel: what comes later"
            quantity="power"
            bound={POWER}
            value={ways.second}
            onType={(second) => second !== null && set({ second })}
          />
        </Group>
      )}
      <Accepted rows={(line?.rows ?? []).filter(({ isCounted, state }) => isCounted && state === 'over')} />
    </>
  );
}
