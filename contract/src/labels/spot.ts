import type { Place } from '@tidy-quill/core/look';
import type { StaleReason } from '@tidy-quill/core/session';
import type { Due, LaterReason, ReadingKind } from '@tidy-quill/core/spot';
import { figure, spanText } from './format';
import { changeText } from './look';
import { QUESTION_WORDS } from './questions';
import { ADVERSE_WORDS } from './words';

/** A place of a zone, as it faces whoever looks at it. */
export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  upperLeft: 'upper left',
  upperMiddle: 'upper middle',
  upperRight: 'upper right',
  left: 'middle left',
  middle: 'middle',
  right: 'middle right',
  lowerLeft: 'lower left',
  lowerMiddle: 'lower middle',
  lowerRight: 'lower right',
};

export const READING_WORDS: Readonly<Record<ReadingKind, string>> = {
  atOnce: 'at once',
  minutes: '5–15 min',
  later: '24–48 h',
};

export const LATER_WORDS: Readonly<Record<LaterReason, string>> = {
  typesIVtoVI: 'skin worked as type IV–VI',
  scarred: 'scar under the spots',
  afterReaction: 'it reacted last time',
  newMedicine: 'a new medicine',
};

/** Whether a reading is still to come, due or late, and the figures to it. */
export function dueText(due: Pick<Due, 'from' | 'until'>, nowMs: number): string {
  const [from, until] = [Date.parse(due.from), Date.parse(due.until)];
  if (nowMs < from) return `in ${spanText(from - nowMs)}`;
  if (nowMs <= until) return `now, ${spanText(until - nowMs)} left`;
  return 'overdue: read now';
}

/** Why an accepted plan no longer fits, each in a line. */
export function staleLines(stale: readonly StaleReason[]): readonly string[] {
  return stale.flatMap((reason): readonly string[] => {
    switch (reason.kind) {
      case 'findings':
        return reason.changes.flatMap((change) => changeText(change) ?? []);
      case 'answers':
        return [
          ...new Set(reason.changes.map(({ field }) => `answers changed: ${questionOf(field)}`)),
        ];
      case 'reactions':
        return [
          `an earlier session did harm: ${reason.harm.map((each) => ADVERSE_WORDS[each]).join(', ')}`,
        ];
      case 'spots':
        return [`the test spots allow ${figure(reason.wantedJcm2)} J/cm² before limits and steps`];
    }
  });
}

function questionOf(field: string): string {
  const [first = field, second] = field.split('.');
  const id = (second ?? first) as keyof typeof QUESTION_WORDS;
  return QUESTION_WORDS[id]?.ask.toLowerCase() ?? id;
}
