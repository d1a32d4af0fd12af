// Without Zod: pages use these, and the schema does not travel to them.

/** Where the fuel goes in: before the valve, or into the cylinder within a window of the crank. */
export const injectionKinds = ['port', 'direct'] as const;
export type InjectionKind = (typeof injectionKinds)[number];

/** What the regulator holds: a pressure over the manifold's, 1:1, or one over the day's air. */
export const regulatorKinds = ['referenced', 'fixed'] as const;
/** Where it sits: behind the rail with a line back to the tank, or at the tank with none. */
export const supplyLayouts = ['return', 'returnless'] as const;
/** One pump, two side by side, or one behind the other. */
export const pumpArrangements = ['one', 'parallel', 'series'] as const;
/** Whether a second pump always runs, or from a boost on. */
export const secondPumpSchools = ['always', 'boost'] as const;
/** What turns a pump. */
export const pumpDrives = ['electric', 'engine'] as const;
/** One rail, two one behind the other, or two fed side by side. */
export const railKinds = ['one', 'series', 'parallel'] as const;

/** How the controller comes to the load: by an air meter, by manifold pressure and charge temperature, or by both. */
export const loadSenses = ['air-meter', 'speed-density', 'both'] as const;
