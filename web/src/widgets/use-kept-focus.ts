import { useEffect, type RefObject } from 'react';
import { focusFirst } from './focus-first';

/**
 * Whoever works by keys keeps a place in the page: when what has the focus is taken away, by a save or a form that
 * closes, the focus goes to the first thing to do in what was around it, or to that itself where single keys do the work.
 */
export function useKeptFocus(within: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const page = within.current;
    if (page === null) return;
    let around: readonly HTMLElement[] = [];
    let byKeys = false;
    const onFocus = ({ target }: FocusEvent) => {
      around = [];
      for (let at = target as HTMLElement | null; at !== null && at !== page; at = at.parentElement)
        around = [...around, at];
    };
    const onKey = () => (byKeys = true);
    const onPointer = () => (byKeys = false);
    const observer = new MutationObserver(() => {
      const [held] = around;
      if (!byKeys || held === undefined || held.isConnected) return;
      if (document.activeElement !== document.body) return;
      const left = around.find((each) => each.isConnected) ?? page;
      around = [];
      const area = left.closest<HTMLElement>('[tabindex="-1"]') ?? page;
      if (area.dataset['byKeys'] === undefined) focusFirst(left);
      else area.focus({ preventScroll: true });
    });
    observer.observe(page, { childList: true, subtree: true });
    page.addEventListener('focusin', onFocus);
    document.addEventListener('keydown', onKey, true);
    document.addEventListener('pointerdown', onPointer, true);
    return () => {
      observer.disconnect();
      page.removeEventListener('focusin', onFocus);
      document.removeEventListener('keydown', onKey, true);
      document.removeEventListener('pointerdown', onPointer, true);
    };
  }, [within]);
}
