import type { SignIn } from '@tidy-quill/contract/auth';
import type { SetupOpen } from '@tidy-quill/contract/setup';
import { useEffect, useState } from 'react';
import { keptRoom } from '../../app/kept-room';
import { applyPalette } from '../../app/palette';
import { problemKind, problemText } from '../../app/problems';
import { fetchWaiting, whenAtRest } from '../../widgets/at-rest';
import { SignInForm } from './SignInForm';

/** The sign-in before anything else is fetched: the application comes while somebody types. */
export function FrontDoor({ onSignedIn }: { onSignedIn: () => Promise<void> }) {
  const [error, setError] = useState<unknown>(undefined);
  const [busy, setBusy] = useState(false);
  const [setup, setSetup] = useState<SetupOpen | undefined>(undefined);
  useEffect(() => {
    applyPalette(keptRoom());
    void asked('/api/setup').then(({ data }) => setSetup(data as SetupOpen | undefined));
    return whenAtRest(fetchWaiting);
  }, []);
  const signIn = async (values: SignIn) => {
    setBusy(true);
    const answer = await asked('/api/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(values),
    });
    // Signed in, but without the application: as if the server could not be reached, so that another press tries again.
    const { error: refused } =
      answer.error === undefined
        ? await onSignedIn().then(
            () => ({ error: undefined }),
            () => ({ error: { status: 'FETCH_ERROR' } }),
          )
        : answer;
    setError(refused);
    setBusy(false);
  };
  return (
    <SignInForm
      onSignIn={(values) => void signIn(values)}
      problem={error === undefined ? null : problemText(error)}
      codeAsked={problemKind(error) === 'second-factor'}
      busy={busy}
      setup={setup}
    />
  );
}

/** What a request was answered with; a refusal or a server out of reach as `problemText` reads them. */
async function asked(url: string, how?: RequestInit): Promise<{ data?: unknown; error?: unknown }> {
  try {
    const response = await fetch(url, how);
    const data: unknown = await response.json();
    return response.ok ? { data } : { error: { status: response.status, data } };
  } catch {
    return { error: { status: 'FETCH_ERROR' } };
  }
}
