import { Navigate, Outlet, Route, Routes } from 'react-router';
import { lazyAgain } from '../widgets/lazy-again';
import { NotFoundPage } from '../widgets/PageProblem';
import { PageGuard } from './PageGuard';
import { Shell } from './Shell';

/** What stands without the shell: a client's own pages, a first start, a link to one's account. */
const ALONE = {
  '/answer/:token': lazyAgain(async () => (await import('../features/ahead/AheadPage')).AheadPage),
  '/appointment/:token': lazyAgain(
    async () => (await import('../features/calendar/AppointmentPage')).AppointmentPage,
  ),
  '/diary/:token': lazyAgain(async () => (await import('../features/diary/DiaryPage')).DiaryPage),
  '/setup': lazyAgain(async () => (await import('../features/setup/SetupPage')).SetupPage),
  '/account/:token': lazyAgain(
    async () => (await import('../features/account/AccountLinkPage')).AccountLinkPage,
  ),
};

/** The pages within the shell, by their path. */
const PAGES = {
  '': lazyAgain(async () => (await import('../features/today/TodayPage')).TodayPage),
  calendar: lazyAgain(async () => (await import('../features/calendar/CalendarPage')).CalendarPage),
  clients: lazyAgain(async () => (await import('../features/clients/ClientsPage')).ClientsPage),
  'clients/import': lazyAgain(
    async () => (await import('../features/imports/ImportPage')).ImportPage,
  ),
  'clients/:clientId/merge/:otherId': lazyAgain(
    async () => (await import('../features/merges/MergePage')).MergePage,
  ),
  'devices/condition': lazyAgain(
    async () => (await import('../features/devices/ConditionPage')).ConditionPage,
  ),
  'handpieces/:handpieceId/log': lazyAgain(
    async () => (await import('../features/devices/DeviceLogPage')).DeviceLogPage,
  ),
  'handpieces/:handpieceId/check': lazyAgain(
    async () => (await import('../features/devices/CheckPage')).CheckPage,
  ),
  findings: lazyAgain(async () => (await import('../features/findings/FindingsPage')).FindingsPage),
  'findings/protocol': lazyAgain(
    async () => (await import('../features/findings/ProtocolReviewPage')).ProtocolReviewPage,
  ),
  'findings/reactions': lazyAgain(
    async () => (await import('../features/findings/ReactionsPage')).ReactionsPage,
  ),
  'findings/trials': lazyAgain(
    async () => (await import('../features/trials/TrialsPage')).TrialsPage,
  ),
  'findings/trials/new': lazyAgain(
    async () => (await import('../features/trials/DesignPage')).DesignPage,
  ),
  'findings/trials/:trialId/design': lazyAgain(
    async () => (await import('../features/trials/DesignPage')).DesignPage,
  ),
  'findings/trials/:trialId/count': lazyAgain(
    async () => (await import('../features/trials/CountingPage')).CountingPage,
  ),
  'findings/trials/:trialId': lazyAgain(
    async () => (await import('../features/trials/TrialPage')).TrialPage,
  ),
  'findings/incidents': lazyAgain(
    async () => (await import('../features/incidents/RegisterPage')).RegisterPage,
  ),
  'incidents/new': lazyAgain(
    async () => (await import('../features/incidents/IncidentPage')).IncidentPage,
  ),
  'devices/eyewear': lazyAgain(
    async () => (await import('../features/eyewear/EyewearPage')).EyewearPage,
  ),
  'devices/picture-card': lazyAgain(
    async () => (await import('../features/pictures/CardPage')).CardPage,
  ),
  'clinic/languages': lazyAgain(
    async () => (await import('../features/languages/LanguagesPage')).LanguagesPage,
  ),
  'clinic/languages/:language/:part': lazyAgain(
    async () => (await import('../features/languages/TranslationPage')).TranslationPage,
  ),
  'clinic/retention': lazyAgain(
    async () => (await import('../features/retention/RetentionPage')).RetentionPage,
  ),
  'clients/:clientId/pictures': lazyAgain(
    async () => (await import('../features/pictures/PicturesPage')).PicturesPage,
  ),
  'clients/:clientId': lazyAgain(
    async () => (await import('../features/clients/ClientPage')).ClientPage,
  ),
  'visits/:visitId/record': lazyAgain(
    async () => (await import('../features/record/RecordPage')).RecordPage,
  ),
  'visits/:visitId/:stage?': lazyAgain(
    async () => (await import('../features/visit/VisitPage')).VisitPage,
  ),
  bench: lazyAgain(async () => (await import('../features/bench/BenchPage')).BenchPage),
  practice: lazyAgain(async () => (await import('../features/practice/PracticePage')).PracticePage),
  'practice/judgement': lazyAgain(
    async () => (await import('../features/practice/JudgementPage')).JudgementPage,
  ),
  'practice/judgements/:judgementId': lazyAgain(
    async () => (await import('../features/practice/JudgedPage')).JudgedPage,
  ),
  'practice/runs/:runId': lazyAgain(
    async () => (await import('../features/practice/RunPage')).RunPage,
  ),
  'practice/:exercise': lazyAgain(
    async () => (await import('../features/practice/ExercisePage')).ExercisePage,
  ),
  'devices/:kind': lazyAgain(
    async () => (await import('../features/catalogue/DevicesPage')).DevicesPage,
  ),
  'handpieces/:handpieceId': lazyAgain(
    async () => (await import('../features/handpieces/HandpiecePage')).HandpiecePage,
  ),
  clinic: lazyAgain(async () => (await import('../features/clinic/ClinicPage')).ClinicPage),
  account: lazyAgain(async () => (await import('../features/account/AccountPage')).AccountPage),
  'clinic/setup': lazyAgain(
    async () => (await import('../features/setup/SetupStepsPage')).SetupStepsPage,
  ),
  'clinic/audit': lazyAgain(async () => (await import('../features/audit/AuditPage')).AuditPage),
};

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
          {Object.entries(PAGES).map(([path, Page]) =>
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
