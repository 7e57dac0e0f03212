import { REACTION_SIGNS, type ReactionSign } from '@tidy-quill/core/reaction';
import { SIGN_WORDS } from '../../text';
import { Ticks } from '../../widgets/Ticks';

/** What comes with a reaction and decides how soon somebody has to look. */
export function SignsField({
  signs,
  onSigns,
}: {
  signs: readonly ReactionSign[];
  onSigns: (signs: readonly ReactionSign[]) => void;
}) {
  return (
    <Ticks
      label="With it"
      values={REACTION_SIGNS}
      words={SIGN_WORDS}
      chosen={signs}
      onChange={onSigns}
    />
  );
}
