import './catalogue.css';
import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { Button } from 'antd';
import { problemText, useApproveVersionMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay } from '../../text';

/** The versions there are, which one is in force, and who made and approved each. */
export function VersionList({
  versions,
  inForce,
  shown,
  onShow,
}: {
  versions: readonly CatalogueVersion[];
  inForce: number;
  shown: number;
  onShow: (number: number) => void;
}) {
  const { staff, clinic } = useSignedIn();
  const [approve, { error, isLoading }] = useApproveVersionMutation();
  const on = (at: string) => shortDay(dayOf(at, clinic.timeZone));
  return (
    <section className="versions">
      <h2>Versions</h2>
      <ul>
        {versions.map((version) => (
          <li key={version.id} className={version.number === shown ? 'is-shown' : undefined}>
            <button type="button" className="row-button" onClick={() => onShow(version.number)}>
              <strong>Version {version.number}</strong>
              {version.number === inForce ? <span className="tag tag-good">in force</span> : null}
              {version.approvedAt === null ? <span className="tag tag-care">draft</span> : null}
            </button>
            {version.number === 0 ? null : (
              <span className="quiet">
                {version.createdBy}, {on(version.createdAt)}
                {version.approvedAt === null
                  ? ''
                  : `; approved by ${version.approvedBy}${version.byAuthor ? ', its author and then the only supervisor' : ''}, ${on(version.approvedAt)}`}
              </span>
            )}
            {version.note === '' ? null : <span className="quiet">{version.note}</span>}
            {version.approvedAt === null && version.number > inForce ? (
              staff.role === 'supervisor' ? (
                <Button
                  type="primary"
                  size="small"
                  loading={isLoading}
                  onClick={() => void approve(version.id)}
                >
                  Approve version {version.number}
                </Button>
              ) : (
                <span className="quiet">A supervisor approves it.</span>
              )
            ) : null}
          </li>
        ))}
      </ul>
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </section>
  );
}
