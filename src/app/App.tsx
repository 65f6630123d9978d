import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Tooltip } from 'radix-ui';
import { createBrowserRouter, createRoutesFromElements, Navigate, Route, RouterProvider } from 'react-router';
import { ShotFrame } from './frame/ShotFrame.tsx';
import { VIEWS } from './frame/views.ts';
import { later } from './parts/later.tsx';
import { ShotsView } from './shots/ShotsView.tsx';

const HelpView = later(() => import('./help/HelpView.tsx'));
const QueueView = later(() => import('./queue/QueueView.tsx'));

const queries = new QueryClient({ defaultOptions: { queries: { staleTime: 60_000, retry: 1 } } });

/** Routes that are data for the router: only such a router can hold somebody back who is about to leave work behind. */
const router = createBrowserRouter(
  createRoutesFromElements(
    <Route>
      <Route index element={<ShotsView />} />
      <Route path="shot/:id" element={<ShotFrame />}>
        <Route index element={<Navigate to={VIEWS[0].path} replace />} />
        {VIEWS.map(({ path, Screen }) => (
          <Route key={path} path={path} element={<Screen />} />
        ))}
      </Route>
      <Route path="help" element={<HelpView />} />
      <Route path="queue" element={<QueueView />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Route>,
  ),
);

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <Tooltip.Provider>
        <RouterProvider router={router} />
      </Tooltip.Provider>
    </QueryClientProvider>
  );
}
