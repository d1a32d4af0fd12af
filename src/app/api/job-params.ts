import * as z from 'zod';
import { jobIdSchema } from '@/formats/api';
import { runIdSchema } from '@/formats/runs';
import { Refusal } from './handler';

export const jobParams = z.object({ id: jobIdSchema });
export const runParams = z.object({ id: jobIdSchema, run: runIdSchema });

export const noSuchJob = () =>
  new Refusal(404, 'There is no such job. It may lie in the bin.', { gone: 'missing' });
export const jobInBin = () =>
  new Refusal(404, 'This job lies in the bin: it was deleted in another window.', { gone: 'binned' });
export const noSuchRun = () => new Refusal(404, 'There is no such run of this job.');
