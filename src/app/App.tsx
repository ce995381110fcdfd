import { createBrowserRouter, Navigate } from 'react-router';
import { SessionsView } from './features/sessions/View';
import { Trouble } from './frame/Trouble';

/** Every address. A session's stations are fetched with the first of them, each when first opened; the service worker keeps them for later. */
export const router = createBrowserRouter(
  [
    { path: '/', element: <SessionsView />, errorElement: <Trouble /> },
    { path: '/demo', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/sessions/DemoEntry')).DemoEntry }) },
    { path: '/start', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/sessions/FirstRun')).FirstRun }) },
    { path: '/shelf', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/shelf/OwnShelf')).OwnShelf }) },
    {
      id: 'session',
      path: '/session/:id',
      errorElement: <Trouble />,
      lazy: async () => ({ Component: (await import('./frame/SessionFrame')).SessionFrame }),
      children: [{ index: true, element: <Navigate to="floor" replace /> }],
    },
    { path: '*', element: <Navigate to="/" replace />, errorElement: <Trouble /> },
  ],
  {
    patchRoutesOnNavigation: async ({ path, patch }) => {
      if (!path.startsWith('/session/')) return;
      const { STATIONS } = await import('./stations');
      patch(
        'session',
        STATIONS.map(({ path: end, load }) => ({ path: end, errorElement: <Trouble />, lazy: async () => ({ Component: await load() }) })),
      );
    },
  },
);
