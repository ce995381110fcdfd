import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css';
import './theme/page.css';
import { ChakraProvider } from '@chakra-ui/react';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { router } from './App';
import { sweepTakes } from './capture/keptTakes';
import { openOrGiveUp } from './db/database';
import { sweepOrphans } from './db/sweep';
import { keepFocus } from './frame/keepFocus';
import { finishGesture } from './stores/sessionStore';
import { watchForUpdates } from './stores/updates';
import { followTheme } from './stores/viewStore';
import { system } from './theme/system';

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;
const styles = createCache({ key: 'sc', ...(nonce ? { nonce } : {}) });

followTheme();
keepFocus();
// A field that is being typed in and a drag that goes on end where they are when the page goes.
window.addEventListener('pagehide', () => {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  finishGesture();
});

/** A moment in which nothing else is to be done. */
const idle = (): Promise<void> =>
  new Promise((resolve) => {
    if ('requestIdleCallback' in window) window.requestIdleCallback(() => resolve(), { timeout: 10_000 });
    else setTimeout(resolve, 300);
  });

/** Fetches every station, one after the other and only while nobody is working, so that a page in use has all its pieces. */
async function fetchStations(): Promise<void> {
  await idle();
  await sweepOrphans(Date.now())
    .then(sweepTakes)
    .catch(() => undefined);
  const { STATIONS } = await import('./stations');
  for (const { load } of STATIONS) {
    await idle();
    await load();
  }
}

openOrGiveUp();

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={styles}>
        <ChakraProvider value={system}>
          <RouterProvider router={router} />
        </ChakraProvider>
      </CacheProvider>
    </StrictMode>,
  );

if (import.meta.env.PROD)
  window.addEventListener('load', () => {
    watchForUpdates().catch(() => undefined);
    // Every station is fetched once the first is long in use, so that a page never has to ask for an old piece and its beginning is not slowed.
    window.setTimeout(() => void fetchStations().catch(() => undefined), 8000);
  });
