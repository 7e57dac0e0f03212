import { sessionPicture } from '@tidy-quill/core/picture';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { CompareBoard } from '../pictures/CompareBoard';
import { useClientPhotosQuery } from '../pictures/pictures-api';
import { useVisit } from '../visit/use-visit';

/** Pictures that a client sent from home, laid over what the clinic photographed at the session. */
export function CompareWithSession({
  ids,
  onClose,
}: {
  ids: readonly string[];
  onClose: () => void;
}) {
  const { client } = useVisit('client');
  const { timeZone } = useSignedIn().clinic;
  const { data, error } = useClientPhotosQuery(client.id, { refetchOnMountOrArgChange: true });
  const [which, setWhich] = useState(0);
  const home = data?.find(({ id }) => id === ids[which]) ?? null;
  const held = data === undefined || home === null ? null : sessionPicture(data, home);
  return (
    <Dialog
      open
      width={1000}
      title="Compare with the session’s picture"
      onCancel={onClose}
      footer={<Button onClick={onClose}>Close</Button>}
    >
      {ids.length > 1 ? (
        <Choice
          label="Picture from home"
          words={Object.fromEntries(ids.map((_, each) => [each, String(each + 1)]))}
          value={which}
          onChange={setWhich}
        />
      ) : null}
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      {data === undefined && error === undefined ? <Skeleton active /> : null}
      {data !== undefined && held === null ? (
        <p role="status">The clinic has no picture of this place from the session or before it.</p>
      ) : null}
      {home === null || held === null ? null : (
        <CompareBoard
          first={{
            ...{ id: held.id, widthMm: null },
            caption: momentText(held.takenAt, timeZone),
          }}
          now={{
            id: home.id,
            widthMm: null,
            caption: `${momentText(home.takenAt, timeZone)}, from home`,
          }}
          traced={null}
        />
      )}
    </Dialog>
  );
}
