import { ADVICE_PARTS, type Advice } from '@tidy-quill/core/aftercare';
import { isTestVisit } from '@tidy-quill/core/workflow';
import { Fragment } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { ADVICE_PART_WORDS, areaText, dayText, givenLines, sentence, untilText } from '../../text';
import { useVisit } from '../visit/use-visit';
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
  const { client, today, area } = useVisit('client', 'today', 'area');
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
        <Fragment key={zone.area.id}>
          <h3>{sentence(areaText(zone.area))}</h3>
          <ul>
            {givenLines(zone.record).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Fragment>
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
