import { useEffect, useMemo, useState } from 'react';
import type { Build } from '@/core/build/build';
import { limitLineOf, type LimitLine } from '@/core/limits/judge';
import { pullOf } from '@/core/plan/steps';
import type { Sweep } from '@/core/solve/sweep';
import type { Job } from '@/core/job/schema/job';
import type { AnyItem } from '@/formats/library-items';
import type { FrozenForecast } from '@/formats/forecasts';
import type { RunLine } from '@/formats/runs';
import { usePromise } from '../forecast/usePromise';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';

/** What every printed sheet is made from: one reading of the job, its forecast, its runs and its promise. */
export type Facts = {
  job: Job;
  setupIndex: number;
  build: Build | null;
  sweep: Sweep | null;
  line: LimitLine | null;
  runs: RunLine[];
  promise: FrozenForecast | null;
  items: readonly AnyItem[];
  shop: { name: string; address: string };
};

/** The facts of the job in hand; runs and the shop's name are fetched once. */
export function useFacts(): Facts {
  const { store, answer, items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const id = store.getState().id;
  const promise = usePromise();
  const [runs, setRuns] = useState<RunLine[]>([]);
  const [shop, setShop] = useState({ name: '', address: '' });
  useEffect(() => {
    let isHere = true;
    void server.runs(id).then((reply) => {
      if (isHere && reply.kind === 'ok') setRuns(reply.data.runs);
    });
    void server.settings().then((reply) => {
      if (isHere && reply.kind === 'ok')
        setShop({ name: reply.data.shopName, address: reply.data.address.replace(/\s*\n\s*/g, ', ') });
    });
    return () => {
      isHere = false;
    };
  }, [id]);
  return useMemo(
    () => ({
      job,
      setupIndex,
      build: answer?.build ?? null,
      sweep: answer?.sweep ?? null,
      line: answer ? limitLineOf(answer.build, answer.sweep, job.engine, pullOf(job)) : null,
      runs,
      promise,
      items,
      shop,
    }),
    [job, setupIndex, answer, runs, promise, items, shop],
  );
}
