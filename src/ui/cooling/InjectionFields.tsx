import Button from '@mui/material/Button';
import { guess } from '@/core/documents/input';
import type { NitrousDocument, SprayDocument } from '@/core/charge-injection/schema';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { useInjection } from './useInjection';

const MOST_STAGES = 3;

/** Pump, liquid and nozzles of a spray. */
export function SprayFields({ spray }: { spray: SprayDocument }) {
  const { at, edit } = useInjection();
  const path = `${at}.spray` as const;
  return (
    <Group title="Water-methanol">
      <QuantityField path={`${path}.methanol`} hint="0 for water alone, 100 % for methanol alone" />
      <QuantityField path={`${path}.pumpGauge`} basis="gauge" hint="what its pump holds at the nozzles" />
      <QuantityField path={`${path}.ratedPressure`} hint="across the nozzle" />
      <QuantityField
        path={`${path}.evaporated`}
        hint="where the air can take it up; less close to the valve or from coarse nozzles"
      />
      <QuantityField path={`${path}.temperature`} hint="in the tank" />
      <QuantityField path={`${path}.tank`} />
      {spray.stages.map((_, i) => (
        <Stage key={i} path={`${path}.stages.${i}`} isSpray />
      ))}
      <StageButtons
        count={spray.stages.length}
        onAdd={() => edit(({ spray: its }) => void its?.stages.push(structuredClone(its.stages.at(-1)!)))}
        onTake={() => edit(({ spray: its }) => void its?.stages.pop())}
      />
      <Button size="small" onClick={() => edit((its) => void delete its.spray)}>
        Remove water-methanol
      </Button>
    </Group>
  );
}

/** Bottle and jets of nitrous oxide. */
export function NitrousFields({ nitrous }: { nitrous: NitrousDocument }) {
  const { at, edit } = useInjection();
  const path = `${at}.nitrous` as const;
  return (
    <Group title="Nitrous oxide">
      <ChoiceField
        label="Fuel for its oxygen"
        hint={
          nitrous.fuel === 'wet'
            ? 'wet: from the rail, beside the injectors'
            : 'dry: the injectors bring it all'
        }
        value={nitrous.fuel}
        onChoose={(fuel) =>
          edit(({ nitrous: its }) => {
            if (its) its.fuel = fuel === 'dry' ? 'dry' : 'wet';
          })
        }
        options={[
          { value: 'wet', label: 'jet of its own' },
          { value: 'dry', label: 'through the injectors' },
        ]}
      />
      <QuantityField path={`${path}.chosenAt`} />
      <QuantityField path={`${path}.bottle`} hint="its pressure follows" />
      <QuantityField path={`${path}.content`} />
      {nitrous.stages.map((_, i) => (
        <Stage key={i} path={`${path}.stages.${i}`} />
      ))}
      <StageButtons
        count={nitrous.stages.length}
        onAdd={() =>
          edit(({ nitrous: its }) => {
            const last = structuredClone(its!.stages.at(-1)!);
            its!.stages.push({ ...last, fromRpm: guess(last.fromRpm.value + 1_000) });
          })
        }
        onTake={() => edit(({ nitrous: its }) => void its?.stages.pop())}
      />
      <Button size="small" onClick={() => edit((its) => void delete its.nitrous)}>
        Remove nitrous oxide
      </Button>
    </Group>
  );
}

type StagePath = `setups.${number}.injection.${'spray' | 'nitrous'}.stages.${number}`;

function Stage({ path, isSpray }: { path: StagePath; isSpray?: boolean }) {
  return (
    <>
      {isSpray && (
        <QuantityField
          path={`${path as `setups.${number}.injection.spray.stages.${number}`}.nozzles`}
          whole
        />
      )}
      <QuantityField
        path={`${path}.flow`}
        hint={isSpray ? 'each, at its rated pressure' : 'all jets of the stage'}
      />
      <QuantityField path={`${path}.startsGauge`} basis="gauge" optional hint="empty: at any boost" />
      <QuantityField path={`${path}.fullGauge`} basis="gauge" optional hint="in proportion between the two" />
      <QuantityField path={`${path}.fromRpm`} />
    </>
  );
}

type ButtonProps = { count: number; onAdd: () => void; onTake: () => void };

const StageButtons = ({ count, onAdd, onTake }: ButtonProps) => (
  <div>
    {count < MOST_STAGES && (
      <Button size="small" onClick={onAdd}>
        Add a stage
      </Button>
    )}
    {count > 1 && (
      <Button size="small" onClick={onTake}>
        Remove the last stage
      </Button>
    )}
  </div>
);
