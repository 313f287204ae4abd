import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/instrument-sans/wght.css';
import './app.css';
import './materials.css';
import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, type ComponentType } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Link, Navigate, RouterProvider, useRouteError } from 'react-router';
import { ApiProblem, api } from './api.ts';
import { client } from './engine/answers.ts';
import { followRouter } from './leaving.ts';
import { Sites } from './sites/Sites.tsx';
import { sitesQuery } from './sites/sitesQuery.ts';
import { theme } from './theme.ts';

/** A screen that failed: what happened, and what to do. */
function Failed() {
  const error = useRouteError();
  console.error(error);
  return (
    <main className="sites" role="alert">
      <h1>This screen failed</h1>
      <p>
        {error instanceof Error ? error.message : 'Something went wrong here.'} What was saved is kept. Reload
        to go on.
      </p>
      <Link to="/">All sites</Link>
    </main>
  );
}

/** How each screen is fetched. */
const fetches: (() => Promise<unknown>)[] = [];

/** A screen that is fetched when it is first gone to: its route, and the means to have it ready before that. */
function screen<K extends string>(path: string, load: () => Promise<Record<K, ComponentType>>, name: K) {
  fetches.push(load);
  return { path, lazy: { Component: async () => (await load())[name] }, errorElement: <Failed /> };
}

const GATHER = [
  screen('palette', () => import('./gather/palette/Palette.tsx'), 'Palette'),
  screen('type', () => import('./gather/type/Type.tsx'), 'Type'),
  screen('logo', () => import('./gather/logo/Logo.tsx'), 'LogoScreen'),
  screen('pictures', () => import('./gather/pictures/Pictures.tsx'), 'Pictures'),
  screen('menus', () => import('./gather/menus/Menus.tsx'), 'Menus'),
  screen('words', () => import('./gather/words/Words.tsx'), 'WordsScreen'),
  screen('pages', () => import('./gather/pages/Pages.tsx'), 'Pages'),
  screen('own-header', () => import('./gather/own/OwnHeader.tsx'), 'OwnHeaderScreen'),
  screen('bring-in', () => import('./bringin/BringInto.tsx'), 'BringInto'),
];
const PEGS = [
  {
    ...screen('gather', () => import('./gather/Gather.tsx'), 'Gather'),
    children: [{ index: true, element: <Navigate to="palette" replace /> }, ...GATHER],
  },
  screen('hang', () => import('./hang/Hang.tsx'), 'Hang'),
  screen('dress', () => import('./dress/Dress.tsx'), 'Dress'),
  screen('prove', () => import('./prove/Prove.tsx'), 'Prove'),
  screen('place', () => import('./place/Place.tsx'), 'Place'),
  screen('hand-over', () => import('./handover/HandOver.tsx'), 'HandOver'),
];
const BRING_IN = screen('/bring-in', () => import('./bringin/BringIn.tsx'), 'BringIn');
const EDITOR = screen('/sites/:siteId', () => import('./editor/Editor.tsx'), 'Editor');

/** A site that could not be opened: why, and where to go. */
function NotOpened() {
  const error = useRouteError();
  if (!(error instanceof ApiProblem)) return <Failed />;
  return (
    <main className="sites">
      <h1>This site could not be opened</h1>
      <p role="alert">{error.message}</p>
      <Link to="/">All sites</Link>
    </main>
  );
}

const router = createBrowserRouter([
  {
    path: '/',
    element: <Sites />,
    errorElement: <Failed />,
    // What it shows is fetched before it is; afterwards it looks again by itself.
    loader: () => client.prefetchQuery(sitesQuery).then(() => null),
    hydrateFallbackElement: <p className="wait">Looking for your sites</p>,
  },
  {
    ...EDITOR,
    loader: ({ params: { siteId = '' } }) => api.site(siteId),
    shouldRevalidate: ({ currentParams, nextParams }) => currentParams.siteId !== nextParams.siteId,
    errorElement: <NotOpened />,
    hydrateFallbackElement: <p className="wait">Opening the site</p>,
    children: [{ index: true, element: <Navigate to="dress" replace /> }, ...PEGS],
  },
  { ...BRING_IN, hydrateFallbackElement: <p className="wait">Loading</p> },
  {
    path: '*',
    element: (
      <main className="sites">
        <h1>There is nothing at this address</h1>
        <Link to="/">All sites</Link>
      </main>
    ),
  },
]);

followRouter(router);

// Once the first screen stands, the others are fetched, so that going to one need not wait for it.
window.addEventListener('load', () => {
  requestIdleCallback(() => {
    for (const load of fetches) void load().catch(() => undefined);
  });
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ThemeProvider>
  </StrictMode>,
);
