import type { FoundLast } from '@tidy-quill/contract/visit-opened';
import { changesBetween } from '@tidy-quill/core/look';
import type { Findings } from '@tidy-quill/core/record';
import { changeText, dayText } from '../../text';

/** What is not as it was at the last visit to this area, while it is being entered. */
export function WhatChanged({ last, now }: { last: FoundLast | null; now: Findings | null }) {
  if (last === null || now === null) return null;
  const lines = changesBetween(last.findings, now)
    .map(changeText)
    .filter((line) => line !== null);
  return (
    <section className="what-changed" aria-live="polite">
      <h2>Since {dayText(last.on)}</h2>
      {lines.length === 0 ? (
        <p>As it was.</p>
      ) : (
        <ul>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
