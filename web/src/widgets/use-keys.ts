import { createContext, useContext, useEffect, useRef } from 'react';

/** Whether what is shown stands in a dialog. */
export const WithinDialog = createContext(false);

/**
 * Runs an action for a key while the component is shown. Keys are as in KeyboardEvent.key, letters in
 * lower case. Nothing runs while somebody types into a field, or with Ctrl, Alt or Meta held, or on the page behind an
 * open dialog; `always` lists keys that do even then.
 */
export function useKeys(
  actions: Readonly<Record<string, () => void>>,
  always: readonly string[] = [],
): void {
  const within = useContext(WithinDialog);
  const current = useRef({ actions, always });
  useEffect(() => {
    current.current = { actions, always };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const action = current.current.actions[key];
      if (action === undefined || event.ctrlKey || event.altKey || event.metaKey) return;
      if (event.repeat) return;
      if (!current.current.always.includes(key) && isBusy(event.target, key, within)) return;
      event.preventDefault();
      action();
    };
    globalThis.addEventListener('keydown', onKey);
    return () => globalThis.removeEventListener('keydown', onKey);
  }, [within]);
}

const ACTS_ITSELF =
  'button, a, input, select, textarea, summary, audio, video, [role="button"], [role="tab"], [role="combobox"], [role="option"], [role="slider"], [role="switch"], [role="menuitem"]';

const DIALOG = '[role="dialog"]:not([aria-hidden="true"])';

function isBusy(target: EventTarget | null, key: string, within: boolean): boolean {
  if ((document.querySelector(DIALOG) !== null) !== within) return true;
  if (!(target instanceof Element)) return false;
  // What has the focus and acts on Enter or Space itself keeps them.
  if ((key === 'Enter' || key === ' ') && target.closest(ACTS_ITSELF) !== null) return true;
  const field = target.closest('input, textarea, select, [contenteditable="true"]');
  return field !== null && (field as HTMLInputElement).type !== 'radio';
}
