import { HAIR_MARKS, MARK_MEANING, type HairMark } from '@tidy-quill/core/reaction';
import { MARK_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { MARK_KEYS } from './keys';

const KINDS = { right: 'plain', none: 'plain', strong: 'care', adverse: 'stop' } as const;

/** What the skin may show, a press each. */
export function MarkKeys({
  labelledBy,
  pressed,
  close = false,
  disabled = false,
  onMark,
}: {
  labelledBy: string;
  pressed: readonly HairMark[];
  /** Whether they stand close together. */
  close?: boolean;
  disabled?: boolean;
  onMark: (mark: HairMark) => void;
}) {
  return (
    <div
      className={`mark-keys ${close ? 'treat-marks' : ''}`}
      role="group"
      aria-labelledby={labelledBy}
    >
      {HAIR_MARKS.map((mark) => (
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
