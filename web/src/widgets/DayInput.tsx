import { DatePicker } from 'antd';
import dayjs from 'dayjs';

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
  return (
    <DatePicker
      {...field}
      className="day-input"
      format={FORMATS}
      placeholder="Day"
      allowClear={false}
      value={value === '' ? null : dayjs(value)}
      onChange={(day) => onChange(day === null ? '' : day.format('YYYY-MM-DD'))}
      {...(min === undefined ? {} : { minDate: dayjs(min) })}
      {...(max === undefined ? {} : { maxDate: dayjs(max) })}
    />
  );
}
