import { create } from 'zustand';

/** Whether a newer build waits to be taken; `take` loads it. */
interface Updates {
  readonly waiting: boolean;
  readonly take: () => void;
}

const reload = (): void => window.location.reload();

export const useUpdates = create<Updates>(() => ({ waiting: false, take: reload }));

/** How often a page that stays open asks whether there is a newer build, milliseconds. */
const ASK_EVERY_MS = 30 * 60_000;

/**
 * How long a newer build may take to come in before the page is loaded anyhow, milliseconds: a browser holds it back while the older one
 * still answers a request, and lets it in once this page has gone.
 */
const COME_IN_MS = 5_000;

/** Offers the build that waits at the moment of the press: one offered earlier may have been overtaken by a newer one. */
function offer(registration: ServiceWorkerRegistration): void {
  const take = (): void => {
    navigator.serviceWorker.addEventListener('controllerchange', reload, { once: true });
    registration.waiting?.postMessage({ type: 'SKIP_WAITING' });
    window.setTimeout(reload, registration.waiting ? COME_IN_MS : 0);
  };
  useUpdates.setState({ waiting: true, take });
}

/**
 * Keeps the application at hand for offline use, and offers a newer build instead of putting it under a page in use: this page keeps
 * its own pieces until it is loaded again.
 */
export async function watchForUpdates(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/sw.js');
  const controlled = navigator.serviceWorker.controller !== null;
  if (registration.waiting && controlled) offer(registration);
  registration.addEventListener('updatefound', () => {
    const { installing } = registration;
    installing?.addEventListener('statechange', () => {
      if (installing.state === 'installed' && navigator.serviceWorker.controller) offer(registration);
    });
  });
  // Another tab took the newer build: this page's pieces are no longer kept, so it is asked to follow.
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (controlled) useUpdates.setState({ waiting: true, take: reload });
  });
  const ask = (): void => void registration.update().catch(() => undefined);
  window.setInterval(ask, ASK_EVERY_MS);
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') ask();
  });
}

/** Whether an error is a piece of the application that the server no longer has, since a newer build took its place. */
export const isMissingPiece = (error: unknown): boolean =>
  error instanceof Error && /dynamically imported module|module script|preload CSS/i.test(error.message);
