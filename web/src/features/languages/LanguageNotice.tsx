import { languageText, TEXT_PART_WORDS } from '@tidy-quill/contract/labels/clients';
import type { LanguageGap } from '@tidy-quill/contract/translations';
import { Notice } from '../../widgets/Notice';

/** Says what a client cannot be given in the language that they read, while there is time to see to it. */
export function LanguageNotice({ gap }: { gap: LanguageGap | null }) {
  if (gap === null) return null;
  const language = languageText(gap.language);
  return (
    <Notice kind="care" title={`The client reads ${language}: not all of it is there`}>
      <p>
        Not translated: {gap.parts.map((part) => TEXT_PART_WORDS[part].toLowerCase()).join(', ')}.
        Have it translated under Clinic, or book an interpreter for the visit.
      </p>
    </Notice>
  );
}
