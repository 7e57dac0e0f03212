import './look.css';
import type { FoundLast } from '@tidy-quill/contract/visit-opened';
import { changesBetween } from '@tidy-quill/core/look';
import { changeText, dayText } from '../../text';
import type { Looked } from './findings';

/** What is not as it was at the last visit to this area, while it is being entered. */
export function WhatChanged({ last, now }: { last: FoundLast | null; now: Partial<Looked> }) {
  if (last === null) return null;
  const { skin, areaCm2, zone } = now;
  const target = 'hair' in last.findings ? { hair: now.hair } : { ink: now.ink };
  const lines = changesBetween(last.findings, { skin, areaCm2, zone, ...target })
    // Nobody has said yet how it is now.
    .filter((change) => change.now !== undefined && change.now !== null)
    .map(changeText)
    .filter((line) => line !== null);
  return (
    <section className="what-changed" aria-live="polite">
      <h2>Since {dayText(last.on)}</h2>
      {lines.length === 0 ? (
        <p>Nothing changed so far. Tan and melanin are looked at again each time.</p>
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
