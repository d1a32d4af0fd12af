import * as z from 'zod';
import { itemIdSchema } from '@/formats/api';
import { Refusal } from '../../handler';

export const itemParams = z.object({ id: itemIdSchema });

export const noSuchItem = () => new Refusal(404, 'There is no such compressor in the library.');
