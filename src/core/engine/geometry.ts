import { defineFormula } from '../working/formula';

export const compressionFromVolumes = defineFormula({
  id: 'compression-from-volumes',
  form: '1 + π / 4 · {bore}^2 · {stroke} / ({chamber} + {crown} + π / 4 · {gasketBore}^2 · {gasketThickness} + π / 4 · {bore}^2 · {deck})',
  source: 'Geometry',
  result: { symbol: 'r', quantity: 'ratio', meaning: 'compression ratio' },
  variables: {
    bore: { symbol: 'b', quantity: 'bore', meaning: 'bore' },
    stroke: { symbol: 's', quantity: 'bore', meaning: 'stroke' },
    chamber: { symbol: 'V_ch', quantity: 'volume', meaning: 'chamber in the head' },
    crown: { symbol: 'V_cr', quantity: 'volume', meaning: 'piston crown: a dish adds, a dome takes away' },
    gasketBore: { symbol: 'b_g', quantity: 'bore', meaning: 'bore of the gasket' },
    gasketThickness: { symbol: 'h_g', quantity: 'bore', meaning: 'gasket, pressed' },
    deck: { symbol: 'h_d', quantity: 'bore', meaning: 'piston below the deck' },
  },
  fn: (a) => {
    const area = (Math.PI / 4) * a.bore * a.bore;
    const gasket = (Math.PI / 4) * a.gasketBore * a.gasketBore * a.gasketThickness;
    return 1 + (area * a.stroke) / (a.chamber + a.crown + gasket + area * a.deck);
  },
});

/** Mean piston speed, m/s. In: stroke m; rev/min. Source: definition. */
export const meanPistonSpeed = (stroke: number, speedRpm: number): number => (2 * stroke * speedRpm) / 60;

/**
 * Greatest acceleration of the piston, at top dead centre, m/s². In: stroke m; rod length m; rev/min.
 * Source: r ω² (1 + r/l), crank-slider to second order; Heywood (1988), eq. 2.4 differentiated.
 */
export function pistonAcceleration(stroke: number, rodLength: number, speedRpm: number): number {
  const r = stroke / 2;
  return r * ((2 * Math.PI * speedRpm) / 60) ** 2 * (1 + r / rodLength);
}

/**
 * Compression ratio of a two-stroke counted from where the exhaust port closes. In: geometric ratio; stroke m; upper edge
 * of the port above bottom dead centre m. Out: below the geometric one. Source: definition.
 */
export const trappedCompressionRatio = (ratio: number, stroke: number, port: number): number =>
  1 + (ratio - 1) * Math.max(0, 1 - port / stroke);

/**
 * Share of the delivered air that a perfectly mixing two-stroke traps. In: delivery ratio, above 0. Out: 0 to 1.
 * Source: perfect mixing, Heywood (1988), eq. 6.26 and 6.27: (1 − e^−Λ)/Λ. From memory.
 */
export const perfectMixingTrapping = (deliveryRatio: number): number =>
  deliveryRatio > 1e-9 ? (1 - Math.exp(-deliveryRatio)) / deliveryRatio : 1;

/** Mean piston speeds of the trade, m/s (common practice, no source): what a sound bottom end of its kind is asked for. */
export const pistonSpeedBands = { usual: 20, sporting: 25, racing: 28 } as const;
