import type { JobStart } from '@/core/job/start';
import type { Job } from '@/core/job/schema/job';
import type { Compressor } from '@/core/compressor/document';
import type { ApiError } from '@/formats/api';
import type { FinderIndex, RevisionLine } from '@/formats/history';
import type {
  LibraryEntry,
  LibraryHead,
  LibraryItem,
  PartDocument,
  PartEntry,
  PartLine,
  TurbineItem,
  TurbochargerItem,
} from '@/formats/library-items';
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
  compressors: () => call<{ compressors: LibraryHead[] }>('GET', '/api/library/compressors'),
  compressor: (id: string, revision?: number) =>
    call<LibraryEntry>('GET', `/api/library/compressors/${id}${revision ? `?revision=${revision}` : ''}`),
  turbochargers: () =>
    call<{ turbochargers: TurbochargerItem[]; turbines: TurbineItem[] }>('GET', '/api/library/turbochargers'),
  addCompressor: (document: Compressor) =>
    call<LibraryItem>('POST', '/api/library/compressors', { document }),
  saveCompressor: (id: string, baseRevision: number, document: Compressor) =>
    call<{ revision: number }>('PUT', `/api/library/compressors/${id}`, { baseRevision, document }),
  setRetired: (id: string, retired: boolean) =>
    call<{ retired: boolean }>('PUT', `/api/library/compressors/${id}/retired`, { retired }),
  duplicateCompressor: (id: string) => call<LibraryItem>('POST', `/api/library/compressors/${id}/duplicate`),
  setItemBinned: (id: string, binned: boolean) =>
    call<{ binned: boolean }>('PUT', `/api/library/compressors/${id}/bin`, { binned }),
  removeItem: (id: string) => call<{ removed: true }>('DELETE', `/api/library/compressors/${id}`),
  parts: (kind: PartDocument['kind']) =>
    call<{ items: PartLine[] }>('GET', `/api/library/parts?kind=${kind}`),
  part: (id: string) => call<PartEntry>('GET', `/api/library/parts/${id}`),
  addPart: (document: PartDocument) => call<{ id: string }>('POST', '/api/library/parts', { document }),
  savePart: (id: string, baseRevision: number, document: PartDocument) =>
    call<{ revision: number }>('PUT', `/api/library/parts/${id}`, { baseRevision, document }),
  duplicatePart: (id: string) => call<{ id: string }>('POST', `/api/library/parts/${id}/duplicate`),
  setPartRetired: (id: string, retired: boolean) =>
    call<{ retired: boolean }>('PUT', `/api/library/parts/${id}/retired`, { retired }),
  setPartBinned: (id: string, binned: boolean) =>
    call<{ binned: boolean }>('PUT', `/api/library/parts/${id}/bin`, { binned }),
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
  dismissRecovery: () => call<{ read: true }>('DELETE', '/api/shop/recovery'),
  importJob: (text: string) => call<StoredJob>('POST', '/api/import', { text }),
};

export const mapExportAddress = (id: string, format: 'csv' | 'json'): string =>
  `/api/library/compressors/${id}/export?format=${format}`;

export const partExportAddress = (id: string, format: 'csv' | 'json'): string =>
  `/api/library/parts/${id}/export?format=${format}`;

export const backupAddress = (name: string): string => `/api/shop/backups/${name}`;

export const exportAddress = (id: string): string => `/api/jobs/${id}/export`;
