import type { CatalogueVersion, VersionImpact } from '@tidy-quill/contract/catalogue';
import { versionChanges } from '@tidy-quill/contract/version-changes';
import { Skeleton } from 'antd';
import { Link } from 'react-router';
import { useVersionImpactQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  areaText,
  cellText,
  COLUMN_WORDS,
  figure,
  momentText,
  OUTCOME_WORDS,
  refusalName,
} from '../../text';

/** What a draft changes against the version in force, cell by cell, and for which visits that are planned already. */
export function VersionChanges({
  draft,
  inForce,
}: {
  draft: CatalogueVersion;
  inForce: CatalogueVersion;
}) {
  const changes = versionChanges(draft.kind, inForce.content, draft.content);
  return (
    <section className="version-changes" aria-label="Changes">
      <h2>
        Version {draft.number} against version {inForce.number}, in force
      </h2>
      {changes.length === 0 ? (
        <p>Nothing differs.</p>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Row</th>
              <th scope="col">What</th>
              <th scope="col">In force</th>
              <th scope="col">This version</th>
            </tr>
          </thead>
          <tbody>
            {changes.map(({ row, column, before, now }) => (
              <tr key={`${row} ${column}`}>
                <th scope="row">{row === '' ? 'the document' : row}</th>
                <td>{column === '' ? 'whole row' : (COLUMN_WORDS[column] ?? column)}</td>
                <td className="figures">{before === null ? '—' : cellText(column, before)}</td>
                <td className="figures">
                  <strong>{now === null ? 'removed' : cellText(column, now)}</strong>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Impact id={draft.id} />
    </section>
  );
}

function Impact({ id }: { id: string }) {
  const { data } = useVersionImpactQuery(id);
  const { timeZone } = useSignedIn().clinic;
  if (data === undefined) return <Skeleton active paragraph={{ rows: 2 }} />;
  return (
    <>
      <h2>What it would change for clients already planned</h2>
      {data.length === 0 ? (
        <p>Nothing: no visit from today on has another limit or outcome by it.</p>
      ) : (
        <ul>
          {data.map((each) => (
            <li key={`${each.visitId} ${each.areaId}`}>
              <Link to={`/visits/${each.visitId}/plan?zone=${each.areaId}`}>{each.client}</Link>,{' '}
              {areaText(each)}, {momentText(each.startsAt, timeZone)}: {effectText(each)}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function effectText({ upperJcm2, refusals, outcome }: VersionImpact): string {
  if (outcome !== null) {
    return `the answers lead to “${OUTCOME_WORDS[outcome.now]}”, not “${OUTCOME_WORDS[outcome.before]}”.`;
  }
  const fluence = (value: number | null) => (value === null ? 'none' : `${figure(value)} J/cm²`);
  const limit =
    upperJcm2 === null || upperJcm2.before === upperJcm2.now
      ? ''
      : `highest allowed ${fluence(upperJcm2.before)} → ${fluence(upperJcm2.now)}. `;
  return refusals.length === 0
    ? limit
    : `${limit}The accepted plan would be refused: ${refusals.map(refusalName).join(', ')}.`;
}
