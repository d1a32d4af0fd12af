import type { Build, Library } from '../build/build';
import { compileBuild } from '../build/build';
import { camEvents, type Card } from '../engine/cam';
import type { Job } from '../job/schema/job';
import { solveSweep, type Sweep } from '../solve/sweep';
import { atHeldLevel } from '../studies/sites';
import { marksOf, type CurveMarks } from './marks';

/** A cam card on one engine: what it does to the revs and to idle. SI. */
export type CamRow = CurveMarks & {
  card: Card;
  overlap: number;
  build: Build;
  sweep: Sweep;
  idle: 'smooth' | 'fair' | 'rough';
};

const degrees = Math.PI / 180;

/** How an engine idles by the overlap of its card at the stated lift (common practice, no source): smooth below 10°, rough above 40°. */
const idleOf = (overlap: number): CamRow['idle'] =>
  overlap < 10 * degrees ? 'smooth' : overlap < 40 * degrees ? 'fair' : 'rough';

/** The job with another card, its breathing shape moved by it. */
function withCard(job: Job, card: Card): Job {
  const { cam } = job.engine;
  const set = (key: keyof Card) => ({ ...cam[key], value: card[key] });
  return {
    ...job,
    engine: {
      ...job.engine,
      cam: {
        ...cam,
        known: true,
        movesShape: true,
        // Against the card that stands where no other reference was given.
        shapeDuration:
          cam.known && cam.movesShape ? cam.shapeDuration : { ...cam.shapeDuration, value: cam.intake.value },
        intake: set('intake'),
        exhaust: set('exhaust'),
        intakeLift: set('intakeLift'),
        exhaustLift: set('exhaustLift'),
        separation: set('separation'),
        intakeCentre: set('intakeCentre'),
      },
    },
  };
}

/**
 * One card on a setup, boost setting held. In: job, setup, library; card; level held, Pa gauge. Null where the job is not solved. An estimate as
 * `cardEffect` is; only a breathing shape moves with a card: a table or a measured run does not.
 */
export function camOn(
  job: Job,
  setupId: string,
  library: Library,
  card: Card,
  levelGauge: number | null,
): CamRow | null {
  const result = compileBuild(withCard(job, card), setupId, library);
  if ('problems' in result) return null;
  const build = atHeldLevel(result.build, levelGauge);
  const sweep = solveSweep(build);
  const marks = marksOf(sweep.points);
  if (!marks) return null;
  const { overlap } = camEvents(card);
  return { ...marks, card, overlap, build, sweep, idle: idleOf(overlap) };
}
