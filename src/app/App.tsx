import { createBrowserRouter, Navigate } from 'react-router';
import { SessionsView } from './features/sessions/View';
import { SessionFrame } from './frame/SessionFrame';
import { Trouble } from './frame/Trouble';

/** Every address. Stations are fetched when first opened; the service worker keeps them for later. */
export const router = createBrowserRouter([
  { path: '/', element: <SessionsView />, errorElement: <Trouble /> },
  { path: '/demo', lazy: async () => ({ Component: (await import('./features/sessions/DemoEntry')).DemoEntry }) },
  { path: '/shelf', lazy: async () => ({ Component: (await import('./features/shelf/View')).ShelfView }) },
  {
    path: '/session/:id',
    element: <SessionFrame />,
    errorElement: <Trouble />,
    children: [
      { index: true, element: <Navigate to="floor" replace /> },
      { path: 'floor', lazy: async () => ({ Component: (await import('./features/floor/View')).FloorStation }) },
      { path: 'setups', lazy: async () => ({ Component: (await import('./features/setups/View')).SetupsStation }) },
      { path: 'tape', lazy: async () => ({ Component: (await import('./features/tape/View')).TapeStation }) },
      { path: 'patch', lazy: async () => ({ Component: (await import('./features/patch/View')).PatchStation }) },
      { path: 'check', lazy: async () => ({ Component: (await import('./features/check/View')).CheckStation }) },
      { path: 'sheet', lazy: async () => ({ Component: (await import('./features/sheet/View')).SheetStation }) },
      { path: 'shelf', lazy: async () => ({ Component: (await import('./features/shelf/View')).SessionShelf }) },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);
