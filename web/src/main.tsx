import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/instrument-sans/wght.css';
import './tokens.css';
import './app.css';
import './materials.css';
import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Link, Navigate, RouterProvider, useRouteError } from 'react-router';
import { Dress } from './dress/Dress.tsx';
import { Editor } from './editor/Editor.tsx';
import { Gather } from './gather/Gather.tsx';
import { Palette } from './gather/palette/Palette.tsx';
import { Logo } from './gather/logo/Logo.tsx';
import { Menus } from './gather/menus/Menus.tsx';
import { Pages } from './gather/pages/Pages.tsx';
import { Pictures } from './gather/pictures/Pictures.tsx';
import { Type } from './gather/type/Type.tsx';
import { Words } from './gather/words/Words.tsx';
import { Hang } from './hang/Hang.tsx';
import { HandOver } from './handover/HandOver.tsx';
import { Sites } from './sites/Sites.tsx';
import { theme } from './theme.ts';

const client = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

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

const router = createBrowserRouter([
  { path: '/', element: <Sites />, errorElement: <Failed /> },
  {
    path: '/sites/:siteId',
    element: <Editor />,
    errorElement: <Failed />,
    children: [
      { index: true, element: <Navigate to="dress" replace /> },
      {
        path: 'gather',
        element: <Gather />,
        children: [
          { index: true, element: <Navigate to="palette" replace /> },
          { path: 'palette', element: <Palette /> },
          { path: 'type', element: <Type /> },
          { path: 'logo', element: <Logo /> },
          { path: 'pictures', element: <Pictures /> },
          { path: 'menus', element: <Menus /> },
          { path: 'words', element: <Words /> },
          { path: 'pages', element: <Pages /> },
        ],
      },
      { path: 'hang', element: <Hang /> },
      { path: 'dress', element: <Dress /> },
      { path: 'hand-over', element: <HandOver /> },
    ],
  },
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
