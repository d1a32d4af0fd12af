import { beltDriveOf, chargerAtEngine, chargerPath } from '@/core/job/chargers';
import { useJob, useJobState } from '../store/solved';

/** The belt drive of the setup in hand, and where it stands in the job. */
export function useDrive() {
  const { setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const drive = beltDriveOf(chargerAtEngine(setup));
  return { drive, path: `setups.${setupIndex}.${chargerPath(setup, 'engine')}.drive` as const };
}
