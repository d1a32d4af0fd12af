/** Ranges of the shaft that a pulley sits on and of the room round it, m: the same for every supercharger. */
export const shaftBounds = {
  shaft: { min: 0.005, max: 0.1 },
  clearance: { min: 0.01, max: 0.5 },
};

/** Their fields. */
export const shaftFields = [
  {
    kind: 'measure',
    path: 'shaft',
    label: 'Pulley shaft',
    quantity: 'bore',
    bound: shaftBounds.shaft,
    optional: true,
  },
  {
    kind: 'measure',
    path: 'clearance',
    label: 'Housing clearance radius',
    hint: 'largest pulley radius that clears it',
    quantity: 'bore',
    bound: shaftBounds.clearance,
    optional: true,
  },
] as const;
