import { stateOf } from '@/core/solve/finding-states';
import type { Reason } from '@/core/working/range';
import { Fold } from '../fields/Fold';
import { Findings } from './Findings';

/** A sheet's own findings; the rest folded, with how many of them are over a limit. `sheet`: another one folds them anew. */
export function SheetFindings({ own, more, sheet }: { own: Reason[]; more: Reason[]; sheet: string }) {
  const over = more.filter((f) => stateOf(f) === 'over').length;
  return (
    <>
      {own.length > 0 && <Findings findings={own} />}
      {more.length > 0 && (
        <Fold
          key={sheet}
          title={`${more.length} more ${more.length === 1 ? 'finding' : 'findings'}`}
          note={over > 0 ? `${over} over the limit` : undefined}
        >
          <Findings findings={more} label="More findings" />
        </Fold>
      )}
    </>
  );
}
