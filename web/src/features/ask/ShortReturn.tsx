import './ask.css';
import type { Answers, QuestionId } from '@tidy-quill/core/suitability';
import { Button } from 'antd';
import { defined } from '@tidy-quill/core/units';
import { QUESTION_WORDS } from '../../text';

/** What an earlier visit carries over, and one press for all that lasts and was no. */
export function ShortReturn({
  carried,
  stillNone,
  onStillNone,
  onOpen,
}: {
  carried: Answers;
  /** Lasting things that were no; empty once said again. */
  stillNone: readonly QuestionId[];
  onStillNone: () => void;
  /** One of them has come up: ask them one by one. */
  onOpen: () => void;
}) {
  const kept = Object.keys(carried) as QuestionId[];
  return (
    <section className="short-return">
      {kept.length === 0 ? null : (
        <p>
          <strong>Carried over:</strong>{' '}
          {kept
            .map((id) => {
              const answer = defined(carried[id]);
              const note = answer.yes && answer.note ? ` (${answer.note})` : '';
              return `${QUESTION_WORDS[id].ask.toLowerCase()}${note}`;
            })
            .join(' · ')}
        </p>
      )}
      {stillNone.length === 0 ? null : (
        <div className="still-none">
          <p>
            <strong>Still none of these?</strong>{' '}
            {stillNone.map((id) => QUESTION_WORDS[id].ask.toLowerCase()).join(' · ')}
          </p>
          <div>
            <Button type="primary" ghost onClick={onStillNone}>
              Still none
            </Button>
            <Button onClick={onOpen}>One has come up</Button>
          </div>
        </div>
      )}
    </section>
  );
}
