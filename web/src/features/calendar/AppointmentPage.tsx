import '../ahead/ahead.css';
import type { AppointmentPage as Opened } from '@tidy-quill/contract/calendar';
import { clientWords } from '@tidy-quill/contract/client-words/index';
import type { ClientAnswer } from '@tidy-quill/core/calendar';
import { Button, Skeleton } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { useParams } from 'react-router';
import { problemText } from '../../app/api';
import { ByLink } from '../../widgets/ByLink';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { useAnswerAppointmentMutation, useAppointmentQuery } from './calendar-api';

/** What a client sees by a reminder's link, on a small screen: when and where, and three answers. */
export function AppointmentPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useAppointmentQuery(token);
  return (
    <ByLink language={data?.language.code}>
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
  const words = clientWords('messages', page.language);
  const { say } = words;
  const phone = page.clinicPhone;
  const [answer, { isLoading, error }] = useAnswerAppointmentMutation();
  const [asking, setAsking] = useState<Exclude<ClientAnswer, 'confirmed'> | null>(null);
  const [note, setNote] = useState('');
  const give = (given: ClientAnswer) => void answer({ token, answer: given, note });
  return (
    <section className="appointment">
      <h1>{say('page.hello', { name: page.givenName })}</h1>
      <p>
        {say('page.expected', {
          clinic: page.clinicName,
          when: words.moment(page.startsAt, page.timeZone),
        })}
      </p>
      <p>{say(`before.${page.job}`)}</p>
      {page.answer !== null ? (
        <p role="status">
          <strong>{say(`answered.${page.answer}`)}</strong> {say('answered.change', { phone })}
        </p>
      ) : asking === null ? (
        <div className="appointment-answers">
          <Button type="primary" size="large" loading={isLoading} onClick={() => give('confirmed')}>
            {say('page.come')}
          </Button>
          <Button size="large" onClick={() => setAsking('otherTime')}>
            {say('page.otherTime')}
          </Button>
          {page.mayCancel ? (
            <Button size="large" onClick={() => setAsking('cancelled')}>
              {say('page.cannotCome')}
            </Button>
          ) : (
            <p>{say('page.tooLate', { hours: page.noticeHours, phone })}</p>
          )}
        </div>
      ) : (
        <>
          <Field label={say(asking === 'otherTime' ? 'page.whenSuits' : 'page.shouldKnow')}>
            {(field) => (
              <TextArea
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
              {say(asking === 'otherTime' ? 'page.askOtherTime' : 'page.cancel')}
            </Button>
            <Button size="large" onClick={() => setAsking(null)}>
              {say('page.back')}
            </Button>
          </div>
        </>
      )}
      <p className="field-error" role="alert">
        {error === undefined
          ? ''
          : words.code === 'en'
            ? problemText(error)
            : say('page.failed', { phone })}
      </p>
    </section>
  );
}
