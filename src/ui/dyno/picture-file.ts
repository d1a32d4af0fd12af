/** A picture that was opened, with its size. */
export type OpenPicture = { bitmap: ImageBitmap; width: number; height: number };

/** Opens a picture; null where it is none that the browser reads. */
export async function openPicture(file: Blob): Promise<OpenPicture | null> {
  try {
    const bitmap = await createImageBitmap(file);
    return { bitmap, width: bitmap.width, height: bitmap.height };
  } catch {
    return null;
  }
}

const SMALL = 160;
/** As long as the server takes, signs. */
const LONGEST = 12_000;

/** A picture drawn to a size; null where the browser has no canvas. */
export function drawnAt({ bitmap, width, height }: OpenPicture, longest: number) {
  const scale = Math.min(1, longest / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  // What is transparent is read as paper.
  context.fillStyle = 'white';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return { canvas, context };
}

/** A small JPEG of a picture as a data address; null where none can be made. */
export function thumbnailOf(picture: OpenPicture): string | null {
  const drawn = drawnAt(picture, SMALL);
  if (!drawn) return null;
  for (const quality of [0.7, 0.45, 0.2]) {
    const address = drawn.canvas.toDataURL('image/jpeg', quality);
    if (address.length <= LONGEST) return address;
  }
  return null;
}
