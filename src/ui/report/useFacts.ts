import { useEffect, useMemo, useState } from 'react';
import type { Build } from '@/core/build/build';
import { limitLineOf, type LimitLine } from '@/core/limits/judge';
import { pullOf } from '@/core/plan/steps';
import type { Sweep } from '@/core/solve/sweep';
import type { Job } from '@/core/job/schema/job';
import type { AnyItem } from '@/formats/library-items';
import type { ForecastLine, FrozenForecast } from '@/formats/forecasts';
import type { RunLine } from '@/formats/runs';
import { failureOf, type FailureWords } from '../frame/Failure';
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

/** The facts of the job in hand; null until its runs and the shop's name are fetched: a sheet without them would say what is not so. */
export function useFacts(): { facts: Facts | null; failure: FailureWords | null } {
  const { store, answer, items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const id = store.getState().id;
  const [promises, setPromises] = useState<ForecastLine[] | null>(null);
  const [runs, setRuns] = useState<RunLine[] | null>(null);
  const [shop, setShop] = useState<Facts['shop'] | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  useEffect(() => {
    let isHere = true;
    void server.runs(id).then((reply) => {
      if (!isHere) return;
      if (reply.kind === 'ok') setRuns(reply.data.runs);
      else setFailure(failureOf('The runs of this job were not fetched.', reply));
    });
    void server.forecasts(id).then((reply) => {
      if (!isHere) return;
      if (reply.kind === 'ok') setPromises(reply.data.forecasts);
      else setFailure(failureOf('The promises of this job were not fetched.', reply));
    });
    void server.settings().then((reply) => {
      if (!isHere) return;
      if (reply.kind !== 'ok') return setFailure(failureOf('The shop’s name was not fetched.', reply));
      const { shopName, address } = reply.data;
      setShop({ name: shopName, address: address.replace(/\s*\n\s*/g, ', ') });
    });
    return () => {
      isHere = false;
    };
  }, [id]);
  const facts = useMemo(
    () =>
      runs &&
      promises &&
      shop && {
        job,
        setupIndex,
        build: answer?.build ?? null,
        sweep: answer?.sweep ?? null,
        line: answer ? limitLineOf(answer.build, answer.sweep, job.engine, pullOf(job)) : null,
        runs,
        promise:
          promises.find(({ document }) => document.setup.id === job.setups[setupIndex]?.id)?.document ?? null,
        items,
        shop,
      },
    [job, setupIndex, answer, runs, promises, items, shop],
  );
  return { facts, failure };
}
