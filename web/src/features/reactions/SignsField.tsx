import { REACTION_SIGNS, type ReactionSign } from '@tidy-quill/core/reaction';
import { Checkbox } from 'antd';
import { SIGN_WORDS } from '../../text';

/** What comes with a reaction and decides how soon somebody has to look. */
export function SignsField({
  signs,
  onSigns,
}: {
  signs: readonly ReactionSign[];
  onSigns: (signs: readonly ReactionSign[]) => void;
}) {
  return (
    <div className="choice">
      <span className="choice-label" id="signs-label">
        With it
      </span>
      <Checkbox.Group
        className="sign-list"
        aria-labelledby="signs-label"
        value={[...signs]}
        onChange={(next) => onSigns(next as ReactionSign[])}
        options={REACTION_SIGNS.map((sign) => ({ value: sign, label: SIGN_WORDS[sign] }))}
      />
    </div>
  );
}
