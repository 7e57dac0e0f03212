/** Takes one to a field or a row of choices by its label, and puts the focus there. */
export function goToField(label: string): void {
  const named = [
    ...document.querySelectorAll<HTMLElement>('.choice-label, .field label, input[aria-label]'),
  ].find((each) => (each.ariaLabel ?? each.textContent).trim() === label);
  if (named === undefined) return;
  named.scrollIntoView({ block: 'center' });
  const field =
    named instanceof HTMLLabelElement
      ? document.getElementById(named.htmlFor)
      : (named.parentElement?.querySelector<HTMLElement>('input[type="radio"]') ?? named);
  field?.focus();
}
