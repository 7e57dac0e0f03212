import { OpeningHours } from '@tidy-quill/contract/calendar';
import { read } from '@tidy-quill/contract/problem';
import { addDays } from '@tidy-quill/core/units';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, WEEKDAY_NAMES } from '../../text';
import { useCalendarQuery, useSetHoursMutation } from '../calendar/calendar-api';
import { hoursText, parseSpans } from './parse-spans';

/** When the clinic is open, a line a day; set by the owner, read by all. */
export function HoursForm({ owner }: { owner: boolean }) {
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const { data } = useCalendarQuery({ from: today, until: addDays(today, 6) });
  const [set, { isLoading, error }] = useSetHoursMutation();
  const [typed, setTyped] = useState<readonly string[] | null>(null);
  if (data === undefined) return null;
  const kept = WEEKDAY_NAMES.map((_, index) => hoursText(data.hours?.[index] ?? []));
  const shown = typed ?? kept;
  const spans = shown.map(parseSpans);
  const checked = read(OpeningHours, spans);
  const problemOf = (index: number) => {
    if (spans[index] === null) return 'as 09:00–12:30, 13:00–18:00; empty where it is closed';
    if (checked.ok) return undefined;
    return checked.fields.find(({ field }) => field.startsWith(String(index)))?.problem;
  };
  return (
    <section className="hours-form">
      {data.hours === null && typed === null ? (
        <p>No hours are set: times are found from eight to eight, every day.</p>
      ) : null}
      {owner ? (
        <>
          <div className="hours-days">
            {WEEKDAY_NAMES.map((name, index) => (
              <label key={name}>
                {name}
                <Input
                  value={shown[index] ?? ''}
                  placeholder="closed"
                  autoComplete="off"
                  status={problemOf(index) === undefined ? '' : 'error'}
                  onChange={({ target }) =>
                    setTyped(shown.map((each, at) => (at === index ? target.value : each)))
                  }
                />
                {problemOf(index) === undefined ? null : (
                  <span className="field-error">{problemOf(index)}</span>
                )}
              </label>
            ))}
          </div>
          <Button
            disabled={typed === null || !checked.ok}
            loading={isLoading}
            onClick={() => {
              if (!checked.ok) return;
              void set({ hours: checked.value }).then((result) => {
                if (result.error === undefined) setTyped(null);
              });
            }}
          >
            Save hours
          </Button>
          <p className="field-error" role="alert">
            {error === undefined ? '' : problemText(error)}
          </p>
        </>
      ) : (
        <ul>
          {WEEKDAY_NAMES.map((name, index) => (
            <li key={name}>
              {name}: {kept[index] === '' ? 'closed' : kept[index]}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
