'use client';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { isBusyKey, isTyping } from '../frame/typing';
import type { Entry } from './entries';

const load = () => import('./FinderDialog');
export const loadFinder = load;
const FinderDialog = dynamic(load);

/** Opens the finder wherever the page stands. A key in the frame may ask for it too. */
const FINDER_EVENT = 'fierce-lung-find';
export const openFinder = () => window.dispatchEvent(new Event(FINDER_EVENT));

/** '/' finds anything. In: what the page itself offers, made when the finder opens. Must be stable. */
export function Finder({ own }: { own: () => Entry[] }) {
  const [entries, setEntries] = useState<Entry[] | null>(null);
  const typed = useRef('');
  const isOpen = entries !== null;
  useEffect(() => {
    const open = () => {
      typed.current = '';
      setEntries(own());
    };
    const press = (e: KeyboardEvent) => {
      if (e.key !== '/' || isBusyKey(e) || document.querySelector('[role=dialog]')) return;
      e.preventDefault();
      open();
    };
    window.addEventListener('keydown', press);
    window.addEventListener(FINDER_EVENT, open);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener(FINDER_EVENT, open);
    };
  }, [own]);
  useEffect(() => {
    if (!isOpen) return;
    // Until its field is there, what is typed belongs to the finder all the same, and to no key of the page.
    const keep = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      e.stopImmediatePropagation();
      if (e.key === 'Escape') return setEntries(null);
      if (e.key.length !== 1) return;
      e.preventDefault();
      typed.current += e.key;
    };
    window.addEventListener('keydown', keep, { capture: true });
    return () => window.removeEventListener('keydown', keep, { capture: true });
  }, [isOpen]);
  return (
    entries && <FinderDialog own={entries} typed={() => typed.current} onClose={() => setEntries(null)} />
  );
}
