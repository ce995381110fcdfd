import { createBrowserRouter, Navigate } from 'react-router';
import { SessionsView } from './features/sessions/View';
import { Trouble } from './frame/Trouble';
import { STATIONS } from './stations';

/** Every address. Stations are fetched when first opened; the service worker keeps them for later. */
export const router = createBrowserRouter([
  { path: '/', element: <SessionsView />, errorElement: <Trouble /> },
  { path: '/demo', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/sessions/DemoEntry')).DemoEntry }) },
  { path: '/start', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/sessions/FirstRun')).FirstRun }) },
  { path: '/shelf', errorElement: <Trouble />, lazy: async () => ({ Component: (await import('./features/shelf/OwnShelf')).OwnShelf }) },
  {
    path: '/session/:id',
    errorElement: <Trouble />,
    lazy: async () => ({ Component: (await import('./frame/SessionFrame')).SessionFrame }),
    children: [
      { index: true, element: <Navigate to="floor" replace /> },
      ...STATIONS.map(({ path, load }) => ({ path, errorElement: <Trouble />, lazy: async () => ({ Component: await load() }) })),
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);
