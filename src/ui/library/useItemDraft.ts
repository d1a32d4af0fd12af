import { produce } from 'immer';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { checkMap } from '@/core/compressor/check';
import type { Compressor } from '@/core/compressor/document';
import type { LibraryEntry } from '@/formats/library-items';

type Kept = { baseRevision: number; draft: Compressor };
type History = { past: Compressor[]; future: Compressor[]; last: string | null };

const keyOf = (id: string) => `fierce-lung-item-${id}`;

function readKept(id: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Kept | null;
    return kept && typeof kept.baseRevision === 'number' && Array.isArray(kept.draft?.lines) ? kept : null;
  } catch {
    return null;
  }
}

function keep(id: string, kept: Kept | null): void {
  try {
    if (kept) localStorage.setItem(keyOf(id), JSON.stringify(kept));
    else localStorage.removeItem(keyOf(id));
  } catch {
    // Without storage the draft lasts as long as the page.
  }
}

const DEEPEST_UNDO = 100;

/**
 * A compressor being edited. The draft is kept on this device until it is saved or dropped, so that nothing typed is lost;
 * a revision is made only when somebody says so. `sound` is the last draft without faults: what the picture shows.
 */
export function useItemDraft(entry: LibraryEntry) {
  const [draft, setDraft] = useState<Compressor>(entry.document);
  const [baseRevision, setBaseRevision] = useState(entry.revision);
  const [history, setHistory] = useState<History>({ past: [], future: [], last: null });
  const [foundKept, setFoundKept] = useState(false);
  const isChanged = JSON.stringify(draft) !== JSON.stringify(entry.document);
  const check = useMemo(() => checkMap(draft), [draft]);
  const [sound, setSound] = useState<Compressor>(entry.document);
  if (check.faults.length === 0 && sound !== draft) setSound(draft);

  useEffect(() => {
    // Only once the page is there: the server knows nothing of this device's drafts.
    const kept = readKept(entry.id);
    if (!kept || JSON.stringify(kept.draft) === JSON.stringify(entry.document)) return;
    /* eslint-disable react-hooks/set-state-in-effect */
    setDraft(kept.draft);
    setBaseRevision(kept.baseRevision);
    setFoundKept(true);
    /* eslint-enable react-hooks/set-state-in-effect */
  }, [entry]);

  const put = useCallback(
    (next: Compressor) => {
      setDraft(next);
      const same = JSON.stringify(next) === JSON.stringify(entry.document);
      keep(entry.id, same ? null : { baseRevision, draft: next });
    },
    [entry, baseRevision],
  );
  /** Changes the draft; edits of one field in a row are one step back. */
  const edit = (field: string, change: (draft: Compressor) => void) => {
    const next = produce(draft, (d) => {
      // In braces: what a change happens to return is no new draft.
      change(d);
    });
    if (next === draft) return;
    if (history.last !== field)
      setHistory({ past: [...history.past, draft].slice(-DEEPEST_UNDO), future: [], last: field });
    put(next);
  };
  const undo = () => {
    const to = history.past.at(-1);
    if (!to) return;
    setHistory({ past: history.past.slice(0, -1), future: [...history.future, draft], last: null });
    put(to);
  };
  const redo = () => {
    const to = history.future.at(-1);
    if (!to) return;
    setHistory({ past: [...history.past, draft], future: history.future.slice(0, -1), last: null });
    put(to);
  };
  const drop = () => {
    setHistory({ past: [], future: [], last: null });
    setBaseRevision(entry.revision);
    setFoundKept(false);
    put(entry.document);
    keep(entry.id, null);
  };
  const saved = (revision: number) => {
    keep(entry.id, null);
    setFoundKept(false);
    setBaseRevision(revision);
  };
  return {
    draft,
    sound,
    check,
    baseRevision,
    isChanged,
    foundKept,
    edit,
    undo,
    redo,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    drop,
    saved,
  };
}

export type ItemDraft = ReturnType<typeof useItemDraft>;
