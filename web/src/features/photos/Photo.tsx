import { useEffect, useState } from 'react';
import { waitingPicture } from '../../app/photo-outbox';
import { useAppSelector } from '../../app/store';

/** A photograph, small, that opens whole; from this tablet while it is not sent yet. */
export function Photo({ id, about }: { id: string; about: string }) {
  const waiting = useAppSelector(({ photoOutbox }) =>
    photoOutbox.waiting.some((each) => each.id === id),
  );
  const refused = useAppSelector(({ photoOutbox }) => photoOutbox.refused[id]);
  const local = useLocalPicture(waiting ? id : null);
  if (waiting) {
    return (
      <span className="photo">
        <span className="photo-frame">
          {local === null ? null : <img src={local} alt={`Photograph, ${about}`} />}
          {refused === undefined ? <span className="photo-state small">to be sent</span> : null}
        </span>
        {refused === undefined ? null : <span className="small">{refused}</span>}
      </span>
    );
  }
  return (
    <a className="photo" href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
      <span className="photo-frame">
        <img src={`/api/photos/${id}/thumbnail`} alt={`Photograph, ${about}`} />
      </span>
    </a>
  );
}

function useLocalPicture(id: string | null): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (id === null) return;
    let made: string | null = null;
    let stale = false;
    void waitingPicture(id).then((picture) => {
      if (picture === null || stale) return;
      made = URL.createObjectURL(picture);
      setUrl(made);
    });
    return () => {
      stale = true;
      if (made !== null) URL.revokeObjectURL(made);
    };
  }, [id]);
  return id === null ? null : url;
}
