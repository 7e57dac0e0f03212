import type { Area } from '@tidy-quill/contract/clients';
import { Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useBookVisitMutation, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, clockOf, dayOf, momentOf } from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { nextQuarter } from './next-quarter';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { Ticks } from '../../widgets/Ticks';
import { TimeInput } from '../../widgets/TimeInput';

/** Books a visit for one area or several: day, hour, room and who treats. */
export function BookVisitForm({
  clientId,
  area,
  areas,
  onClose,
}: {
  clientId: string;
  area: Area;
  /** All areas of the client. */
  areas: readonly Area[];
  onClose: () => void;
}) {
  const { clinic, staff } = useSignedIn();
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
  const room = roomId ?? data?.rooms[0]?.id;
  const others = areas.filter((each) => each.id !== area.id);

  const save = async () => {
    if (room === undefined || day === '' || clock === '') return;
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
      okText="Book and open"
      confirmLoading={isLoading}
      okButtonProps={{ disabled: room === undefined || day === '' || clock === '' }}
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
      <Field label="Room">
        {({ id: fieldId }) => (
          <Select
            id={fieldId}
            className="wide"
            loading={data === undefined && unread === undefined}
            value={room ?? null}
            options={(data?.rooms ?? []).map(({ id: value, name }) => ({ value, label: name }))}
            onChange={(next) => setRoomId(next ?? undefined)}
          />
        )}
      </Field>
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
