import { nextReading, readingKind, spotAnswer, type TestSpot } from '@tidy-quill/core/spot';
import { useSignedIn } from '../../app/clinic-context';
import {
  clockText,
  dueText,
  fluenceText,
  MARK_WORDS,
  momentText,
  PLACE_WORDS,
  READING_WORDS,
} from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { Photo } from '../photos/Photo';
import type { Spots } from './use-spots';

const READ_KEYS = ['q', 'w', 'e', 'r', 't', 'y', 'u', 'i', 'o'] as const;

/** Every spot with what was read so far and how long until the next look; the timers count from when it was fired. */
export function SpotList({ spots, onRead }: { spots: Spots; onRead: (id: string) => void }) {
  const now = useNow();
  if (spots.all.length === 0) return null;
  return (
    <ol className="spot-list">
      {spots.all.map((spot, index) => (
        <SpotLine
          key={spot.id}
          spot={spot}
          number={index + 1}
          later={spots.later.length > 0}
          nowMs={now}
          letter={READ_KEYS[index] ?? ''}
          onRead={() => onRead(spot.id)}
        />
      ))}
    </ol>
  );
}

function SpotLine({
  spot,
  number,
  later,
  nowMs,
  letter,
  onRead,
}: {
  spot: TestSpot;
  number: number;
  later: boolean;
  nowMs: number;
  letter: string;
  onRead: () => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const due = nextReading(spot, later);
  const open = due !== null && nowMs >= Date.parse(due.from);
  const { adverse } = spotAnswer(spot);
  return (
    <li className={open ? 'is-due' : undefined}>
      <header>
        <span className="spot-mark">{number}</span>
        <strong className="figures">{fluenceText(spot.setting)}</strong> {PLACE_WORDS[spot.place]},{' '}
        {clockText(spot.at, timeZone)}
        {adverse.length > 0 ? <span className="tag tag-stop">adverse</span> : null}
      </header>
      {spot.readings.map((reading) => (
        <p key={reading.id} className="spot-reading">
          <span className="quiet-inline">{READING_WORDS[readingKind(spot.at, reading.at)]}: </span>
          {reading.marks.length === 0
            ? 'nothing marked'
            : reading.marks.map((mark) => MARK_WORDS[mark]).join(', ')}
          {reading.pain === null ? '' : `, pain ${reading.pain}`}
          {reading.note === '' ? '' : `. ${reading.note}`}
        </p>
      ))}
      <div className="photo-row">
        {spot.readings
          .flatMap(({ photoIds }) => photoIds)
          .map((id) => (
            <Photo key={id} id={id} about={`spot ${number}`} />
          ))}
      </div>
      {due === null ? (
        <p className="small">
          <span aria-hidden>✓ </span>Read through.
        </p>
      ) : (
        <div className="spot-due">
          <span data-testid={`due ${number}`}>
            {READING_WORDS[due.kind]}: {dueText(due, nowMs)}
            {due.kind === 'later' ? (
              <span className="quiet">from {momentText(due.from, timeZone)}</span>
            ) : null}
          </span>
          <KeyButton letter={letter} small disabled={!open} onPress={onRead}>
            Read spot {number}
          </KeyButton>
        </div>
      )}
    </li>
  );
}
