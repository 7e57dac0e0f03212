import { addMonths } from '@tidy-quill/core/units';
import { Calendar } from 'antd';
import enGB from 'antd/es/calendar/locale/en_GB';
import dayjs, { type Dayjs } from 'dayjs';
import 'dayjs/locale/en-gb';

/** How far back and ahead the list of years goes where nothing limits it, months. */
const FAR = 120;

/** A month's days to choose from, in weeks that begin on Monday, as on the calendar. */
export function MonthOfDays({
  value,
  min,
  max,
  onPick,
}: {
  value: string;
  min: string | undefined;
  max: string | undefined;
  onPick: (day: string) => void;
}) {
  const range: [Dayjs, Dayjs] = [
    dayjs(min ?? addMonths(value, -FAR)),
    dayjs(max ?? addMonths(value, FAR)),
  ];
  return (
    <div className="day-input-month">
      <Calendar
        fullscreen={false}
        locale={enGB}
        value={dayjs(value)}
        validRange={range}
        onSelect={(day, { source }) => {
          if (source === 'date') onPick(day.format('YYYY-MM-DD'));
        }}
      />
    </div>
  );
}
