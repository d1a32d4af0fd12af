import Button from '@mui/material/Button';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import frame from '../frame/frame.module.css';
import { useShape } from './useShape';

const LEVEL = { min: 1_000, max: 800_000 };
const CEILING = { min: 5, max: 50_000 };
const MARGIN = { min: 0, max: 0.6 };

/** What boost is shaped to, and how the shape becomes the target. */
export function ShapeAside() {
  const { kind, ceiling, margin, level, set, isPossible, result, take, takeAsSetup, canAdd } = useShape();
  if (!isPossible) return null;
  return (
    <Group title="Shape">
      <ChoiceField
        label="Shaped to"
        value={kind}
        onChoose={(next) => set({ kind: next })}
        options={[
          { value: 'torque', label: 'a torque ceiling' },
          { value: 'limits', label: 'every limit, with a margin' },
          { value: 'peak', label: 'the goal’s cylinder pressure' },
        ]}
      />
      <QuantityInput
        label="Flat level"
        hint="gauge: the most that is let through"
        quantity="boost"
        bound={LEVEL}
        value={level}
        onType={(value) => value !== null && set({ level: value })}
      />
      {kind === 'torque' && (
        <QuantityInput
          label="Torque ceiling"
          hint="at the flywheel"
          quantity="torque"
          bound={CEILING}
          value={ceiling}
          onType={(value) => value !== null && set({ ceiling: value })}
        />
      )}
      {kind === 'limits' && (
        <QuantityInput
          label="Margin"
          hint="left of every limit that boost moves, for the duty chosen"
          quantity="share"
          bound={MARGIN}
          value={margin}
          onType={(value) => value !== null && set({ margin: value })}
        />
      )}
      {kind === 'peak' && (
        <p className={frame.foot}>The goal’s power, with no more cylinder pressure anywhere than it needs.</p>
      )}
      <Button variant="contained" onClick={take} disabled={!result}>
        Make it the boost target
      </Button>{' '}
      <Button variant="outlined" onClick={takeAsSetup} disabled={!result || !canAdd}>
        Add as a setup
      </Button>
      <p className={frame.foot}>
        The target is a curve of 22 points, rounded down to half a kilopascal; it is edited under Boost target
        on the Charger bench. A setup for each level, as early sessions and full boost, keeps both.
      </p>
    </Group>
  );
}
