'use client';
import { useLayoutEffect, useRef, useState } from 'react';
import { zoomOf } from './zoom';

/** Width and height of an element as it is laid out; the given size until then (also on the server). */
export function useSize<T extends HTMLElement>(initial: { width: number; height: number }) {
  const ref = useRef<T>(null);
  const [size, setSize] = useState(initial);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const box = element.getBoundingClientRect();
      const zoom = zoomOf(element);
      const width = box.width / zoom;
      const height = box.height / zoom;
      if (width > 0)
        setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, ...size };
}
