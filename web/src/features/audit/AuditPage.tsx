import './audit.css';
import { AUDIT_KINDS, type AuditEntry, type AuditKind } from '@tidy-quill/contract/audit';
import { Button, Select, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { problemText, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { AUDIT_WORDS, momentText } from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { useAuditTrailQuery, type AuditFilter } from './audit-api';
import { whatText } from './what-text';
import { useSearch } from '../../app/use-search';

/** Who did and looked at what, newest first, by person, client, kind and day. */
export function AuditPage() {
  const [search, setSearch] = useSearch();
  const { staff: me } = useSignedIn();
  const { data: clinic } = useClinicQuery();
  const [pages, setPages] = useState<readonly number[]>([]);
  const before = pages.at(-1);
  const filter = filterOf(search);
  const { data, error, refetch, isFetching } = useAuditTrailQuery(
    { ...filter, ...(before === undefined ? {} : { before }) },
    { skip: me.role === 'technician', refetchOnMountOrArgChange: true },
  );
  const set = (key: string, value: string | undefined) => {
    setPages([]);
    setSearch(
      (params) => {
        if (value === undefined || value === '') params.delete(key);
        else params.set(key, value);
        return params;
      },
      { replace: true },
    );
  };
  if (me.role === 'technician') {
    return (
      <PageProblem
        title="The audit trail is for supervisor and owner"
        text="Ask one of them who looked at a client or changed something."
      />
    );
  }
  const client = data?.entries.find((entry) => entry.client?.id === filter.client)?.client;
  return (
    <div className="page audit">
      <header className="page-head">
        <div>
          <h1>Audit trail</h1>
          <p>
            Who did and looked at what. Entries are chained: one that is changed or taken out shows.{' '}
            <Link to="/clinic">Back to the clinic</Link>
          </p>
        </div>
      </header>
      <div className="audit-filter" role="search">
        <Field label="Person">
          {(field) => (
            <Select
              {...field}
              allowClear
              placeholder="everybody"
              showSearch={{ optionFilterProp: 'label' }}
              value={filter.staff ?? null}
              options={(clinic?.staff ?? []).map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(staff: string | null) => set('staff', staff ?? undefined)}
            />
          )}
        </Field>
        <Field label="What">
          {(field) => (
            <Select
              {...field}
              allowClear
              placeholder="everything"
              showSearch={{ optionFilterProp: 'label' }}
              value={filter.kind ?? null}
              options={AUDIT_KINDS.map((kind) => ({ value: kind, label: AUDIT_WORDS[kind] }))}
              onChange={(kind: AuditKind | null) => set('kind', kind ?? undefined)}
            />
          )}
        </Field>
        <Field label="Day">
          {(field) => (
            <DayInput {...field} value={filter.day ?? ''} onChange={(day) => set('day', day)} />
          )}
        </Field>
        {filter.client === undefined ? null : (
          <p>
            Only {client?.name ?? 'one client'}{' '}
            <Button size="small" onClick={() => set('client', undefined)}>
              Show everybody
            </Button>{' '}
            <a href={`/api/clients/${filter.client}/audit.csv`} download>
              Export who looked (CSV)
            </a>
          </p>
        )}
      </div>
      {error !== undefined ? (
        <PageProblem
          title="The audit trail cannot be shown"
          text={problemText(error)}
          onRetry={() => void refetch()}
        />
      ) : data === undefined ? (
        <Skeleton active paragraph={{ rows: 10 }} />
      ) : data.entries.length === 0 ? (
        <section className="empty">
          <h2>Nothing here</h2>
          <p>No entry fits. Take a filter away.</p>
        </section>
      ) : (
        <Entries entries={data.entries} busy={isFetching} />
      )}
      <div className="audit-pages">
        {pages.length > 0 ? (
          <Button onClick={() => setPages(pages.slice(0, -1))}>Newer</Button>
        ) : null}
        {data?.more === true ? (
          <Button onClick={() => setPages([...pages, defined(data.entries.at(-1)).seq])}>
            Older
          </Button>
        ) : null}
      </div>
    </div>
  );
}

const filterOf = (search: URLSearchParams): AuditFilter => ({
  ...(search.has('staff') ? { staff: defined(search.get('staff')) } : {}),
  ...(search.has('client') ? { client: defined(search.get('client')) } : {}),
  ...(search.has('kind') ? { kind: search.get('kind') as AuditKind } : {}),
  ...(search.has('day') ? { day: defined(search.get('day')) } : {}),
});

function Entries({ entries, busy }: { entries: readonly AuditEntry[]; busy: boolean }) {
  const { timeZone } = useSignedIn().clinic;
  return (
    <table className="data-table is-still" aria-busy={busy}>
      <thead>
        <tr>
          <th scope="col" className="is-figure">
            No.
          </th>
          <th scope="col">Time</th>
          <th scope="col">Person</th>
          <th scope="col">What</th>
          <th scope="col">Client</th>
          <th scope="col">Details</th>
        </tr>
      </thead>
      <tbody>
        {entries.map(({ seq, at, staff, kind, client, visitId, what }) => (
          <tr key={seq}>
            <td className="figures is-figure">{seq}</td>
            <td className="figures">{momentText(at, timeZone)}</td>
            <td>{staff ?? <span className="quiet-inline">nobody signed in</span>}</td>
            <th scope="row">{AUDIT_WORDS[kind]}</th>
            <td>
              {client === null ? '' : <Link to={`/clients/${client.id}`}>{client.name}</Link>}
              {visitId === null ? '' : <span className="quiet"> visit {visitId.slice(-6)}</span>}
            </td>
            <td>{whatText(what)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
