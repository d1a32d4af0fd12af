/** Ribbed profiles after ISO 9981 and ISO 9982, and toothed ones after ISO 13050: what does not depend on the belt's make. */
export const ribProfiles = ['PH', 'PJ', 'PK', 'PL', 'PM'] as const;
type RibProfile = (typeof ribProfiles)[number];
export const toothProfiles = ['5M', '8M', '14M'] as const;
export type ToothProfile = (typeof toothProfiles)[number];

export type BeltProfile = RibProfile | ToothProfile;

export type ProfileFigures = {
  /** From rib to rib, or from tooth to tooth, m. */
  pitch: number;
  /** From the effective radius (ribbed) or the outside of the teeth (toothed) out to the cord, m. */
  line: number;
  /** From the cord to the back, m: a pulley on the back carries the belt with its outside. */
  back: number;
  /** Least effective diameter, m. */
  leastDiameter: number;
  /** kg in a metre of one rib, or of one metre of width. */
  mass: number;
  /** Tension of the tight strand that a rib, or a metre of width, bears over its life, N. */
  mostTension: number;
  /** Speed beyond which a usual belt is not run, m/s. */
  mostSpeed: number;
};

/**
 * Figures of the profiles. Pitch, line and least diameter: ISO 9982 (PH, PJ, PL, PM), ISO 9981 (PK), ISO 13050 (M), from memory.
 * Back, mass, tension and speed: common practice, no source; a belt of the library has its own.
 */
export const profiles: Record<BeltProfile, ProfileFigures> = {
  PH: {
    pitch: 1.6e-3,
    line: 0.8e-3,
    back: 0.9e-3,
    leastDiameter: 0.013,
    mass: 0.0045,
    mostTension: 45,
    mostSpeed: 60,
  },
  PJ: {
    pitch: 2.34e-3,
    line: 1.2e-3,
    back: 1e-3,
    leastDiameter: 0.02,
    mass: 0.0085,
    mostTension: 90,
    mostSpeed: 60,
  },
  PK: {
    pitch: 3.56e-3,
    line: 2e-3,
    back: 1.2e-3,
    leastDiameter: 0.045,
    mass: 0.02,
    mostTension: 240,
    mostSpeed: 60,
  },
  PL: {
    pitch: 4.7e-3,
    line: 3e-3,
    back: 1.6e-3,
    leastDiameter: 0.075,
    mass: 0.036,
    mostTension: 420,
    mostSpeed: 50,
  },
  PM: {
    pitch: 9.4e-3,
    line: 4e-3,
    back: 2.5e-3,
    leastDiameter: 0.18,
    mass: 0.13,
    mostTension: 1_300,
    mostSpeed: 40,
  },
  '5M': {
    pitch: 5e-3,
    line: 0.57e-3,
    back: 1e-3,
    leastDiameter: 0.022,
    mass: 4.1,
    mostTension: 16_000,
    mostSpeed: 50,
  },
  '8M': {
    pitch: 8e-3,
    line: 0.686e-3,
    back: 1.6e-3,
    leastDiameter: 0.056,
    mass: 6.3,
    mostTension: 32_000,
    mostSpeed: 45,
  },
  '14M': {
    pitch: 14e-3,
    line: 1.397e-3,
    back: 2.5e-3,
    leastDiameter: 0.125,
    mass: 10.5,
    mostTension: 60_000,
    mostSpeed: 40,
  },
};

export const isToothed = (profile: BeltProfile): profile is ToothProfile =>
  (toothProfiles as readonly string[]).includes(profile);

/** Angle between the flanks of a rib (ISO 9982). */
const RIB_ANGLE = (40 * Math.PI) / 180;

/** What the wedge of the ribs makes of the friction. */
export const WEDGE = 1 / Math.sin(RIB_ANGLE / 2);
