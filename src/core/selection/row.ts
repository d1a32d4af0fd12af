import type { MapStatus } from '../compressor/lookup';
import type { LimitState } from '../solve/verdict';
import type { Reason } from '../working/range';
import { factsOf, type Candidate, type CandidateFacts } from './candidate';

/**
 * How thoroughly a row was looked at: at a few speeds; matched at 24; or over every speed of the sweep. A candidate with its
 * drive open is screened at 24 speeds and then looked at whole: there is nothing to match.
 */
export type Pass = 'screened' | 'matched' | 'full';

/** A place on the way across the map at constant ratio: 0 on the surge line, 1 on the edge that is met first. */
export type StripPoint = { speedRpm: number; across: number; status: MapStatus };

/** How a candidate does on this job, before anybody's taste. SI; speeds rev/min; null where it does not happen. */
export type Row = CandidateFacts & {
  pass: Pass;
  kind: 'holds' | 'short' | 'off-map' | 'fails';
  /** As verdict, board and sizing have it: by one rule. */
  state: LimitState;
  /** How far the worst limit is passed, as a share of it; 0 where none is. What is nearest to feasible has least. */
  excess: number;
  why: Reason;
  /** At the goal's speed, W, and what the map has room for there at that ratio. */
  power: number;
  potential: number;
  peak: number;
  /** At the last speed of the sweep; null before it is matched. */
  redLine: number | null;
  threshold: number | null;
  fullFrom: number | null;
  /** Time to full boost in the job's trial, s; null before it is matched or where it never comes. */
  time: number | null;
  efficiency: number | null;
  /** Where it is least. */
  surge: { margin: number; speedRpm: number } | null;
  /** Share of the shaft's limit where it turns fastest. */
  fastest: number;
  /** Back pressure over boost at the goal, both gauge. */
  backPressure: number | null;
  /** Share of the goal that is left at the worst of the Brief's venues; 1 before it is matched. */
  worstVenue: number;
  /** The way across the map, of a candidate whose drive is open, and how far its speeds lie apart, rev/min. */
  strip: StripPoint[] | null;
  stepRpm: number;
};

/** A row of a candidate that has no answer. */
export const failedRow = (candidate: Candidate, pass: Pass, why: Reason): Row => ({
  ...factsOf(candidate),
  pass,
  kind: 'fails',
  state: 'over',
  excess: Infinity,
  why,
  power: 0,
  potential: 0,
  peak: 0,
  redLine: null,
  threshold: null,
  fullFrom: null,
  time: null,
  efficiency: null,
  surge: null,
  fastest: 0,
  backPressure: null,
  worstVenue: 1,
  strip: null,
  stepRpm: 0,
});
