import 'global-jsdom/register';

// A page for tests to draw in, for the life of a process; here is what a browser has and jsdom lacks.
Object.assign(globalThis, {
  BroadcastChannel: undefined,
  IS_REACT_ACT_ENVIRONMENT: true,
  ResizeObserver: class {
    observe() {}
    disconnect() {}
    unobserve() {}
  },
  matchMedia: () => ({ matches: false, addEventListener() {}, removeEventListener() {}, addListener() {}, removeListener() {} }),
});
Object.defineProperty(navigator, 'language', { value: 'en-GB', configurable: true });
Element.prototype.scrollIntoView = () => undefined;
globalThis.PointerEvent ??= MouseEvent;
