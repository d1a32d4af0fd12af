import { isOnBelt, shaftLimit, type BeltCharger, type BeltDrive } from '../charger/charger';
import { drivenSpeed, shaftTorque } from '../charger/drive-formulas';
import type { BeltLayout } from '../drive/document';
import { layOut, type LaidOut } from '../drive/layout';
import { loadOf, type DriveLoad } from '../drive/load';
import { profiles } from '../drive/profile';
import type { NoRun } from '../drive/geometry';
import { reason, type Reason } from '../working/range';
import type { Build } from '../build/build';
import { beltPlace } from '../build/row';
import type { OperatingPoint } from './point';

type At = { speedRpm: number; value: number };

/** What a charger on the crankshaft does over the revs. Speeds rev/min of the engine, the rest SI; null where it does not happen. */
export type BeltLine = {
  /** The highest speed of the machine's shaft, its limit, and the engine speed at which it passes that. */
  shaft: { fastest: number; limit: number; overFrom: number | null };
  /** The hottest air behind it, what it bears (null where nothing is known), and where that is passed. */
  outlet: { hottest: At; limit: number | null; overFrom: number | null };
  /** From here its table says nothing any more. */
  beyondTable: number | null;
  bypassFrom: number | null;
  /** The most that the crankshaft gives. */
  drive: At;
  /** Of one machine: the most torque at its input shaft, N·m, and the most boost in its housing, Pa gauge. */
  torque: At;
  housing: At;
  belt: BeltStrain | null;
};

/** The belt of a layout under the load of the sweep; without a run there is only the reason. */
type BeltStrain =
  | { run: null; why: NoRun }
  | {
      run: LaidOut;
      /** The highest use of what the wrap holds (pull over slip), and the engine speed from which the belt slips. */
      use: At | null;
      slipsFrom: number | null;
      tension: At;
      fastest: At;
      powerPerRib: At;
    };

/** Use of the wrap from which a belt is marginal: cold, dust and wear take the rest (common practice, no source). */
const WRAP_MARGIN = 0.8;
/** Wrap of the blower pulley below which a drive is not laid out (common practice, no source). */
const LEAST_WRAP = (120 * Math.PI) / 180;

const most = (points: OperatingPoint[], value: (p: OperatingPoint) => number): At =>
  points.reduce<At>((best, p) => (value(p) > best.value ? { speedRpm: p.speedRpm, value: value(p) } : best), {
    speedRpm: points[0]?.speedRpm ?? 0,
    value: -Infinity,
  });

/** Where a figure first passes a limit, on the straight line between two speeds. */
function passes(
  points: OperatingPoint[],
  value: (p: OperatingPoint) => number,
  limit: number,
): number | null {
  const at = points.findIndex((p) => value(p) > limit);
  if (at < 0) return null;
  const [b, a] = [points[at]!, points[at - 1]];
  if (!a || value(b) === Infinity) return b.speedRpm;
  return a.speedRpm + ((limit - value(a)) / (value(b) - value(a))) * (b.speedRpm - a.speedRpm);
}

/** The highest engine speed at which the belt drives it, rev/min: the change-over where it is let go there, or the red line. */
const drivenTo = ({ redLineRpm, changeover }: Build): number =>
  changeover?.above && beltPlace(changeover.above) < 0
    ? Math.min(redLineRpm, changeover.speedRpm)
    : redLineRpm;

/** What the charger on the crankshaft does over the revs; null where the crankshaft drives none. Never throws. */
export function beltLineOf(build: Build, all: OperatingPoint[]): BeltLine | null {
  const place = beltPlace(build);
  if (place < 0) return null;
  // Where it is bypassed it does nothing that a limit speaks of.
  const points = all.filter(
    (p) => p.status.kind !== 'failed' && p.path.chargers.length === build.chargers.length,
  );
  if (!points.length) return null;
  const charger = build.chargers[place] as BeltCharger;
  const { drive, machine } = charger;
  const limit = shaftLimit(charger);
  const overFrom = limit / drive.ratio;
  const to = drivenTo(build);
  const air = (p: OperatingPoint) => p.path.chargers[place]!;
  const outlet = (p: OperatingPoint) => air(p).outlet.temperature;
  const hottest = machine.maxOutletTemperature;
  const first = (is: (p: OperatingPoint) => boolean) => points.find(is)?.speedRpm ?? null;
  return {
    shaft: {
      fastest: drivenSpeed.fn({ speedRpm: to, ratio: drive.ratio }),
      limit,
      overFrom: overFrom < to ? overFrom : null,
    },
    outlet: {
      hottest: most(points, outlet),
      limit: hottest,
      overFrom: hottest === null ? null : passes(points, outlet, hottest),
    },
    beyondTable: first((p) => machine.map === null && air(p).efficiency.origin === 'estimated'),
    bypassFrom: first((p) => p.path.bypassFlow > 0),
    drive: most(points, (p) => p.power.drive),
    torque: most(points, (p) =>
      shaftTorque.fn({
        power: (p.chargers[place]!.crankPower * drive.mechanicalEfficiency) / charger.count,
        speedRpm: drivenSpeed.fn({ speedRpm: p.speedRpm, ratio: drive.ratio / drive.gear }),
      }),
    ),
    housing: most(points, (p) => air(p).outlet.pressure - build.climate.pressure),
    belt: drive.layout ? strainOf(build, drive.layout, points, place) : null,
  };
}

function strainOf(build: Build, layout: BeltLayout, points: OperatingPoint[], place: number): BeltStrain {
  /** Power that the belt hands on, W: what the crankshaft gives. */
  const handedOn = (p: OperatingPoint): number => p.chargers[place]!.crankPower;
  const run = layOut(layout);
  if (!('run' in run)) return { run: null, why: run };
  const loads = new Map<OperatingPoint, DriveLoad>(
    points.map((p) => [p, loadOf(layout, run, p.speedRpm, handedOn(p))]),
  );
  const of = (read: (load: DriveLoad) => number) => (p: OperatingPoint) => read(loads.get(p)!);
  const use = of((load) => load.use ?? 0);
  const hasSlip = loads.get(points[0]!)!.use !== null;
  return {
    run,
    use: hasSlip ? most(points, use) : null,
    slipsFrom: hasSlip ? passes(points, use, 1) : null,
    tension: most(
      points,
      of((load) => load.perRib),
    ),
    fastest: { speedRpm: drivenTo(build), value: loadOf(layout, run, drivenTo(build), 0).beltSpeed },
    powerPerRib: most(
      points,
      of((load) => load.powerPerRib),
    ),
  };
}

/** The belt of a build under the load of any of its points; null without a layout that closes. */
export function beltLoads(build: Build): {
  loadAt: (point: OperatingPoint) => DriveLoad;
  /** What the tight strand bears, N for each rib or millimetre as the profile counts, and the use of the wrap that is near slipping. */
  mostTension: number;
  nearWrap: number;
} | null {
  const place = beltPlace(build);
  const charger = build.chargers[place];
  if (!charger || !isOnBelt(charger) || !charger.drive.layout) return null;
  const { layout } = charger.drive;
  const run = layOut(layout);
  if (!('run' in run)) return null;
  const known = new WeakMap<OperatingPoint, DriveLoad>();
  return {
    loadAt: (point) => {
      const load =
        known.get(point) ?? loadOf(layout, run, point.speedRpm, point.chargers[place]?.crankPower ?? 0);
      known.set(point, load);
      return load;
    },
    mostTension: charger.drive.allows?.perRib ?? profiles[layout.profile].mostTension,
    nearWrap: WRAP_MARGIN,
  };
}

const nameOfPulley = (layout: BeltLayout, index: number): string => layout.route[index]?.role ?? 'idler';

/** What a specialist would say of the drive, the worst first. */
export function beltFindings(build: Build, line: BeltLine, goalPoint: OperatingPoint): Reason[] {
  const charger = build.chargers[beltPlace(build)];
  if (!charger || !isOnBelt(charger)) return [];
  const { drive, machine } = charger;
  const names = { name: machine.name };
  const said: Reason[] = [];
  const { shaft, outlet, belt } = line;
  const speeds = {
    fastest: [shaft.fastest, 'shaftSpeed'],
    limit: [shaft.limit, 'shaftSpeed'],
    share: [shaft.fastest / shaft.limit, 'share'],
    at: [drivenTo(build), 'engineSpeed'],
  } satisfies Parameters<typeof reason>[1];
  said.push(
    shaft.overFrom === null
      ? reason('blower-speed', speeds, names)
      : reason('blower-overspeeds', { ...speeds, from: [shaft.overFrom, 'engineSpeed'] }, names),
  );
  if (outlet.limit !== null && outlet.overFrom !== null)
    said.push(
      reason(
        'blower-outlet-hot',
        {
          from: [outlet.overFrom, 'engineSpeed'],
          hottest: [outlet.hottest.value, 'temperature'],
          limit: [outlet.limit, 'temperature'],
        },
        names,
      ),
    );
  said.push(...bearingFindings(drive, line, names));
  if (drive.layout && belt) said.push(...layoutFindings(drive, drive.layout, belt, drivenTo(build)));
  if (line.beyondTable !== null)
    said.push(reason('blower-beyond-table', { from: [line.beyondTable, 'engineSpeed'] }, names));
  if (line.bypassFrom !== null && drive.bypass)
    said.push(
      reason('blower-bypass-opens', {
        from: [line.bypassFrom, 'engineSpeed'],
        boost: [drive.bypass.opensAt - build.climate.pressure, 'boost'],
      }),
    );
  said.push(
    reason(
      'blower-drive-takes',
      {
        power: [goalPoint.power.drive, 'shaftPower'],
        share: [goalPoint.power.drive / (goalPoint.power.flywheel + goalPoint.power.drive), 'share'],
        speed: [goalPoint.speedRpm, 'engineSpeed'],
      },
      names,
    ),
  );
  return said;
}

/** What the machine itself bears, where that is known: of its input shaft, and of a housing that was ported. */
function bearingFindings(
  { bears }: BeltDrive,
  { torque, housing }: BeltLine,
  names: { name: string },
): Reason[] {
  const said: Reason[] = [];
  const judge = (at: At, limit: number | null, quantity: 'torque' | 'boost', part: 'shaft' | 'housing') => {
    if (limit === null) return;
    said.push(
      reason(
        `blower-${part}-${at.value > limit ? 'over' : 'holds'}`,
        {
          most: [at.value, quantity],
          limit: [limit, quantity],
          speed: [at.speedRpm, 'engineSpeed'],
        },
        names,
      ),
    );
  };
  judge(torque, bears.shaftTorque, 'torque', 'shaft');
  judge(housing, bears.housing, 'boost', 'housing');
  return said;
}

function layoutFindings(
  drive: BeltDrive,
  layout: BeltLayout,
  belt: BeltStrain,
  redLineRpm: number,
): Reason[] {
  const said: Reason[] = [];
  const { allows } = drive;
  const { leastDiameter } = profiles[layout.profile];
  for (const [i, pulley] of layout.route.entries())
    if (pulley.side === 'inside' && pulley.diameter.value < leastDiameter * 0.999)
      said.push(
        reason(
          'pulley-under-least',
          { diameter: [pulley.diameter.value, 'bore'], least: [leastDiameter, 'bore'] },
          { profile: layout.profile, pulley: nameOfPulley(layout, i) },
        ),
      );
  if (allows?.bore && allows.shaft && Math.abs(allows.bore - allows.shaft) > 5e-5)
    said.push(reason('pulley-bore-differs', { bore: [allows.bore, 'bore'], shaft: [allows.shaft, 'bore'] }));
  const driven = layout.route.find(({ role }) => role === 'blower')!;
  const radius = driven.diameter.value / 2;
  if (allows?.clearance && radius > allows.clearance)
    said.push(
      reason('pulley-fouls-housing', { radius: [radius, 'bore'], clearance: [allows.clearance, 'bore'] }),
    );
  const pulleys: [string, number, number | null][] = [
    ['crank', redLineRpm, allows?.crankRpm ?? null],
    ['blower', (redLineRpm * drive.ratio) / drive.gear, allows?.drivenRpm ?? null],
  ];
  for (const [pulley, speedRpm, limit] of pulleys)
    if (limit !== null && speedRpm > limit)
      said.push(
        reason(
          'pulley-overspeeds',
          { speed: [speedRpm, 'shaftSpeed'], limit: [limit, 'shaftSpeed'], at: [redLineRpm, 'engineSpeed'] },
          { pulley },
        ),
      );
  if (!belt.run) return [...said, noRunReason(layout, belt.why)];
  said.push(...strainFindings(layout, belt, allows));
  return said;
}

/** Why a belt cannot run as it is laid out. */
export function noRunReason(layout: BeltLayout, why: NoRun): Reason {
  switch (why.kind) {
    case 'overlap':
      return reason(
        'belt-overlap',
        { by: [why.by, 'bore'] },
        { one: nameOfPulley(layout, why.pulleys[0]), other: nameOfPulley(layout, why.pulleys[1]) },
      );
    case 'not-touched':
      return reason('belt-not-touched', {}, { pulley: nameOfPulley(layout, why.pulley) });
    case 'fouled':
      return reason('belt-fouled', {}, { pulley: nameOfPulley(layout, why.pulley) });
    case 'crossed':
      return reason('belt-crossed');
  }
}

/** A belt within so much of what the pulleys want goes on by stretch and centre distance (common practice, no source). */
const FITS_WITHIN = 0.004;

function strainFindings(
  layout: BeltLayout,
  belt: Extract<BeltStrain, { run: LaidOut }>,
  allows: BeltDrive['allows'],
): Reason[] {
  const said: Reason[] = [];
  const { run, use, slipsFrom, tension, fastest } = belt;
  if (run.fitted !== null) {
    const off = run.fitted - run.wanted;
    const lengths = {
      fitted: [run.fitted, 'bore'],
      wanted: [run.wanted, 'bore'],
      off: [Math.abs(off), 'bore'],
    } satisfies Parameters<typeof reason>[1];
    if (!run.tensioner) {
      if (Math.abs(off) > FITS_WITHIN * run.wanted) said.push(reason('belt-does-not-fit', lengths));
    } else if (run.tensioner.way === null) said.push(reason('belt-does-not-reach', lengths));
    else if (Math.abs(run.tensioner.way) > run.tensioner.window)
      said.push(
        reason('belt-tensioner-outside', {
          ...lengths,
          way: [Math.abs(run.tensioner.way), 'bore'],
          window: [run.tensioner.window, 'bore'],
        }),
      );
  }
  const pulleys = layout.route.map(({ role }, i) => ({ role, angle: run.run.wraps[i]!.angle }));
  for (const { role, angle } of pulleys)
    if ((role === 'crank' || role === 'blower') && angle < LEAST_WRAP)
      said.push(
        reason('belt-wrap-small', { wrap: [angle, 'angle'], least: [LEAST_WRAP, 'angle'] }, { pulley: role }),
      );
  if (use && slipsFrom !== null)
    said.push(
      reason('belt-slips-from', {
        from: [slipsFrom, 'engineSpeed'],
        tension: [layout.tension.value, 'force'],
      }),
    );
  else if (use && use.value > WRAP_MARGIN)
    said.push(reason('belt-slip-near', { use: [use.value, 'share'], speed: [use.speedRpm, 'engineSpeed'] }));
  const limit = allows?.perRib ?? profiles[layout.profile].mostTension;
  const isOver = tension.value > limit;
  if (isOver)
    said.push(
      reason('belt-tension-over', {
        tension: [tension.value, 'force'],
        limit: [limit, 'force'],
        speed: [tension.speedRpm, 'engineSpeed'],
        needed: [Math.ceil((tension.value * layout.ribs.value) / limit), 'count'],
      }),
    );
  const mostSpeed = allows?.beltSpeed ?? profiles[layout.profile].mostSpeed;
  if (fastest.value > mostSpeed)
    said.push(
      reason('belt-too-fast', {
        speed: [fastest.value, 'beltSpeed'],
        limit: [mostSpeed, 'beltSpeed'],
        at: [fastest.speedRpm, 'engineSpeed'],
      }),
    );
  if (use && slipsFrom === null && use.value <= WRAP_MARGIN && !isOver)
    said.push(
      reason('belt-holds', {
        use: [use.value, 'share'],
        tension: [tension.value, 'force'],
        limit: [limit, 'force'],
      }),
    );
  return said;
}
