import { read, type AnySchema, type OutputOf } from '@tidy-quill/contract/problem';
import { useState } from 'react';
import { problemFields } from './api';

type Wrong = Readonly<Record<string, string>>;

/**
 * What is wrong with the fields of a form, by field: nothing before somebody tried to send it, and from then on as it is typed, so
 * that a field that was mended is no longer said to be wrong. What the server refused stays until that field is changed.
 *
 * @param values what the fields hold, by the names that problems have
 * @param sent what would be sent of them
 */
export function useFormProblems<S extends AnySchema>(
  schema: S,
  values: Readonly<Record<string, unknown>>,
  sent: unknown = values,
) {
  const [tried, setTried] = useState(false);
  const [refused, setRefused] = useState<{ wrong: Wrong; of: typeof values }>({
    wrong: {},
    of: values,
  });
  const checked = read(schema, sent);
  const own: Wrong =
    tried && !checked.ok
      ? Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem]))
      : {};
  const stillRefused = Object.fromEntries(
    Object.entries(refused.wrong).filter(([name]) => values[name] === refused.of[name]),
  );
  return {
    wrong: { ...stillRefused, ...own } as Wrong,
    /** What is to be sent; null where something is wrong, which is then said. */
    check: (): OutputOf<S> | null => {
      setTried(true);
      return checked.ok ? checked.value : null;
    },
    /** Says what the server would not take. */
    refuse: (error: unknown) => setRefused({ wrong: problemFields(error), of: values }),
  };
}
