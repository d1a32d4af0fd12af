/**
 * How much larger an element is drawn than its own pixels: 1.25 in the cell's large mode. The browser gives places in
 * pixels of the screen; drawings are laid out in their own.
 */
export const zoomOf = (element: Element): number =>
  (element as Element & { currentCSSZoom?: number }).currentCSSZoom ?? 1;

/** Where a pointer stands inside an element, in the element's own pixels. */
export function placeIn(
  element: Element,
  event: { clientX: number; clientY: number },
): { x: number; y: number } {
  const box = element.getBoundingClientRect();
  const zoom = zoomOf(element);
  return { x: (event.clientX - box.left) / zoom, y: (event.clientY - box.top) / zoom };
}
