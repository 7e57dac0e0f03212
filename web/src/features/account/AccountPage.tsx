import './account.css';
import { Button, Skeleton } from 'antd';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText, ROLE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import {
  useChangePasswordMutation,
  useEndOtherSessionsMutation,
  useEndSessionMutation,
  useOwnAccountQuery,
  useSetPinMutation,
} from './account-api';
import { FeedSection } from './FeedSection';
import { SecondFactor } from './SecondFactor';
import { SecretForm } from './SecretForm';

/** One’s own account: password, second factor, PIN for the room, and where one is signed in. */
export function AccountPage() {
  const { staff, clinic, secondFactorOwed } = useSignedIn();
  const { data, error, refetch } = useOwnAccountQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [changePassword, changed] = useChangePasswordMutation();
  const [setPin, pinned] = useSetPinMutation();
  const [endOne] = useEndSessionMutation();
  const [endOthers] = useEndOtherSessionsMutation();
  if (error !== undefined) {
    return (
      <PageProblem
        title="Your account cannot be shown"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>{staff.name}</h1>
          <p>
            signs in as {data.signInName} · {ROLE_WORDS[staff.role]} · {clinic.name}
          </p>
        </div>
      </header>
      {secondFactorOwed ? (
        <Notice kind="care" title="Your clinic asks you for a second factor">
          <p>Set it up here first. Nothing else opens before.</p>
        </Notice>
      ) : null}
      <div className="account">
        <SecondFactor account={data} />
        <section aria-label="Password">
          <h2>Password</h2>
          <SecretForm
            asked={[
              { name: 'current', label: 'Present password', kind: 'password' },
              { name: 'next', label: 'New password', kind: 'newPassword' },
            ]}
            action="Change it"
            onSend={({ current = '', next = '' }) => changePassword({ current, next })}
          />
          <p className="quiet" role="status">
            {changed.isSuccess
              ? 'Changed. Whatever else was signed in with the old one has been signed out.'
              : 'Four or more words that do not belong together are hard to guess and easy to keep.'}
          </p>
        </section>
        <section aria-label="PIN for the room">
          <h2>PIN for the room</h2>
          <p>
            Six figures that unlock a tablet on which you signed in today: yours, or one that a
            colleague hands over.
          </p>
          <SecretForm
            asked={[
              { name: 'password', label: 'Password', kind: 'password' },
              { name: 'pin', label: 'PIN', kind: 'newPassword' },
            ]}
            action={data.pin ? 'Change the PIN' : 'Set the PIN'}
            onSend={({ password = '', pin = '' }) => setPin({ password, pin })}
          />
          <p className="quiet" role="status">
            {pinned.isSuccess ? 'The PIN is set.' : data.pin ? 'A PIN is set.' : 'None is set.'}
          </p>
        </section>
        <FeedSection />
        <section aria-label="Where you are signed in">
          <h2>Where you are signed in</h2>
          <table className="data-table is-still">
            <thead>
              <tr>
                <th scope="col">Device</th>
                <th scope="col">Signed in</th>
                <th scope="col">Used last</th>
                <th scope="col">
                  <span className="visually-hidden">End it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {data.sessions.map((session) => (
                <tr key={session.id}>
                  <th scope="row">{session.device}</th>
                  <td>{momentText(session.begunAt, clinic.timeZone)}</td>
                  <td>{momentText(session.usedAt, clinic.timeZone)}</td>
                  <td>
                    {session.current ? (
                      'this one'
                    ) : (
                      <Button size="small" onClick={() => void endOne(session.id)}>
                        End it
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {data.sessions.length > 1 ? (
            <Button onClick={() => void endOthers()}>End all others</Button>
          ) : null}
          <p className="quiet">
            A session ends 12 hours after its last use, and 7 days after signing in.
          </p>
        </section>
      </div>
    </div>
  );
}
