import './clients.css';
import type { ClientLight, ClientVisit } from '@tidy-quill/contract/clients';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import { Link, useNavigate } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import {
  dayOf,
  dayText,
  figure,
  fluenceText,
  nmText,
  pulseText,
  responseText,
  spotText,
  STAGE_WORDS,
} from '../../text';

/** The visits of an area, newest first: a row a setting, each with its own pulses, pain and response. */
export function VisitTable({ visits }: { visits: readonly ClientVisit[] }) {
  return (
    <table className="data-table">
      <thead>
        <tr>
          <th scope="col">Visit</th>
          <th scope="col">Used</th>
          <th scope="col" className="is-figure">
            Pulses
          </th>
          <th scope="col" className="is-figure">
            Most pain
          </th>
          <th scope="col">Response</th>
          <th scope="col">State</th>
        </tr>
      </thead>
      {visits.map((visit) => (
        <VisitRows key={visit.id} visit={visit} />
      ))}
    </table>
  );
}

function VisitRows({ visit }: { visit: ClientVisit }) {
  const navigate = useNavigate();
  const { timeZone } = useSignedIn().clinic;
  const [first, ...others] = visit.lights;
  const rows = Math.max(1, visit.lights.length);
  const lights = new Set(visit.lights.map(({ wavelengthNm }) => wavelengthNm)).size;
  return (
    <tbody className="visit-rows" onClick={() => void navigate(visitPath(visit))}>
      <tr>
        <th scope="rowgroup" rowSpan={rows}>
          <Link to={visitPath(visit)} onClick={(event) => event.stopPropagation()}>
            {dayText(dayOf(visit.startsAt, timeZone))}
          </Link>
        </th>
        {first === undefined ? <NothingFired /> : <Used light={first} sayLight={lights > 1} />}
        <td rowSpan={rows}>
          <StateOf visit={visit} />
        </td>
      </tr>
      {others.map((light, index) => (
        <tr key={index}>
          <Used light={light} sayLight={lights > 1} />
        </tr>
      ))}
    </tbody>
  );
}

function NothingFired() {
  return (
    <>
      <td>–</td>
      <td className="is-figure">–</td>
      <td className="is-figure">–</td>
      <td>–</td>
    </>
  );
}

function Used({
  light: { setting, wavelengthNm, pulses, answer },
  sayLight,
}: {
  light: ClientLight;
  sayLight: boolean;
}) {
  return (
    <>
      <td className="figures">
        {sayLight ? `${nmText(wavelengthNm)}: ` : ''}
        {fluenceText(setting)}, {pulseText(setting.pulseMs)}, {spotText(setting.spot)}
      </td>
      <td className="is-figure figures">{figure(pulses, 0)}</td>
      <td className="is-figure figures">{answer.painMax ?? '–'}</td>
      <td>
        <Response answer={answer} />
      </td>
    </>
  );
}

function StateOf({ visit }: { visit: ClientVisit }) {
  return (
    <>
      {visit.cancelled !== null
        ? `cancelled: ${visit.cancelled}`
        : visit.finished
          ? 'sent home'
          : `${STAGE_WORDS[visit.stage]} next`}
      {visit.openReactions > 0 ? (
        <Link
          className="tag tag-care"
          to={`/visits/${visit.id}/reactions?zone=${visit.areaId}`}
          onClick={(event) => event.stopPropagation()}
        >
          followed
        </Link>
      ) : null}
      {visit.pulses > 0 ? (
        <Link
          className="row-link"
          to={`/visits/${visit.id}/record`}
          onClick={(event) => event.stopPropagation()}
        >
          record
        </Link>
      ) : null}
    </>
  );
}

function Response({ answer }: { answer: SkinAnswer }) {
  const text = responseText(answer);
  return answer.adverse.length === 0 ? <>{text}</> : <span className="tag tag-stop">{text}</span>;
}

const visitPath = ({ id, areaId }: ClientVisit) => `/visits/${id}?zone=${areaId}`;
