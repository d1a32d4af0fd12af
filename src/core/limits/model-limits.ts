import type { Build } from '../build/build';
import { engineCharger } from '../charger/charged-air';
import { shaftLimit, turbineSideOf } from '../charger/charger';
import { beltLoads } from '../solve/belt-line';
import { chokeMarginAt, surgeMarginAt } from '../solve/map-spans';
import { fuelPartIds, wantedRoom, type FuelPart } from '../solve/fuel-line';
import type { OperatingPoint } from '../solve/point';
import type { Sweep } from '../solve/sweep';
import type { Limit, ModelPart } from './limit';
import { JUST_HOLDS, useOf } from './metrics';

type Reader = (point: OperatingPoint) => number | null;

const fromModel = (
  part: ModelPart,
  name: string,
  limit: Omit<Limit, 'part' | 'useHigh' | 'high' | 'seconds' | 'confidence' | 'near'> & { near?: number },
  gear: number | null = null,
): Limit => ({
  part: { from: 'model', part, name, gear },
  confidence: 'maker',
  high: null,
  seconds: null,
  near: JUST_HOLDS,
  ...limit,
  useHigh: limit.use,
});

/** Shaft speeds of the chargers against their maps or drives. */
function shafts({ chargers, mostSpeed }: Build): Limit[] {
  return chargers.flatMap((charger, i) => {
    if (!charger.machine) return [];
    // A point holds only the chargers that work there, the one at the engine last.
    const at = ({ chargers: working }: OperatingPoint) => working[working.length - chargers.length + i];
    const share: Reader = (point) => at(point)?.speedShare ?? null;
    const part = i === chargers.length - 1 ? 'shaft' : 'front-shaft';
    return [
      fromModel(part, charger.machine.name, {
        metric: 'shaftSpeed',
        sort: 'speed',
        low: Number.isFinite(shaftLimit(charger)) ? shaftLimit(charger) : null,
        // Long hours at load leave less of it.
        near: Math.min(JUST_HOLDS, mostSpeed),
        followsPower: false,
        use: share,
        value: (point) => at(point)?.shaftRpm ?? null,
      }),
    ];
  });
}

/** How near the running line comes to both edges of the map: 1 is the edge. */
function mapEdges(build: Build): Limit[] {
  const name = engineCharger(build).machine?.name ?? '';
  const edge = (metric: 'surge' | 'choke', marginAt: Reader, wanted: number): Limit => {
    const use: Reader = (point) => {
      const margin = point.boosting ? marginAt(point) : null;
      return margin === null ? null : 1 - margin;
    };
    return fromModel('map', name, {
      metric,
      sort: 'flow',
      low: null,
      // What the bench of its own calls near is near here too.
      near: Math.min(1, 1 - wanted),
      followsPower: false,
      use,
      value: use,
    });
  };
  return [
    edge('surge', surgeMarginAt, build.margins.surge),
    edge('choke', chokeMarginAt, build.margins.choke),
  ];
}

/** A belt by what its wrap holds before it slips, and by the pull of its tight strand. */
function belt(build: Build): Limit[] {
  const strain = beltLoads(build);
  if (!strain) return [];
  const { loadAt, mostTension, nearWrap } = strain;
  const pull: Reader = (point) => loadAt(point).perRib;
  const wrap: Reader = (point) => loadAt(point).use;
  const shared = { sort: 'power', followsPower: false } as const;
  return [
    fromModel('belt', '', { ...shared, metric: 'wrap', low: null, near: nearWrap, use: wrap, value: wrap }),
    fromModel('belt', '', {
      ...shared,
      metric: 'beltTension',
      low: mostTension,
      use: (point) => pull(point)! / mostTension,
      value: pull,
    }),
  ];
}

/** The turbine's inlet against its limit. */
function turbine(build: Build): Limit[] {
  const side = turbineSideOf(engineCharger(build));
  if (!side) return [];
  const { maxTemperature, name } = side.turbine;
  const value: Reader = ({ match }) => (match ? engineCharger(match).turbine.inlet.temperature : null);
  return [
    fromModel('turbine', name, {
      metric: 'exhaustTemperature',
      sort: 'temperature',
      low: maxTemperature,
      followsPower: false,
      use: (point) => {
        const inlet = value(point);
        return inlet === null ? null : useOf('temperature', inlet, maxTemperature);
      },
      value,
    }),
  ];
}

/** Clutch and gearbox of the Brief against the torque, a gearbox by gear where it is known by gear. */
const driveline = ({ driveline: parts }: Build): Limit[] =>
  parts.map(({ part, name, torque, gear }) =>
    fromModel(
      part,
      name,
      {
        metric: 'torque',
        sort: 'torque',
        low: torque,
        followsPower: true,
        use: (point) => point.torque / torque,
        value: (point) => point.torque,
      },
      gear,
    ),
  );

/** Injectors and pumps: what each brings over what is asked, turned round. */
function fuel({ fuel: line }: Pick<Sweep, 'fuel'>): Limit[] {
  if (!line) return [];
  const bySpeed = new Map(line.points.map((p) => [p.speedRpm, p.shares]));
  const shareOf =
    (part: FuelPart): Reader =>
    ({ speedRpm }) => {
      const share = bySpeed.get(speedRpm)?.[part];
      return share === undefined ? null : 1 / share;
    };
  return fuelPartIds
    .filter((part) => line.limits.some((limit) => limit.part === part))
    .map((part) =>
      fromModel(part, '', {
        metric: 'fuel',
        sort: 'power',
        low: null,
        near: 1 / wantedRoom[part],
        followsPower: true,
        use: shareOf(part),
        value: shareOf(part),
      }),
    );
}

/** Limits that come from the models of a build, without being typed. */
export const modelLimits = (build: Build, sweep: Pick<Sweep, 'fuel'>): Limit[] => [
  ...shafts(build),
  ...mapEdges(build),
  ...belt(build),
  ...turbine(build),
  ...driveline(build),
  ...fuel(sweep),
];
