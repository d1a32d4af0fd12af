import type { ownFactorOf } from '@/core/forecast/carried';
import type { RunCard } from '@/core/dyno/card';
import type { StationReading } from '@/core/dyno/station';
import type { ForecastLine, FrozenForecast } from '@/formats/forecasts';
import type { LogMapping } from '@/formats/run-log';
import type { RunLine, ShopRun, StoredLog } from '@/formats/runs';
import type { JobStart } from '@/core/job/start';
import type { Job } from '@/core/job/schema/job';
import type { ApiError } from '@/formats/api';
import type { FinderIndex, RevisionLine } from '@/formats/history';
import type { AnyLine } from '@/formats/kinds';
import type { Ref } from '@/core/documents/ref';
import type { ItemDocument } from '@/formats/kinds/documents';
import type {
  AnyEntry,
  AnyItem,
  DriveShop,
  LibraryEntry,
  LibraryHead,
  TurbineItem,
  TurbochargerItem,
} from '@/formats/library-items';
import type { PastBuild } from '@/formats/builds';
import type { PictureLine } from '@/formats/pictures';
import type { Settings } from '@/formats/settings';
import type { FullCheckAnswer } from '@/formats/shop-state';

export type StoredJob = { id: string; revision: number; job: Job; savedAt: string };

/** What a call to the server came to: an answer, a refusal with its reason, or no server. */
export type Answer<T> =
  | { kind: 'ok'; data: T }
  | {
      kind: 'refused';
      status: number;
      error: string;
      problems: string[];
      current?: StoredJob;
      /** The job is not there any more: in the bin, or removed for good. */
      gone?: 'binned' | 'missing';
      /** What keeps the shop's data from being written: by its name. */
      storage?: string;
    }
  | { kind: 'away' };

function call<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  return send(path, {
    method,
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? null : JSON.stringify(body),
  });
}

async function send<T>(path: string, request: RequestInit): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await fetch(path, { ...request, cache: 'no-store' });
  } catch {
    return { kind: 'away' };
  }
  const data: unknown = await response.json().catch(() => null);
  if (response.ok) return { kind: 'ok', data: data as T };
  const refused = (data ?? {}) as Partial<ApiError> & {
    current?: StoredJob;
    gone?: 'binned' | 'missing';
    storage?: string;
  };
  return {
    kind: 'refused',
    status: response.status,
    error: refused.error ?? `The server answered ${response.status}.`,
    problems: refused.problems ?? [],
    ...(refused.current ? { current: refused.current } : {}),
    ...(refused.gone ? { gone: refused.gone } : {}),
    ...(refused.storage ? { storage: refused.storage } : {}),
  };
}

/** The server's entries, typed. */
export const server = {
  createJob: (name: string, start: JobStart) => call<StoredJob>('POST', '/api/jobs', { name, start }),
  loadJob: (id: string) => call<StoredJob>('GET', `/api/jobs/${id}`),
  saveJob: (id: string, baseRevision: number, job: Job) =>
    call<{ revision: number }>('PUT', `/api/jobs/${id}`, { baseRevision, job }),
  setBinned: (id: string, binned: boolean) =>
    call<{ binned: boolean }>('PUT', `/api/jobs/${id}/bin`, { binned }),
  duplicateJob: (id: string) => call<StoredJob>('POST', `/api/jobs/${id}/duplicate`),
  lines: (path: string) => call<{ items: AnyLine[] }>('GET', `/api/library/${path}`),
  compressors: () => call<{ items: LibraryHead[] }>('GET', '/api/library/compressors'),
  compressor: (id: string, revision: number) =>
    call<LibraryEntry>('GET', `/api/library/compressors/${id}?revision=${revision}`),
  turbochargers: () =>
    call<{ turbochargers: TurbochargerItem[]; turbines: TurbineItem[] }>(
      'GET',
      '/api/selection/turbochargers',
    ),
  drives: () => call<DriveShop>('GET', '/api/selection/drives'),
  item: (path: string, id: string) => call<AnyEntry>('GET', `/api/library/${path}/${id}`),
  addItem: (path: string, document: ItemDocument) =>
    call<AnyItem>('POST', `/api/library/${path}`, { document }),
  addItems: (path: string, documents: ItemDocument[]) =>
    call<{ items: Ref[] }>('POST', `/api/library/${path}/list`, { documents }),
  saveItem: (path: string, id: string, baseRevision: number, document: ItemDocument) =>
    call<{ revision: number }>('PUT', `/api/library/${path}/${id}`, { baseRevision, document }),
  setRetired: (path: string, id: string, retired: boolean) =>
    call<{ retired: boolean }>('PUT', `/api/library/${path}/${id}/retired`, { retired }),
  duplicateItem: (path: string, id: string) => call<AnyItem>('POST', `/api/library/${path}/${id}/duplicate`),
  setItemBinned: (path: string, id: string, binned: boolean) =>
    call<{ binned: boolean }>('PUT', `/api/library/${path}/${id}/bin`, { binned }),
  removeItem: (path: string, id: string) => call<{ removed: true }>('DELETE', `/api/library/${path}/${id}`),
  forecasts: (id: string) => call<{ forecasts: ForecastLine[] }>('GET', `/api/jobs/${id}/forecasts`),
  freeze: (id: string, forecast: FrozenForecast) =>
    call<{ id: string }>('POST', `/api/jobs/${id}/forecasts`, forecast),
  searchRuns: (words: string) =>
    call<{ runs: ShopRun[] }>('GET', `/api/runs?${new URLSearchParams({ words }).toString()}`),
  runs: (id: string) => call<{ runs: RunLine[] }>('GET', `/api/jobs/${id}/runs`),
  runLog: (id: string, run: string) => call<{ log: StoredLog }>('GET', `/api/jobs/${id}/runs/${run}`),
  logSource: (columns: string) =>
    call<{ mapping: LogMapping | null }>('POST', '/api/log-sources/known', { columns }),
  rememberSource: (columns: string, mapping: LogMapping) =>
    call<{ remembered: true }>('PUT', '/api/log-sources', { columns, mapping }),
  addRun: (id: string, run: { card: RunCard; log: StoredLog; raw: string }) =>
    call<{ id: string }>('POST', `/api/jobs/${id}/runs`, run),
  saveRunCard: (id: string, run: string, card: RunCard) =>
    call<{ saved: true }>('PUT', `/api/jobs/${id}/runs/${run}`, { card }),
  setRunDeleted: (id: string, run: string, deleted: boolean) =>
    call<{ deleted: boolean }>('PUT', `/api/jobs/${id}/runs/${run}/deleted`, { deleted }),
  /** The shop’s own power per air; null while no promise has met a run. */
  builds: () => call<{ builds: PastBuild[] }>('GET', '/api/shop/builds'),
  shopFactor: () => call<{ factor: ReturnType<typeof ownFactorOf> }>('GET', '/api/shop/factor'),
  station: () => call<StationReading & { isSimulated: boolean }>('GET', '/api/cell/station'),
  pictures: (id: string) => call<{ pictures: PictureLine[] }>('GET', `/api/jobs/${id}/pictures`),
  addPicture: (id: string, file: Blob, name: string, thumbnail: string, run?: string) =>
    send<{ id: string; type: string; bytes: number }>(
      `/api/jobs/${id}/pictures?${new URLSearchParams({ name, ...(run ? { run } : {}) }).toString()}`,
      {
        method: 'POST',
        headers: { 'content-type': file.type || 'application/octet-stream', 'x-thumbnail': thumbnail },
        body: file,
      },
    ),
  removePicture: (id: string, picture: string) =>
    call<{ removed: true }>('DELETE', `/api/jobs/${id}/pictures/${picture}`),
  removeJob: (id: string) => call<{ removed: true }>('DELETE', `/api/jobs/${id}`),
  revisions: (id: string) => call<{ revisions: RevisionLine[] }>('GET', `/api/jobs/${id}/revisions`),
  revision: (id: string, revision: number) =>
    call<{ revision: number; job: Job }>('GET', `/api/jobs/${id}/revisions/${revision}`),
  nameRevision: (id: string, revision: number, name: string) =>
    call<{ name: string | null }>('PUT', `/api/jobs/${id}/revisions/${revision}`, { name }),
  finder: () => call<FinderIndex>('GET', '/api/finder'),
  backUp: () => call<{ name: string }>('POST', '/api/shop/backups', {}),
  restore: (name: string) => call<{ restored: string }>('POST', '/api/shop/restore', { name }),
  addBackup: (file: File) =>
    send<{ name: string }>('/api/shop/upload', {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
    }),
  checkShop: () => call<FullCheckAnswer>('POST', '/api/shop/check', {}),
  settings: () => call<Settings>('GET', '/api/settings'),
  saveSettings: (settings: Settings) => call<Settings>('PUT', '/api/settings', settings),
  dismissRecovery: () => call<{ read: true }>('DELETE', '/api/shop/recovery'),
  importJob: (text: string) => call<StoredJob>('POST', '/api/import', { text }),
};

export const itemExportAddress = (path: string, id: string, format: 'csv' | 'json'): string =>
  `/api/library/${path}/${id}/export?format=${format}`;

export const listExportAddress = (path: string): string => `/api/library/${path}/list`;

export const backupAddress = (name: string): string => `/api/shop/backups/${name}`;

export const pictureAddress = (id: string, picture: string): string => `/api/jobs/${id}/pictures/${picture}`;

export const exportAddress = (id: string): string => `/api/jobs/${id}/export`;
