import { createBrowserRouter, redirect } from 'react-router';
import { FaultPage, NotFoundPage } from '../widgets/PageProblem';
import { Shell } from './Shell';

/** Every page is fetched when it is first opened. */
export const router = createBrowserRouter([
  {
    path: '/answer/:token',
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    lazy: async () => ({ Component: (await import('../features/ahead/AheadPage')).AheadPage }),
  },
  {
    path: '/appointment/:token',
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    lazy: async () => ({
      Component: (await import('../features/calendar/AppointmentPage')).AppointmentPage,
    }),
  },
  {
    path: '/diary/:token',
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    lazy: async () => ({ Component: (await import('../features/diary/DiaryPage')).DiaryPage }),
  },
  {
    path: '/setup',
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    lazy: async () => ({ Component: (await import('../features/setup/SetupPage')).SetupPage }),
  },
  {
    path: '/account/:token',
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    lazy: async () => ({
      Component: (await import('../features/account/AccountLinkPage')).AccountLinkPage,
    }),
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: FaultPage,
    hydrateFallbackElement: <p className="shell-wait">Opening…</p>,
    children: [
      {
        ErrorBoundary: FaultPage,
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('../features/today/TodayPage')).TodayPage,
            }),
          },
          {
            path: 'calendar',
            lazy: async () => ({
              Component: (await import('../features/calendar/CalendarPage')).CalendarPage,
            }),
          },
          {
            path: 'clients',
            lazy: async () => ({
              Component: (await import('../features/clients/ClientsPage')).ClientsPage,
            }),
          },
          {
            path: 'clients/import',
            lazy: async () => ({
              Component: (await import('../features/imports/ImportPage')).ImportPage,
            }),
          },
          {
            path: 'clients/:clientId/merge/:otherId',
            lazy: async () => ({
              Component: (await import('../features/merges/MergePage')).MergePage,
            }),
          },
          {
            path: 'devices/condition',
            lazy: async () => ({
              Component: (await import('../features/devices/ConditionPage')).ConditionPage,
            }),
          },
          {
            path: 'handpieces/:handpieceId/log',
            lazy: async () => ({
              Component: (await import('../features/devices/DeviceLogPage')).DeviceLogPage,
            }),
          },
          {
            path: 'handpieces/:handpieceId/check',
            lazy: async () => ({
              Component: (await import('../features/devices/CheckPage')).CheckPage,
            }),
          },
          {
            path: 'findings',
            lazy: async () => ({
              Component: (await import('../features/findings/FindingsPage')).FindingsPage,
            }),
          },
          {
            path: 'findings/protocol',
            lazy: async () => ({
              Component: (await import('../features/findings/ProtocolReviewPage'))
                .ProtocolReviewPage,
            }),
          },
          {
            path: 'findings/reactions',
            lazy: async () => ({
              Component: (await import('../features/findings/ReactionsPage')).ReactionsPage,
            }),
          },
          {
            path: 'findings/trials',
            lazy: async () => ({
              Component: (await import('../features/trials/TrialsPage')).TrialsPage,
            }),
          },
          {
            path: 'findings/trials/new',
            lazy: async () => ({
              Component: (await import('../features/trials/DesignPage')).DesignPage,
            }),
          },
          {
            path: 'findings/trials/:trialId/design',
            lazy: async () => ({
              Component: (await import('../features/trials/DesignPage')).DesignPage,
            }),
          },
          {
            path: 'findings/trials/:trialId/count',
            lazy: async () => ({
              Component: (await import('../features/trials/CountingPage')).CountingPage,
            }),
          },
          {
            path: 'findings/trials/:trialId',
            lazy: async () => ({
              Component: (await import('../features/trials/TrialPage')).TrialPage,
            }),
          },
          {
            path: 'findings/incidents',
            lazy: async () => ({
              Component: (await import('../features/incidents/RegisterPage')).RegisterPage,
            }),
          },
          {
            path: 'incidents/new',
            lazy: async () => ({
              Component: (await import('../features/incidents/IncidentPage')).IncidentPage,
            }),
          },
          {
            path: 'devices/eyewear',
            lazy: async () => ({
              Component: (await import('../features/eyewear/EyewearPage')).EyewearPage,
            }),
          },
          {
            path: 'devices/picture-card',
            lazy: async () => ({
              Component: (await import('../features/pictures/CardPage')).CardPage,
            }),
          },
          {
            path: 'clinic/languages',
            lazy: async () => ({
              Component: (await import('../features/languages/LanguagesPage')).LanguagesPage,
            }),
          },
          {
            path: 'clinic/languages/:language/:part',
            lazy: async () => ({
              Component: (await import('../features/languages/TranslationPage')).TranslationPage,
            }),
          },
          {
            path: 'clinic/retention',
            lazy: async () => ({
              Component: (await import('../features/retention/RetentionPage')).RetentionPage,
            }),
          },
          {
            path: 'clients/:clientId/pictures',
            lazy: async () => ({
              Component: (await import('../features/pictures/PicturesPage')).PicturesPage,
            }),
          },
          {
            path: 'clients/:clientId',
            lazy: async () => ({
              Component: (await import('../features/clients/ClientPage')).ClientPage,
            }),
          },
          {
            path: 'visits/:visitId/record',
            lazy: async () => ({
              Component: (await import('../features/record/RecordPage')).RecordPage,
            }),
          },
          {
            path: 'visits/:visitId/:stage?',
            lazy: async () => ({
              Component: (await import('../features/visit/VisitPage')).VisitPage,
            }),
          },
          {
            path: 'bench',
            lazy: async () => ({
              Component: (await import('../features/bench/BenchPage')).BenchPage,
            }),
          },
          {
            path: 'practice',
            lazy: async () => ({
              Component: (await import('../features/practice/PracticePage')).PracticePage,
            }),
          },
          {
            path: 'practice/judgement',
            lazy: async () => ({
              Component: (await import('../features/practice/JudgementPage')).JudgementPage,
            }),
          },
          {
            path: 'practice/judgements/:judgementId',
            lazy: async () => ({
              Component: (await import('../features/practice/JudgedPage')).JudgedPage,
            }),
          },
          {
            path: 'practice/runs/:runId',
            lazy: async () => ({
              Component: (await import('../features/practice/RunPage')).RunPage,
            }),
          },
          {
            path: 'practice/:exercise',
            lazy: async () => ({
              Component: (await import('../features/practice/ExercisePage')).ExercisePage,
            }),
          },
          {
            path: 'devices',
            loader: () => redirect('/devices/handpieces'),
          },
          {
            path: 'devices/:kind',
            lazy: async () => ({
              Component: (await import('../features/catalogue/DevicesPage')).DevicesPage,
            }),
          },
          {
            path: 'handpieces/:handpieceId',
            lazy: async () => ({
              Component: (await import('../features/handpieces/HandpiecePage')).HandpiecePage,
            }),
          },
          {
            path: 'clinic',
            lazy: async () => ({
              Component: (await import('../features/clinic/ClinicPage')).ClinicPage,
            }),
          },
          {
            path: 'account',
            lazy: async () => ({
              Component: (await import('../features/account/AccountPage')).AccountPage,
            }),
          },
          {
            path: 'clinic/setup',
            lazy: async () => ({
              Component: (await import('../features/setup/SetupStepsPage')).SetupStepsPage,
            }),
          },
          {
            path: 'clinic/audit',
            lazy: async () => ({
              Component: (await import('../features/audit/AuditPage')).AuditPage,
            }),
          },
          { path: '*', Component: NotFoundPage },
        ],
      },
    ],
  },
]);
