import { TestEnvironment } from 'jest-environment-jsdom';

/** A page to render in: jsdom, with what a browser has and jsdom lacks. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    const page = this.global;
    Object.assign(page, { structuredClone, TextEncoder, TextDecoder, BroadcastChannel: undefined });
    page.ResizeObserver = class {
      observe() {}
      disconnect() {}
      unobserve() {}
    };
    page.matchMedia = () => ({ matches: false, addEventListener() {}, removeEventListener() {}, addListener() {}, removeListener() {} });
    page.Element.prototype.scrollIntoView = () => undefined;
    page.PointerEvent ??= page.MouseEvent;
  }
}
