import { NewSignOff } from '@tidy-quill/contract/sign-offs';
import { read } from '@tidy-quill/contract/problem';
import { SKILLS, type Skill } from '@tidy-quill/core/access';
import { addDays, type Day } from '@tidy-quill/core/units';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { SKILL_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { Ticks } from '../../widgets/Ticks';
import { useAddSignOffMutation } from './sign-offs-api';

const WAYS = { sign: 'sign off', back: 'take back' } as const;

/** How long a sign-off usually holds, days: looked at again once a year. */
const USUAL_DAYS = 365;

/** A supervisor signs somebody off for techniques and places, from one day to another, or takes that back. */
export function SignOffDialog({
  people,
  today,
  onClose,
}: {
  people: readonly { readonly id: string; readonly name: string }[];
  today: Day;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [way, setWay] = useState<keyof typeof WAYS>('sign');
  const [fields, setFields] = useState({
    staffId: people.length === 1 ? (people[0]?.id ?? null) : null,
    ...{ skills: [] as readonly Skill[], from: today, until: addDays(today, USUAL_DAYS), note: '' },
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [add, { isLoading, error }] = useAddSignOffMutation();
  const put = (more: Partial<typeof fields>) => setFields({ ...fields, ...more });
  const save = async () => {
    const { staffId, skills, from, until, note } = fields;
    const checked = read(NewSignOff, {
      ...{ id, skills: [...skills], note, withdrawn: way === 'back' },
      ...(way === 'back' ? { from: today, until: null } : { from, until: until || null }),
    });
    const problems = checked.ok ? [] : checked.fields;
    setWrong({
      ...Object.fromEntries(problems.map(({ field, problem }) => [field, problem])),
      ...(staffId === null ? { staffId: 'is missing' } : {}),
    });
    if (!checked.ok || staffId === null) return;
    const result = await add({ staffId, ...checked.value });
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      width={720}
      title="Who may do what"
      okText={way === 'sign' ? 'Sign off' : 'Take back'}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <Choice label="Do" words={WAYS} value={way} onChange={setWay} />
      <Choice
        label="Who"
        words={Object.fromEntries(people.map((each) => [each.id, each.name]))}
        value={fields.staffId}
        onChange={(staffId) => put({ staffId })}
      />
      {wrong['staffId'] === undefined ? null : (
        <p className="field-error">Who {wrong['staffId']}</p>
      )}
      <Ticks
        label="Techniques and places"
        values={SKILLS}
        words={SKILL_WORDS}
        chosen={fields.skills}
        onChange={(skills) => put({ skills })}
      />
      {wrong['skills'] === undefined ? null : (
        <p className="field-error">Techniques and places {wrong['skills']}</p>
      )}
      {way === 'back' ? (
        <p className="quiet">From today on. What was signed before stays on the record.</p>
      ) : (
        <div className="field-row">
          <Field label="From" problem={wrong['from']}>
            {(field) => (
              <DayInput
                {...field}
                keepsText
                value={fields.from}
                onChange={(from) => put({ from })}
              />
            )}
          </Field>
          <Field label="Until, last day" problem={wrong['until']}>
            {(field) => (
              <DayInput
                {...field}
                keepsText
                value={fields.until}
                onChange={(until) => put({ until })}
              />
            )}
          </Field>
        </div>
      )}
      <Field label="What it rests on, kept on the record" problem={wrong['note']}>
        {(field) => (
          <Input
            {...field}
            value={fields.note}
            onChange={({ target }) => put({ note: target.value })}
          />
        )}
      </Field>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
