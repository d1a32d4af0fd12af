'use client';
import Button from '@mui/material/Button';
import { useDeferredValue, useMemo } from 'react';
import { meetingSpeed, quarterMileTime, trapSpeed } from '@/core/vehicle/performance';
import { loadOf } from '@/core/studies/driven-load';
import { fastestOn } from '@/core/vehicle/road';
import type { Vehicle } from '@/core/job/schema/brief';
import { given } from '@/core/documents/input';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { TextField } from '../fields/TextField';
import fields from '../fields/fields.module.css';
import { useJob, useJobState, type Answer } from '../store/solved';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import styles from './brief.module.css';

const kinds = [
  { value: 'vehicle', label: 'road or race vehicle' },
  { value: 'boat', label: 'boat' },
  { value: 'machine', label: 'machine' },
] as const;

/** What the engine drives, what hands its torque on, and what the forecast means there. */
export function VehiclePart() {
  const { store, answer } = useJob();
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const { kind } = vehicle;
  const edit = (change: (vehicle: Vehicle) => void) => {
    store.getState().edit((job) => change(job.brief.vehicle));
    store.getState().commit();
  };
  const at = 'brief.vehicle';
  return (
    <div className={styles.columns}>
      <div>
        <Group title="Driven load">
          <ChoiceField path={`${at}.kind`} label="Application" options={kinds} />
          <TextField path={`${at}.name`} label="Name" most={60} />
          <QuantityField path={`${at}.mass`} hint="as it runs, with driver or load" optional />
        </Group>
        {kind === 'vehicle' && (
          <>
            <Group title="Road">
              <ChoiceField
                path={`${at}.driven`}
                label="Driven wheels"
                options={[
                  { value: 'front', label: 'front' },
                  { value: 'rear', label: 'rear' },
                  { value: 'all', label: 'all' },
                ]}
              />
              <QuantityField path={`${at}.tyreRadius`} hint="loaded, rolling" optional />
              <QuantityField path={`${at}.dragArea`} hint="drag coefficient times frontal area" optional />
              <QuantityField
                path={`${at}.rollingResistance`}
                hint="share of the weight, tyres on asphalt about 0.012"
                optional
              />
            </Group>
            <Group title="Launch and grip">
              <QuantityField path={`${at}.grip`} hint="road tyres on dry asphalt about 1.0" optional />
              {vehicle.driven !== 'all' && (
                <>
                  <QuantityField path={`${at}.drivenShare`} hint="at rest, with driver" optional />
                  <QuantityField path={`${at}.wheelbase`} optional />
                  <QuantityField path={`${at}.gravityHeight`} hint="above the ground" optional />
                </>
              )}
              <QuantityField path={`${at}.shiftTime`} hint="without drive, gear to gear" optional />
              <QuantityField path={`${at}.launchRpm`} hint="held until the road has caught up" optional />
            </Group>
            <Group title="Gears">
              <QuantityField path={`${at}.finalDrive`} optional />
              {vehicle.gears.map((_, i) => (
                <QuantityField key={i} path={`${at}.gears.${i}`} hint="as a reduction" />
              ))}
              <div className={fields.rowKeys}>
                <Button
                  variant="outlined"
                  size="small"
                  disabled={vehicle.gears.length >= 12}
                  onClick={() =>
                    edit((v) => {
                      const last = v.gears.at(-1)?.value;
                      v.gears.push(given(last ? Math.max(0.2, last * 0.76) : 3, 'guess'));
                    })
                  }
                >
                  Add a gear
                </Button>
                <Button
                  variant="outlined"
                  size="small"
                  disabled={!vehicle.gears.length}
                  onClick={() => edit((v) => void v.gears.pop())}
                >
                  Remove the last
                </Button>
              </div>
            </Group>
          </>
        )}
        {kind === 'boat' && (
          <Group title="Propeller or jet pump">
            <QuantityField path={`${at}.propellerPower`} hint="at one engine speed, all of it" optional />
            <QuantityField path={`${at}.propellerRpm`} optional />
            <QuantityField path={`${at}.propellerExponent`} hint="about 3: common practice" />
          </Group>
        )}
        {kind === 'machine' && (
          <Group title="Load curve">
            {vehicle.load.map((_, i) => (
              <div key={i} className={styles.pair}>
                <QuantityField path={`${at}.load.${i}.speedRpm`} />
                <QuantityField path={`${at}.load.${i}.power`} />
              </div>
            ))}
            <div className={fields.rowKeys}>
              <Button
                variant="outlined"
                size="small"
                disabled={vehicle.load.length >= 24}
                onClick={() =>
                  edit((v) => {
                    const last = v.load.at(-1);
                    v.load.push({
                      speedRpm: given(Math.min(25_000, (last?.speedRpm.value ?? 1_000) + 200), 'guess'),
                      power: given(last?.power.value ?? 50_000, 'guess'),
                    });
                  })
                }
              >
                Add a point
              </Button>
              <Button
                variant="outlined"
                size="small"
                disabled={!vehicle.load.length}
                onClick={() => edit((v) => void v.load.pop())}
              >
                Remove the last
              </Button>
            </div>
          </Group>
        )}
      </div>
      <div>
        <Group title="Clutch">
          <TextField path={`${at}.clutch.name`} label="Clutch" most={60} placeholder="as it is called" />
          <QuantityField
            path={`${at}.clutch.torque`}
            hint="torque at the crank, where it is known"
            optional
          />
        </Group>
        <Group title="Gearbox">
          <TextField path={`${at}.gearbox.name`} label="Gearbox" most={60} placeholder="as it is called" />
          <QuantityField
            path={`${at}.gearbox.torque`}
            hint="torque at its input, where it is known"
            optional
          />
          {kind === 'vehicle' && (
            <GearTorques gearbox={vehicle.gearbox} gears={vehicle.gears.length} edit={edit} />
          )}
        </Group>
        {answer && <Performance answer={answer} />}
      </div>
    </div>
  );
}

type TorquesProps = {
  gearbox: Vehicle['gearbox'];
  gears: number;
  edit: (change: (vehicle: Vehicle) => void) => void;
};

/** What a gearbox bears by gear, where it is known by gear. */
function GearTorques({ gearbox, gears, edit }: TorquesProps) {
  const known = gearbox.gearTorques ?? [];
  if (!known.length)
    return (
      <Button
        size="small"
        disabled={gears === 0}
        onClick={() =>
          edit((v) => {
            const torque = v.gearbox.torque?.value ?? 400;
            v.gearbox.gearTorques = v.gears.map(() => given(torque, 'guess'));
          })
        }
      >
        Its rating is known by gear
      </Button>
    );
  return (
    <>
      {known.map((_, i) => (
        <QuantityField key={i} path={`brief.vehicle.gearbox.gearTorques.${i}`} hint="at its input" />
      ))}
      <Button size="small" onClick={() => edit((v) => void delete v.gearbox.gearTorques)}>
        One rating for all gears
      </Button>
    </>
  );
}

/** What the selected setup's forecast means for what it drives. Estimates. */
function Performance({ answer: now }: { answer: Pick<Answer, 'build' | 'sweep'> }) {
  const { figure, inUnit, symbol } = useWords();
  const answer = useDeferredValue(now);
  const vehicle = useDeferredValue(useJobState((s) => s.draft.brief.vehicle));
  const { build, sweep } = answer;
  const solved = useMemo(() => sweep.points.filter((p) => p.status.kind !== 'failed'), [sweep]);
  if (!solved.length) return null;
  const best = solved.reduce((a, b) => (b.power.flywheel > a.power.flywheel ? b : a));
  const { kind, mass } = vehicle;
  const rows: [string, string, string?][] = [];
  if (mass) {
    rows.push([
      'Mass per power',
      `${formatNumber(inUnit(mass.value, 'mass') / inUnit(best.power.flywheel, 'power'), 2)}\u00a0${symbol('mass')}/${symbol('power')}`,
      'flywheel',
    ]);
    if (kind === 'vehicle') {
      rows.push(
        [
          'Trap speed, standing quarter mile',
          figure(trapSpeed(best.power.flywheel, mass.value), 'roadSpeed'),
        ],
        [
          'Elapsed time over it',
          `${formatNumber(quarterMileTime(best.power.flywheel, mass.value), 1)} s`,
          'cube-root rules, from memory: a good start on good tyres',
        ],
      );
    }
  }
  const { road } = build;
  if (road?.gears.length) {
    road.gears.forEach(({ perRpm }, i) =>
      rows.push([`Gear ${i + 1} at the red line`, figure(perRpm * build.redLineRpm, 'roadSpeed')]),
    );
    if (road.takes) {
      const top = fastestOn(
        road,
        solved.map((p) => ({ speedRpm: p.speedRpm, power: p.power.wheels })),
      );
      rows.push([
        'Top speed on the level',
        top ? figure(top.speed, 'roadSpeed') : '–',
        top ? `gear ${top.gear + 1}, ${figure(top.speedRpm, 'engineSpeed')}` : 'no gear has the power',
      ]);
    }
  }
  const load = loadOf(vehicle);
  if (load) {
    const made = solved.map((p) => ({ speedRpm: p.speedRpm, power: p.power.flywheel }));
    const at = meetingSpeed(made, load);
    const name = kind === 'boat' ? 'Propeller' : 'Load';
    rows.push([
      `${name} takes all there is at`,
      at === null ? 'beyond the red line' : at === 0 ? 'every speed' : figure(at, 'engineSpeed'),
      at === null
        ? `${figure(load(build.redLineRpm), 'power')} taken at the red line: more could be used`
        : at === 0
          ? 'the engine does not carry it'
          : `${figure(load(at), 'power')} there`,
    ]);
  }
  if (!rows.length)
    return (
      <p className={styles.ask}>
        Give the mass{kind === 'vehicle' ? ', gears and tyres' : ' and what it takes'}, and the forecast says
        what it means there.
      </p>
    );
  return (
    <Group title="Performance estimates">
      {rows.map(([label, value, hint]) => (
        <Reading key={label} label={label} value={value} {...(hint ? { hint } : {})} />
      ))}
    </Group>
  );
}
