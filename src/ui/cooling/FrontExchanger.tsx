import type { AnyLine } from '@/formats/kinds';
import { useJob } from '../store/solved';
import { QuantityField } from '../fields/QuantityField';
import { PartChoice } from '../fields/PartChoice';
import { useLines } from '../fields/useLines';
import { useCooling } from './useCooling';

type ExchangerLine = AnyLine & { conductance: number; face: number };

/** The exchanger in front of a loop: of the library, or by its figures. */
export function FrontExchanger() {
  const { store, setupIndex } = useJob();
  const { setup, at } = useCooling();
  const lines = useLines<ExchangerLine>('heat-exchangers');
  const front = setup.cooling?.loop?.front;
  const put = (change: (front: NonNullable<NonNullable<typeof setup.cooling>['loop']>['front']) => void) => {
    store.getState().edit((job) => {
      const its = job.setups[setupIndex]!.cooling?.loop?.front;
      if (its) change(its);
    });
    store.getState().commit();
  };
  if (!front) return null;
  return (
    <>
      <PartChoice
        label="Exchanger in front"
        lines={lines && [...lines].sort((a, b) => a.conductance - b.conductance)}
        part={front.part}
        onTake={(line) =>
          put((its) => {
            its.part = { id: line.id, revision: line.revision };
            its.conductance = { value: line.conductance, confidence: 'maker' };
            its.face = { value: line.face, confidence: 'maker' };
          })
        }
        onLetGo={() => put((its) => void delete its.part)}
      />
      <QuantityField path={`${at}.loop.front.conductance`} hint="at 8 m/s through its face" />
      <QuantityField path={`${at}.loop.front.face`} />
    </>
  );
}
