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

const UNAUTHORIZED = 401;

const application = fetchedAtRest(() => import('./app/start'));

/** Pages of clients and of first starts need nobody who is signed in. */
const isOpenToAll = /^\/(answer|appointment|diary|account|setup)\b/.test(location.pathname);

/**
 * The sign-in, where nobody can be signed in here and it alone need be fetched; null where an earlier sign-in that this browser
 * remembers, or a server out of reach, are the application's. All is asked for at once: which of it is needed shows then.
 */
async function frontDoor() {
  if (isOpenToAll || isSignOutOwed()) return null;
  const door = import('./features/auth/FrontDoor');
  // Looked at below, where it is needed at all.
  door.catch(() => {});
  const answered = fetch('/api/me').then(
    ({ status }) => status,
    () => null,
  );
  if ((await keptSignIn().catch(() => null)) !== null) return null;
  return (await answered) === UNAUTHORIZED ? (await door).FrontDoor : null;
}

const root = createRoot(defined(document.getElementById('root')));
const enter = async () => (await application()).start(root);
const FrontDoor = await frontDoor();
if (FrontDoor === null) await enter();
else {
  root.render(
    <StrictMode>
      <FrontDoor onSignedIn={enter} />
    </StrictMode>,
  );
}
