import './clinic.css';
import { Button, Skeleton } from 'antd';
import { Link } from 'react-router';
import {
  problemText,
  useCarriersQuery,
  useMessagesQuery,
  useSendAgainMutation,
} from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, dayOf, shortDay } from '../../text';

const STATE_WORDS = { waiting: 'waiting', sent: '✓ sent', failed: '■ failed' } as const;

/** Messages to clients and what became of each. */
export function Outbox() {
  const { timeZone } = useSignedIn().clinic;
  const { data, error } = useMessagesQuery(undefined, { refetchOnMountOrArgChange: true });
  const [again, sending] = useSendAgainMutation();
  if (error !== undefined) return <p className="field-error">{problemText(error)}</p>;
  if (data === undefined) return <Skeleton active paragraph={{ rows: 2 }} />;
  if (data.length === 0) {
    return (
      <>
        <CarrierLine />
        <p>No message yet. Links with questions appear here.</p>
      </>
    );
  }
  return (
    <>
      <CarrierLine />
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Written</th>
            <th scope="col">To</th>
            <th scope="col">Message</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          {data.map((message) => (
            <tr key={message.id}>
              <td className="figures">
                {shortDay(dayOf(message.createdAt, timeZone))},{' '}
                {clockText(message.createdAt, timeZone)}
              </td>
              <th scope="row">
                <Link to={`/clients/${message.clientId}`}>{message.clientName}</Link>
                <span className="quiet figures">{message.to}</span>
              </th>
              <td className="message-text">{message.text}</td>
              <td>
                {STATE_WORDS[message.state]}
                {message.problem === null ? null : <span className="quiet">{message.problem}</span>}
                {message.state === 'sent' ? null : (
                  <Button
                    size="small"
                    loading={sending.isLoading}
                    onClick={() => void again(message.id)}
                  >
                    Try again
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What carries messages here: nobody should wait for one that a stand-in took. */
function CarrierLine() {
  const { data } = useCarriersQuery();
  if (data === undefined) return null;
  return (
    <p className="quiet">
      Messages to telephones go to a simulated network: they reach nobody.{' '}
      {data.mailServer === null
        ? 'E-mail is not set up.'
        : `E-mail goes out by ${data.mailServer}, to clients who like it best or have no telephone.`}
    </p>
  );
}
