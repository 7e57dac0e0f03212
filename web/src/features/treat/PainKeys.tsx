import './treat.css';
import { PAIN_SCORES, painMeaning } from '@tidy-quill/core/reaction';
import { defined } from '@tidy-quill/core/units';
import { KeyButton } from '../../widgets/KeyButton';
import { PAIN_KEYS } from './keys';

const KINDS = { goOn: 'plain', slowDown: 'care', stop: 'stop' } as const;

/** Pain 0–10, a press each. */
export function PainKeys({
  labelledBy,
  value,
  disabled = false,
  onScore,
}: {
  labelledBy: string;
  /** The last one. */
  value: number | null;
  disabled?: boolean;
  onScore: (score: number) => void;
}) {
  return (
    <div className="pain-keys" role="group" aria-labelledby={labelledBy}>
      {PAIN_SCORES.map((score) => (
        <KeyButton
          key={score}
          letter={defined(PAIN_KEYS[score])}
          kind={KINDS[painMeaning(score)]}
          pressed={value === score}
          disabled={disabled}
          onPress={() => onScore(score)}
        >
          {score}
        </KeyButton>
      ))}
    </div>
  );
}
