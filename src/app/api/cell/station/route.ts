import { simulatedStation } from '@/core/dyno/station';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** The cell's weather station: a simulated one, until a shop has its own. */
export const GET = handler({}, () =>
  Promise.resolve({ ...simulatedStation(Date.now() / 1_000), isSimulated: true }),
);
