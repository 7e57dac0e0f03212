import { useSignedIn } from '../../app/clinic-context';
import { clockText, INCIDENT_WORDS, incidentDetail } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useVisit } from '../visit/use-visit';

/** What has to be told of in this zone's session, newest first. */
export function Incidents() {
  const { record } = useVisit('record');
  const { clinic } = useSignedIn();
  const { incidents } = record;
  if (incidents.length === 0) return null;
  return (
    <Notice
      kind="stop"
      title={
        incidents.length === 1
          ? '1 incident on the record'
          : `${incidents.length} incidents on the record`
      }
    >
      <ul className="incidents">
        {[...incidents].reverse().map(({ id, at, what, detail }) => (
          <li key={id}>
            {clockText(at, clinic.timeZone)} {INCIDENT_WORDS[what]}
            {detail === '' ? '' : `: ${incidentDetail({ what, detail })}`}
          </li>
        ))}
      </ul>
    </Notice>
  );
}
