import type { Retention, RetentionDue } from '@tidy-quill/contract/clinic';
import { ERASING_WORDS } from '@tidy-quill/contract/labels/clients';
import { Button, InputNumber, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemFields, problemText } from '../../app/api';
import { countText, shortDay } from '../../text';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { useRetentionQuery, useSetRetentionMutation } from './retention-api';

/** How long records are kept, and which of them need not be kept any longer. */
export function RetentionPage() {
  const { data, error, refetch } = useRetentionQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined) {
    return (
      <PageProblem
        title="The records that fall due cannot be shown"
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
          <h1>How long records are kept</h1>
          <p>
            <Link to="/clinic">Clinic</Link> · Nothing is erased by itself: what falls due is listed
            here, and an owner erases it on the client’s page.
          </p>
        </div>
      </header>
      <RuleForm key={JSON.stringify(data.retention)} rule={data.retention} />
      {data.retention === null ? (
        <section className="empty">
          <h2>No rule yet</h2>
          <p>Without one nothing falls due, and every record is kept.</p>
        </section>
      ) : (
        <DueTable due={data.due} />
      )}
    </div>
  );
}

function RuleForm({ rule }: { rule: Retention | null }) {
  const [years, setYears] = useState<number | null>(rule?.years ?? null);
  const [age, setAge] = useState<number | null>(rule?.minorsUntilAge ?? null);
  const [save, { error, isLoading }] = useSetRetentionMutation();
  const wrong = error === undefined ? {} : problemFields(error);
  const same = years === (rule?.years ?? null) && age === (rule?.minorsUntilAge ?? null);
  return (
    <form
      className="retention-form"
      onSubmit={(event) => {
        event.preventDefault();
        if (years !== null && age !== null) void save({ years, minorsUntilAge: age });
      }}
    >
      <p className="quiet">
        The law that holds for you says how long: ask before you set it. The longer of the two
        holds.
      </p>
      <Field label="Years after the last visit" problem={wrong['retention.years']}>
        {(field) => (
          <InputNumber
            {...field}
            min={1}
            max={100}
            precision={0}
            value={years}
            onChange={setYears}
          />
        )}
      </Field>
      <Field
        label="Whoever was a minor then, until the age of"
        problem={wrong['retention.minorsUntilAge']}
      >
        {(field) => (
          <InputNumber {...field} min={18} max={60} precision={0} value={age} onChange={setAge} />
        )}
      </Field>
      <div className="page-actions">
        <Button
          htmlType="submit"
          type="primary"
          loading={isLoading}
          disabled={same || years === null || age === null}
        >
          Save the rule
        </Button>
        {rule === null ? null : <Button onClick={() => void save(null)}>Keep everything</Button>}
      </div>
      {error === undefined || Object.keys(wrong).length > 0 ? null : (
        <Notice kind="care" title="The rule is not saved yet">
          <p role="alert">{problemText(error)}</p>
        </Notice>
      )}
    </form>
  );
}

function DueTable({ due }: { due: readonly RetentionDue[] }) {
  if (due.length === 0) {
    return (
      <section className="empty">
        <h2>Nothing falls due</h2>
        <p>Every record has to be kept yet.</p>
      </section>
    );
  }
  return (
    <>
      <h2>{countText(due.length, 'record')} need not be kept any longer</h2>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Reference</th>
            <th scope="col">Last visit</th>
            <th scope="col">To be kept until</th>
            <th scope="col">In the way</th>
          </tr>
        </thead>
        <tbody>
          {due.map(({ clientId, name, reference, lastOn, keptUntil, refusal }) => (
            <tr key={clientId}>
              <th scope="row">
                <Link to={`/clients/${clientId}`}>{name}</Link>
              </th>
              <td className="figures">{reference}</td>
              <td>{shortDay(lastOn)}</td>
              <td>{shortDay(keptUntil)}</td>
              <td>{refusal === null ? 'nothing' : ERASING_WORDS[refusal]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
