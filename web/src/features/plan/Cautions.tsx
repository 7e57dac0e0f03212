import type { Evaluation } from '@tidy-quill/core/plan';
import { CAUTION_WORDS, TEST_SPOT_WORDS } from '../../text';

/** What to keep in mind with this setting, and whether a test spot comes first. */
export function Cautions({ evaluation: { cautions, testSpot } }: { evaluation: Evaluation }) {
  if (cautions.length === 0 && testSpot.length === 0) return null;
  return (
    <section className="cautions">
      <h2>Take care</h2>
      <ul>
        {testSpot.length === 0 ? null : (
          <li>
            <strong>Test spot first:</strong>{' '}
            {testSpot.map((each) => TEST_SPOT_WORDS[each]).join(', ')}.
          </li>
        )}
        {cautions.map((each) => (
          <li key={each}>{CAUTION_WORDS[each]}</li>
        ))}
      </ul>
    </section>
  );
}
