import type { Reminding } from '@tidy-quill/contract/message-texts';
import { Checkbox, InputNumber } from 'antd';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Field } from '../../widgets/Field';
import { TimeInput } from '../../widgets/TimeInput';
import { useSetRemindingMutation } from '../calendar/calendar-api';

const USUAL_HOUR = '10:00';
const MOST_DAYS = 14;

/** When clients are told of their visits without anybody’s doing; set by the owner, read by all. */
export function RemindingForm({ now, owner }: { now: Reminding; owner: boolean }) {
  const { remindAt, remindDays, confirmsBookings } = now;
  const [set, { error }] = useSetRemindingMutation();
  const put = (more: Partial<Reminding>) =>
    void set({ remindAt, remindDays, confirmsBookings, ...more });
  if (!owner)
    return (
      <p>
        {remindAt === null
          ? 'Reminders are sent by hand, from the calendar.'
          : `Reminders go out at ${remindAt}, ${countText(remindDays, 'day')} before a visit.`}{' '}
        {confirmsBookings
          ? 'A client is told of a visit as soon as it is booked or moved.'
          : 'Nothing is sent when a visit is booked.'}
      </p>
    );
  return (
    <section className="reminding-form">
      <Checkbox
        checked={confirmsBookings}
        onChange={({ target }) => put({ confirmsBookings: target.checked })}
      >
        Tell a client of a visit as soon as it is booked or moved
      </Checkbox>
      <Checkbox
        checked={remindAt !== null}
        onChange={({ target }) => put({ remindAt: target.checked ? USUAL_HOUR : null })}
      >
        Send reminders every day
      </Checkbox>
      {remindAt === null ? null : (
        <div className="field-row">
          <Field label="At">
            {(field) => (
              <TimeInput
                {...field}
                value={remindAt}
                onChange={(clock) => {
                  if (clock !== '') put({ remindAt: clock });
                }}
              />
            )}
          </Field>
          <Field label="Days before the visit">
            {(field) => (
              <InputNumber
                id={field.id}
                min={1}
                max={MOST_DAYS}
                precision={0}
                value={remindDays}
                onChange={(days) => {
                  if (days !== null) put({ remindDays: days });
                }}
              />
            )}
          </Field>
        </div>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </section>
  );
}
