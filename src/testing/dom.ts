/** What the DOM of the tests lacks: it lays nothing out, has no media and clones nothing. In: the size every element says it has, px. */
export function giveLayout({ width = 900, height = 700 } = {}): void {
  Object.assign(globalThis, {
    CSS: { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') },
    structuredClone: <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T,
    matchMedia: () => ({ matches: false, addEventListener: () => {}, removeEventListener: () => {} }),
    ResizeObserver: class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  });
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, get: () => height });
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, get: () => width });
  const box = { x: 0, y: 0, left: 0, top: 0, right: width, bottom: height, width, height };
  HTMLElement.prototype.getBoundingClientRect = () => ({ ...box, toJSON: () => box });
  Element.prototype.scrollIntoView = () => {};
}
