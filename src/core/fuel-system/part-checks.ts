import { reason, type Reason } from '../working/range';
import type { FuelPump, Injector } from './part-documents';

type Doubts = { faults: []; doubts: { reason: Reason }[] };

/** Flow of port injectors at 3 bar, m³/s, that are sold: 90 to 3,500 cc/min (common practice, no source). */
const USUAL = { low: 90e-6 / 60, high: 3_500e-6 / 60 };

/** What is odd about an injector. In: a document that passed its schema. Never throws. */
export function checkInjector({ injection, flow, ratedPressure }: Injector): Doubts {
  const at3 = flow.value * Math.sqrt(300_000 / ratedPressure.value);
  const isOdd = injection === 'port' && (at3 < USUAL.low || at3 > USUAL.high);
  return {
    faults: [],
    doubts: isOdd
      ? [
          {
            reason: reason('injector-flow-unusual', {
              flow: [at3, 'injectorFlow'],
              low: [USUAL.low, 'injectorFlow'],
              high: [USUAL.high, 'injectorFlow'],
            }),
          },
        ]
      : [],
  };
}

/** What is odd about a pump. In: a document that passed its schema. Never throws. */
export function checkPump({ drive, points }: FuelPump): Doubts {
  const isOdd = drive === 'electric' && points.at(-1)!.current < points[0]!.current;
  return { faults: [], doubts: isOdd ? [{ reason: reason('pump-rises-late') }] : [] };
}
