import { MARK_MEANING, type Mark } from '@tidy-quill/core/reaction';
import type { MarkFound } from '@tidy-quill/core/events';

/** What needs a grade, a size and a place: all that is more than wanted. */
export const needsDetail = (mark: Mark): boolean =>
  MARK_MEANING[mark] === 'adverse' || MARK_MEANING[mark] === 'strong';

/** The usual grade of a mark before anybody graded it: harm is marked at the least. */
export const detailOf = (found: readonly MarkFound[], mark: Mark): MarkFound =>
  found.find((each) => each.mark === mark) ?? {
    mark,
    grade: MARK_MEANING[mark] === 'adverse' ? 2 : 1,
    sizeCm: null,
    place: null,
  };
