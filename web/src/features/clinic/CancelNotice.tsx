import { InputNumber } from 'antd';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Field } from '../../widgets/Field';
import { useSetCancelNoticeMutation } from '../calendar/calendar-api';

const MOST_HOURS = 336;

/** How long before a visit a client may cancel it by a reminder's link; set by the owner, read by all. */
export function CancelNotice({ hours, owner }: { hours: number; owner: boolean }) {
  const [set, { error }] = useSetCancelNoticeMutation();
  if (!owner)
    return (
      <p>Clients cancel by a reminder’s link until {countText(hours, 'hour')} before a visit.</p>
    );
  return (
    <Field label="Clients cancel by a reminder’s link until so many hours before a visit">
      {(field) => (
        <>
          <InputNumber
            id={field.id}
            min={0}
            max={MOST_HOURS}
            precision={0}
            defaultValue={hours}
            suffix="h"
            onBlur={({ target }) => {
              const wanted = Number.parseInt((target as HTMLInputElement).value, 10);
              if (wanted !== hours && wanted >= 0 && wanted <= MOST_HOURS)
                void set({ hours: wanted });
            }}
          />
          <p className="field-error" role="alert">
            {error === undefined ? '' : problemText(error)}
          </p>
        </>
      )}
    </Field>
  );
}
