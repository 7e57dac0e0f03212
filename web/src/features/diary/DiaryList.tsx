import { useDiaryQuery } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText, SIGN_WORDS, TREND_WORDS } from '../../text';
import { Photo } from '../photos/Photo';

/** What the client wrote of the healing at home, newest first. */
export function DiaryList({ visitId }: { visitId: string }) {
  const { data } = useDiaryQuery(visitId, { refetchOnMountOrArgChange: true });
  const { timeZone } = useSignedIn().clinic;
  if (data === undefined || data.length === 0) return null;
  return (
    <section aria-label="Healing diary">
      <h2>From home</h2>
      <ol className="reaction-steps">
        {data.map(({ id, givenAt, trend, signs, note, photoIds }) => (
          <li key={id}>
            <span className="figures">{momentText(givenAt, timeZone)}</span>{' '}
            <strong>{TREND_WORDS[trend]}</strong>
            {signs.length === 0 ? '' : `, ${signs.map((sign) => SIGN_WORDS[sign]).join(', ')}`}
            {note === '' ? '' : `: ${note}`}
            {photoIds.length === 0 ? null : (
              <span className="photo-row">
                {photoIds.map((photo) => (
                  <Photo key={photo} id={photo} about="from home" />
                ))}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
