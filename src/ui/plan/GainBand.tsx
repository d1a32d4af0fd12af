import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { refsOf } from '@/core/documents/refs';
import { differenceOfDraws, heldOf, type Draw } from '@/core/forecast/band';
import { jobAtStep, solveStep } from '@/core/plan/steps';
import { libraryOf } from '@/formats/library-items';
import frame from '../frame/frame.module.css';
import { drawBand } from '../forecast/draws';
import { SEED } from '../forecast/useBand';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { useEngineParts, useMoney, usePlan } from './usePlan';
import { partLadder, pricePerGain } from '@/core/plan/bill';

/** Enough for the ends of eight in ten. */
const COUNT = 400;

type Found = { of: object; low: number; middle: number; high: number; isShown: boolean };

/** The gain of a step over the one before with its band, on the same draws: what one horsepower costs at best and at worst. */
export function GainBand({ index }: { index: number }) {
  const { items, bounds } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan } = usePlan();
  const enginePart = useEngineParts();
  const { signedFigure, inUnit, symbol } = useWords();
  const money = useMoney();
  const [found, setFound] = useState<Found | null>(null);
  const end = useRef<(() => void) | null>(null);
  useEffect(() => () => end.current?.(), []);
  const cost =
    partLadder(
      plan,
      plan.steps.map(() => null),
    ).costs[index] ?? null;
  const draw = () => {
    const library = libraryOf(items);
    const pair = [index - 1, index].map((i) => solveStep(job, plan, i, library, enginePart));
    const used = refsOf(plan);
    const own = items.filter((item) =>
      used.some(({ id, revision }) => id === item.id && revision === item.revision),
    );
    const asked = pair.map((step, k) => {
      if (step.kind !== 'solved') return null;
      const { setup } = plan.steps[index - 1 + k]!;
      const held = { ...heldOf(step.build, setup.id, 2), speeds: [step.build.goal.speedRpm] };
      return {
        job: jobAtStep(job, plan, index - 1 + k, enginePart),
        setupIndex: 0,
        held,
        items: own,
        bounds,
        seed: SEED,
        count: COUNT,
      };
    });
    const [before, after] = asked;
    if (!before || !after) return;
    const whole = (draws: (Draw | undefined)[]) => draws.flatMap((one) => (one ? [one] : []));
    end.current = drawBand(
      before,
      (first, isAll) => {
        if (!isAll) return;
        end.current = drawBand(
          after,
          (second, isWhole) => {
            if (!isWhole) return;
            const difference = differenceOfDraws(whole(second), whole(first), 0);
            if (difference) setFound({ of: plan, ...difference });
          },
          draw,
        );
      },
      draw,
    );
  };
  const isOurs = found?.of === plan;
  const per = (gain: number) => {
    const price = pricePerGain(cost, gain);
    return price === null ? '–' : money(price / inUnit(1, 'power'));
  };
  return (
    <p className={frame.foot} role="status">
      {isOurs && found ? (
        <>
          The step adds {signedFigure(found.low, 'power')} to {signedFigure(found.high, 'power')} at the
          flywheel, eight of ten draws inside
          {found.isShown ? '' : ': inside its own band, so the gain is not shown'}.{' '}
          {found.low > 0 &&
            cost !== null &&
            `Each ${symbol('power')} costs ${per(found.high)} to ${per(found.low)}.`}
        </>
      ) : (
        <Button size="small" variant="outlined" onClick={draw}>
          Draw the band of this step’s gain
        </Button>
      )}
    </p>
  );
}
