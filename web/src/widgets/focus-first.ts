const CONTROLS =
  'input:not(:disabled), select:not(:disabled), textarea:not(:disabled), button:not(:disabled), a[href], [tabindex="0"]';

/** Moves the focus to the first thing to do within a part of the page; leaves it where somebody is already at work there. */
export function focusFirst(within: HTMLElement | null): void {
  if (within === null) return;
  const held = document.activeElement;
  if (held !== within && within.contains(held)) return;
  const marked = within.querySelector<HTMLElement>('[data-first]');
  // What stands in a heading leads elsewhere.
  const first =
    marked ??
    [...within.querySelectorAll<HTMLElement>(CONTROLS)].find(
      (each) => each.offsetParent !== null && each.closest('header') === null,
    );
  (chosenOf(first) ?? within).focus({ preventScroll: true });
}

/** The choice already made in a row of choices, as Tab goes to it: Space changes nothing there. */
function chosenOf(first: HTMLElement | undefined): HTMLElement | undefined {
  if (!(first instanceof HTMLInputElement) || first.type !== 'radio') return first;
  const row = document.getElementsByName(first.name);
  return [...row].find((each) => (each as HTMLInputElement).checked) ?? first;
}
