import { addDays, type Day } from '@tidy-quill/core/units';
import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat.js';

dayjs.extend(customParseFormat);

const WHOLE = [...['D MMM YYYY', 'YYYY-MM-DD', 'D.M.YYYY', 'D/M/YYYY', 'D MMMM YYYY']];
const WITHOUT_YEAR = ['D MMM', 'D.M.', 'D.M', 'D/M', 'D MMMM'];

/**
 * A day as somebody types it, “29 Nov”, “29.11.2026”, “2026-11-29”, “today” or “yesterday”; null where it is none. Without
 * a year it is the last such day up to today.
 */
export function parseDay(text: string, today: Day): Day | null {
  // The weekday says nothing that the day does not.
  const said = text.trim().replace(/^[a-z]{3},?\s+(?=\d)/i, '');
  if (/^today$/i.test(said)) return today;
  if (/^yesterday$/i.test(said)) return addDays(today, -1);
  for (const format of WHOLE) {
    const day = dayjs(said, format, true);
    if (day.isValid()) return day.format('YYYY-MM-DD');
  }
  const year = Number(today.slice(0, 4));
  for (const format of WITHOUT_YEAR) {
    // A leap day is none in most years.
    for (const each of [year, year - 1]) {
      const day = dayjs(`${said} ${each}`, `${format} YYYY`, true);
      const found = day.isValid() ? day.format('YYYY-MM-DD') : null;
      if (found !== null && found <= today) return found;
    }
  }
  return null;
}
