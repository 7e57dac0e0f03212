import { Button } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useAmendMutation } from '../../app/after-api';
import { problemText } from '../../app/api';
import { useDraft } from '../../app/draft';
import { Field } from '../../widgets/Field';

/** Adds to a record; nothing in it is ever changed. */
export function Amend({ visitId }: { visitId: string }) {
  const [id, setId] = useState(() => v7());
  const [amend, { isLoading, error }] = useAmendMutation();
  const [draft, setDraft, clear] = useDraft(`amend ${visitId}`, { text: '', reason: '' });
  const ready = draft.text.trim() !== '' && draft.reason.trim() !== '';
  const keep = async () => {
    if ((await amend({ visitId, id, ...draft })).error !== undefined) return;
    clear();
    setId(v7());
  };
  return (
    <section aria-label="Add to the record">
      <h2>Add to the record</h2>
      <p className="small">What stands stays. An addition needs a reason, and names who made it.</p>
      <Field label="Addition">
        {(field) => (
          <TextArea
            {...field}
            rows={2}
            maxLength={1000}
            value={draft.text}
            onChange={({ target }) => setDraft({ ...draft, text: target.value })}
          />
        )}
      </Field>
      <Field label="Reason">
        {(field) => (
          <Input
            {...field}
            maxLength={500}
            value={draft.reason}
            onChange={({ target }) => setDraft({ ...draft, reason: target.value })}
          />
        )}
      </Field>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      <Button disabled={!ready} loading={isLoading} onClick={() => void keep()}>
        Add it
      </Button>
    </section>
  );
}
