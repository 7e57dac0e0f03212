import type { WaitingEntry } from '@tidy-quill/contract/waiting';
import type { FreeTime } from '@tidy-quill/core/calendar';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, countText, dayText, FIRST_DAY_WORDS, momentText, wishesText } from '../../text';
import { useEndWaitingMutation, useTakeTimeMutation, useWaitingListQuery } from './calendar-api';

/** Who waits for a time, each with the soonest that would suit; a press gives it to them. */
export function WaitingTable() {
  const [search] = useSearchParams();
  const freed = search.get('freed');
  const { data, error } = useWaitingListQuery(freed === null ? {} : { freed }, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined && data === undefined)
    return <p className="field-error">The waiting list cannot be shown: {problemText(error)}</p>;
  if (data === undefined) return <Skeleton active paragraph={{ rows: 3 }} />;
  if (data.entries.length === 0) return <p>Nobody waits for another time.</p>;
  const fitting = data.entries.filter(({ couldTake }) => couldTake).length;
  return (
    <>
      {freed === null ? null : (
        <p role="status">
          {fitting === 0
            ? 'Nobody who waits could take the time that became free.'
            : `${countText(fitting, 'client')} could take the time that became free.`}
        </p>
      )}
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Telephone</th>
            <th scope="col">Area</th>
            <th scope="col">Wishes</th>
            <th scope="col">Free for them, once they agreed</th>
          </tr>
        </thead>
        <tbody>
          {data.entries.map((entry) => (
            <Entry key={entry.id} entry={entry} />
          ))}
        </tbody>
      </table>
    </>
  );
}

function Entry({ entry }: { entry: WaitingEntry }) {
  const { timeZone } = useSignedIn().clinic;
  const { data: clinic } = useClinicQuery();
  // One visit, however often it is pressed: another time is another press of the same booking.
  const [visitId] = useState(() => v7());
  const [take, taking] = useTakeTimeMutation();
  const [end, ending] = useEndWaitingMutation();
  const error = taking.error ?? ending.error;
  const { id, clientId, clientName, phone, more, firstDay, until, bookedAt, note, times } = entry;
  const nameOf = (
    list: readonly { readonly id: string; readonly name: string }[] = [],
    of: string,
  ) => list.find((each) => each.id === of)?.name ?? '';
  const give = ({ startsAt, roomId, staffId }: FreeTime) =>
    void take({ id, visitId, startsAt, roomId, staffId });
  return (
    <tr>
      <th scope="row">
        <Link to={`/clients/${clientId}`}>{clientName}</Link>
        {entry.couldTake ? <span className="tag tag-care">could take it</span> : null}
      </th>
      <td className="figures">{phone}</td>
      <td>
        {areaText(entry)}
        {more === 0 ? '' : ` and ${more} more`}
        <span className="quiet">{entry.minutes} min</span>
      </td>
      <td>
        From {dayText(firstDay.on)}
        {until === null ? '' : ` to ${dayText(until)}`}
        <span className="quiet">
          {[
            wishesText(entry),
            entry.staffId === null ? '' : `with ${nameOf(clinic?.staff, entry.staffId)}`,
            firstDay.because === 'wished' || firstDay.because === 'today'
              ? ''
              : FIRST_DAY_WORDS[firstDay.because],
            bookedAt === null ? '' : `booked on ${momentText(bookedAt, timeZone)}`,
            note === '' ? '' : `“${note}”`,
          ]
            .filter((each) => each !== '')
            .join('; ')}
        </span>
      </td>
      <td className="waiting-times">
        {times.length === 0 ? <span>nothing yet</span> : null}
        {times.map((time) => (
          <Button
            key={time.startsAt}
            size="small"
            disabled={taking.isLoading}
            title={`${nameOf(clinic?.rooms, time.roomId)}, ${nameOf(clinic?.staff, time.staffId)}`}
            onClick={() => give(time)}
          >
            {momentText(time.startsAt, timeZone)}
          </Button>
        ))}
        <Button
          size="small"
          disabled={ending.isLoading}
          aria-label={`Take ${clientName} off the list`}
          onClick={() => void end(id)}
        >
          Off the list
        </Button>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {problemText(error)}
          </p>
        )}
      </td>
    </tr>
  );
}
