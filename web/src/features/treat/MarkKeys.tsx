import { MARK_MEANING, marksFor, type Mark } from '@tidy-quill/core/reaction';
import type { Job } from '@tidy-quill/core/suitability';
import { MARK_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { MARK_KEYS } from './keys';

const KINDS = {
  ...({ right: 'plain', none: 'plain', faint: 'plain', beside: 'plain' } as const),
  ...({ strong: 'care', adverse: 'stop' } as const),
};

/** What the skin may show, a press each. */
export function MarkKeys({
  labelledBy,
  job,
  pressed,
  disabled = false,
  onMark,
}: {
  labelledBy: string;
  job: Job;
  pressed: readonly Mark[];
  disabled?: boolean;
  onMark: (mark: Mark) => void;
}) {
  return (
    <div className="mark-keys" role="group" aria-labelledby={labelledBy}>
      {marksFor(job).map((mark) => (
        <KeyButton
          key={mark}
          letter={MARK_KEYS[mark]}
          kind={KINDS[MARK_MEANING[mark]]}
          pressed={pressed.includes(mark)}
          disabled={disabled}
          onPress={() => onMark(mark)}
        >
          {MARK_WORDS[mark]}
        </KeyButton>
      ))}
    </div>
  );
}
