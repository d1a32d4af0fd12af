import * as z from 'zod';
import { jobIdSchema } from './api';
import { runIdSchema } from './runs';

/** Largest photograph, bytes. */
export const LARGEST_PICTURE = 12_000_000;

/** What is said of a photograph that is sent: in the address, its bytes in the body. */
export const addPictureSchema = z.strictObject({
  name: z.string().trim().min(1).max(120),
  run: runIdSchema.optional(),
});
/** Small: it is shown in lists. */
export const thumbnailSchema = z
  .string()
  .regex(/^data:image\/jpeg;base64,[A-Za-z0-9+/=]*$/)
  .max(12_000);
export const pictureParams = z.object({
  id: jobIdSchema,
  picture: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'This is not the id of a picture.'),
});

/** A photograph as a list has it. */
export type PictureLine = {
  id: string;
  runId: string | null;
  name: string;
  type: string;
  bytes: number;
  thumbnail: string;
};
