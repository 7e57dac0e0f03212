import { Button } from 'antd';
import { useState } from 'react';
import { useDiaryQuery } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText } from '../../text';
import { homeText } from '../urgent/use-urgent';
import { Photo } from '../photos/Photo';
import { lazily } from '../../widgets/lazily';

const CompareWithSession = lazily(
  async () => (await import('./CompareWithSession')).CompareWithSession,
);

/** What the client wrote of the healing at home, newest first. */
export function DiaryList({ visitId }: { visitId: string }) {
  const { data } = useDiaryQuery(visitId, { refetchOnMountOrArgChange: true });
  const [comparing, setComparing] = useState<readonly string[] | null>(null);
  const { timeZone } = useSignedIn().clinic;
  if (data === undefined || data.length === 0) return null;
  return (
    <section aria-label="Healing diary">
      <h2>From home</h2>
      <ol className="reaction-steps">
        {data.map(({ id, givenAt, note, photoIds, ...entry }) => (
          <li key={id}>
            <span className="figures">{momentText(givenAt, timeZone)}</span>{' '}
            <strong>{homeText(entry)}</strong>
            {note === '' ? '' : `: ${note}`}
            {data.some(({ replaces }) => replaces === id) ? ' (corrected later that day)' : ''}
            {photoIds.length === 0 ? null : (
              <span className="photo-row">
                {photoIds.map((photo) => (
                  <Photo key={photo} id={photo} about="from home" />
                ))}
                <Button size="small" onClick={() => setComparing(photoIds)}>
                  Compare with the session’s picture
                  <span className="visually-hidden"> of {momentText(givenAt, timeZone)}</span>
                </Button>
              </span>
            )}
          </li>
        ))}
      </ol>
      {comparing === null ? null : (
        <CompareWithSession ids={comparing} onClose={() => setComparing(null)} />
      )}
    </section>
  );
}
