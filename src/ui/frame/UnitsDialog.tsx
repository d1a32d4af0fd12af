'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useId } from 'react';
import {
  families,
  familyIds,
  mixOf,
  unitsOfFamily,
  unitsUnder,
  type Family,
  type SystemId,
} from '@/core/units/systems';
import { Choice } from '../fields/Choice';
import { unitSystems } from '../words/units';
import { useUnits } from '../words/useWords';
import styles from './units.module.css';

/** One figure for each family, so that a unit is seen at work before it is taken. SI; invented. */
const samples: Record<Family, number> = {
  pressure: 236_000,
  boost: 137_000,
  meanPressure: 1_850_000,
  airPressure: 83_100,
  massFlow: 0.297,
  volumeFlow: 0.31,
  temperature: 322.15,
  power: 212_500,
  shaftPower: 27_000,
  torque: 236,
  length: 0.0502,
  clearance: 0.00079,
  height: 1_650,
  velocity: 486,
  roadSpeed: 58.3,
  force: 1_120,
  energy: 1_200_000,
  distance: 120_000_000,
  area: 0.62,
  pipeLength: 0.64,
  throatArea: 6.2e-4,
  inertia: 5.4e-5,
  pistonSpeed: 23.4,
  volume: 0.001341,
  injectorFlow: 1.25e-5,
  fuelFlow: 7.08e-5,
  mass: 620,
  fuelPerEnergy: 8.3e-8,
  shaftSpeed: 122_100,
  density: 1.004,
  moisture: 0.0083,
};

/** Units of this device: a whole system, or a unit for each quantity. Acts at once; nothing in a job changes. */
export default function UnitsDialog({ onClose }: { onClose: () => void }) {
  const { words, choice, choose } = useUnits();
  const id = useId();
  const inForce = unitsUnder(mixOf(choice));
  const pick = (family: Family, symbol: string) => {
    const now = Object.fromEntries(
      familyIds.map((f) => [f, inForce(families[f].quantities[0]!).symbol]),
    ) as Record<Family, string>;
    choose({ system: 'own', mix: { ...now, [family]: symbol } });
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby={`${id}-title`} maxWidth="sm" fullWidth>
      <DialogTitle id={`${id}-title`}>Units on this device</DialogTitle>
      <DialogContent>
        <RadioGroup
          row
          aria-label="System of units"
          value={choice.system}
          onChange={(_, system) => choose({ ...choice, system: system as SystemId })}
        >
          {unitSystems.map((s) => (
            <FormControlLabel
              key={s.id}
              value={s.id}
              control={<Radio size="small" />}
              label={
                <>
                  <b>{s.name}</b> <small>{s.hint}</small>
                </>
              }
            />
          ))}
        </RadioGroup>
        <FigureTable
          headless
          unseen
          caption="Unit of each quantity, with an example"
          rows={familyIds}
          keyOf={(family) => family}
          columns={[
            {
              name: 'quantity',
              cell: (family) => <label htmlFor={`${id}-${family}`}>{families[family].name}</label>,
            },
            {
              name: 'example',
              cell: (family) => words.figure(samples[family], families[family].quantities[0]!),
            },
            {
              name: 'unit',
              cell: (family) => (
                <Choice
                  id={`${id}-${family}`}
                  value={inForce(families[family].quantities[0]!).symbol}
                  options={unitsOfFamily(family).map(({ symbol }) => ({ value: symbol, label: symbol }))}
                  onChoose={(symbol) => pick(family, symbol)}
                />
              ),
            },
          ]}
        />
        <p className={styles.foot}>
          A field takes any of these behind the number, whatever is chosen here: ‘16 psi’, ‘1.1 bar’, ‘290 kPa
          abs’. An injector’s lb/h is petrol at 10.5 cc/min.
        </p>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
