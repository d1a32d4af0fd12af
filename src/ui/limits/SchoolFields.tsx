import Button from '@mui/material/Button';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useWords } from '../words/useWords';
import { useSchool } from './useSchool';

/** The school of power that the forecast goes by, and the retard that its exhaust goes by. */
export function SchoolFields() {
  const { figure } = useWords();
  const {
    school,
    isStale,
    isMaking,
    canTabulate,
    beyond,
    retardBy,
    isSpark,
    tabulateNow,
    byFuelFlow,
    setRetardBy,
  } = useSchool();
  const retards = [
    { value: 'stated', label: 'as stated' },
    { value: 'estimate', label: 'estimated from octane and load' },
    ...(school === 'cycle' || retardBy === 'cycle'
      ? [{ value: 'cycle', label: 'as the cycles plan it' }]
      : []),
  ] as { value: typeof retardBy; label: string }[];
  return (
    <Group title="Forecast’s power">
      <ChoiceField
        label="School of power"
        hint="of this setup"
        value={isMaking ? 'cycle' : school}
        onChoose={(next) => (next === 'cycle' ? tabulateNow() : byFuelFlow())}
        options={[
          { value: 'fuel-flow', label: 'fuel flow' },
          { value: 'cycle', label: 'cycle' },
        ]}
      />
      {isSpark && (
        <ChoiceField
          label="Spark retard of the exhaust"
          hint="late spark heats it"
          value={retardBy}
          onChoose={setRetardBy}
          options={retards}
        />
      )}
      <p className={frame.foot} role="status">
        {isMaking
          ? 'Cycles are being tabulated.'
          : school === 'fuel-flow'
            ? 'Power by BSFC, whatever the timing. By the cycle, late spark and back pressure cost what they cost.'
            : isStale
              ? 'Inputs have changed since the cycles were tabulated: the forecast still goes by the old table.'
              : beyond.length
                ? `The forecast leaves the table from ${figure(beyond[0]!, 'engineSpeed')}: its edge stands for it.`
                : 'Power at the timing planned, from cycles tabulated for this setup.'}
      </p>
      {(school === 'cycle' || isMaking) && (
        <Button size="small" variant="outlined" disabled={!canTabulate || isMaking} onClick={tabulateNow}>
          Tabulate again
        </Button>
      )}
    </Group>
  );
}
