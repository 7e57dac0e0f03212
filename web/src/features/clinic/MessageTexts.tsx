import { clientMessage, ENGLISH } from '@tidy-quill/contract/client-words/index';
import { NewMessageText, type MessageTextNow } from '@tidy-quill/contract/message-texts';
import { read } from '@tidy-quill/contract/problem';
import { PLACES_OF } from '@tidy-quill/core/calendar';
import { Button, Skeleton } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText, MESSAGE_KIND_WORDS, PLACE_WORDS_OF } from '../../text';
import { Field } from '../../widgets/Field';
import { useMessageTextsQuery, useSetMessageTextMutation } from '../calendar/calendar-api';

/** What clients are told of their visits, in the clinic’s own words; the owner changes them, each change a version. */
export function MessageTexts({ owner }: { owner: boolean }) {
  const { data, error } = useMessageTextsQuery();
  if (error !== undefined && data === undefined)
    return <p className="field-error">The words cannot be shown: {problemText(error)}</p>;
  if (data === undefined) return <Skeleton active paragraph={{ rows: 3 }} />;
  return (
    <div className="message-texts">
      {data.map((now) => (
        // Where somebody else has changed the words, the field starts again from theirs.
        <MessageText key={`${now.kind} ${now.version}`} now={now} owner={owner} />
      ))}
    </div>
  );
}

function MessageText({ now, owner }: { now: MessageTextNow; owner: boolean }) {
  const { clinic } = useSignedIn();
  const [id] = useState(() => v7());
  const [text, setText] = useState(now.text);
  const [set, { isLoading, error }] = useSetMessageTextMutation();
  const { kind, version, by, at } = now;
  const checked = read(NewMessageText, { id, kind, version, text });
  const problem = checked.ok ? undefined : checked.fields[0]?.problem;
  const since =
    by === null || at === null
      ? 'As it ships.'
      : `Version ${version}, by ${by}, ${dayText(dayOf(at, clinic.timeZone))}.`;
  if (!owner)
    return (
      <section>
        <h3>{MESSAGE_KIND_WORDS[kind]}</h3>
        <p>{now.text}</p>
        <p className="quiet">{since}</p>
      </section>
    );
  return (
    <section>
      <Field label={MESSAGE_KIND_WORDS[kind]} problem={problem}>
        {(field) => (
          <TextArea
            {...field}
            autoSize={{ minRows: 2 }}
            maxLength={600}
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      <p className="quiet">
        {since} Filled in:{' '}
        {PLACES_OF[kind].may.map((place) => `{${place}} ${PLACE_WORDS_OF[place]}`).join(', ')}.
      </p>
      {text === now.text ? null : (
        <>
          <p>
            It will read:{' '}
            <q>
              {clientMessage(kind, text, ENGLISH, {
                ...{ clinic, givenName: 'Una', url: 'https://…' },
                visit: { startsAt: new Date().toISOString(), job: 'hair' },
              })}
            </q>
          </p>
          <Button
            loading={isLoading}
            disabled={!checked.ok}
            onClick={() => {
              if (checked.ok) void set(checked.value);
            }}
          >
            Keep these words
          </Button>{' '}
          <Button onClick={() => setText(now.text)}>Leave them</Button>
        </>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </section>
  );
}
