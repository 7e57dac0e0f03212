import { SKILLS, type SignOffRule } from '@tidy-quill/core/access';
import { problemText } from '../../app/api';
import { SIGN_OFF_RULE_WORDS, SKILL_WORDS, skillsText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Ticks } from '../../widgets/Ticks';
import { useSetSignOffRuleMutation } from './sign-offs-api';

/** What follows where somebody is not signed off, and for what that is asked; set by the owner, read by all. */
export function SignOffRuleForm({ now, owner }: { now: SignOffRule; owner: boolean }) {
  const { rule, asked } = now;
  const [set, { error }] = useSetSignOffRuleMutation();
  if (!owner) return <p>{ruleText(now)}</p>;
  return (
    <>
      <Choice
        label="Without a sign-off"
        words={SIGN_OFF_RULE_WORDS}
        value={rule}
        onChange={(to) => void set({ rule: to, asked: asked.length === 0 ? [...SKILLS] : asked })}
      />
      {rule === 'off' ? null : (
        <Ticks
          label="Asked for"
          values={SKILLS}
          words={SKILL_WORDS}
          chosen={asked}
          onChange={(chosen) => void set({ rule, asked: chosen })}
        />
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </>
  );
}

function ruleText({ rule, asked }: SignOffRule): string {
  switch (rule) {
    case 'off':
      return 'The clinic asks for no sign-offs. The owner may change that.';
    case 'say':
      return `Where somebody is not signed off, Plan says so. Asked for: ${skillsText(asked)}.`;
    case 'approve':
      return `Where somebody is not signed off, a supervisor approves at Plan first. Asked for: ${skillsText(asked)}.`;
  }
}
