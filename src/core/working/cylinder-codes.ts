/** The cylinder at one speed: its timing, what limits it, and where its model ends. */
export type CylinderCode =
  | 'cylinder-knocks-anyway'
  | 'cylinder-retarded'
  | 'cylinder-best-torque'
  | 'cylinder-plateau'
  | 'cylinder-diesel'
  | 'cylinder-held-by-peak'
  | 'cylinder-typed-knocks'
  | 'cylinder-typed-early'
  | 'cylinder-typed-worth'
  | 'cylinder-octane-extrapolated'
  | 'cylinder-compression-high'
  | 'cylinder-schools-part';

/** Parts left as made that the forecast passes. */
export type LimitCode = 'untouched-rings' | 'untouched-rods' | 'untouched-head';
