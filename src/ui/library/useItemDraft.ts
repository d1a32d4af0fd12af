import { produce } from 'immer';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { canonicalJson } from '@/core/job/history/canonical';
import { isTyping } from '../frame/typing';

type Kept<T> = { baseRevision: number; draft: T };
type History<T> = { past: T[]; future: T[]; last: string | null };
type Entry<T> = { id: string; revision: number; document: T };

const keyOf = (id: string) => `fierce-lung-item-${id}`;

function readKept<T>(id: string, looksRight: (draft: T) => boolean): Kept<T> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Kept<T> | null;
    return kept && typeof kept.baseRevision === 'number' && kept.draft && looksRight(kept.draft)
      ? kept
      : null;
  } catch {
    return null;
  }
}

function keep<T>(id: string, kept: Kept<T> | null): void {
  try {
    if (kept) localStorage.setItem(keyOf(id), JSON.stringify(kept));
    else localStorage.removeItem(keyOf(id));
  } catch {
    // Without storage the draft lasts as long as the page.
  }
}

const DEEPEST_UNDO = 100;

type Checked = { faults: readonly unknown[] };

/**
 * An item of the library being edited. The draft is kept on this device until it is saved or dropped, so that nothing typed
 * is lost; a revision is made only when somebody says so. `sound` is the last draft without faults: what the picture shows.
 * In: the item; how it is judged, stable; whether what was kept still looks like one of its kind, stable.
 */
export function useItemDraft<T extends object, C extends Checked>(
  entry: Entry<T>,
  judge: (draft: T) => C,
  looksRight: (draft: T) => boolean,
) {
  const [draft, setDraft] = useState<T>(entry.document);
  const [baseRevision, setBaseRevision] = useState(entry.revision);
  const [history, setHistory] = useState<History<T>>({ past: [], future: [], last: null });
  const [foundKept, setFoundKept] = useState(false);
  // The shop gives keys back in an order of its own: what is the same is compared without it.
  const isChanged = canonicalJson(draft) !== canonicalJson(entry.document);
  const check = useMemo(() => judge(draft), [judge, draft]);
  const [sound, setSound] = useState<T>(entry.document);
  if (check.faults.length === 0 && sound !== draft) setSound(draft);

  useEffect(() => {
    // Only once the page is there: the server knows nothing of this device's drafts.
    const kept = readKept(entry.id, looksRight);
    if (!kept || canonicalJson(kept.draft) === canonicalJson(entry.document)) return;
    /* eslint-disable react-hooks/set-state-in-effect */
    setDraft(kept.draft);
    setBaseRevision(kept.baseRevision);
    setFoundKept(true);
    /* eslint-enable react-hooks/set-state-in-effect */
  }, [entry, looksRight]);

  const put = useCallback(
    (next: T) => {
      setDraft(next);
      const same = canonicalJson(next) === canonicalJson(entry.document);
      keep(entry.id, same ? null : { baseRevision, draft: next });
    },
    [entry, baseRevision],
  );
  /** Changes the draft; edits of one field in a row are one step back. */
  const edit = (field: string, change: (draft: T) => void) => {
    const next = produce(draft, (d) => {
      // In braces: what a change happens to return is no new draft.
      change(d as T);
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
  useUndoKeys(undo, redo);
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

/** Ctrl Z and Ctrl Shift Z on an editor's page; inside a field being typed the browser's own undo works. */
function useUndoKeys(undo: () => void, redo: () => void): void {
  const latest = useRef({ undo, redo });
  useEffect(() => {
    latest.current = { undo, redo };
  });
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || isTyping(e.target)) return;
      e.preventDefault();
      if (e.shiftKey) latest.current.redo();
      else latest.current.undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
