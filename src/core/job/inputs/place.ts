import type { Job } from '../schema/job';
import type { Place } from './descriptor';

const isNumber = (step: string): boolean => /^\d+$/.test(step);

/** The pattern of a path: 'setups.0.boost.onsetRpm' → 'setups.*.boost.onsetRpm'. */
export const patternOf = (path: string): string =>
  path
    .split('.')
    .map((step) => (isNumber(step) ? '*' : step))
    .join('.');

/** What a path says of where it stands; with the job at hand also of the setup and the loss. The one reader of paths. */
export function placeOf(path: string, job?: Pick<Job, 'setups'>): Place {
  const [root, number, part, ...rest] = path.split('.');
  const setup = root === 'setups' ? job?.setups[Number(number)] : undefined;
  const last = path.split('.').findLast(isNumber);
  const place: Place = { setup, charger: null, index: last === undefined ? null : Number(last) };
  if (root !== 'setups') return place;
  if (part === 'plumbing') return { ...place, loss: setup?.plumbing[Number(rest[0])] };
  if (part !== 'induction') return place;
  if (rest[0] === 'aside') return { ...place, charger: 'aside' };
  if (rest[0] !== 'chargers') return place;
  const row = setup?.induction.kind === 'charged' ? setup.induction.chargers.length : 1;
  return { ...place, charger: row > 1 && Number(rest[1]) === 0 ? 'front' : 'engine' };
}
