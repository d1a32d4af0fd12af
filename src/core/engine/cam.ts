import type { BreathingPoint } from './breathing';

const degrees = Math.PI / 180;

/** A cam card as the grinder gives it: crank angles in rad at one stated lift, lifts in m. */
export type Card = {
  intake: number;
  exhaust: number;
  intakeLift: number;
  exhaustLift: number;
  separation: number;
  intakeCentre: number;
};

export type CamEvents = {
  /** Both valves open, rad of crank; negative: both shut. */
  overlap: number;
  /** Exhaust duration over intake duration, rad; positive where the exhaust stays open longer. */
  split: number;
  /** Before top, after bottom, before bottom and after top dead centre, rad. */
  intakeOpens: number;
  intakeCloses: number;
  exhaustOpens: number;
  exhaustCloses: number;
};

/**
 * Events of a symmetrical card at its stated lift. Out: rad of crank. Source: geometry; the lobe separation is in cam
 * degrees and the durations in crank degrees, as cards have them, so overlap = (intake + exhaust)/2 − 2 · separation.
 */
export function camEvents({ intake, exhaust, separation, intakeCentre }: Card): CamEvents {
  const exhaustCentre = 2 * separation - intakeCentre;
  return {
    overlap: (intake + exhaust) / 2 - 2 * separation,
    split: exhaust - intake,
    intakeOpens: intake / 2 - intakeCentre,
    intakeCloses: intake / 2 + intakeCentre - Math.PI,
    exhaustOpens: exhaust / 2 + exhaustCentre - Math.PI,
    exhaustCloses: exhaust / 2 - exhaustCentre,
  };
}

/** What two schools want of a card. Common practice, no source. Rad. */
export const camSchools = {
  turbo: {
    name: 'turbocharged',
    why: 'back pressure above boost pushes exhaust back while both valves are open: little overlap, wide lobes, and no longer exhaust than intake',
    overlap: [-Infinity, 10 * degrees],
    separation: [112 * degrees, 118 * degrees],
    split: [-8 * degrees, 4 * degrees],
  },
  blower: {
    name: 'belt-driven',
    why: 'the exhaust leaves against the open air while the intake is pushed: a longer exhaust, and overlap that does not blow charge straight through',
    overlap: [-Infinity, 20 * degrees],
    separation: [112 * degrees, 116 * degrees],
    split: [6 * degrees, 14 * degrees],
  },
} as const;
export type CamSchool = keyof typeof camSchools;

type Trait = 'overlap' | 'separation' | 'split';
export type CamJudgement = { trait: Trait; value: number; low: number; high: number; fits: boolean };

/** A card against one school: each trait with the band the school wants, rad. */
export function judgeCard(card: Card, school: CamSchool): CamJudgement[] {
  const events = camEvents(card);
  const values: Record<Trait, number> = {
    overlap: events.overlap,
    separation: card.separation,
    split: events.split,
  };
  return (['overlap', 'separation', 'split'] as const).map((trait) => {
    const [low, high] = camSchools[school][trait];
    const slack = 0.01 * degrees;
    return {
      trait,
      value: values[trait],
      low,
      high,
      fits: values[trait] >= low - slack && values[trait] <= high + slack,
    };
  });
}

/** Per degree of intake duration the peak moves by this share of its speed (common practice, no source). */
const PEAK_PER_DEGREE = 0.008;
/** Per degree of overlap above ten the breathing at half the peak's speed and below loses this share (common practice). */
const LOW_PER_DEGREE = 0.003;
const FREE_OVERLAP = 10;

export type CardEffect = {
  /** Factor on the speeds of the shape. */
  speed: number;
  /** Factor on the breathing at low speed; it fades out towards the peak. */
  low: number;
};

/**
 * What a card does to a breathing shape that belongs to a card of `shapeDuration`, rad. An estimate of the trade (no
 * source), held within a factor of 0.6 and 1.6 on speed and 0.7 on the low end: a measured curve replaces it.
 */
export function cardEffect(card: Card, shapeDuration: number): CardEffect {
  const longer = (card.intake - shapeDuration) / degrees;
  const overlap = camEvents(card).overlap / degrees;
  return {
    speed: Math.min(1.6, Math.max(0.6, 1 + PEAK_PER_DEGREE * longer)),
    low: Math.max(0.7, 1 - LOW_PER_DEGREE * Math.max(0, overlap - FREE_OVERLAP)),
  };
}

/** Points of a shape moved by a card. In: points with their peak's speed, rev/min. The peak keeps its height. */
export function movedByCard(
  points: BreathingPoint[],
  peakRpm: number,
  { speed, low }: CardEffect,
): BreathingPoint[] {
  return points.map(({ speedRpm, value }) => {
    const x = speedRpm / peakRpm;
    const fade = Math.min(1, Math.max(0, 2 * (1 - x)));
    return { speedRpm: speedRpm * speed, value: value * (1 - (1 - low) * fade) };
  });
}

/** The moving valve and its spring. SI. */
export type ValveTrain = { mass: number; openForce: number; lift: number; duration: number };

/**
 * Engine speed at which the spring can no longer hold the valve to the nose of the lobe, rev/min. The lift is taken as a
 * half cosine over the stated duration: nose deceleration (lift/2)(π/half duration)² ω_cam². An estimate: no real lobe is
 * a cosine, and a stiff train carries less. Valid: all positive. Source: mechanics.
 */
export function floatSpeed({ mass, openForce, lift, duration }: ValveTrain): number {
  // Half the duration in cam radians.
  const half = duration / 4;
  const omega = Math.sqrt(openForce / mass / ((lift / 2) * (Math.PI / half) ** 2));
  return (2 * omega * 60) / (2 * Math.PI);
}

/** Share of the seat force that boost behind the valve takes away. In: gauge Pa; head diameter m; seat force N. */
export const boostOnValve = (boostGauge: number, diameter: number, seatForce: number): number =>
  (Math.max(0, boostGauge) * (Math.PI / 4) * diameter ** 2) / seatForce;
