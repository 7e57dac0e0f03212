import type { ClientWords } from '@tidy-quill/contract/client-words/index';
import type { DiaryPage, DiaryRead } from '@tidy-quill/contract/diary';
import { Button } from 'antd';
import { clockText, dayOf } from '../../text';

/** What a client wrote so far, newest first; what was written today can be corrected. */
export function WrittenSoFar({
  page,
  words,
  onCorrect,
}: {
  page: DiaryPage;
  words: ClientWords<'diary'>;
  onCorrect: (entry: DiaryRead) => void;
}) {
  const { entries, timeZone, today } = page;
  const { say } = words;
  const corrected = new Set(entries.map(({ replaces }) => replaces));
  if (entries.length === 0) return null;
  return (
    <section aria-label={say('page.written')}>
      <h2>{say('page.written')}</h2>
      <ul className="written">
        {entries.map((entry) => {
          const { id, givenAt, trend, seen, signs, note } = entry;
          const day = dayOf(givenAt, timeZone);
          const line = [
            say(`trend.${trend}`),
            ...seen.map((each) => say(`seen.${each}`)),
            ...signs.map((sign) => say(`sign.${sign}`)),
            ...(note === '' ? [] : [note]),
          ].join(', ');
          return (
            <li key={id}>
              {day === today ? say('page.today') : words.day(day)}, {clockText(givenAt, timeZone)}:{' '}
              {corrected.has(id) ? (
                <>
                  <s>{line}</s> {say('page.corrected')}
                </>
              ) : (
                line
              )}{' '}
              {day === today && !corrected.has(id) ? (
                <Button size="small" onClick={() => onCorrect(entry)}>
                  {say('page.correct')}
                </Button>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
