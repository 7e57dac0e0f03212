import { clockOf, dayOf, momentOf } from '../text';
import { DayInput } from './DayInput';
import { TimeInput } from './TimeInput';
import { useState } from 'react';

/** A day and a clock time in the clinic's zone, as one moment, ISO 8601; null until both are there. */
export function MomentInput({
  label,
  value,
  timeZone,
  max,
  onChange,
  ...field
}: {
  label: string;
  value: string | null;
  timeZone: string;
  /** The last day that may be chosen, YYYY-MM-DD. */
  max: string;
  onChange: (at: string | null) => void;
  id: string;
  status: '' | 'error';
  'aria-invalid': boolean;
  'aria-describedby'?: string;
}) {
  const [parts, setParts] = useState({
    day: value === null ? max : dayOf(value, timeZone),
    clock: value === null ? '' : clockOf(value, timeZone),
  });
  const change = (more: Partial<typeof parts>) => {
    const { day, clock } = { ...parts, ...more };
    setParts({ day, clock });
    onChange(day === '' || clock === '' ? null : momentOf(day, clock, timeZone));
  };
  const { id, ...described } = field;
  return (
    <span className="moment-input">
      <DayInput
        {...described}
        aria-label={`${label} Day`}
        max={max}
        value={parts.day}
        onChange={(day) => change({ day })}
      />
      <TimeInput
        {...described}
        id={id}
        value={parts.clock}
        onChange={(clock) => change({ clock })}
      />
    </span>
  );
}
