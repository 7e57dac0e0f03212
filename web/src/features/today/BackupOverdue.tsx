import { Link } from 'react-router';
import { Notice } from '../../widgets/Notice';
import { useBackupsQuery } from '../clinic/backups-api';

const EVERY_MS = 10 * 60_000;

/** That the last good backup is older than two days. */
export function BackupOverdue() {
  const { data } = useBackupsQuery(undefined, { pollingInterval: EVERY_MS });
  if (data?.overdue !== true) return null;
  return (
    <Notice kind="care" title="The last backup is older than two days">
      <p>
        What is recorded today may be lost with this machine. <Link to="/clinic">Backup</Link>
      </p>
    </Notice>
  );
}
