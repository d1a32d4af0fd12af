import { act, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { jobBounds } from '@/core/job/inputs/bounds';
import type { Job } from '@/core/job/schema/job';
import { sampleItems } from '@/data/demo/sample';
import type { BenchId } from '@/ui/frame/benches';
import { DialogsProvider } from '@/ui/frame/dialogs';
import { server } from '@/ui/server/client';
import { createJobStore } from '@/ui/store/job-store';
import { JobProvider, SpeedProvider } from '@/ui/store/solved';
import { Providers } from '@/ui/theme/Providers';

const bounds = jobBounds();
const ignored = () => {};

/** A part of a job's page in a document of its own, with a server that takes every commit. Out: the job's store. */
export function openInJob(
  job: Job,
  part: ReactNode,
  goTo: (bench: BenchId, sheet?: string | null) => void = ignored,
  id = 'job-1',
) {
  jest.spyOn(server, 'saveJob').mockResolvedValue({ kind: 'ok', data: { revision: 2 } });
  const store = createJobStore({ id, revision: 1, job, savedAt: '' });
  const page = render(
    <Providers units={{ system: 'metric', mix: {} }}>
      <JobProvider
        store={store}
        bounds={bounds}
        items={sampleItems}
        firstSetup={0}
        firstDrawn={null}
        onSetups={ignored}
      >
        <SpeedProvider first={job.brief.goal.speedRpm.value} onSpeed={ignored}>
          <DialogsProvider goTo={goTo}>{part}</DialogsProvider>
        </SpeedProvider>
      </JobProvider>
    </Providers>,
  );
  return {
    ...page,
    store,
    job: () => store.getState().draft,
    undo: () => act(() => store.getState().undo()),
    write: (path: string, value: unknown) =>
      act(() => {
        store.getState().write(path, value);
        store.getState().commit();
      }),
  };
}
