'use client';
import Button from '@mui/material/Button';
import { lossModelOptions } from '../words/changes';
import { standardPressure } from '@/core/air/standard-atmosphere';
import { given, guess } from '@/core/documents/input';
import { questionsOf } from '@/core/job/questions';
import { fuelDefaults } from '@/core/job/defaults';
import type { Use } from '@/core/job/schema/brief-choices';
import {
  fuelIds,
  fuelOf,
  fuelOfBrief,
  lambdaTargets,
  type FuelId,
  type LambdaTarget,
} from '@/core/fuel/fuels';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { useJob, useJobState } from '../store/solved';
import { optionsOf, useNames } from '../words/brief';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import frame from '../frame/frame.module.css';
import { Marginal } from '../frame/icons';
import styles from './brief.module.css';

const fuelOptions = fuelIds.map((id) => ({ value: id, label: fuelOf(id).name }));
const useOptions = optionsOf(useNames);
/** Uses that ask for hours rather than for bursts. */
const longUses = new Set<Use>(['towing', 'machine']);

/** What is asked about a field: possible, and yet it looks like a slip. */
function Asked({ path }: { path: string }) {
  const brief = useJobState((s) => s.draft.brief);
  const asked = questionsOf({ brief }).find((q) => q.path === path);
  return (
    asked && (
      <p className={frame.foot} role="status">
        <Marginal size={11} /> <Say reason={asked.reason} />
      </p>
    )
  );
}

/** The goal, what it is used for, and the fuel and air it is designed for. */
export function GoalPart() {
  const { figure } = useWords();
  const { store, answer } = useJob();
  const brief = useJobState((s) => s.draft.brief);
  const { goal, drivetrain, fuel, venue, use } = brief;
  const chooseFuel = (id: FuelId) => {
    store.getState().edit((draft) => {
      draft.brief.fuel = fuelDefaults(id);
    });
    store.getState().commit();
  };
  /** From then on an estimate of the BSFC goes with the content. */
  const measureEthanol = () => {
    store.getState().edit(({ brief: { fuel: its } }) => {
      its.ethanol = given(0.85, 'reported');
      if (its.bsfc.confidence === 'guess') its.bsfc.auto = true;
    });
    store.getState().commit();
  };
  const planLambda = (isPlanned: boolean) => {
    store.getState().edit(({ brief: { fuel: its } }) => {
      if (isPlanned) {
        its.lambdaUnboosted = guess(fuelOf(its.id).bestPowerLambda);
        its.lambdaFullGauge = guess(50_000);
      } else {
        delete its.lambdaUnboosted;
        delete its.lambdaFullGauge;
      }
    });
    store.getState().commit();
  };
  const planRevs = (isPlanned: boolean) => {
    store.getState().edit(({ engine, brief: { fuel: its } }) => {
      if (isPlanned) {
        its.lambdaFromRpm = guess(Math.round((0.6 * engine.redLineRpm.value) / 100) * 100);
        its.lambdaRedLine = guess(its.lambda.value);
      } else {
        delete its.lambdaFromRpm;
        delete its.lambdaRedLine;
      }
    });
    store.getState().commit();
  };
  const chooseBarometer = (kind: typeof venue.barometer.kind) => {
    store.getState().edit((draft) => {
      const { barometer, altitude } = draft.brief.venue;
      barometer.kind = kind;
      // Until somebody reads one, the standard value stands there: of the altitude, or of the sea.
      if (kind !== 'standard' && barometer.pressure.confidence === 'guess')
        barometer.pressure.value =
          Math.round(standardPressure(kind === 'station' ? altitude.value : 0) / 10) * 10;
    });
    store.getState().commit();
  };
  const climate = answer?.build.climate;
  const { sweep, build } = answer ?? {};
  return (
    <div className={styles.columns}>
      <div>
        <Group title="Goal">
          <QuantityField path="brief.goal.power" />
          <ChoiceField
            path="brief.goal.basis"
            label="Power basis"
            options={[
              { value: 'flywheel', label: 'flywheel' },
              { value: 'wheels', label: 'wheels' },
            ]}
          />
          <QuantityField path="brief.goal.speedRpm" />
          <QuantityField
            path="brief.goal.torque"
            hint={`at the ${goal.basis}; empty if none is wanted`}
            optional
          />
          <QuantityField path="brief.goal.torqueRpm" optional />
          <QuantityField
            path="brief.goal.floorTorque"
            hint="never undercut between two speeds; empty if none is wanted"
            optional
          />
          {goal.floorTorque && (
            <>
              <QuantityField path="brief.goal.floorFromRpm" optional />
              <QuantityField path="brief.goal.floorToRpm" optional />
            </>
          )}
        </Group>
        <Group title="Use">
          <ChoiceField path="brief.use.kind" label="Duty" options={useOptions} />
          {longUses.has(use.kind) ? (
            <QuantityField path="brief.use.loadHours" optional />
          ) : (
            <>
              <QuantityField path="brief.use.fullSeconds" hint="each time" optional />
              <QuantityField path="brief.use.restSeconds" optional />
              <QuantityField path="brief.use.repeats" whole optional />
            </>
          )}
        </Group>
        <Group title="Compressor margins">
          <QuantityField path="brief.surgeMargin" hint="at constant pressure ratio; empty: 10 %" optional />
          <QuantityField path="brief.chokeMargin" hint="along the speed line; empty: none asked" optional />
        </Group>
        <Group title="Drivetrain loss">
          <ChoiceField
            path="brief.drivetrain.school"
            label="Drivetrain loss model"
            hint="both are common practice"
            options={lossModelOptions}
          />
          <QuantityField path="brief.drivetrain.lossShare" />
          <Asked path="brief.drivetrain.lossShare" />
          {drivetrain.school === 'fixed-and-share' && <QuantityField path="brief.drivetrain.fixedLoss" />}
          {build && (
            <Reading
              label={goal.basis === 'wheels' ? 'Required at the flywheel' : 'Available at the wheels'}
              value={
                goal.basis === 'wheels'
                  ? figure(build.goal.power, 'power')
                  : figure(sweep?.goalPoint.power.wheels, 'power')
              }
            />
          )}
        </Group>
        <Group title="Fuel">
          <ChoiceField value={fuel.id} onChoose={chooseFuel} label="Fuel" options={fuelOptions} />
          {fuel.id === 'e85' &&
            (fuel.ethanol ? (
              <QuantityField path="brief.fuel.ethanol" hint="by volume, as a tester shows it" />
            ) : (
              <Button size="small" onClick={measureEthanol}>
                Ethanol was measured
              </Button>
            ))}
          <LambdaTargetField />
          <QuantityField path="brief.fuel.lambda" hint="air over what the fuel needs" />
          {fuelOf(fuel.id).ignition === 'compression' ? null : fuel.lambdaUnboosted &&
            fuel.lambdaFullGauge ? (
            <>
              <QuantityField
                path="brief.fuel.lambdaUnboosted"
                hint="and on a straight line to it with boost"
              />
              <QuantityField path="brief.fuel.lambdaFullGauge" basis="gauge" />
              <Button size="small" onClick={() => planLambda(false)}>
                One λ at every boost
              </Button>
            </>
          ) : (
            <Button size="small" onClick={() => planLambda(true)}>
              λ goes with boost
            </Button>
          )}
          {fuel.lambdaRedLine && fuel.lambdaFromRpm ? (
            <>
              <QuantityField
                path="brief.fuel.lambdaFromRpm"
                hint="up to it as above, then on a straight line"
              />
              <QuantityField path="brief.fuel.lambdaRedLine" />
              <Button size="small" onClick={() => planRevs(false)}>
                One λ over the revs
              </Button>
            </>
          ) : (
            <Button size="small" onClick={() => planRevs(true)}>
              λ goes with the revs
            </Button>
          )}
          <QuantityField
            path="brief.fuel.inletLimit"
            optional
            hint={
              fuelOf(fuel.id).ignition === 'spark'
                ? 'empty: as λ says; richer where the turbine would be hotter'
                : 'empty: as λ says; leaner where the turbine would be hotter'
            }
          />
          <QuantityField
            path="brief.fuel.bsfc"
            hint="brake specific fuel consumption; not the figure for sizing injectors"
          />
          <QuantityField path="brief.fuel.bsfcLambda" />
        </Group>
      </div>
      <div>
        <Group title="Venue">
          <QuantityField path="brief.venue.altitude" />
          <ChoiceField
            value={venue.barometer.kind}
            onChoose={chooseBarometer}
            label="Barometer"
            options={[
              { value: 'standard', label: 'standard atmosphere' },
              { value: 'station', label: 'station pressure' },
              { value: 'seaLevel', label: 'sea-level pressure (QNH)' },
            ]}
          />
          {venue.barometer.kind !== 'standard' && (
            <QuantityField
              path="brief.venue.barometer.pressure"
              hint={venue.barometer.kind === 'station' ? 'as it stands there' : 'as weather services give it'}
              basis="abs"
            />
          )}
          <Asked path="brief.venue.barometer.pressure" />
          <QuantityField path="brief.venue.temperature" />
          <ChoiceField
            path="brief.venue.humidity.kind"
            label="Humidity basis"
            options={[
              { value: 'relative', label: 'relative humidity' },
              { value: 'dewPoint', label: 'dew point' },
            ]}
          />
          {venue.humidity.kind === 'relative' ? (
            <QuantityField path="brief.venue.humidity.relative" />
          ) : (
            <QuantityField path="brief.venue.humidity.dewPoint" />
          )}
        </Group>
        {climate && (
          <Group title="Ambient air">
            <Reading
              label="Pressure"
              hint="absolute, at the venue"
              value={figure(climate.pressure, 'airPressure')}
            />
            <Reading label="Density" value={figure(climate.density, 'density')} />
            <Reading label="Humidity ratio" value={`${figure(climate.humidityRatio, 'moisture')} dry air`} />
            <Reading
              label="Density, % of standard sea level"
              hint="density against ISO 2533"
              value={figure(climate.density / 1.225, 'share')}
            />
          </Group>
        )}
      </div>
    </div>
  );
}

const targetNames: Record<LambdaTarget, string> = {
  'best-power': 'best power',
  safe: 'safe, richer',
  clean: 'clear of smoke',
  'smoke-limit': 'smoke limit',
};

/** λ by what it is planned for; a typed one is its own. */
function LambdaTargetField() {
  const { store } = useJob();
  const fuel = useJobState((s) => s.draft.brief.fuel);
  const targets = lambdaTargets(fuelOfBrief(fuel));
  const chosen = targets.find(([, lambda]) => Math.abs(lambda - fuel.lambda.value) < 0.005)?.[0] ?? 'typed';
  const choose = (id: LambdaTarget | 'typed') => {
    const target = targets.find(([own]) => own === id);
    if (!target) return;
    store.getState().edit(({ brief }) => {
      brief.fuel.lambda = guess(target[1]);
    });
    store.getState().commit();
  };
  return (
    <ChoiceField
      label="λ target"
      value={chosen}
      onChoose={choose}
      options={[
        ...targets.map(([value, lambda]) => ({
          value: value as LambdaTarget | 'typed',
          label: `${targetNames[value]}, ${formatNumber(lambda, 2)}`,
        })),
        ...(chosen === 'typed' ? [{ value: 'typed' as const, label: 'as typed' }] : []),
      ]}
    />
  );
}
