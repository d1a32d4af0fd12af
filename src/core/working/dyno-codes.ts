/** Runs of the dyno and logs of the road. */
export type DynoCode =
  | 'run-slips'
  | 'run-begins-late'
  | 'run-full-boost'
  | 'run-dip'
  | 'run-torque-fell'
  | 'log-channel-twice'
  | 'log-time-back'
  | 'log-speed-off';
