import { PlusOutlined, SearchOutlined } from '@ant-design/icons';
import { CLIENTS_PER_PAGE, type ClientListed } from '@tidy-quill/contract/clients';
import { hasRight } from '@tidy-quill/core/access';
import { Button, Pagination, Skeleton } from 'antd';
import { Input } from '../../widgets/inputs';
import { useDeferredValue, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useOnward } from '../../app/use-onward';
import { problemText, useClientsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay, figure } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { lazily } from '../../widgets/lazily';
import { useSearch } from '../../app/use-search';

const ClientForm = lazily(async () => (await import('./ClientForm')).ClientForm);

/** All clients, found as one types. */
export function ClientsPage() {
  const [search, setSearch] = useSearch();
  const onward = useOnward();
  const { staff } = useSignedIn();
  const [adding, setAdding] = useState(false);
  // What is typed stands in the field at once; the address follows and loses no letter to it.
  const [text, setText] = useState(search.get('text') ?? '');
  const page = Number(search.get('page') ?? 1);
  const asked = useDeferredValue(text);
  const { data, error, refetch } = useClientsQuery(
    { text: asked, page },
    { refetchOnMountOrArgChange: true },
  );
  const show = (next: { text?: string; page?: number }) => {
    const shown = { text, page: 1, ...next };
    setText(shown.text);
    setSearch(
      { ...(shown.text ? { text: shown.text } : {}), page: String(shown.page) },
      { replace: true },
    );
  };
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Clients</h1>
          <p aria-live="polite">
            {data === undefined
              ? 'Looking…'
              : `${figure(data.total, 0)} ${text ? 'found' : 'in all'}`}
          </p>
        </div>
        <div className="page-actions">
          <Input
            className="search"
            prefix={<SearchOutlined aria-hidden />}
            aria-label="Search by name, reference, telephone or birth date"
            placeholder="Name, reference, phone, birth date"
            allowClear
            value={text}
            onChange={(event) => show({ text: event.target.value })}
          />
          {hasRight(staff.role, 'importClients') ? (
            <Link to="/clients/import">Import from a file</Link>
          ) : null}
          <Button type="primary" icon={<PlusOutlined />} onClick={() => setAdding(true)}>
            Add client
          </Button>
        </div>
      </header>
      {error === undefined ? null : (
        <PageProblem title="Clients cannot be shown" text={problemText(error)} onRetry={refetch} />
      )}
      {data === undefined && error === undefined ? <Skeleton active /> : null}
      {data !== undefined && data.total === 0 ? (
        <section className="empty">
          <h2>{text ? `Nobody is found by “${text}”` : 'No clients yet'}</h2>
          <p>
            {text
              ? 'Try fewer letters, the reference, the telephone number or the birth date.'
              : 'Add the first one.'}
          </p>
        </section>
      ) : null}
      {data !== undefined && data.total > 0 ? <ClientList clients={data.clients} /> : null}
      {data !== undefined && data.total > CLIENTS_PER_PAGE ? (
        <Pagination
          align="end"
          current={page}
          pageSize={CLIENTS_PER_PAGE}
          total={data.total}
          showSizeChanger={false}
          onChange={(next) => show({ page: next })}
        />
      ) : null}
      {adding ? (
        <ClientForm
          client={null}
          onClose={() => setAdding(false)}
          onSaved={(client) => onward(`/clients/${client.id}`)}
        />
      ) : null}
    </div>
  );
}

function ClientList({ clients }: { clients: readonly ClientListed[] }) {
  const navigate = useNavigate();
  const { timeZone } = useSignedIn().clinic;
  const on = (at: string | null) => (at === null ? '–' : shortDay(dayOf(at, timeZone)));
  return (
    <table className="data-table">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Reference</th>
          <th scope="col">Born</th>
          <th scope="col" className="is-figure">
            Areas
          </th>
          <th scope="col">Last visit</th>
          <th scope="col">Next visit</th>
        </tr>
      </thead>
      <tbody>
        {clients.map((client) => (
          <tr key={client.id} onClick={() => void navigate(`/clients/${client.id}`)}>
            <th scope="row">
              <Link to={`/clients/${client.id}`} onClick={(event) => event.stopPropagation()}>
                {client.familyName}, {client.givenName}
              </Link>
            </th>
            <td className="figures">{client.reference}</td>
            <td className="figures">{shortDay(client.birthDate)}</td>
            <td className="is-figure figures">{client.areas}</td>
            <td className="figures">{on(client.lastVisitAt)}</td>
            <td className="figures">{on(client.nextVisitAt)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
