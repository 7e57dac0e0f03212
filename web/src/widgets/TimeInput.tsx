import { Input } from './inputs';
import dayjs from 'dayjs';
import { useState } from 'react';
import { clockFormat } from '../text';
import { parseClock } from './parse-clock';

/** A clock time, typed in whatever way one writes it, as HH:mm; '' for none. Shown as the clinic writes its times. */
export function TimeInput({
  value,
  onChange,
  onBlur,
  status = '',
  ...field
}: {
  value: string;
  onChange: (clock: string) => void;
  onBlur?: () => void;
  id?: string;
  status?: '' | 'error';
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}) {
  // What is being typed; null while nobody types, and the value is shown.
  const [typed, setTyped] = useState<string | null>(null);
  const shown = value === '' ? '' : dayjs(`2000-01-01T${value}`).format(clockFormat());
  const wrong = typed !== null && typed !== '' && parseClock(typed) === null;
  return (
    <Input
      {...field}
      className="time-input"
      placeholder={clockFormat() === 'HH:mm' ? '14:30' : '2:30 pm'}
      autoComplete="off"
      status={wrong ? 'error' : status}
      value={typed ?? shown}
      onChange={({ target }) => {
        setTyped(target.value);
        onChange(parseClock(target.value) ?? '');
      }}
      onBlur={() => {
        setTyped(null);
        onBlur?.();
      }}
    />
  );
}
