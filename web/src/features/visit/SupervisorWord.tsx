import { Approval } from '@tidy-quill/contract/visit';
import { read } from '@tidy-quill/contract/problem';
import { hasRight, type Lacking } from '@tidy-quill/core/access';
import { isStop } from '@tidy-quill/core/suitability';
import { spotReasons } from '@tidy-quill/core/session';
import { lastSessions, type Technique } from '@tidy-quill/core/plan';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useApproveMutation } from '../../app/visit-api';
import { ADVERSE_WORDS, areaText, findingText, lackingText, TEST_SPOT_WORDS } from '../../text';
import { Field } from '../../widgets/Field';
import { Dialog } from '../../widgets/Dialog';
import { useVisit } from './use-visit';

const WORDS = {
  stop: { title: 'Override the stop', ok: 'Override, on the record' },
  reaction: { title: 'It reacted last time', ok: 'Agree, on the record' },
  signOff: { title: 'Not signed off for this', ok: 'Approve, on the record' },
  testSpot: { title: 'Leave the test spot out', ok: 'Leave out, on the record' },
} as const;

/**
 * A supervisor's approval at this very screen: a stop overridden, treating again after a reaction, no
 * test spot, or no sign-off. Says
 * what it is about, and asks a supervisor who is signed in for the reason alone.
 */
export function SupervisorWord({
  about,
  signOff,
  onClose,
}: {
  about: keyof typeof WORDS;
  /** What is not signed off, and the way of treating that it is asked for; with `about` a sign-off alone. */
  signOff?: { readonly skills: Lacking['skills']; readonly technique: Technique };
  onClose: () => void;
}) {
  const { visit, area, client } = useVisit('visit', 'area', 'client');
  const { staff } = useSignedIn();
  const asSelf = hasRight(staff.role, 'override');
  const [id] = useState(() => v7());
  const [fields, setFields] = useState({ name: '', password: '', reason: '' });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [approve, { isLoading, error }] = useApproveMutation();
  const save = async () => {
    const { name, password, reason } = fields;
    const supervisor = asSelf ? {} : { supervisor: { name, password } };
    const checked = read(Approval, { id, about, ...supervisor, reason });
    setWrong(
      checked.ok
        ? {}
        : Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])),
    );
    if (!checked.ok) return;
    const technique = signOff === undefined ? {} : { technique: signOff.technique };
    const word = { visitId: visit.id, areaId: area.id, ...technique, ...checked.value };
    const result = await approve(word);
    if (result.error === undefined) onClose();
  };
  const field = (name: keyof typeof fields, label: string, problem: string | undefined) => (
    <Field label={label} problem={problem}>
      {(own) => (
        <Input
          {...own}
          type={name === 'password' ? 'password' : 'text'}
          autoComplete="off"
          value={fields[name]}
          onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
        />
      )}
    </Field>
  );
  return (
    <Dialog
      open
      title={WORDS[about].title}
      okText={WORDS[about].ok}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <p>
        <strong>
          {client.givenName} {client.familyName}
        </strong>
        , {client.reference}, {areaText(area)}.
      </p>
      {signOff === undefined ? (
        <WhatAbout about={about} />
      ) : (
        <p>
          {staff.name} is not signed off for {lackingText(signOff.skills)}.
        </p>
      )}
      {asSelf ? (
        <p className="small">Approved by you, {staff.name}, who are signed in.</p>
      ) : (
        <>
          {field('name', 'Supervisor’s sign-in name', wrong['supervisor.name'])}
          {field('password', 'Supervisor’s password', wrong['supervisor.password'])}
        </>
      )}
      {field('reason', 'Reason, kept on the record', wrong['reason'])}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}

/** What the approval is about: each stop with its rule, the reaction, or why a test spot is asked for. */
function WhatAbout({ about }: { about: keyof typeof WORDS }) {
  const { record, history } = useVisit('record', 'history');
  const lines =
    about === 'stop'
      ? (record.assessment?.findings ?? [])
          .filter(({ outcome }) => isStop(outcome))
          .map((each) => `${findingText(each)}: ${each.advice} (rule “${each.rule.id}”)`)
      : about === 'reaction'
        ? lastSessions(history).flatMap(({ answer, on }) =>
            answer.adverse.map((mark) => `${ADVERSE_WORDS[mark]}, session of ${on}`),
          )
        : spotReasons(record).map(
            (reason) => `A test spot is asked for: ${TEST_SPOT_WORDS[reason]}`,
          );
  return (
    <ul>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
