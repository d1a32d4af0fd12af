'use client';
import { fuelDefaults } from '@/core/job/defaults';
import { fuelIds, fuelOf, type FuelId } from '@/core/fuel/fuels';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Fig } from '../working/Fig';
import { SayFigures } from '../working/SayFigures';
import { Guesses } from './Guesses';
import { Problems } from '../frame/Problems';
import styles from './brief.module.css';

const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));

/** What the engine must do and where. */
export default function BriefBench() {
  const { figure, goalSentence } = useWords();
  const { store, answer } = useJob();
  const brief = useJobState((s) => s.draft.brief);
  const { goal, drivetrain, fuel, venue } = brief;
  const chooseFuel = (id: FuelId) => {
    store.getState().edit((draft) => {
      draft.brief.fuel = fuelDefaults(id);
    });
    store.getState().commit();
  };
  const climate = answer?.build.climate;
  const { sweep, build } = answer ?? {};
  return (
    <>
      <div className={frame.picture}>
        <div className={styles.columns}>
          <div>
            <Group title="Goal">
              <QuantityField path="brief.goal.power" label="Power" quantity="power" />
              <ChoiceField
                path="brief.goal.basis"
                label="Measured at the"
                options={[
                  { value: 'flywheel', label: 'flywheel' },
                  { value: 'wheels', label: 'wheels' },
                ]}
              />
              <QuantityField path="brief.goal.speedRpm" label="Wanted at" quantity="engineSpeed" />
            </Group>
            <Group title="Drivetrain loss">
              <ChoiceField
                path="brief.drivetrain.school"
                label="School"
                hint="both are common practice"
                options={[
                  { value: 'share', label: 'a share of the power' },
                  { value: 'fixed-and-share', label: 'a fixed loss and a share' },
                ]}
              />
              <QuantityField path="brief.drivetrain.lossShare" label="Share lost" quantity="share" />
              {drivetrain.school === 'fixed-and-share' && (
                <QuantityField path="brief.drivetrain.fixedLoss" label="Fixed loss" quantity="shaftPower" />
              )}
              {build && (
                <Reading
                  label={goal.basis === 'wheels' ? 'So the flywheel must make' : 'So the wheels get'}
                  value={
                    goal.basis === 'wheels'
                      ? figure(build.goal.power, 'power')
                      : figure(sweep?.goalPoint.power.wheels, 'power')
                  }
                />
              )}
            </Group>
            <Group title="Fuel">
              <ChoiceField
                value={fuel.id}
                onChoose={chooseFuel}
                label="Fuel sold there"
                options={fuelOptions}
              />
              <QuantityField
                path="brief.fuel.lambda"
                label="λ at full power"
                hint="air over what the fuel needs"
                quantity="ratio"
              />
              <QuantityField
                path="brief.fuel.bsfc"
                label="BSFC for air and power"
                hint="brake specific fuel consumption; not the figure for sizing injectors"
                quantity="fuelPerEnergy"
              />
              <QuantityField path="brief.fuel.bsfcLambda" label="λ that BSFC belongs to" quantity="ratio" />
            </Group>
          </div>
          <div>
            <Group title="Venue">
              <QuantityField path="brief.venue.altitude" label="Height above sea level" quantity="altitude" />
              <ChoiceField
                path="brief.venue.barometer.kind"
                label="Barometer"
                options={[
                  { value: 'standard', label: 'none: standard air' },
                  { value: 'station', label: 'read at the venue' },
                  { value: 'seaLevel', label: 'reduced to sea level' },
                ]}
              />
              {venue.barometer.kind !== 'standard' && (
                <QuantityField
                  path="brief.venue.barometer.pressure"
                  label={venue.barometer.kind === 'station' ? 'Station reading' : 'Sea-level reading (QNH)'}
                  hint={
                    venue.barometer.kind === 'station' ? 'as it stands there' : 'as weather services give it'
                  }
                  quantity="airPressure"
                  basis="abs"
                />
              )}
              <QuantityField path="brief.venue.temperature" label="Air temperature" quantity="temperature" />
              <ChoiceField
                path="brief.venue.humidity.kind"
                label="Humidity given as"
                options={[
                  { value: 'relative', label: 'relative humidity' },
                  { value: 'dewPoint', label: 'dew point' },
                ]}
              />
              {venue.humidity.kind === 'relative' ? (
                <QuantityField
                  path="brief.venue.humidity.relative"
                  label="Relative humidity"
                  quantity="share"
                />
              ) : (
                <QuantityField
                  path="brief.venue.humidity.dewPoint"
                  label="Dew point"
                  quantity="temperature"
                />
              )}
            </Group>
            {climate && (
              <Group title="The air of the day">
                <Reading
                  label="Pressure"
                  hint="absolute, at the venue"
                  value={figure(climate.pressure, 'airPressure')}
                />
                <Reading label="Density" value={figure(climate.density, 'density')} />
                <Reading label="Water in it" value={`${figure(climate.humidityRatio, 'moisture')} dry air`} />
                <Reading
                  label="Against standard sea level"
                  hint="density against ISO 2533"
                  value={figure(climate.density / 1.225, 'share')}
                />
              </Group>
            )}
          </div>
        </div>
      </div>
      <aside className={frame.column}>
        <h2 className={frame.headline}>
          {figure(goal.power.value, 'power')} at the {goal.basis}
        </h2>
        <p className={frame.lead}>
          {goalSentence(
            { power: goal.power.value, basis: goal.basis, speedRpm: goal.speedRpm.value },
            fuel.id,
            venue.altitude.value,
          )}
          .
        </p>
        <Problems />
        {sweep && build && (
          <>
            <p className={frame.lead}>
              On the air of the day alone this engine makes{' '}
              <b>
                <Fig id="alone-power" speedRpm={build.goal.speedRpm}>
                  {figure(sweep.goalPoint.alonePower, 'power')}
                </Fig>
              </b>{' '}
              at the flywheel at {figure(build.goal.speedRpm, 'engineSpeed')}: the charger must bring{' '}
              <b>{figure(Math.max(0, build.goal.power - sweep.goalPoint.alonePower), 'power')}</b>.
            </p>
            <p className={frame.lead}>
              {sweep.goal.findings.at(-1) && <SayFigures reason={sweep.goal.findings.at(-1)!} />}
            </p>
            <Guesses answer={{ build, sweep }} />
          </>
        )}
        <p className={frame.foot}>
          Planning figures, not permission: a qualified person checks the build. Emissions, noise, road and
          class rules differ by place: ask the local authority.
        </p>
      </aside>
    </>
  );
}
