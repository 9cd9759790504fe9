import '@fontsource-variable/source-sans-3';
import '@fontsource/source-code-pro';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider, createBrowserRouter, Navigate, Outlet, Link } from 'react-router-dom';
import { Empty, Shell, Title } from './parts';
import { AppPage } from './pages/AppPage';
import { AppsPage } from './pages/AppsPage';
import { ComponentPage } from './pages/ComponentPage';
import { ComponentsPage } from './pages/ComponentsPage';
import { DesignPage } from './pages/DesignPage';
import { DraftPage } from './pages/DraftPage';
import { ImpactPage } from './pages/ImpactPage';
import { ReleasesPage } from './pages/ReleasesPage';
import { GlobalStyle } from './tokens';

function Frame() {
  return (
    <Shell>
      <Outlet />
    </Shell>
  );
}

function Nowhere() {
  return (
    <>
      <Title>There is no such page</Title>
      <Empty>
        <Link to="/components">All components</Link>
      </Empty>
    </>
  );
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/', element: <Navigate to="/components" replace /> },
      { path: '/components', element: <ComponentsPage /> },
      { path: '/components/:package/:component', element: <ComponentPage /> },
      { path: '/design', element: <DesignPage /> },
      { path: '/design/:draft', element: <DraftPage /> },
      { path: '/releases', element: <ReleasesPage /> },
      { path: '/impact', element: <ImpactPage /> },
      { path: '/apps', element: <AppsPage /> },
      { path: '/apps/:app', element: <AppPage /> },
      { path: '*', element: <Nowhere /> },
    ],
  },
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <GlobalStyle />
    <RouterProvider router={router} />
  </StrictMode>,
);
