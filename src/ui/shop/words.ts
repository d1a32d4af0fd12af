import type { BackupWhy } from '@/formats/shop-state';

export const sizeWords = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.max(1, Math.round(bytes / 1e3))} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${(bytes / 1e9).toFixed(1)} GB`;

export const timeWords = (at: string): string =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

export const whyWords: Record<BackupWhy, string> = {
  first: 'the first of this shop',
  daily: 'of the day',
  update: 'before an update',
  base: 'to go on from, after the data were changed as a whole',
  restore: 'before another was put back',
  hand: 'by hand',
};
