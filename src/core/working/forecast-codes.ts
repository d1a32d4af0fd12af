/** What is said of a forecast and of what is driven by it. */
export type ForecastCode =
  | 'run-not-on-road'
  | 'run-needs-mass'
  | 'run-needs-gears'
  | 'run-without-grip'
  | 'run-no-power'
  | 'run-short-of-speed'
  | 'target-by-less'
  | 'target-out-of-reach'
  | 'claims-over'
  | 'claims-near'
  | 'claims-under'
  | 'floor-kept'
  | 'floor-missed'
  | 'floor-claim'
  | 'floor-span'
  | 'run-grip-limits';
