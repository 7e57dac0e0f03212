import { shortDay } from '../../text';

/** Marks findings that come from an earlier visit; nothing where they were taken today. */
export function FromLast({ on }: { on: string | null }) {
  return on === null ? null : <span className="tag tag-care">from {shortDay(on)}, confirm</span>;
}
