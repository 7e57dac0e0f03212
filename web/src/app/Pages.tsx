import { Navigate, Outlet, Route, Routes } from 'react-router';
import { NotFoundPage } from '../widgets/PageProblem';
import { ALONE, PAGES } from './page-code';
import { PageGuard } from './PageGuard';
import { Shell } from './Shell';

/** Every page is fetched when it is first opened. */
export function Pages() {
  return (
    <Routes>
      {Object.entries(ALONE).map(([path, Page]) => (
        <Route
          key={path}
          path={path}
          element={
            <PageGuard>
              <Page />
            </PageGuard>
          }
        />
      ))}
      <Route
        path="/"
        element={
          <PageGuard>
            <Shell />
          </PageGuard>
        }
      >
        <Route
          element={
            <PageGuard>
              <Outlet />
            </PageGuard>
          }
        >
          {Object.entries(PAGES).map(([path, { Page }]) =>
            path === '' ? (
              <Route key={path} index element={<Page />} />
            ) : (
              <Route key={path} path={path} element={<Page />} />
            ),
          )}
          <Route path="devices" element={<Navigate to="/devices/handpieces" replace />} />
          <Route path="*" element={<NotFoundPage />} />
        </Route>
      </Route>
    </Routes>
  );
}
