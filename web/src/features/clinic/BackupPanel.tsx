import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { figure, momentText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useBackUpMutation, useBackupsQuery } from './backups-api';

const WHILE_RUNNING_MS = 2000;

/** When the last backup was made and what became of it; the owner may ask for one now. */
export function BackupPanel({ owner }: { owner: boolean }) {
  const { timeZone } = useSignedIn().clinic;
  const [waits, setWaits] = useState(false);
  const { data, error } = useBackupsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: waits ? WHILE_RUNNING_MS : 0,
  });
  const [backUp, asked] = useBackUpMutation();
  // From the press on until the one that it asked for has ended, well or badly.
  const [before, setBefore] = useState<string | null>(null);
  if (error !== undefined) return <p role="alert">{problemText(error)}</p>;
  if (data === undefined) return <Skeleton active paragraph={{ rows: 1 }} />;
  const { last, failed, running, byItself, overdue } = data;
  const newest = [last?.at, failed?.at].filter(Boolean).sort().at(-1) ?? '';
  if (waits && newest !== before && !running) setWaits(false);
  const ask = async () => {
    setBefore(newest);
    setWaits(true);
    const { error: refused } = await backUp();
    if (refused !== undefined) setWaits(false);
  };
  return (
    <>
      {overdue ? (
        <Notice kind="care" title="The last backup is older than two days">
          <p>Whoever runs this installation has to see why.</p>
        </Notice>
      ) : null}
      {last === null ? (
        <p>No backup yet.</p>
      ) : (
        <p>
          Last one {momentText(last.at, timeZone)}, {figure(last.bytes / 1e6, 1)} MB, encrypted:{' '}
          <span className="figures">{last.name}</span>.
        </p>
      )}
      {last?.trailStands === false ? (
        <Notice kind="stop" title="The audit trail did not stand when it was made">
          <p>An entry was changed, put in or taken out: npm run audit -- verify names it.</p>
        </Notice>
      ) : null}
      {failed === null ? null : (
        <Notice kind="care" title={`The try of ${momentText(failed.at, timeZone)} failed`}>
          <p>{failed.why}</p>
        </Notice>
      )}
      <p className="quiet">
        {byItself
          ? 'One is made each night: all of two weeks are kept, one a week for eight weeks, one a month for two years. Keep its passphrase and a copy elsewhere.'
          : 'None is made by itself here: whoever runs this installation sets a folder for it.'}
      </p>
      {owner && byItself ? (
        <p>
          <Button loading={waits || running} onClick={() => void ask()}>
            Back up now
          </Button>
        </p>
      ) : null}
      {asked.error === undefined ? null : <p role="alert">{problemText(asked.error)}</p>}
    </>
  );
}
