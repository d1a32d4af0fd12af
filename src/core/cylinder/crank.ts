/** Crank, rod and piston of a cylinder. m; compression ratio geometric. */
export type Crank = { bore: number; stroke: number; rodLength: number; compressionRatio: number };

/** Rod length over crank radius where nobody has said (common practice, no source). */
export const USUAL_ROD = 3.4;

/** Volume, its slope by crank angle and the area of the walls, at a crank angle from firing top dead centre, rad. m³, m³/rad, m². */
export type Volumes = {
  /** Swept, m³. */
  swept: number;
  volume: (angle: number) => number;
  slope: (angle: number) => number;
  wall: (angle: number) => number;
};

/**
 * The space above a piston. In: lengths m, rod longer than the crank's radius; compression ratio above 1. Throws
 * RangeError outside. Source: crank-slider, Heywood (1988), eqs. 2.4 to 2.7; crown and chamber as flat discs.
 */
export function volumesOf({ bore, stroke, rodLength, compressionRatio }: Crank): Volumes {
  const radius = stroke / 2;
  if (!(bore > 0 && radius > 0 && rodLength > radius && compressionRatio > 1))
    throw new RangeError('A rod is longer than the crank’s radius, and a compression ratio above 1.');
  const area = (Math.PI / 4) * bore * bore;
  const swept = area * stroke;
  const clearance = swept / (compressionRatio - 1);
  const travel = (angle: number) => {
    const sine = radius * Math.sin(angle);
    return radius * (1 - Math.cos(angle)) + rodLength - Math.sqrt(rodLength * rodLength - sine * sine);
  };
  return {
    swept,
    volume: (angle) => clearance + area * travel(angle),
    slope: (angle) => {
      const sine = Math.sin(angle);
      const along = Math.sqrt(rodLength * rodLength - radius * radius * sine * sine);
      return area * radius * sine * (1 + (radius * Math.cos(angle)) / along);
    },
    wall: (angle) => 2 * area + Math.PI * bore * (clearance / area + travel(angle)),
  };
}
