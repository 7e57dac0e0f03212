import './urgent.css';
import { CloseOutlined } from '@ant-design/icons';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../app/api';
import { openDeskLine } from '../../app/desk-line';
import { useAppDispatch } from '../../app/store';
import { LEVEL_WORDS } from '../../text';
import { soundTone } from '../../widgets/tone';
import { useNow } from '../../widgets/use-now';
import { useUrgent, type Urgent } from './use-urgent';

/** Listens for what comes in while a page is open, whatever page that is: shown at its head and audible. */
export function Arrivals() {
  const dispatch = useAppDispatch();
  useEffect(
    () => openDeskLine(() => void dispatch(api.util.invalidateTags(['today']))),
    [dispatch],
  );
  const [shown, dismiss] = useArrived(useUrgent(useNow()));
  if (shown.length === 0) return null;
  return (
    <div className="arrivals" role="alert">
      {shown.map(({ id, client, what, level, path }) => (
        <p key={id}>
          <span>
            ■ Just in: <strong>{LEVEL_WORDS[level]}</strong>, {client.name}: {what}
          </span>
          <Link to={path} onClick={() => dismiss(id)}>
            Open
          </Link>
          <button type="button" aria-label={`Dismiss ${client.name}`} onClick={() => dismiss(id)}>
            <CloseOutlined />
          </button>
        </p>
      ))}
    </div>
  );
}

/** What was not there when the page opened, until it is dismissed or done; a tone sounds as it comes. */
function useArrived(
  urgent: readonly Urgent[] | undefined,
): readonly [readonly Urgent[], (id: string) => void] {
  const known = useRef<Set<string> | null>(null);
  const [fresh, setFresh] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    if (urgent === undefined) return;
    const before = known.current;
    known.current = new Set([...(before ?? []), ...urgent.map(({ id }) => id)]);
    if (before === null) return;
    const come = urgent.filter(({ id }) => !before.has(id));
    if (come.length === 0) return;
    setFresh((all) => new Set([...all, ...come.map(({ id }) => id)]));
    const audio = new AudioContext();
    soundTone(audio);
    setTimeout(() => void audio.close(), 1000);
  }, [urgent]);
  const dismiss = (id: string) =>
    setFresh((all) => new Set([...all].filter((each) => each !== id)));
  return [(urgent ?? []).filter(({ id }) => fresh.has(id)), dismiss];
}
