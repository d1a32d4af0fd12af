import * as z from 'zod';
import { jobIdSchema } from '@/formats/api';
import { Refusal } from './handler';

export const jobParams = z.object({ id: jobIdSchema });

export const noSuchJob = () => new Refusal(404, 'There is no such job. It may lie in the bin.');
