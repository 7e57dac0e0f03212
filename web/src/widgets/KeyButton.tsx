import type { ReactNode } from 'react';
import { useKeys } from './use-keys';

/** A large button for a gloved hand, with its letter shown on it; the letter presses it too. */
export function KeyButton({
  letter,
  shown,
  kind = 'plain',
  pressed,
  small = false,
  disabled = false,
  evenInFields = false,
  onPress,
  children,
}: {
  /** As in KeyboardEvent.key. */
  letter: string;
  shown?: string;
  kind?: 'plain' | 'care' | 'stop' | 'halt';
  pressed?: boolean;
  small?: boolean;
  disabled?: boolean;
  evenInFields?: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  useKeys(disabled ? {} : { [letter]: onPress }, evenInFields ? [letter] : []);
  return (
    <button
      type="button"
      className={`key-button is-${kind} ${small ? 'is-small' : ''}`}
      aria-pressed={pressed}
      aria-keyshortcuts={letter}
      disabled={disabled}
      onClick={onPress}
    >
      <span className="key-word">
        {pressed ? <span aria-hidden>✓ </span> : null}
        {children}
      </span>
      <kbd>{shown ?? letter.toUpperCase()}</kbd>
    </button>
  );
}
