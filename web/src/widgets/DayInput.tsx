import { DatePicker } from 'antd';
import dayjs, { type Dayjs } from 'dayjs';
import { useMemo } from 'react';

// Shown in the first; typed in any of them.
const FORMATS = ['ddd D MMM YYYY', 'D MMM YYYY', 'D.M.YYYY', 'D/M/YYYY', 'YYYY-MM-DD'];

/** A day, chosen or typed, as YYYY-MM-DD; '' for none. */
export function DayInput({
  value,
  onChange,
  min,
  max,
  ...field
}: {
  value: string;
  onChange: (day: string) => void;
  min?: string;
  max?: string;
  id?: string;
  status?: '' | 'error';
  disabled?: boolean;
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}) {
  const shown = useDay(value);
  const first = useDay(min);
  const last = useDay(max);
  return (
    <DatePicker
      {...field}
      className="day-input"
      format={FORMATS}
      placeholder="Day"
      allowClear={false}
      value={shown ?? null}
      onChange={(day) => onChange(day === null ? '' : day.format('YYYY-MM-DD'))}
      {...(first === undefined ? {} : { minDate: first })}
      {...(last === undefined ? {} : { maxDate: last })}
    />
  );
}

/** The same object for the same day: a new one at each render would throw away what is being typed. */
function useDay(day: string | undefined): Dayjs | undefined {
  return useMemo(() => (day === undefined || day === '' ? undefined : dayjs(day)), [day]);
}
