import { pointsOfMap, residualsOf, type MapPlace, type TracedLine } from './traced-map';

/** A hill of efficiency whose rings are ellipses: what a printed map would be of it. */
const PEAK = { flow: 0.3, ratio: 2.2, efficiency: 0.78 };
const efficiencyOf = ({ flow, ratio }: MapPlace) =>
  PEAK.efficiency - 0.9 * ((flow - PEAK.flow) / 0.3) ** 2 - 0.25 * ((ratio - PEAK.ratio) / 1.2) ** 2;
const ring = (value: number): TracedLine => ({
  value,
  places: Array.from({ length: 241 }, (_, i) => {
    const turn = (2 * Math.PI * i) / 240;
    const drop = PEAK.efficiency - value;
    return {
      flow: PEAK.flow + 0.3 * Math.sqrt(drop / 0.9) * Math.cos(turn),
      ratio: PEAK.ratio + 1.2 * Math.sqrt(drop / 0.25) * Math.sin(turn),
    };
  }),
});
const line = (value: number, ratio: number): TracedLine => ({
  value,
  places: Array.from({ length: 12 }, (_, i) => ({ flow: 0.14 + 0.03 * i, ratio: ratio - 0.02 * i ** 1.5 })),
});
const speeds = [line(60_000, 1.6), line(90_000, 2.2), line(120_000, 3)];
const rings = [0.6, 0.65, 0.7, 0.74, 0.77].map(ring);

describe('a printed compressor map', () => {
  it('gives each speed line its places from surge to choke, with the efficiency of the rings it crosses', () => {
    const made = pointsOfMap({ speeds, rings });
    if (!made.ok) throw new Error(made.problem);
    expect(made.points).toHaveLength(27);
    for (const point of made.points) {
      const truth = efficiencyOf(point);
      // Between rings of 3 to 5 points; beyond the last it is an estimate.
      if (truth > 0.6) expect(Math.abs(point.efficiency - truth)).toBeLessThan(0.015);
      else expect(point.efficiency).toBeLessThan(0.62);
    }
    const flows = made.points.slice(0, 9).map(({ flow }) => flow);
    expect(flows.every((flow, i) => i === 0 || flow > flows[i - 1]!)).toBe(true);
  });
  it('whichever way a line was traced', () => {
    const turned = speeds.map(({ value, places }) => ({ value, places: [...places].reverse() }));
    expect(pointsOfMap({ speeds: turned, rings })).toEqual(pointsOfMap({ speeds, rings }));
  });
  it('its points lie on the lines that were traced', () => {
    const made = pointsOfMap({ speeds, rings });
    const off = made.ok
      ? residualsOf({ speeds, rings }, made.points, ({ flow, ratio }) => ({
          x: flow * 1_000,
          y: ratio * 200,
        }))
      : [];
    expect(off).toHaveLength(36);
    // Chords between nine points of a bent line, a kilogram a second a thousand pixels long.
    expect(Math.max(...off)).toBeLessThan(2);
  });
  it('says what is missing', () => {
    const problem = (map: Parameters<typeof pointsOfMap>[0]) => {
      const made = pointsOfMap(map);
      return made.ok ? null : [made.problem, made.speedRpm];
    };
    expect(problem({ speeds: speeds.slice(0, 2), rings })).toEqual(['few-speeds', null]);
    expect(problem({ speeds, rings: [] })).toEqual(['no-rings', null]);
    expect(problem({ speeds: [...speeds, { value: 150_000, places: [] }], rings })).toEqual([
      'short-line',
      150_000,
    ]);
    expect(problem({ speeds: [...speeds, line(200_000, 9)], rings })).toEqual(['no-crossing', 200_000]);
  });
});
