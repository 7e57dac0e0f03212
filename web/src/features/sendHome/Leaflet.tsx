import { ADVICE_PARTS, type Advice } from '@tidy-quill/core/aftercare';
import { isTestVisit } from '@tidy-quill/core/workflow';
import { useSignedIn } from '../../app/clinic-context';
import {
  ADVICE_PART_WORDS,
  areaText,
  dayText,
  figure,
  pulseText,
  spotText,
  untilText,
} from '../../text';
import { useOpenVisit, type OpenZone } from '../visit/use-visit';
import type { Treated } from './treated-zones';

/** What the client takes home, as it is printed: plain words, large type, every day worked out. */
export function Leaflet({
  treated,
  advice,
  nextOn,
}: {
  treated: readonly Treated[];
  advice: readonly Advice[];
  nextOn: string;
}) {
  const { client, today, area } = useOpenVisit();
  const { clinic } = useSignedIn();
  const onlyTested = treated.length > 0 && treated.every(({ zone }) => isTestVisit(zone.record));
  const job = area.job === 'ink' ? 'tattoo' : 'hair';
  return (
    <article className="leaflet">
      <h2>{onlyTested ? 'After your test spots' : `After your laser ${job} removal`}</h2>
      <p>
        {client.givenName} {client.familyName},{' '}
        {dayText(treated[0]?.zone.record.plan?.plannedOn ?? today)}.
      </p>
      {treated.map(({ zone }) => (
        <p key={zone.area.id}>
          {areaText(zone.area)}: {firedText(zone)}.
        </p>
      ))}
      {ADVICE_PARTS.map((part) => {
        const lines = advice.filter((each) => (each.part ?? 'care') === part);
        if (lines.length === 0) return null;
        return (
          <section key={part}>
            <h3>{ADVICE_PART_WORDS[part]}</h3>
            <ul>
              {lines.map((line) => (
                <li
                  key={line.code}
                  className={line.code === 'emergency' ? 'is-emergency' : undefined}
                >
                  {line.text ?? line.code}
                  {line.until === null ? null : (
                    <strong className="until">
                      {' '}
                      {untilText({ until: line.until, sayFrom: line.sayFrom })}
                    </strong>
                  )}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p>
        <strong>
          Call us: {clinic.phone}. Emergency: {clinic.emergencyPhone}.
        </strong>
      </p>
      {nextOn === '' ? null : <p>Next visit: {dayText(nextOn)}.</p>}
    </article>
  );
}

function firedText({ record: { run, spots } }: OpenZone): string {
  const tests = spots.length === 1 ? '1 test spot' : `${spots.length} test spots`;
  if (run.setting === null || run.startedAt === null) return tests;
  const { fluenceJcm2, pulseMs, spot } = run.setting;
  const session = `${figure(run.pulses, 0)} pulses at ${figure(fluenceJcm2, 2)} J/cm², ${pulseText(pulseMs)}, ${spotText(spot)}`;
  return spots.length === 0 ? session : `${tests}, then ${session}`;
}
