import { shortDay } from '../../text';

/** Marks what is shown as it was found last; nothing where it was looked at today. */
export function FromLast({ on }: { on: string | null }) {
  return on === null ? null : <span className="tag tag-care">from {shortDay(on)}, confirm</span>;
}
