'use client';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useRef, useState } from 'react';
import { isBusyKey, isTyping } from '../frame/typing';
import type { Entry } from './entries';

const load = () => import('./FinderDialog');
export const loadFinder = load;
const FinderDialog = dynamic(load);

/** Opens the finder wherever the page stands. A key in the frame may ask for it too. */
const FINDER_EVENT = 'fierce-lung-find';
export const openFinder = () => window.dispatchEvent(new Event(FINDER_EVENT));

/** A key for the finder before its field has the focus. */
export type TakeKey = (key: string) => void;

/** '/' finds anything. In: what the page itself offers, made when the finder opens. Must be stable. */
export function Finder({ own }: { own: () => Entry[] }) {
  const [entries, setEntries] = useState<Entry[] | null>(null);
  const isOpen = useRef(false);
  const early = useRef<string[]>([]);
  const taker = useRef<TakeKey | null>(null);
  const close = useCallback(() => {
    isOpen.current = false;
    taker.current = null;
    setEntries(null);
  }, []);
  /** The dialog is there: it gets what was typed so far, and what goes on being typed beside its field. */
  const receive = useCallback((take: TakeKey) => {
    for (const key of early.current) take(key);
    early.current = [];
    taker.current = take;
  }, []);
  useEffect(() => {
    const open = () => {
      isOpen.current = true;
      early.current = [];
      setEntries(own());
    };
    const press = (e: KeyboardEvent) => {
      if (isOpen.current) {
        // Until its field has the focus, what is typed belongs to the finder all the same, and to no key of the page.
        if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
        e.stopImmediatePropagation();
        if (e.key === 'Escape') return close();
        if (e.key.length !== 1 && e.key !== 'Enter') return;
        e.preventDefault();
        if (taker.current) taker.current(e.key);
        else early.current.push(e.key);
        return;
      }
      if (e.key !== '/' || isBusyKey(e) || document.querySelector('[role=dialog]')) return;
      e.preventDefault();
      e.stopImmediatePropagation();
      open();
    };
    window.addEventListener('keydown', press, { capture: true });
    window.addEventListener(FINDER_EVENT, open);
    return () => {
      window.removeEventListener('keydown', press, { capture: true });
      window.removeEventListener(FINDER_EVENT, open);
    };
  }, [own, close]);
  return entries && <FinderDialog own={entries} receive={receive} onClose={close} />;
}
