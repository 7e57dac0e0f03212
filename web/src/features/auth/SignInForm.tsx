import './sign-in.css';
import type { SignIn } from '@tidy-quill/contract/auth';
import type { SetupOpen } from '@tidy-quill/contract/setup';
import { useState, type InputHTMLAttributes } from 'react';
import { Field } from '../../widgets/Field';
import { lazily } from '../../widgets/lazily';
import { CAUTION_SHORT } from './caution';

const KeptHere = lazily(async () => (await import('./KeptHere')).KeptHere);

const EMPTY = { name: '', password: '', code: '' };

/**
 * The sign-in as a page; who draws it knows how to ask. Plain controls: it is what a browser fetches first, and stands before
 * the component library has come.
 */
export function SignInForm({
  onSignIn,
  problem,
  codeAsked,
  busy,
  setup,
}: {
  onSignIn: (values: SignIn) => void;
  /** Why it was refused; null where it was not. */
  problem: string | null;
  codeAsked: boolean;
  busy: boolean;
  /** Whether somebody may begin a clinic of their own; undefined while that is not known. */
  setup: SetupOpen | undefined;
}) {
  const [values, setValues] = useState(EMPTY);
  const [isTried, setIsTried] = useState(false);
  const [isShown, setIsShown] = useState(false);
  const asked = codeAsked
    ? (['name', 'password', 'code'] as const)
    : (['name', 'password'] as const);
  const submit = () => {
    setIsTried(true);
    if (busy || asked.some((each) => values[each].trim() === '')) return;
    const { name, password, code } = values;
    onSignIn({ name, password, ...(codeAsked ? { code } : {}) });
  };
  const field = (
    key: keyof typeof EMPTY,
    label: string,
    more: InputHTMLAttributes<HTMLInputElement>,
  ) => (
    <Field
      label={label}
      problem={isTried && values[key].trim() === '' ? 'must be typed' : undefined}
    >
      {({ status: _status, ...each }) => (
        <input
          {...each}
          {...more}
          name={key}
          value={values[key]}
          onChange={({ target }) => setValues({ ...values, [key]: target.value })}
        />
      )}
    </Field>
  );
  return (
    <main className="sign-in">
      <div className="sign-in-page">
        <h1>Tidy Quill</h1>
        <p className="lead">
          Plans and records laser hair and tattoo removal, beside a trained operator.
        </p>
        <KeptHere />
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          {field('name', 'Name', { autoComplete: 'username', autoFocus: true })}
          {field('password', 'Password', {
            autoComplete: 'current-password',
            type: isShown ? 'text' : 'password',
          })}
          <label className="sign-in-shown">
            <input
              type="checkbox"
              checked={isShown}
              onChange={({ target }) => setIsShown(target.checked)}
            />
            Show what is typed
          </label>
          {codeAsked
            ? field('code', 'Code of your authenticator, or a recovery code', {
                autoComplete: 'one-time-code',
                inputMode: 'numeric',
                autoFocus: true,
              })
            : null}
          {problem === null ? null : (
            <p className="field-error" role="alert">
              {problem}
            </p>
          )}
          <button type="submit" aria-busy={busy}>
            {busy ? 'Signing in…' : 'Sign in'}
          </button>
        </form>
        {setup?.open === true ? <FirstStart demo={setup.demo} /> : null}
        <p className="small">{CAUTION_SHORT}</p>
      </div>
    </main>
  );
}

/** Where somebody may begin a clinic of their own, beside the demo that may be looked round. */
function FirstStart({ demo }: { demo: boolean }) {
  return (
    <section className="first-start" aria-label="First start">
      <p>
        <a href="/setup">Set up your clinic</a>
        {demo
          ? ', or look round the demo: sign in as idony, caspian or morwenna with “quill and candle”.'
          : ''}
      </p>
    </section>
  );
}
