import { USUAL_LOSS } from '../job/questions';
import { powerOfTorque, torque as torqueOf } from '../engine/power-formulas';
import { fuelOf } from '../fuel/fuels';
import { flywheelPower, wheelPower } from '../vehicle/drivetrain';
import { powerFromTrap, trapSpeed } from '../vehicle/performance';
import { reason, type Reason } from '../working/range';
import {
  answer,
  isOff,
  known,
  power,
  type PadAnswer,
  type PadContext,
  type PadField,
  type PadLine,
  type Values,
  flywheelField,
} from './line';

/** Mean effective pressures that nothing on wheels reaches, Pa (from memory). */
const MOST_MEAN_PRESSURE = { spark: 6.5e6, compression: 4.5e6 };

function meanPressureClaim(torque: number, { engine, fuel }: PadContext): Reason | null {
  if (!engine) return null;
  const turns = engine.cycle === 'two-stroke' ? 1 : 2;
  const pressure = (torque * 2 * Math.PI * turns) / engine.displacement;
  const most = MOST_MEAN_PRESSURE[fuelOf(fuel).ignition];
  return pressure > most
    ? reason('claim-mean-pressure', {
        torque: [torque, 'torque'],
        size: [engine.displacement, 'volume'],
        pressure: [pressure, 'pressure'],
        most: [most, 'pressure'],
      })
    : null;
}

function powerTorqueSpeed({ power: p, torque: t, speed: n }: Values, context: PadContext): PadAnswer {
  if (known(p) && known(t) && known(n)) {
    const made = powerOfTorque(t, n);
    return isOff(made, p)
      ? answer(
          {},
          reason('claim-power-torque', {
            torque: [t, 'torque'],
            speed: [n, 'engineSpeed'],
            made: [made, 'power'],
            power: [p, 'power'],
            wanted: [torqueOf.fn({ power: p, speedRpm: n }), 'torque'],
          }),
        )
      : answer({}, meanPressureClaim(t, context));
  }
  if (known(p) && known(n)) {
    const torque = torqueOf.fn({ power: p, speedRpm: n });
    return answer({ torque }, meanPressureClaim(torque, context));
  }
  if (known(t) && known(n)) return answer({ power: powerOfTorque(t, n) }, meanPressureClaim(t, context));
  if (known(p) && known(t)) {
    const rpm = (p / t) * (60 / (2 * Math.PI));
    const tooFast = rpm > 25_000 || rpm < 300;
    return answer(
      { speed: rpm },
      tooFast
        ? reason('claim-speed', { power: [p, 'power'], torque: [t, 'torque'], speed: [rpm, 'engineSpeed'] })
        : meanPressureClaim(t, context),
    );
  }
  return answer();
}

const speed: PadField = {
  key: 'speed',
  label: 'Engine speed',
  quantity: 'engineSpeed',
  min: 300,
  max: 25_000,
  target: 'brief.goal.speedRpm',
};

export const powerLine: PadLine = {
  id: 'power-torque-speed',
  title: 'Power, torque, speed',
  ask: 'two give the third; three are checked',
  source: 'hp = lb·ft × rpm / 5,252, from the definition of power',
  fields: [
    power('power', 'Power', { target: 'brief.goal.power' }),
    {
      key: 'torque',
      label: 'Torque',
      quantity: 'torque',
      min: 1,
      max: 100_000,
      target: 'brief.goal.torque',
    },
    speed,
  ],
  solve: powerTorqueSpeed,
};

function torqueFloor({ torque: t, from, to }: Values, context: PadContext): PadAnswer {
  if (known(from) && known(to) && from >= to)
    return answer({}, reason('floor-span', { from: [from, 'engineSpeed'], to: [to, 'engineSpeed'] }));
  if (!known(t)) return answer();
  const impossible = meanPressureClaim(t, context);
  if (!known(to)) return answer({}, impossible);
  const made = powerOfTorque(t, to);
  return answer({ power: made }, impossible, [
    reason('floor-claim', { torque: [t, 'torque'], speed: [to, 'engineSpeed'], power: [made, 'power'] }),
  ]);
}

export const floorLine: PadLine = {
  id: 'torque-floor',
  title: 'Torque over a span',
  ask: 'a torque never undercut between two speeds: the power it takes at the end',
  source: 'power = torque × angular speed, from the definition of power',
  fields: [
    {
      key: 'torque',
      label: 'Torque floor',
      quantity: 'torque',
      min: 1,
      max: 100_000,
      target: 'brief.goal.floorTorque',
    },
    { ...speed, key: 'from', label: 'From', target: 'brief.goal.floorFromRpm' },
    { ...speed, key: 'to', label: 'To', target: 'brief.goal.floorToRpm' },
    power('power', 'Power at the end'),
  ],
  solve: torqueFloor,
};

function wheelFlywheel({ wheels, flywheel, loss }: Values, context: PadContext): PadAnswer {
  if (known(wheels) && known(flywheel)) {
    const share = 1 - wheels / flywheel;
    const figures: Parameters<typeof reason>[1] = {
      wheels: [wheels, 'power'],
      flywheel: [flywheel, 'power'],
      share: [Math.abs(share), 'share'],
    };
    if (share <= 0) return answer({}, reason('claim-gains-on-the-way', figures));
    if (known(loss) && Math.abs(share - loss) > 0.02)
      return answer({}, reason('claim-loss-other', { ...figures, loss: [loss, 'share'] }));
    const unusual = share < USUAL_LOSS.least || share > USUAL_LOSS.most;
    const usual = {
      least: [USUAL_LOSS.least, 'share'],
      most: [USUAL_LOSS.most, 'share'],
    } satisfies Parameters<typeof reason>[1];
    return answer(
      { loss: share },
      null,
      share > 0.35
        ? [reason('claim-loss-large', figures)]
        : unusual
          ? [reason('claim-loss-unusual', { ...figures, ...usual })]
          : [],
    );
  }
  const drivetrain = { school: 'share', lossShare: loss ?? context.lossShare, fixedLoss: 0 } as const;
  if (known(wheels)) return answer({ flywheel: flywheelPower(wheels, drivetrain) });
  if (known(flywheel)) return answer({ wheels: wheelPower(flywheel, drivetrain) });
  return answer();
}

export const drivetrainLine: PadLine = {
  id: 'wheels-flywheel',
  title: 'Wheels and flywheel',
  ask: 'one of the powers; both give the loss',
  source: 'drivetrain loss as a share: common practice, no source',
  fields: [
    power('wheels', 'At the wheels', {
      target: 'brief.goal.power',
      with: { 'brief.goal.basis': 'wheels' },
    }),
    power('flywheel', 'At the flywheel', {
      target: 'brief.goal.power',
      with: { 'brief.goal.basis': 'flywheel' },
    }),
    {
      key: 'loss',
      label: 'Drivetrain loss',
      quantity: 'share',
      min: 0,
      max: 0.5,
      usual: (c) => c.lossShare,
      target: 'brief.drivetrain.lossShare',
    },
  ],
  solve: wheelFlywheel,
};

function trap({ trap: v, mass, power: p }: Values, context: PadContext): PadAnswer {
  const m = mass ?? context.mass;
  if (known(v) && known(p)) {
    const told = powerFromTrap(v, m);
    return answer(
      {},
      isOff(told, p, 0.15)
        ? reason('claim-trap', {
            trap: [v, 'roadSpeed'],
            mass: [m, 'mass'],
            told: [told, 'power'],
            power: [p, 'power'],
          })
        : null,
    );
  }
  if (known(v)) return answer({ power: powerFromTrap(v, m) });
  if (known(p)) return answer({ trap: trapSpeed(p, m) });
  return answer();
}

export const trapLine: PadLine = {
  id: 'trap',
  title: 'Trap speed and power',
  ask: 'the speed at the end of a standing quarter mile',
  source: 'cube-root rule, trap[mph] = 234 (hp/lb)^⅓, flywheel power: from memory',
  fields: [
    { key: 'trap', label: 'Trap speed', quantity: 'roadSpeed', min: 10, max: 200 },
    {
      key: 'mass',
      label: 'Mass with driver',
      quantity: 'mass',
      min: 50,
      max: 60_000,
      usual: (c) => c.mass,
      target: 'brief.vehicle.mass',
    },
    flywheelField,
  ],
  solve: trap,
};
