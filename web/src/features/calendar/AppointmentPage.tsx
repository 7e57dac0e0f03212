import '../ahead/ahead.css';
import type { AppointmentPage as Opened } from '@tidy-quill/contract/calendar';
import { BEFORE_VISIT, ANSWERED_WORDS } from '@tidy-quill/contract/labels/calendar';
import type { ClientAnswer } from '@tidy-quill/core/calendar';
import { Button, Input, Skeleton } from 'antd';
import { useState } from 'react';
import { useParams } from 'react-router';
import { problemText } from '../../app/api';
import { momentText } from '../../text';
import { ByLink } from '../../widgets/ByLink';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { useAnswerAppointmentMutation, useAppointmentQuery } from './calendar-api';

/** What a client sees by a reminder's link, on a small screen: when and where, and three answers. */
export function AppointmentPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useAppointmentQuery(token);
  return (
    <ByLink>
      <main className="ahead">
        {isLoading ? <Skeleton active paragraph={{ rows: 6 }} /> : null}
        {error === undefined || data !== undefined ? null : (
          <Notice kind="stop" title="This appointment cannot be opened">
            <p>{problemText(error)}</p>
          </Notice>
        )}
        {data === undefined ? null : <Appointment token={token} page={data} />}
      </main>
    </ByLink>
  );
}

function Appointment({ token, page }: { token: string; page: Opened }) {
  const [answer, { isLoading, error }] = useAnswerAppointmentMutation();
  const [asking, setAsking] = useState<Exclude<ClientAnswer, 'confirmed'> | null>(null);
  const [note, setNote] = useState('');
  const give = (given: ClientAnswer) => void answer({ token, answer: given, note });
  return (
    <section className="appointment">
      <h1>Hello {page.givenName}</h1>
      <p>
        {page.clinicName} expects you on <strong>{momentText(page.startsAt, page.timeZone)}</strong>
        .
      </p>
      <p>{BEFORE_VISIT[page.job]}</p>
      {page.answer !== null ? (
        <p role="status">
          <strong>{ANSWERED_WORDS[page.answer]}</strong> To change that, call {page.clinicPhone}.
        </p>
      ) : asking === null ? (
        <div className="appointment-answers">
          <Button type="primary" size="large" loading={isLoading} onClick={() => give('confirmed')}>
            I will come
          </Button>
          <Button size="large" onClick={() => setAsking('otherTime')}>
            I need another time
          </Button>
          {page.mayCancel ? (
            <Button size="large" onClick={() => setAsking('cancelled')}>
              I cannot come
            </Button>
          ) : (
            <p>
              It is less than {page.noticeHours} hours away: to cancel, please call{' '}
              {page.clinicPhone}.
            </p>
          )}
        </div>
      ) : (
        <>
          <Field
            label={
              asking === 'otherTime' ? 'When would suit you?' : 'Anything that we should know?'
            }
          >
            {(field) => (
              <Input.TextArea
                {...field}
                rows={3}
                maxLength={500}
                value={note}
                onChange={({ target }) => setNote(target.value)}
              />
            )}
          </Field>
          <div className="appointment-answers">
            <Button type="primary" size="large" loading={isLoading} onClick={() => give(asking)}>
              {asking === 'otherTime' ? 'Ask for another time' : 'Cancel the appointment'}
            </Button>
            <Button size="large" onClick={() => setAsking(null)}>
              Go back
            </Button>
          </div>
        </>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </section>
  );
}
