import type { ComponentType } from 'react';
import { matchRoutes } from 'react-router';
import { fetchedOnce } from '../widgets/at-rest';
import { lazyAgain } from '../widgets/lazy-again';

/** What stands without the shell: a client's own pages, a first start, a link to one's account. */
export const ALONE = {
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

/** A page, and what fetches it ahead of its showing. */
function page(load: () => Promise<ComponentType>) {
  const fetched = fetchedOnce(load);
  return { Page: lazyAgain(fetched), fetched };
}

/** The pages within the shell, by their path; fetched once, when one is opened or its address is. */
export const PAGES = {
  '': page(async () => (await import('../features/today/TodayPage')).TodayPage),
  calendar: page(async () => (await import('../features/calendar/CalendarPage')).CalendarPage),
  clients: page(async () => (await import('../features/clients/ClientsPage')).ClientsPage),
  'clients/import': page(async () => (await import('../features/imports/ImportPage')).ImportPage),
  'clients/:clientId/merge/:otherId': page(
    async () => (await import('../features/merges/MergePage')).MergePage,
  ),
  'devices/condition': page(
    async () => (await import('../features/devices/ConditionPage')).ConditionPage,
  ),
  'handpieces/:handpieceId/log': page(
    async () => (await import('../features/devices/DeviceLogPage')).DeviceLogPage,
  ),
  'handpieces/:handpieceId/check': page(
    async () => (await import('../features/devices/CheckPage')).CheckPage,
  ),
  findings: page(async () => (await import('../features/findings/FindingsPage')).FindingsPage),
  'findings/protocol': page(
    async () => (await import('../features/findings/ProtocolReviewPage')).ProtocolReviewPage,
  ),
  'findings/reactions': page(
    async () => (await import('../features/findings/ReactionsPage')).ReactionsPage,
  ),
  'findings/trials': page(async () => (await import('../features/trials/TrialsPage')).TrialsPage),
  'findings/trials/new': page(
    async () => (await import('../features/trials/DesignPage')).DesignPage,
  ),
  'findings/trials/:trialId/design': page(
    async () => (await import('../features/trials/DesignPage')).DesignPage,
  ),
  'findings/trials/:trialId/count': page(
    async () => (await import('../features/trials/CountingPage')).CountingPage,
  ),
  'findings/trials/:trialId': page(
    async () => (await import('../features/trials/TrialPage')).TrialPage,
  ),
  'findings/incidents': page(
    async () => (await import('../features/incidents/RegisterPage')).RegisterPage,
  ),
  'incidents/new': page(
    async () => (await import('../features/incidents/IncidentPage')).IncidentPage,
  ),
  'devices/eyewear': page(
    async () => (await import('../features/eyewear/EyewearPage')).EyewearPage,
  ),
  'devices/picture-card': page(
    async () => (await import('../features/pictures/CardPage')).CardPage,
  ),
  'clinic/languages': page(
    async () => (await import('../features/languages/LanguagesPage')).LanguagesPage,
  ),
  'clinic/languages/:language/:part': page(
    async () => (await import('../features/languages/TranslationPage')).TranslationPage,
  ),
  'clinic/retention': page(
    async () => (await import('../features/retention/RetentionPage')).RetentionPage,
  ),
  'clients/:clientId/pictures': page(
    async () => (await import('../features/pictures/PicturesPage')).PicturesPage,
  ),
  'clients/:clientId': page(
    async () => (await import('../features/clients/ClientPage')).ClientPage,
  ),
  'visits/:visitId/record': page(
    async () => (await import('../features/record/RecordPage')).RecordPage,
  ),
  'visits/:visitId/:stage?': page(
    async () => (await import('../features/visit/VisitPage')).VisitPage,
  ),
  bench: page(async () => (await import('../features/bench/BenchPage')).BenchPage),
  practice: page(async () => (await import('../features/practice/PracticePage')).PracticePage),
  'practice/judgement': page(
    async () => (await import('../features/practice/JudgementPage')).JudgementPage,
  ),
  'practice/judgements/:judgementId': page(
    async () => (await import('../features/practice/JudgedPage')).JudgedPage,
  ),
  'practice/runs/:runId': page(async () => (await import('../features/practice/RunPage')).RunPage),
  'practice/:exercise': page(
    async () => (await import('../features/practice/ExercisePage')).ExercisePage,
  ),
  'devices/:kind': page(
    async () => (await import('../features/catalogue/DevicesPage')).DevicesPage,
  ),
  'handpieces/:handpieceId': page(
    async () => (await import('../features/handpieces/HandpiecePage')).HandpiecePage,
  ),
  clinic: page(async () => (await import('../features/clinic/ClinicPage')).ClinicPage),
  account: page(async () => (await import('../features/account/AccountPage')).AccountPage),
  'clinic/setup': page(
    async () => (await import('../features/setup/SetupStepsPage')).SetupStepsPage,
  ),
  'clinic/audit': page(async () => (await import('../features/audit/AuditPage')).AuditPage),
};

/** Fetches the code of the page at an address while all else is on its way. */
export function fetchPageAt(pathname: string): void {
  const routes = Object.entries(PAGES).map(([path, { fetched }]) => ({ path, handle: fetched }));
  const [found] = matchRoutes(routes, pathname) ?? [];
  // Where it cannot be fetched, its showing says so.
  found?.route.handle().catch(() => {});
}
