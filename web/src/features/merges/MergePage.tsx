import './merges.css';
import type { Client } from '@tidy-quill/contract/clients';
import { CONTACT_WORDS, languageText } from '@tidy-quill/contract/labels/clients';
import { MERGING_WORDS } from '@tidy-quill/contract/labels/merges';
import type { MergeCompared, MergeSide } from '@tidy-quill/contract/merges';
import type { MergingRefusal } from '@tidy-quill/core/clients';
import { Button, Checkbox, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useOnward } from '../../app/use-onward';
import { areaText, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { useMergeClientsMutation, useMergeComparedQuery } from './merge-api';

/** Two records side by side, to be made one where they are one client’s. */
export function MergePage() {
  const { clientId: keptId = '', otherId: goneId = '' } = useParams();
  const { data, error, refetch } = useMergeComparedQuery(
    { keptId, goneId },
    { refetchOnMountOrArgChange: true },
  );
  if (error !== undefined) {
    return (
      <PageProblem
        title="These records cannot be compared"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return <Compared key={`${keptId} ${goneId}`} compared={data} />;
}

const ROWS: readonly [string, (client: Client) => string][] = [
  ['Name', ({ givenName, familyName }) => `${givenName} ${familyName}`],
  ['Born', ({ birthDate }) => shortDay(birthDate)],
  ['Telephone', ({ phone }) => phone],
  ['E-mail', ({ email }) => email],
  ['Prefers', ({ contactBy }) => (contactBy === null ? '' : CONTACT_WORDS[contactBy])],
  ['Language', ({ language }) => (language === null ? '' : languageText(language))],
  ['Guardian', ({ guardian }) => (guardian === null ? '' : guardian.name)],
  ['Not to be contacted', ({ doNotContact }) => (doNotContact ? 'yes' : '')],
  ['Alert', ({ alert }) => alert],
  ['Note', ({ note }) => note],
];

function Compared({ compared }: { compared: MergeCompared }) {
  const { kept, gone, pairs, after, refusal } = compared;
  const navigate = useNavigate();
  const onward = useOnward();
  const [id] = useState(() => v7());
  const [apart, setApart] = useState<readonly string[]>([]);
  const [merge, { error, isLoading }] = useMergeClientsMutation();
  const result: Client = { ...kept.client, ...after };
  const send = async () => {
    const answer = await merge({
      ...{ id, keptId: kept.client.id, goneId: gone.client.id },
      ...{ version: kept.client.version, goneVersion: gone.client.version },
      pairs: pairs.filter(({ from }) => !apart.includes(from)),
    });
    if (answer.error === undefined) onward(`/clients/${kept.client.id}`);
  };
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>One client, two records?</h1>
          <p>
            Everything of the record on the right goes under the one on the left. It can be parted
            again until something rests on it.
          </p>
        </div>
        <div className="page-actions">
          <Button
            onClick={() =>
              void navigate(`/clients/${gone.client.id}/merge/${kept.client.id}`, {
                replace: true,
              })
            }
          >
            Keep the other one
          </Button>
        </div>
      </header>
      {refusal === null ? null : (
        <Notice kind="stop" title="These records are not merged">
          <p>{MERGING_WORDS[refusal]}</p>
        </Notice>
      )}
      {kept.client.birthDate === gone.client.birthDate ? null : (
        <Notice kind="care" title="Their dates of birth differ: make sure that it is one person" />
      )}
      <table className="data-table merge-table">
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">What</span>
            </th>
            {[kept, gone].map(({ client }, index) => (
              <th scope="col" key={client.id}>
                {index === 0 ? 'Kept: ' : 'Goes into it: '}
                <Link to={`/clients/${client.id}`} className="figures">
                  {client.reference}
                </Link>
              </th>
            ))}
            <th scope="col">Afterwards</th>
          </tr>
        </thead>
        <tbody>
          {ROWS.filter(([, text]) =>
            [kept.client, gone.client].some((each) => text(each) !== ''),
          ).map(([label, text]) => (
            <tr key={label} className={differs(text, kept, gone) ? 'merge-differs' : undefined}>
              <th scope="row">{label}</th>
              {[kept.client, gone.client, result].map((client, index) => (
                <td key={index}>{text(client) === '' ? '·' : text(client)}</td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">Visits, the last</th>
            {[kept, gone].map((side) => (
              <td key={side.client.id}>{visitsText(side)}</td>
            ))}
            <td>{kept.visits + gone.visits}</td>
          </tr>
          <tr>
            <th scope="row">Signed consents</th>
            <td>{kept.consents}</td>
            <td>{gone.consents}</td>
            <td>{kept.consents + gone.consents}</td>
          </tr>
          <tr>
            <th scope="row">Areas</th>
            <td>{areasText(kept)}</td>
            <td>{areasText(gone)}</td>
            <td>{kept.areas.length + gone.areas.length - pairs.length + apart.length}</td>
          </tr>
        </tbody>
      </table>
      {pairs.length === 0 ? null : (
        <section aria-label="Areas of both">
          <h2>Areas that both have</h2>
          <ul className="merge-pairs">
            {gone.areas
              .filter((area) => pairs.some(({ from }) => from === area.id))
              .map((area) => (
                <li key={area.id}>
                  {area.job === 'hair' ? (
                    `${areaText(area)}, hair: becomes one area, with all that its skin was given`
                  ) : (
                    <Checkbox
                      checked={!apart.includes(area.id)}
                      onChange={({ target }) =>
                        setApart((before) =>
                          target.checked
                            ? before.filter((each) => each !== area.id)
                            : [...before, area.id],
                        )
                      }
                    >
                      {areaText(area)}, tattoo: it is the same tattoo
                    </Checkbox>
                  )}
                </li>
              ))}
          </ul>
        </section>
      )}
      {error === undefined ? null : (
        <Notice kind="care" title="They are not merged yet">
          <p role="alert">{refusalText(error)}</p>
        </Notice>
      )}
      <div className="page-actions">
        <Button
          type="primary"
          disabled={refusal !== null}
          loading={isLoading}
          onClick={() => void send()}
        >
          Merge into {kept.client.reference}
        </Button>
      </div>
    </div>
  );
}

const differs = (text: (client: Client) => string, one: MergeSide, other: MergeSide): boolean =>
  text(one.client) !== text(other.client);

const visitsText = ({ visits, lastVisitOn }: MergeSide): string =>
  lastVisitOn === null ? String(visits) : `${visits}, ${shortDay(lastVisitOn)}`;

const areasText = ({ areas }: MergeSide): string =>
  areas.length === 0 ? '·' : areas.map((area) => areaText(area)).join(', ');

function refusalText(error: unknown): string {
  const { data } = error as { data?: { detail?: string } };
  const words = MERGING_WORDS[data?.detail as MergingRefusal] as string | undefined;
  return words ?? problemText(error);
}
