import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
// The first lacks µ, Greek and the marks; a browser fetches of these what a page needs.
import '@fontsource-variable/noto-sans/wght.css';
import 'antd/dist/reset.css';
import './app/base.css';
import './app/marks.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { defined } from '@tidy-quill/core/units';
import { isSignOutOwed } from './app/owed-sign-out';
import { keptSignIn } from './visit-engine/reload-store';
import { fetchedAtRest } from './widgets/at-rest';

const application = fetchedAtRest(() => import('./app/start'));

/**
 * Whether nobody can be signed in here, so that the sign-in alone need be fetched. Pages of clients and of first starts, an
 * earlier sign-in that this browser remembers, and a server out of reach are the application's.
 */
async function isSignedOut(): Promise<boolean> {
  if (/^\/(answer|appointment|diary|account|setup)\b/.test(location.pathname)) return false;
  if (isSignOutOwed() || (await keptSignIn().catch(() => null)) !== null) return false;
  return fetch('/api/me').then(
    ({ status }) => status === 401,
    () => false,
  );
}

const root = createRoot(defined(document.getElementById('root')));
const enter = async () => (await application()).start(root);
if (await isSignedOut()) {
  const { FrontDoor } = await import('./features/auth/FrontDoor');
  root.render(
    <StrictMode>
      <FrontDoor onSignedIn={enter} />
    </StrictMode>,
  );
} else await enter();
