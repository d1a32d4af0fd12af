import { fuelOf } from '../fuel/fuels';
import { reason } from '../working/range';
import {
  answer,
  isOff,
  known,
  type PadAnswer,
  type PadContext,
  type PadLine,
  type Values,
  flywheelField,
} from './line';

/** Rated at this pressure across the injector, Pa: 3 bar. */
const RATED = 300_000;
const MOST_DUTY = 0.85;

function injectors({ size, count, power: p, duty, drop }: Values, context: PadContext): PadAnswer {
  const { density, bsfc } = fuelOf(context.fuel).injectors;
  const across = Math.sqrt((drop ?? RATED) / RATED);
  const number = count ?? 4;
  const names = { fuel: fuelOf(context.fuel).name };
  // kg/s of all of them, held open.
  const open = known(size) ? size * density * number * across : undefined;
  if (known(open) && known(p)) {
    const needed = (p * bsfc) / open;
    const figures: Parameters<typeof reason>[1] = {
      power: [p, 'power'],
      duty: [needed, 'share'],
      most: [(open * MOST_DUTY) / bsfc, 'power'],
      usual: [MOST_DUTY, 'share'],
      ...(known(duty) ? { stated: [duty, 'share'] } : {}),
    };
    const said = known(duty) && isOff(needed, duty, 0.05);
    return answer(
      known(duty) ? {} : { duty: needed },
      needed > 1 || said ? reason(needed > 1 ? 'claim-duty' : 'claim-duty-other', figures, names) : null,
      // What reads as 85 % is not over 85 %.
      needed <= 1 && Math.round(needed * 100) > MOST_DUTY * 100
        ? [reason('claim-duty-high', figures, names)]
        : [],
    );
  }
  if (known(open)) return answer({ power: (open * (duty ?? 0.8)) / bsfc });
  if (known(p)) return answer({ size: (p * bsfc) / ((duty ?? 0.8) * density * number * across) });
  return answer();
}

export const injectorLine: PadLine = {
  id: 'injectors',
  title: 'Injectors and power',
  ask: 'size or power, the other follows',
  source: 'BSFC for sizing (petrol 0.60, E85 0.80 lb/hp·h) and 3 bar across: common practice, no source',
  fields: [
    { key: 'size', label: 'Injector flow', quantity: 'injectorFlow', min: 1e-7, max: 2e-4 },
    { key: 'count', label: 'Number of injectors', quantity: 'count', min: 1, max: 48, usual: () => 4 },
    flywheelField,
    { key: 'duty', label: 'Duty cycle', quantity: 'share', min: 0.05, max: 1.5, usual: () => 0.8 },
    {
      key: 'drop',
      label: 'Differential pressure',
      quantity: 'boost',
      min: 50_000,
      max: 1_500_000,
      usual: () => RATED,
    },
  ],
  solve: injectors,
};
