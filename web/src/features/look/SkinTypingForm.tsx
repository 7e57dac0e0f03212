import './look.css';
import { TYPING_IDS, typingOf, type TypingAnswers, type TypingScore } from '@tidy-quill/core/look';
import type { SkinFinding } from '@tidy-quill/core/plan';
import { Select } from 'antd';
import { useState } from 'react';
import { skinTypeText, TYPING_WORDS } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Finds the skin type by ten scored questions, and says when the sum is near a border. */
export function SkinTypingForm({
  answers: given,
  onUse,
  onClose,
}: {
  answers: TypingAnswers;
  onUse: (type: SkinFinding['type'], answers: TypingAnswers) => void;
  onClose: () => void;
}) {
  const [answers, setAnswers] = useState(given);
  const typing = typingOf(answers);
  const left = TYPING_IDS.filter((id) => answers[id] === undefined).length;
  return (
    <Dialog
      open
      title="Skin type by questions"
      okText={typing === null ? 'Use the type' : `Use type ${skinTypeText(typing.type)}`}
      okButtonProps={{ disabled: typing === null }}
      onOk={() => typing !== null && onUse(typing.type, answers)}
      onCancel={onClose}
    >
      <div className="typing">
        {TYPING_IDS.map((id) => (
          <Field key={id} label={TYPING_WORDS[id].ask}>
            {(field) => (
              <Select
                {...field}
                className="wide"
                placeholder="choose"
                value={answers[id] ?? null}
                options={TYPING_WORDS[id].answers.map((label, value) => ({ label, value }))}
                onChange={(score) => setAnswers({ ...answers, [id]: score as TypingScore })}
              />
            )}
          </Field>
        ))}
      </div>
      <p role="status">
        {typing === null
          ? `${left === 1 ? '1 answer' : `${left} answers`} left.`
          : `Sum ${typing.sum} of 40: type ${skinTypeText(typing.type)}.`}
        {typing?.near == null
          ? ''
          : ` One point from type ${skinTypeText(typing.near)}: where in doubt, the darker.`}
      </p>
    </Dialog>
  );
}
