import { TIMINGS } from '@/core/cylinder/timing';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { QuantityInput } from '../fields/QuantityInput';
import { Findings } from '../frame/Findings';
import frame from '../frame/frame.module.css';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { SchoolFields } from './SchoolFields';
import { useCylinder } from './useCylinder';

const BOUND = { min: TIMINGS.latest, max: TIMINGS.earliest };

/** What the cylinder's model is told, and what it says at the selected speed. */
export function CylinderAside() {
  const { at, usual, advance, type } = useCylinder();
  const { figure } = useWords();
  const isSpark = at ? at.cylinder.case.fuel.octane !== null : true;
  return (
    <>
      {at && at.findings.length > 0 && <Findings findings={at.findings} />}
      <Group title="Trial timing">
        <QuantityInput
          label={isSpark ? 'Spark timing' : 'Start of combustion'}
          hint="BTDC, beside the plan; empty: none"
          quantity="angle"
          bound={BOUND}
          value={advance}
          onType={type}
          optional
        />
        {at?.typed && (
          <>
            <Reading label="Peak" value={figure(at.typed.cycle.peakPressure, 'cylinderPressure')} />
            {at.typed.cycle.knock !== null && (
              <Reading
                label="Knock integral"
                hint="from 1 it knocks"
                value={formatNumber(at.typed.cycle.knock, 2)}
              />
            )}
          </>
        )}
      </Group>
      <SchoolFields />
      <Group title="Model">
        <QuantityField
          path="engine.combustion.burnAngle"
          optional
          hint={usual ? `0 to 100 %, at 2,500 rpm; usual: ${figure(usual.burnAngle, 'angle')}` : ''}
        />
        {isSpark && (
          <>
            <QuantityField
              path="engine.combustion.octaneWeight"
              optional
              hint={
                usual ? `usual: ${formatNumber(usual.octaneWeight, 1)}; 0 boosted and cooled, 0.5 else` : ''
              }
            />
            <QuantityField
              path="engine.combustion.delayFactor"
              optional
              hint="measured over modelled; usual: 1"
            />
            <QuantityField
              path="engine.combustion.margin"
              optional
              hint="kept from modelled knock; usual: 2°"
            />
          </>
        )}
        <QuantityField
          path="engine.combustion.peakLimit"
          optional
          hint={
            usual && Number.isFinite(usual.peakLimit)
              ? `usual: ${figure(usual.peakLimit, 'cylinderPressure')}`
              : 'by the timing; usual: not limited'
          }
        />
        {at && (
          <>
            <Reading label="Residual gas" value={figure(at.residual, 'share')} />
            <Reading label="Charge at intake closing" value={figure(at.closing.temperature, 'temperature')} />
            <Reading label="Pressure at intake closing" value={figure(at.closing.pressure, 'pressure')} />
          </>
        )}
      </Group>
      <p className={frame.foot}>
        Planning estimates by a single-zone cycle: measured knock decides. Ethanol and methanol may break
        parts before they are heard.
      </p>
    </>
  );
}
