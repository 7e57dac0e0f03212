import { CalendarOutlined } from '@ant-design/icons';
import { readTypedDay, typedExample, type DayReading, type TypedDay } from '@tidy-quill/core/units';
import { Button, Popover } from 'antd';
import { Input } from './inputs';
import { useContext, useEffect, useState } from 'react';
import { ClinicContext } from '../app/clinic-context';
import { dayOf, dayText } from '../text';
import { FieldProblem } from './field-problem';
import { lazily } from './lazily';

const MonthOfDays = lazily(async () => (await import('./MonthOfDays')).MonthOfDays);

type Doubt = Exclude<TypedDay, { kind: 'day' }>;

/**
 * A day, typed as people write it or chosen, as YYYY-MM-DD; '' for none. What cannot be read stays as it was typed, with what is
 * wrong with it and a good example below; what may be two days is asked after.
 *
 * @param keepsText for forms that check what they send: what cannot be read is their value, so that it is neither lost with a
 * draft nor sent as if nobody had typed anything
 */
export function DayInput({
  value,
  onChange,
  min,
  max,
  keepsText = false,
  ...field
}: {
  value: string;
  onChange: (day: string) => void;
  min?: string | undefined;
  max?: string | undefined;
  keepsText?: boolean;
  id?: string;
  status?: '' | 'error';
  disabled?: boolean;
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}) {
  const clinic = useContext(ClinicContext)?.clinic;
  const order = clinic?.dayOrder ?? null;
  const today = dayOf(
    new Date().toISOString(),
    clinic?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
  );
  /** What is being typed; null where the day itself is shown. */
  const [typed, setTyped] = useState<string | null>(null);
  const [doubt, setDoubt] = useState<Doubt | string | null>(null);
  const [open, setOpen] = useState(false);
  // A day that comes from elsewhere takes the place of what was typed.
  const [known, setKnown] = useState(value);
  if (value !== known) {
    setKnown(value);
    if (value !== '') {
      setTyped(null);
      setDoubt(null);
    }
  }
  const tell = useContext(FieldProblem);
  const reading = { order, today, latest: max };
  const kept = doubt === null && typed === null ? doubtOf(value, reading) : null;
  const inDoubt = doubt ?? kept;
  const problem =
    inDoubt === null ? null : typeof inDoubt === 'string' ? inDoubt : wordsOf(inDoubt, order);
  useEffect(() => tell?.(problem), [tell, problem]);

  const take = (day: string) => {
    setTyped(null);
    setDoubt(null);
    if (day !== value) onChange(day);
  };
  const leave = (because: Doubt | string, left: string) => {
    setDoubt(because);
    const next = keepsText ? left : '';
    if (value !== next) onChange(next);
  };
  const read = () => {
    if (typed === null) return;
    if (typed.trim() === '') {
      take('');
      return;
    }
    const found = readTypedDay(typed, reading);
    if (found.kind !== 'day') leave(found, typed);
    else if (min !== undefined && found.day < min) leave(`must not be before ${dayText(min)}`, '');
    else if (max !== undefined && found.day > max) leave(`must not be after ${dayText(max)}`, '');
    else take(found.day);
  };
  return (
    <div className="day-input">
      <Input
        {...field}
        status={problem === null ? (field.status ?? '') : 'error'}
        aria-invalid={problem !== null || (field['aria-invalid'] ?? false)}
        autoComplete="off"
        placeholder={typedExample(order)}
        value={typed ?? (isDay(value) ? dayText(value) : value)}
        onChange={({ target }) => {
          setTyped(target.value);
          setDoubt(null);
        }}
        onBlur={read}
        onPressEnter={read}
        suffix={
          <Popover
            trigger="click"
            open={open && field.disabled !== true}
            onOpenChange={setOpen}
            content={
              <MonthOfDays
                value={isDay(value) ? value : today}
                min={min}
                max={max}
                onPick={(day) => {
                  take(day);
                  setOpen(false);
                }}
              />
            }
          >
            <Button
              type="text"
              size="small"
              className="day-input-open"
              disabled={field.disabled ?? false}
              // Whoever has no mouse types the day: one stop of the Tab key a field.
              tabIndex={-1}
              icon={<CalendarOutlined />}
            >
              <span className="visually-hidden">Choose from a calendar</span>
            </Button>
          </Popover>
        }
      />
      {inDoubt !== null && typeof inDoubt !== 'string' && inDoubt.kind === 'asked' ? (
        <div className="day-input-asked" role="group" aria-label="Which day is meant">
          {inDoubt.days.map((day) => (
            <Button key={day} size="small" onClick={() => take(day)}>
              {dayText(day)}
            </Button>
          ))}
        </div>
      ) : null}
      {problem !== null && tell === null ? (
        <p className="field-error" role="alert">
          The day {problem}
        </p>
      ) : null}
    </div>
  );
}

const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text);

/** What is in doubt about what a form kept as it was typed; null for a day. */
function doubtOf(value: string, reading: DayReading): Doubt | null {
  if (value === '' || isDay(value)) return null;
  const found = readTypedDay(value, reading);
  return found.kind === 'day' ? null : found;
}

function wordsOf(doubt: Doubt, order: Parameters<typeof typedExample>[0]): string {
  return doubt.kind === 'asked'
    ? doubt.days.length > 1
      ? 'may be one of these: press the one that is meant'
      : 'is written the other way round here: press it if it is meant'
    : `cannot be read: write it like ${typedExample(order)} or 1991-05-12`;
}
