import type { Area } from '@tidy-quill/contract/clients';
import { Input, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useBookVisitMutation, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, clockText, dayOf, momentOf } from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Books a visit for an area: day, hour, room and who treats. */
export function BookVisitForm({
  clientId,
  area,
  onClose,
}: {
  clientId: string;
  area: Area;
  onClose: () => void;
}) {
  const { clinic, staff } = useSignedIn();
  const { data } = useClinicQuery();
  const navigate = useNavigate();
  const [id] = useState(() => v7());
  const now = new Date().toISOString();
  const [day, setDay] = useState(() => dayOf(now, clinic.timeZone));
  const [clock, setClock] = useState(() => clockText(now, clinic.timeZone));
  const [roomId, setRoomId] = useState<string>();
  const [staffId, setStaffId] = useState(staff.id);
  const [book, { isLoading, error }] = useBookVisitMutation();
  const room = roomId ?? data?.rooms[0]?.id;

  const save = async () => {
    if (room === undefined || day === '' || clock === '') return;
    const startsAt = momentOf(day, clock, clinic.timeZone);
    const result = await book({ clientId, id, areaId: area.id, roomId: room, staffId, startsAt });
    if (result.error === undefined) void navigate(`/visits/${id}`);
  };
  return (
    <Dialog
      open
      title={`Book a visit: ${areaText(area)}`}
      onCancel={onClose}
      okText="Book and open"
      confirmLoading={isLoading}
      onOk={() => void save()}
    >
      <div className="field-row">
        <Field label="Day" problem={day === '' ? 'is missing' : undefined}>
          {(field) => <DayInput {...field} value={day} onChange={setDay} />}
        </Field>
        <Field label="Time" problem={clock === '' ? 'is missing' : undefined}>
          {(field) => (
            <Input
              {...field}
              type="time"
              value={clock}
              onChange={(event) => setClock(event.target.value)}
            />
          )}
        </Field>
      </div>
      <Field label="Room">
        {({ id: fieldId }) => (
          <Select
            id={fieldId}
            className="wide"
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
      </p>
    </Dialog>
  );
}
