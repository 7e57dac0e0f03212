import type { Client } from '@tidy-quill/contract/clients';
import { CONTACT_WORDS, languageText } from '@tidy-quill/contract/labels/clients';
import { sentence } from '../../text';

/** How a client is reached, whom they bring and what they speak; nothing where nobody has said. */
export function ContactLine({ client }: { client: Client }) {
  const { contactBy, language, guardian, doNotContact } = client;
  const parts = [
    ...(doNotContact ? ['not to be contacted'] : []),
    ...(contactBy === null || doNotContact ? [] : [`likes ${CONTACT_WORDS[contactBy]}`]),
    ...(language === null ? [] : [`speaks ${languageText(language)}`]),
    ...(guardian === null
      ? []
      : [
          `guardian ${[guardian.name, guardian.relation, guardian.phone].filter(Boolean).join(', ')}`,
        ]),
  ];
  return parts.length === 0 ? null : <p>{sentence(parts.join(' · '))}</p>;
}
