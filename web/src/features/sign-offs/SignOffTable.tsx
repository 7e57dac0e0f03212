import './sign-offs.css';
import type { SignOffs } from '@tidy-quill/contract/sign-offs';
import { isSignedOff, signOffOf, SKILLS, type Skill } from '@tidy-quill/core/access';
import type { Day } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { problemText, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText, SKILL_WORDS } from '../../text';
import { nowText } from '../../visit-engine/clock';
import { SignOffRuleForm } from './SignOffRuleForm';
import { useSignOffsQuery } from './sign-offs-api';
import { lazily } from '../../widgets/lazily';

const SignOffDialog = lazily(async () => (await import('./SignOffDialog')).SignOffDialog);

/** Each technique and place, and who is signed off for it until when; a supervisor signs. */
export function SignOffTable() {
  const { clinic, staff: me } = useSignedIn();
  const { data, error } = useSignOffsQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: places } = useClinicQuery();
  const [signing, setSigning] = useState(false);
  if (error !== undefined) {
    return <p className="field-error">Sign-offs could not be read: {problemText(error)}</p>;
  }
  if (data === undefined || places === undefined) return <Skeleton active />;
  const today = dayOf(nowText(), clinic.timeZone);
  const people = places.staff.filter(({ active, role }) => active && role !== 'supervisor');
  return (
    <section className="sign-offs">
      <SignOffRuleForm now={data} owner={me.role === 'owner'} />
      {people.length === 0 ? (
        <p>Nobody here needs a sign-off: supervisors sign for others.</p>
      ) : (
        <div className="table-scroll">
          <table className="data-table is-still">
            <caption>Signed off for</caption>
            <thead>
              <tr>
                <th scope="col">Technique or place</th>
                {people.map(({ id, name }) => (
                  <th key={id} scope="col">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {SKILLS.map((skill) => (
                <tr key={skill}>
                  <th scope="row">
                    {SKILL_WORDS[skill]}
                    {data.rule === 'off' || data.asked.includes(skill) ? null : (
                      <span className="quiet-inline"> · not asked for</span>
                    )}
                  </th>
                  {people.map(({ id }) => (
                    <td key={id}>{stateText(data, id, skill, today)}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {me.role === 'supervisor' && people.length > 0 ? (
        <Button onClick={() => setSigning(true)}>Sign off, or take it back…</Button>
      ) : null}
      <History of={data} nameOf={(id) => places.staff.find((each) => each.id === id)?.name ?? ''} />
      {signing ? (
        <SignOffDialog people={people} today={today} onClose={() => setSigning(false)} />
      ) : null}
    </section>
  );
}

function stateText(of: SignOffs, staffId: string, skill: Skill, today: Day): string {
  const entry = signOffOf(of.signOffs, staffId, skill);
  if (entry === null) return '–';
  if (entry.withdrawn) return 'taken back';
  if (isSignedOff(of.signOffs, staffId, skill, today)) {
    return entry.until === null ? '✓ no end' : `✓ until ${dayText(entry.until)}`;
  }
  return entry.from > today ? `from ${dayText(entry.from)}` : `ended ${dayText(entry.until ?? '')}`;
}

/** Every entry, newest first. */
function History({ of, nameOf }: { of: SignOffs; nameOf: (staffId: string) => string }) {
  if (of.signOffs.length === 0) return null;
  return (
    <details>
      <summary>How it came to be: every entry</summary>
      <ul>
        {[...of.signOffs].reverse().map((each) => (
          <li key={each.id}>
            {dayText(each.at.slice(0, 10))}, {each.by}: {nameOf(each.staffId)}{' '}
            {each.withdrawn ? 'no more for' : 'for'}{' '}
            {each.skills.map((skill) => SKILL_WORDS[skill]).join(', ')}
            {each.withdrawn
              ? ''
              : `, from ${dayText(each.from)}${each.until === null ? '' : ` until ${dayText(each.until)}`}`}
            {each.note === '' ? '' : `. ${each.note}`}
          </li>
        ))}
      </ul>
    </details>
  );
}
