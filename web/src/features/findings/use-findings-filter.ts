import {
  FINDING_FIELDS,
  type FindingField,
  type FindingsFilter,
} from '@tidy-quill/contract/findings';
import { addDays, addMonths, type Day } from '@tidy-quill/core/units';
import { useSearch } from '../../app/use-search';

type Asked = FindingsFilter & { readonly by: FindingField };

/** What findings are asked for, as the address holds it: a link leads to the same figures. A year to begin with. */
export function useFindingsFilter(today: Day): {
  readonly asked: Asked;
  readonly set: (change: Readonly<Record<string, string | undefined>>) => void;
} {
  const [search, setSearch] = useSearch();
  const given = Object.fromEntries(
    FINDING_FIELDS.flatMap((field) => {
      const value = search.get(field);
      return value === null ? [] : [[field, value]];
    }),
  );
  const asked = {
    ...given,
    from: search.get('from') ?? addDays(addMonths(today, -12), 1),
    until: search.get('until') ?? today,
    by: (search.get('by') ?? 'technique') as FindingField,
  } as Asked;
  const set = (change: Readonly<Record<string, string | undefined>>) =>
    setSearch(
      (params) => {
        for (const [key, value] of Object.entries(change)) {
          if (value === undefined || value === '') params.delete(key);
          else params.set(key, value);
        }
        return params;
      },
      { replace: true },
    );
  return { asked, set };
}
