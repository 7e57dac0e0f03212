import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import { Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useBookVisitMutation, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, clockOf, dayOf, momentOf } from '../../text';
import { NextOnCourse } from '../course/NextOnCourse';
import { ofArea, useCourseCase } from '../course/use-course-case';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { goToField } from '../../widgets/go-to-field';
import { Ticks } from '../../widgets/Ticks';
import { TimeInput } from '../../widgets/TimeInput';
import { nextQuarter } from './next-quarter';

/** Books a visit for one area or several: day, hour, room and who treats. */
export function BookVisitForm({
  clientId,
  area,
  areas,
  visits,
  onClose,
}: {
  clientId: string;
  area: Area;
  /** All areas of the client. */
  areas: readonly Area[];
  /** All visits of the client, newest first. */
  visits: readonly ClientVisit[];
  onClose: () => void;
}) {
  const { clinic, staff } = useSignedIn();
  const courseCase = useCourseCase(area, ofArea(visits, area.id));
  const { data, error: unread } = useClinicQuery();
  const navigate = useNavigate();
  const [id] = useState(() => v7());
  const [soon] = useState(() => nextQuarter(Date.now()));
  const [day, setDay] = useState(() => dayOf(soon, clinic.timeZone));
  const [clock, setClock] = useState(() => clockOf(soon, clinic.timeZone));
  const [also, setAlso] = useState<readonly string[]>([]);
  const [roomId, setRoomId] = useState<string>();
  const [staffId, setStaffId] = useState(staff.id);
  const [book, { isLoading, error }] = useBookVisitMutation();
  // A room stands there of itself only where the clinic has no other.
  const room = roomId ?? (data?.rooms.length === 1 ? data.rooms[0]?.id : undefined);
  const lacking =
    day === '' ? 'Day' : clock === '' ? 'Time' : room === undefined ? 'Room' : undefined;
  const others = areas.filter((each) => each.id !== area.id);

  const save = async () => {
    if (lacking !== undefined) goToField(lacking);
    if (lacking !== undefined || room === undefined) return;
    const startsAt = momentOf(day, clock, clinic.timeZone);
    const visit = { clientId, id, areaId: area.id, alsoAreaIds: [...also] };
    const result = await book({ ...visit, roomId: room, staffId, startsAt });
    if (result.error === undefined) void navigate(`/visits/${id}`);
  };
  return (
    <Dialog
      open
      title={`Book a visit: ${areaText(area)}`}
      onCancel={onClose}
      okText={lacking === undefined ? 'Book and open' : `Next: ${lacking}`}
      confirmLoading={isLoading || (data === undefined && unread === undefined)}
      okButtonProps={{ disabled: data === undefined || data.rooms.length === 0 }}
      onOk={() => void save()}
    >
      {others.length === 0 ? null : (
        <Ticks
          label="Together with"
          values={others.map((each) => each.id)}
          words={Object.fromEntries(
            others.map((each) => [
              each.id,
              `${areaText(each)}${each.job === 'ink' ? ', tattoo' : ''}`,
            ]),
          )}
          chosen={also}
          onChange={setAlso}
        />
      )}
      <div className="field-row">
        <Field label="Day" problem={day === '' ? 'is missing' : undefined}>
          {(field) => <DayInput {...field} value={day} onChange={setDay} />}
        </Field>
        <Field label="Time" problem={clock === '' ? 'is missing' : undefined}>
          {(field) => <TimeInput {...field} value={clock} onChange={setClock} />}
        </Field>
      </div>
      {courseCase === null || day === '' ? null : <NextOnCourse of={courseCase} chosen={day} />}
      {data === undefined || data.rooms.length === 0 ? null : (
        <Choice
          label="Room"
          words={Object.fromEntries(data.rooms.map(({ id: value, name }) => [value, name]))}
          value={room ?? null}
          onChange={setRoomId}
        />
      )}
      <Field label="Treated by">
        {({ id: fieldId }) => (
          <Select
            id={fieldId}
            className="wide"
            value={staffId}
            options={(data?.staff ?? [])
              .filter(({ active }) => active)
              .map(({ id: value, name }) => ({ value, label: name }))}
            onChange={setStaffId}
          />
        )}
      </Field>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
        {unread === undefined ? '' : `Rooms and staff could not be read: ${problemText(unread)}`}
        {data?.rooms.length === 0 ? 'The clinic has no room yet: the owner adds one.' : ''}
      </p>
    </Dialog>
  );
}
