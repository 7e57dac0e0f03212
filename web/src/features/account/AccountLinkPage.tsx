import './account.css';
import { Skeleton } from 'antd';
import { useParams } from 'react-router';
import { problemText } from '../../app/api';
import { ByLink } from '../../widgets/ByLink';
import { PageProblem } from '../../widgets/PageProblem';
import { useAccountLinkQuery, useSetAccountMutation } from './account-api';
import { SecretForm } from './SecretForm';

/** What somebody sees who was invited, or whose password is to be reset. */
export function AccountLinkPage() {
  return (
    <ByLink>
      <Opened />
    </ByLink>
  );
}

function Opened() {
  const { token = '' } = useParams();
  const { data, error, refetch } = useAccountLinkQuery(token);
  const [set, done] = useSetAccountMutation();
  if (error !== undefined && !done.isSuccess) {
    return (
      <PageProblem title="This link opens nothing" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="shell-wait" />;
  const invited = data.kind === 'invitation';
  return (
    <main className="sign-in">
      <div className="sign-in-page">
        <h1>Tidy Quill</h1>
        {done.isSuccess ? (
          <>
            <p className="lead">Your password is set.</p>
            <p>
              <a href="/">Go to sign in</a>
            </p>
          </>
        ) : (
          <>
            <p className="lead">
              {invited
                ? `${data.clinicName} invites you. Say how you sign in.`
                : `${data.clinicName}: a new password for ${data.name}, who signs in as ${data.signInName}.`}
            </p>
            <SecretForm
              asked={[
                ...(invited
                  ? ([
                      { name: 'name', label: 'Your name', kind: 'text', value: data.name },
                      { name: 'signInName', label: 'You sign in as', kind: 'text' },
                    ] as const)
                  : []),
                { name: 'password', label: 'Password', kind: 'newPassword' },
              ]}
              action="Set it"
              onSend={({ password = '', ...names }) => set({ token, password, ...names })}
            />
            <p className="small">
              Four or more words that do not belong together are hard to guess and easy to keep.
            </p>
          </>
        )}
      </div>
    </main>
  );
}
