import { NewUnavailable, type BookedVisit } from '@tidy-quill/contract/calendar';
import { read } from '@tidy-quill/contract/problem';
import { UNAVAILABLE, type Unavailable } from '@tidy-quill/core/calendar';
import { addDays, type Day } from '@tidy-quill/core/units';
import { Button, Select, Upload } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useCatalogueQuery, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { AWAY_WORDS, dayOf, momentOf, momentText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { TimeInput } from '../../widgets/TimeInput';
import {
  useCalendarQuery,
  useEndUnavailableMutation,
  useMakeUnavailableMutation,
  useReadUnavailableMutation,
} from './calendar-api';

const WHICH: Readonly<Record<Exclude<Unavailable['what'], 'clinic'>, string>> = {
  room: 'Which room',
  staff: 'Who',
  handpiece: 'Which handpiece',
};

/** How far ahead what is away is listed, days. */
const AHEAD_DAYS = 41;

/** Closures, absences, and what is out of use: listed, entered, and taken back. */
export function AwayDialog({ day, onClose }: { day: Day; onClose: () => void }) {
  const { clinic, staff: me } = useSignedIn();
  const { timeZone } = clinic;
  const { data: calendar } = useCalendarQuery({ from: day, until: addDays(day, AHEAD_DAYS) });
  const { data: places } = useClinicQuery();
  const { data: catalogue } = useCatalogueQuery();
  const [make, { isLoading, error }] = useMakeUnavailableMutation();
  const [end, ending] = useEndUnavailableMutation();
  const onlyOwn = me.role === 'technician';
  const [id, setId] = useState(() => v7());
  const [fields, setFields] = useState({
    what: 'staff' as Unavailable['what'],
    whatId: (onlyOwn ? me.id : undefined) as string | undefined,
    ...{ fromDay: day, fromClock: '08:00', untilDay: day, untilClock: '20:00', reason: '' },
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [inTheWay, setInTheWay] = useState<readonly BookedVisit[] | null>(null);
  const [readIn, reading] = useReadUnavailableMutation();
  const readFile = async (file: File) => {
    const result = await readIn(file);
    if (result.error === undefined) setInTheWay(result.data.inTheWay);
  };
  const put = (more: Partial<typeof fields>) => setFields({ ...fields, ...more });
  const lists: Readonly<
    Record<keyof typeof WHICH, readonly { readonly id: string; readonly name: string }[]>
  > = {
    room: places?.rooms ?? [],
    staff: (places?.staff ?? []).filter(({ active }) => active),
    handpiece: catalogue?.handpieces ?? [],
  };
  const nameOf = ({ what, whatId }: Unavailable) =>
    what === 'clinic'
      ? 'The whole clinic'
      : (lists[what].find((each) => each.id === whatId)?.name ?? 'no longer here');
  const at = (on: string, clock: string) =>
    on === '' || clock === '' ? '' : momentOf(on, clock, timeZone);
  const save = async () => {
    const { what, whatId, reason } = fields;
    const checked = read(NewUnavailable, {
      ...{ id, what, whatId: what === 'clinic' ? null : (whatId ?? null), reason },
      ...{ from: at(fields.fromDay, fields.fromClock) },
      ...{ until: at(fields.untilDay, fields.untilClock) },
    });
    setWrong(
      checked.ok
        ? {}
        : Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])),
    );
    if (!checked.ok) return;
    const made = await make(checked.value);
    if (made.error !== undefined) return;
    setId(v7());
    setInTheWay(made.data.inTheWay);
    put({ reason: '' });
  };
  const { what } = fields;
  return (
    <Dialog
      open
      width={780}
      title="Away and closed"
      okText="Enter it"
      cancelText="Close"
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      {calendar?.unavailable.length === 0 ? (
        <p className="quiet">Nothing is entered for the six weeks from then on.</p>
      ) : (
        <ul className="away-list">
          {(calendar?.unavailable ?? []).map((each) => (
            <li key={each.id}>
              <span>
                <strong>{nameOf(each)}</strong>, {momentText(each.from, timeZone)} to{' '}
                {momentText(each.until, timeZone)}: {each.reason}
              </span>
              {each.fromLog === true ? (
                <Link to={`/handpieces/${each.whatId ?? ''}/log`}>Its log</Link>
              ) : !onlyOwn || each.whatId === me.id ? (
                <Button
                  size="small"
                  disabled={ending.isLoading}
                  onClick={() => void end(each.id)}
                  aria-label={`Take back: ${nameOf(each)}, ${each.reason}`}
                >
                  Take back
                </Button>
              ) : null}
            </li>
          ))}
        </ul>
      )}
      {onlyOwn ? (
        <p className="quiet">
          You enter your own absence; closures, rooms and handpieces are entered by a supervisor or
          the owner.
        </p>
      ) : (
        <Choice
          label="What"
          words={
            Object.fromEntries(
              UNAVAILABLE.map((each) => [each, AWAY_WORDS[each]]),
            ) as typeof AWAY_WORDS
          }
          value={what}
          onChange={(next) => put({ what: next, whatId: undefined })}
        />
      )}
      {what === 'clinic' || onlyOwn ? null : (
        <Field label={WHICH[what]} problem={wrong['whatId']}>
          {({ id: fieldId }) => (
            <Select
              id={fieldId}
              className="wide"
              value={fields.whatId ?? null}
              options={lists[what].map((each) => ({ value: each.id, label: each.name }))}
              onChange={(whatId) => put({ whatId: whatId ?? undefined })}
            />
          )}
        </Field>
      )}
      <div className="field-row">
        <Field label="From day" problem={wrong['from']}>
          {(field) => (
            <DayInput {...field} value={fields.fromDay} onChange={(fromDay) => put({ fromDay })} />
          )}
        </Field>
        <Field label="From time">
          {(field) => (
            <TimeInput
              {...field}
              value={fields.fromClock}
              onChange={(fromClock) => put({ fromClock })}
            />
          )}
        </Field>
      </div>
      <div className="field-row">
        <Field label="Until day" problem={wrong['until']}>
          {(field) => (
            <DayInput
              {...field}
              value={fields.untilDay}
              onChange={(untilDay) => put({ untilDay })}
            />
          )}
        </Field>
        <Field label="Until time">
          {(field) => (
            <TimeInput
              {...field}
              value={fields.untilClock}
              onChange={(untilClock) => put({ untilClock })}
            />
          )}
        </Field>
      </div>
      <Field label="Reason" problem={wrong['reason']}>
        {(field) => (
          <Input
            {...field}
            autoComplete="off"
            value={fields.reason}
            onChange={({ target }) => put({ reason: target.value })}
          />
        )}
      </Field>
      <Upload
        {...{ 'aria-label': 'Read times away from a calendar file' }}
        accept=".ics,text/calendar"
        maxCount={1}
        showUploadList={false}
        beforeUpload={(file) => {
          void readFile(file);
          return false;
        }}
      >
        <Button loading={reading.isLoading}>Read your own times away from a file (.ics)</Button>
      </Upload>
      {inTheWay === null ? null : <InTheWay visits={inTheWay} timeZone={timeZone} />}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
        {ending.error === undefined ? '' : problemText(ending.error)}
        {reading.error === undefined ? '' : problemText(reading.error)}
      </p>
    </Dialog>
  );
}

/** The visits that are booked into what was entered just now. */
function InTheWay({ visits, timeZone }: { visits: readonly BookedVisit[]; timeZone: string }) {
  if (visits.length === 0) return <p role="status">Entered. No visit is booked then.</p>;
  return (
    <div role="status">
      <p>Entered. These visits are booked then, and have to be moved:</p>
      <ul>
        {visits.map(({ id, startsAt, clientName }) => (
          <li key={id}>
            <Link
              to={`/calendar?day=${dayOf(startsAt, timeZone)}&visit=${id}`}
            >{`${momentText(startsAt, timeZone)}, ${clientName}`}</Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
