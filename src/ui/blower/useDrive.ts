import { beltedOf } from '@/core/job/chargers';
import { useJob, useJobState } from '../store/solved';

/** The belt drive of the setup in hand, and where it stands in the job. */
export function useDrive() {
  const { setupIndex } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const belted = beltedOf(setup);
  return {
    drive: belted?.drive,
    path: `setups.${setupIndex}.induction.chargers.${belted?.index ?? 0}.drive` as const,
  };
}
