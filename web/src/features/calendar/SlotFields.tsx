import { endOf, type Clash } from '@tidy-quill/core/calendar';
import type { DayVisit } from '@tidy-quill/contract/today';
import { Button, Select } from 'antd';
import type { ReactNode } from 'react';
import { problemText, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { AWAY_WORDS, clockOf, clockText, sentence } from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { TimeInput } from '../../widgets/TimeInput';
import type { Slot } from './use-slot';

/** Day, time, room and who treats, and what is in the way of them. */
export function SlotFields({
  slot,
  children,
}: {
  slot: Slot;
  /** What the day that is chosen means for the course. */
  children?: ReactNode;
}) {
  const { timeZone } = useSignedIn().clinic;
  const { data, error: unread } = useClinicQuery();
  const { day, clock, startsAt, plannedMinutes, clashes, away, nextFree, put } = slot;
  const until =
    startsAt === null
      ? ''
      : clockText(new Date(Date.parse(startsAt) + plannedMinutes * 60_000).toISOString(), timeZone);
  return (
    <>
      <div className="field-row">
        <Field label="Day" problem={day === '' ? 'is missing' : undefined}>
          {(field) => <DayInput {...field} value={day} onChange={(to) => put({ day: to })} />}
        </Field>
        <Field label="Time" problem={clock === '' ? 'is missing' : undefined}>
          {(field) => <TimeInput {...field} value={clock} onChange={(to) => put({ clock: to })} />}
        </Field>
        {startsAt === null ? null : (
          <p className="slot-length">
            until {until}: {plannedMinutes} min, with asking, second look and cleaning
          </p>
        )}
      </div>
      {clashes.length + away.length === 0 ? null : (
        <div role="alert" className="field-error slot-clash">
          {clashes.map((clash) => (
            <p key={`${clash.with.id} ${clash.wants}`}>{clashText(clash, timeZone)}</p>
          ))}
          {away.map(({ id, what, reason }) => (
            <p key={id}>
              {sentence(AWAY_WORDS[what])} then: {reason}.
            </p>
          ))}
          {nextFree === null ? (
            <p>Nothing is free later that day.</p>
          ) : (
            <Button size="small" onClick={() => put({ clock: clockOf(nextFree, timeZone) })}>
              Next free: {clockText(nextFree, timeZone)}
            </Button>
          )}
        </div>
      )}
      {slot.isInHours ? null : (
        <p role="status" className="slot-outside">
          This is outside the opening hours.
        </p>
      )}
      {children}
      {data === undefined || data.rooms.length === 0 ? null : (
        <Choice
          label="Room"
          words={Object.fromEntries(data.rooms.map(({ id, name }) => [id, name]))}
          value={slot.roomId ?? null}
          onChange={(roomId) => put({ roomId })}
        />
      )}
      <Field label="Treated by">
        {({ id }) => (
          <Select
            id={id}
            className="wide"
            value={slot.staffId}
            options={(data?.staff ?? [])
              .filter(({ active }) => active)
              .map(({ id: value, name }) => ({ value, label: name }))}
            onChange={(staffId) => put({ staffId })}
          />
        )}
      </Field>
      {unread === undefined && data?.rooms.length !== 0 ? null : (
        <p className="field-error" role="alert">
          {unread === undefined ? '' : `Rooms and staff could not be read: ${problemText(unread)}`}
          {data?.rooms.length === 0 ? 'The clinic has no room yet: the owner adds one.' : ''}
        </p>
      )}
    </>
  );
}

function clashText({ with: other, wants }: Clash<DayVisit>, timeZone: string): string {
  const who = {
    room: `The ${other.room.toLowerCase()}`,
    staff: other.staff,
    handpiece: 'The handpiece',
  }[wants];
  return `${who} has ${other.client.name} from ${clockText(other.startsAt, timeZone)} to ${clockText(endOf(other), timeZone)}.`;
}
