import type { Triage } from '@tidy-quill/core/reaction';
import { useSignedIn } from '../../app/clinic-context';
import { LEVEL_MEANING, LEVEL_WORDS, onsetText, TRIAGE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';

const KINDS = { normal: 'info', advice: 'care', seeToday: 'care', clinicianNow: 'stop' } as const;

/** How soon somebody has to look, what that asks for, and every reason for it. */
export function TriagePanel({ triage }: { triage: Triage | null }) {
  const { clinic } = useSignedIn();
  if (triage === null) return null;
  const { level, reasons, onsetHours, adverse } = triage;
  return (
    <Notice kind={KINDS[level]} title={LEVEL_WORDS[level]}>
      <p>{LEVEL_MEANING[level]}</p>
      {level === 'clinicianNow' ? (
        <p>
          <strong>Emergency: {clinic.emergencyPhone}.</strong>
        </p>
      ) : null}
      <p className="small">Began {onsetText(onsetHours)} the last pulse. Because:</p>
      <ul className="small">
        {reasons.map(({ reason, level: own }) => (
          <li key={reason}>
            {TRIAGE_WORDS[reason]}
            {own === level ? '' : ` (${LEVEL_WORDS[own].toLowerCase()})`}
          </li>
        ))}
      </ul>
      {adverse ? (
        <p className="small">
          Counts against the setting used: the next plan stays at 80 % of it at most, with a new
          test spot and the supervisor’s approval.
        </p>
      ) : null}
      <p className="small">
        An aid to a trained operator by the clinic’s rules. In doubt: a clinician.
      </p>
    </Notice>
  );
}
