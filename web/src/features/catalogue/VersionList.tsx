import './catalogue.css';
import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import { Button } from 'antd';
import { problemText, useApproveVersionMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, shortDay } from '../../text';

/** The versions there are, which one is in force, and who made and approved each. */
export function VersionList({
  versions,
  inForce,
  shown,
  read,
  onShow,
}: {
  versions: readonly CatalogueVersion[];
  inForce: number;
  shown: number;
  /** Which rows of the version that is shown were read; null where nothing has to be. */
  read: readonly string[] | null;
  onShow: (number: number) => void;
}) {
  const { staff, clinic } = useSignedIn();
  const [approve, { error, isLoading }] = useApproveVersionMutation();
  const open = versions.find(({ number }) => number === shown);
  const unread =
    read === null || open === undefined
      ? 0
      : rowsOf(open.kind, open.content).filter(({ key }) => !read.includes(key)).length;
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
                <>
                  <Button
                    type="primary"
                    size="small"
                    loading={isLoading}
                    disabled={read !== null && (version.number !== shown || unread > 0)}
                    onClick={() => void approve({ id: version.id, read: read ?? [] })}
                  >
                    Approve version {version.number}
                  </Button>
                  {version.number === shown && unread > 0 ? (
                    <span className="quiet">{countText(unread, 'row')} still to be read</span>
                  ) : null}
                </>
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
