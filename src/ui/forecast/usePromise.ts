import { useEffect, useMemo, useState } from 'react';
import type { ForecastLine, FrozenForecast } from '@/formats/forecasts';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';

/** The last forecast that was promised for the setup in hand; null where none was, or until it is fetched. */
export function usePromise(): FrozenForecast | null {
  const { store, setupIndex } = useJob();
  const jobId = store.getState().id;
  const setupId = useJobState((s) => s.draft.setups[setupIndex]?.id);
  const [lines, setLines] = useState<ForecastLine[]>([]);
  useEffect(() => {
    let isHere = true;
    void server.forecasts(jobId).then((answer) => {
      if (isHere && answer.kind === 'ok') setLines(answer.data.forecasts);
    });
    return () => {
      isHere = false;
    };
  }, [jobId]);
  return useMemo(
    () => lines.find(({ document }) => document.setup.id === setupId)?.document ?? null,
    [lines, setupId],
  );
}
