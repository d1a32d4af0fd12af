/** 1 lb in kg and 1 hp in W, for rules that are stated in them. */
const POUND = 0.45359237;
const HP = 745.6998715822702;
const MPH = 0.44704;

/**
 * Speed at the end of a standing quarter mile, m/s. In: power W at the flywheel; mass kg with the driver; both above 0.
 * Source: Hale's cube-root rule, trap[mph] = 234 (hp/lb)^(1/3). From memory.
 */
export const trapSpeed = (power: number, mass: number): number =>
  234 * Math.cbrt(power / HP / (mass / POUND)) * MPH;

/** Power that a trap speed speaks of, W: the rule turned round. In: m/s; kg. */
export const powerFromTrap = (speed: number, mass: number): number =>
  (speed / MPH / 234) ** 3 * (mass / POUND) * HP;

/** Time over the standing quarter mile, s. Hale: ET = 5.825 (lb/hp)^(1/3). From memory. In: W; kg. */
export const quarterMileTime = (power: number, mass: number): number =>
  5.825 * Math.cbrt(mass / POUND / (power / HP));

/** Road speed, m/s. In: rev/min; gear and final drive as reductions; tyre radius m, as it rolls. Source: geometry. */
export const roadSpeed = (speedRpm: number, gear: number, finalDrive: number, radius: number): number =>
  ((speedRpm / 60) * 2 * Math.PI * radius) / (gear * finalDrive);

/** Air of the drag formulas where nothing is said of it, kg/m³: ISO 2533 at sea level. */
const AIR = 1.225;
const GRAVITY = 9.80665;

/**
 * Power at the wheels that holds a road speed on the level, W. In: m/s; drag area m²; mass kg; rolling coefficient; air
 * kg/m³. Source: definition of the drag coefficient and of rolling resistance.
 */
export const resistancePower = (
  speed: number,
  {
    dragArea,
    mass,
    rolling,
    density = AIR,
  }: { dragArea: number; mass: number; rolling: number; density?: number },
): number => speed * (0.5 * density * dragArea * speed * speed + rolling * mass * GRAVITY);

/** Power a propeller or a jet pump takes, W: a power of the speed through one known point. In: rev/min; W; exponent. */
export const propellerPower = (speedRpm: number, atRpm: number, power: number, exponent: number): number =>
  power * (speedRpm / atRpm) ** exponent;

type Made = { speedRpm: number; power: number };

/**
 * Engine speed at which a load takes all that the engine makes: beyond it the load wins. In: powers over rising speeds,
 * W; what the load takes, W. Out: rev/min, interpolated; null if the load is never met (the engine runs to its end) and
 * 0 if the load is above it from the first speed on.
 */
export function meetingSpeed(points: Made[], load: (speedRpm: number) => number): number | null {
  let before: { speedRpm: number; left: number } | null = null;
  for (const { speedRpm, power } of points) {
    const left = power - load(speedRpm);
    if (left < 0) {
      if (!before) return 0;
      return before.speedRpm + ((speedRpm - before.speedRpm) * before.left) / (before.left - left);
    }
    before = { speedRpm, left };
  }
  return null;
}

/**
 * Greatest road speed on the level, m/s: the highest at which some gear still has the power. In: power at the wheels over
 * engine speed; for each gear m/s per rev/min; what the road takes at a speed, W. Out: speed, gear and rev/min; null if no
 * gear ever has it.
 */
export function topSpeed(
  points: Made[],
  gears: number[],
  takes: (speed: number) => number,
): { speed: number; gear: number; speedRpm: number } | null {
  let best: { speed: number; gear: number; speedRpm: number } | null = null;
  gears.forEach((perRpm, gear) => {
    for (const { speedRpm, power } of points) {
      const speed = speedRpm * perRpm;
      if (power >= takes(speed) && (!best || speed > best.speed)) best = { speed, gear, speedRpm };
    }
  });
  return best;
}

/** A load curve through typed points, W, straight between and level beyond them. In: points in any order; rev/min. */
export function loadAt(points: Made[], speedRpm: number): number {
  const sorted = [...points].sort((a, b) => a.speedRpm - b.speedRpm);
  const above = sorted.findIndex((p) => p.speedRpm >= speedRpm);
  if (above <= 0) return sorted[above < 0 ? sorted.length - 1 : 0]!.power;
  const [a, b] = [sorted[above - 1]!, sorted[above]!];
  if (b.speedRpm === a.speedRpm) return b.power;
  return a.power + ((b.power - a.power) * (speedRpm - a.speedRpm)) / (b.speedRpm - a.speedRpm);
}
