import { create } from 'zustand';
import { dutyOf } from '@/core/studies/heat-soak';
import { useJobState } from '../store/solved';

/** Duties that limits are judged for, with how long a pull of each lasts, s. */
export const duties = [
  { value: 'brief', label: 'as the Brief says', seconds: null },
  { value: 'road', label: 'road', seconds: 8 },
  { value: 'strip', label: 'strip', seconds: 12 },
  { value: 'mile', label: 'standing mile', seconds: 30 },
  { value: 'towing', label: 'towing', seconds: 600 },
  { value: 'work', label: 'hours at load', seconds: 3_600 },
] as const;
type DutyId = (typeof duties)[number]['value'];

/** The duty looked at: of the screen, not of the job. */
const useChosen = create<{ dutyId: DutyId; setDuty: (dutyId: DutyId) => void }>((set) => ({
  dutyId: 'brief',
  setDuty: (dutyId) => set({ dutyId }),
}));

/** The duty limits are judged for: the Brief's own, or one chosen. `pull`: s. */
export function useDuty() {
  const use = useJobState((s) => s.draft.brief.use);
  const { dutyId, setDuty } = useChosen();
  const own = dutyOf(use);
  const pull = duties.find(({ value }) => value === dutyId)!.seconds ?? own.pull;
  return { dutyId, setDuty, own, pull };
}
