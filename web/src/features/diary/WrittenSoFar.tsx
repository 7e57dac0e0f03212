import type { DiaryPage, DiaryRead } from '@tidy-quill/contract/diary';
import { Button } from 'antd';
import { clockText, dayOf, dayText, HOME_SIGN_WORDS, SEEN_WORDS, TREND_WORDS } from '../../text';

/** What a client wrote so far, newest first; what was written today can be corrected. */
export function WrittenSoFar({
  page,
  onCorrect,
}: {
  page: DiaryPage;
  onCorrect: (entry: DiaryRead) => void;
}) {
  const { entries, timeZone, today } = page;
  const corrected = new Set(entries.map(({ replaces }) => replaces));
  if (entries.length === 0) return null;
  return (
    <section aria-label="Written so far">
      <h2>What you wrote</h2>
      <ul className="written">
        {entries.map((entry) => {
          const { id, givenAt, trend, seen, signs, note } = entry;
          const day = dayOf(givenAt, timeZone);
          const words = [
            TREND_WORDS[trend],
            ...seen.map((each) => SEEN_WORDS[each]),
            ...signs.map((sign) => HOME_SIGN_WORDS[sign]),
            ...(note === '' ? [] : [note]),
          ].join(', ');
          return (
            <li key={id}>
              {day === today ? 'Today' : dayText(day)}, {clockText(givenAt, timeZone)}:{' '}
              {corrected.has(id) ? (
                <>
                  <s>{words}</s> corrected
                </>
              ) : (
                words
              )}{' '}
              {day === today && !corrected.has(id) ? (
                <Button size="small" onClick={() => onCorrect(entry)}>
                  Correct this
                </Button>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
