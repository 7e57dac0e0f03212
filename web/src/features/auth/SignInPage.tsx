import { problemKind, problemText, useSignInMutation } from '../../app/api';
import { useSetupOpenQuery } from '../setup/setup-api';
import { SignInForm } from './SignInForm';

/** The sign-in where a session ended with a page open: it stands over that page, and gives it back afterwards. */
export function SignInPage() {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const { data: setup } = useSetupOpenQuery();
  return (
    <SignInForm
      onSignIn={(values) => void signIn(values)}
      problem={error === undefined ? null : problemText(error)}
      codeAsked={problemKind(error) === 'second-factor'}
      busy={isLoading}
      setup={setup}
    />
  );
}
