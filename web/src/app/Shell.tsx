import {
  BulbOutlined,
  CalendarOutlined,
  ExperimentOutlined,
  FileSearchOutlined,
  HighlightOutlined,
  HomeOutlined,
  LockOutlined,
  ScheduleOutlined,
  LogoutOutlined,
  TeamOutlined,
  ToolOutlined,
  UserOutlined,
} from '@ant-design/icons';
import { Skeleton } from 'antd';
import { useEffect, useRef, type ReactNode } from 'react';
import { Navigate, NavLink, Outlet, useLocation, useMatch } from 'react-router';
import { useLockMutation } from '../features/account/account-api';
import { engine } from './engine';
import { useAppDispatch, useAppSelector } from './store';
import { writeClocksAs } from '../text';
import { ClinicContext } from './clinic-context';
import { problemText, useMeQuery, useSignOutMutation } from './api';
import { PageProblem } from '../widgets/PageProblem';
import { useKeptFocus } from '../widgets/use-kept-focus';
import { Themed } from '../widgets/Themed';
import { applyPalette } from './palette';
import { themeOf, view } from './view';
import { fetchWaiting, whenAtRest } from '../widgets/at-rest';
import { lazily } from '../widgets/lazily';

const Arrivals = lazily(async () => (await import('../features/urgent/Arrivals')).Arrivals);
const LockScreen = lazily(async () => (await import('../features/account/LockScreen')).LockScreen);
const CautionFirst = lazily(
  async () => (await import('../features/auth/CautionFirst')).CautionFirst,
);
const SignInPage = lazily(async () => (await import('../features/auth/SignInPage')).SignInPage);
// A browser keeps the application once the page is at rest: before that, it would fetch all of it beside what the page waits for.
const NewVersion = lazily(async () => (await import('./NewVersion')).NewVersion);
const KeptHere = lazily(async () => (await import('../features/auth/KeptHere')).KeptHere);

/** The sidebar at the left edge, and the page beside it; the sign-in while nobody is signed in. */
export function Shell() {
  const state = useAppSelector((each) => each.view);
  const dispatch = useAppDispatch();
  const theme = themeOf(state);
  useEffect(() => applyPalette(theme), [theme]);
  const { room } = state;
  return (
    <Themed theme={theme}>
      <Inside
        room={room}
        onRoom={() => dispatch(view.actions.roomChanged(room === 'dim' ? 'light' : 'dim'))}
      />
    </Themed>
  );
}

function Inside({ room, onRoom }: { room: 'light' | 'dim'; onRoom: () => void }) {
  const {
    data: me,
    error,
    isLoading,
    refetch,
  } = useMeQuery(undefined, {
    refetchOnReconnect: true,
  });
  const signedOut = (error as { status?: unknown } | undefined)?.status === 401;
  const sender = signedOut ? undefined : me?.staff.id;
  useEffect(() => {
    if (sender !== undefined) void engine.send();
  }, [sender]);
  if (isLoading) return <Skeleton active className="shell-wait" />;
  if (signedOut) return <SignInPage />;
  if (me === undefined) {
    return (
      <>
        <PageProblem title="Tidy Quill cannot start" text={problemText(error)} onRetry={refetch} />
        <KeptHere />
      </>
    );
  }
  // Before anything of the clinic is drawn.
  writeClocksAs(me.clinic.clock);
  return (
    <ClinicContext value={me}>
      <a className="skip-link" href="#page">
        Skip to the page
      </a>
      <div className="shell" inert={me.locked !== null}>
        <nav className="sidebar" aria-label="Places">
          <p className="sidebar-name">Tidy Quill</p>
          <Place to="/" icon={<CalendarOutlined />} word="Today" />
          <Place to="/calendar" icon={<ScheduleOutlined />} word="Calendar" />
          <Place to="/clients" icon={<TeamOutlined />} word="Clients" />
          <Place to="/bench" icon={<ExperimentOutlined />} word="Bench" />
          <Place to="/practice" icon={<HighlightOutlined />} word="Practice" />
          <Place to="/devices" icon={<ToolOutlined />} word="Devices" />
          <Place to="/findings" icon={<FileSearchOutlined />} word="Findings" />
          <Place to="/clinic" icon={<HomeOutlined />} word="Clinic" />
          <div className="sidebar-foot">
            <button type="button" className="sidebar-place" onClick={onRoom}>
              <BulbOutlined aria-hidden />
              {room === 'dim' ? 'Light theme' : 'Dim room'}
            </button>
            <NewVersion />
            <Place to="/account" icon={<UserOutlined />} word="Account" />
            <Lock />
            <SignOut name={me.staff.name} />
          </div>
        </nav>
        <Page owed={me.secondFactorOwed} />
      </div>
      {me.cautionAccepted ? null : <CautionFirst />}
      {me.locked === null ? null : <LockScreen locked={me.locked} />}
    </ClinicContext>
  );
}

/** @param owed whether nothing but one’s own account is answered before a second factor is set up */
function Page({ owed }: { owed: boolean }) {
  const page = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  useKeptFocus(page);
  useEffect(() => whenAtRest(fetchWaiting), [pathname]);
  if (owed && pathname !== '/account') return <Navigate to="/account" replace />;
  return (
    <main id="page" ref={page} tabIndex={-1}>
      {owed ? null : <Arrivals />}
      <Outlet />
    </main>
  );
}

function Place({ to, icon, word }: { to: string; icon: ReactNode; word: string }) {
  return (
    <NavLink to={to} end={to === '/'} className="sidebar-place">
      <span aria-hidden>{icon}</span>
      {word}
    </NavLink>
  );
}

/** Locks this tablet with one press; the run goes on being shown, and can be stopped. */
function Lock() {
  const [lock] = useLockMutation();
  const open = useMatch('/visits/:visitId/*')?.params.visitId;
  return (
    <button type="button" className="sidebar-place" onClick={() => void lock({ visitId: open })}>
      <LockOutlined aria-hidden />
      Lock
    </button>
  );
}

function SignOut({ name }: { name: string }) {
  const [signOut] = useSignOutMutation();
  const leave = async () => {
    await signOut();
    // A new page, so that nothing of this person's stays in memory; drafts and unsent entries are kept.
    globalThis.location.assign('/');
  };
  return (
    <button type="button" className="sidebar-place" onClick={() => void leave()} title={name}>
      <LogoutOutlined aria-hidden />
      Sign out
      <span className="visually-hidden">{name}</span>
    </button>
  );
}
