import { useEffect } from 'react';

/**
 * Lets go of a button that was pressed by mouse or touch, while `on`: Enter then means the main action of the page, never
 * the last button pressed once more. A button reached and pressed by keys keeps the focus.
 */
export function useFreeEnter(on: boolean): void {
  useEffect(() => {
    if (!on) return;
    const onClick = ({ detail }: MouseEvent) => {
      const held = document.activeElement;
      if (detail > 0 && held instanceof HTMLElement && held.matches('button, summary, a')) {
        held.blur();
      }
    };
    document.addEventListener('click', onClick);
    return () => document.removeEventListener('click', onClick);
  }, [on]);
}
