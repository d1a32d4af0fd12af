import { useSyncExternalStore } from 'react';

/** Whether a media query holds; false on the server and for the first paint. */
export const useMedia = (query: string): boolean =>
  useSyncExternalStore(
    (changed) => {
      const media = matchMedia(query);
      media.addEventListener('change', changed);
      return () => media.removeEventListener('change', changed);
    },
    () => matchMedia(query).matches,
    () => false,
  );

/** The width from which on the page is a phone's: as in the style sheets. */
export const PHONE = '(max-width: 760px)';
