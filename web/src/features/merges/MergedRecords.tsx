import './merges.css';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import { MERGE_REST_WORDS } from '@tidy-quill/contract/labels/merges';
import type { MergeRests } from '@tidy-quill/contract/merges';
import { hasRight } from '@tidy-quill/core/access';
import { Button } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useUndoMergeMutation } from './merge-api';

/** That a record went into another one, or which went into it; nothing where neither is so. */
export function MergedRecords({ client, merges }: Pick<ClientOpened, 'client' | 'merges'>) {
  const { staff, clinic } = useSignedIn();
  const [undo, { error, isLoading, originalArgs }] = useUndoMergeMutation();
  if (client.mergedInto !== null) {
    return (
      <Notice kind="care" title="This record was merged into another one of the same client">
        <p>
          Visits, consents and whatever is recorded from now on stand there.{' '}
          <Link to={`/clients/${client.mergedInto}`}>Open it</Link>
        </p>
      </Notice>
    );
  }
  if (merges.length === 0) return null;
  return (
    <ul className="merged-records">
      {merges.map(({ id, gone, by, at }) => (
        <li key={id}>
          With the record of{' '}
          <Link to={`/clients/${gone.id}`}>
            {gone.givenName} {gone.familyName} <span className="figures">{gone.reference}</span>
          </Link>
          , merged by {by} on {shortDay(dayOf(at, clinic.timeZone))}.{' '}
          {hasRight(staff.role, 'mergeClients') ? (
            <Button
              size="small"
              loading={isLoading && originalArgs === id}
              onClick={() => void undo(id)}
            >
              Part them again<span className="visually-hidden"> {gone.reference}</span>
            </Button>
          ) : null}
          {error !== undefined && originalArgs === id ? (
            <span className="field-error" role="alert">
              {' '}
              {restsText(error)}
            </span>
          ) : null}
        </li>
      ))}
    </ul>
  );
}

function restsText(error: unknown): string {
  const { data } = error as { data?: { detail?: string } };
  const rests = MERGE_REST_WORDS[data?.detail as MergeRests] as string | undefined;
  return rests === undefined ? problemText(error) : `They stay one: ${rests}.`;
}
