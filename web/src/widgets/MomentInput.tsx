import { addDays } from '@tidy-quill/core/units';
import { Input } from './inputs';
import { useState } from 'react';
import { clockOf, dayOf, dayText, momentOf } from '../text';
import { parseDay } from './parse-day';
import { TimeInput } from './TimeInput';

/**
 * A day and a clock time in the clinic's zone, both typed, as one moment, ISO 8601; null until both are there. Of a time
 * alone the day is filled in: the last time that the clock showed it.
 */
export function MomentInput({
  label,
  value,
  timeZone,
  now,
  onChange,
  ...field
}: {
  label: string;
  value: string | null;
  timeZone: string;
  /** ISO 8601. */
  now: string;
  onChange: (at: string | null) => void;
  id: string;
  status: '' | 'error';
  'aria-invalid': boolean;
  'aria-describedby'?: string;
}) {
  const today = dayOf(now, timeZone);
  const [parts, setParts] = useState({
    day: value === null ? '' : dayOf(value, timeZone),
    clock: value === null ? '' : clockOf(value, timeZone),
  });
  // What is being typed as the day; null while nobody types, and the day is shown.
  const [typed, setTyped] = useState<string | null>(null);
  const change = (more: Partial<typeof parts>) => {
    const { day, clock } = { ...parts, ...more };
    setParts({ day, clock });
    onChange(day === '' || clock === '' ? null : momentOf(day, clock, timeZone));
  };
  const { id, ...described } = field;
  const wrong = typed !== null && typed !== '' && parseDay(typed, today) === null;
  return (
    <span className="moment-input">
      <Input
        {...described}
        id={id}
        aria-label={`${label} Day`}
        placeholder="today, 29 Nov, 29.11."
        autoComplete="off"
        status={wrong ? 'error' : described.status}
        value={typed ?? (parts.day === '' ? '' : dayText(parts.day))}
        onChange={({ target }) => {
          setTyped(target.value);
          change({ day: parseDay(target.value, today) ?? '' });
        }}
        onBlur={() => setTyped(null)}
      />
      <TimeInput
        {...described}
        aria-label={`${label} Time`}
        value={parts.clock}
        onChange={(clock) => change({ clock })}
        onBlur={() => {
          if (parts.day !== '' || parts.clock === '') return;
          const isAhead = Date.parse(momentOf(today, parts.clock, timeZone)) > Date.parse(now);
          change({ day: isAhead ? addDays(today, -1) : today });
        }}
      />
    </span>
  );
}
