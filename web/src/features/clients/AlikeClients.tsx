import type { AlikeAsked } from '@tidy-quill/contract/clients';
import { LIKENESS_WORDS } from '@tidy-quill/contract/labels/clients';
import { Link } from 'react-router';
import { useAlikeClientsQuery } from '../../app/api';
import { sentence, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';

/** Who may be here already, while somebody is entered; nothing where nobody is alike. */
export function AlikeClients({
  identity,
  except,
  pathOf = (id) => `/clients/${id}`,
}: {
  identity: Required<Pick<AlikeAsked, 'givenName' | 'familyName' | 'birthDate' | 'phone'>>;
  except?: string | undefined;
  /** Where each of them leads; to their page where absent. */
  pathOf?: (id: string) => string;
}) {
  const { familyName, birthDate, phone } = identity;
  const enough = familyName.trim().length > 1 && (birthDate !== '' || phone.length > 5);
  const { data = [] } = useAlikeClientsQuery(
    { ...identity, ...(except === undefined ? {} : { except }) },
    { skip: !enough },
  );
  if (!enough || data.length === 0) return null;
  return (
    <Notice kind="care" title="May be here already">
      <ul>
        {data.map((each) => (
          <li key={each.id}>
            <Link to={pathOf(each.id)}>
              {each.givenName} {each.familyName}
            </Link>{' '}
            <span className="figures">{each.reference}</span>, born {shortDay(each.birthDate)}.{' '}
            {sentence(each.alike.map((likeness) => LIKENESS_WORDS[likeness]).join(', '))}.
          </li>
        ))}
      </ul>
    </Notice>
  );
}
