import { extremesOf, type Log } from './channels';
import { pullsOf, type Pull } from './pulls';
import { thinned } from './thinning';

/** What is shown of a log before its pulls are cut: engine speed by reading is thinned to what can be drawn. */
export type LogSummary = {
  readings: number;
  pulls: Pull[];
  speeds: { places: number[]; values: number[] };
  extremes: ReturnType<typeof extremesOf>;
};

const DRAWN = 600;

/** The summary of a log with engine speed. Total. */
export function logSummary(log: Log): LogSummary {
  const speeds = log.speedRpm ?? [];
  const places = speeds.map((_, i) => i);
  return {
    readings: speeds.length,
    pulls: pullsOf(log),
    speeds: thinned(places, speeds, 0, speeds.length - 1, DRAWN),
    extremes: extremesOf(log),
  };
}
