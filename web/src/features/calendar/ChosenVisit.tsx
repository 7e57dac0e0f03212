import type { DayVisit } from '@tidy-quill/contract/today';
import { endOf, refuseStatus, SAID_STATUSES, type SaidStatus } from '@tidy-quill/core/calendar';
import { Button } from 'antd';
import { Link } from 'react-router';
import { problemText, useCatalogueQuery, useFreeHandpieceMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, clockText, dayOf, sentence, STAGE_WORDS, VISIT_STATUS_WORDS } from '../../text';
import { useDevicesQuery } from '../devices/devices-api';
import { useSayStatusMutation } from './calendar-api';

const SAY_WORDS: Readonly<Record<SaidStatus, string>> = {
  booked: 'Take that back',
  confirmed: 'Has confirmed',
  arrived: 'Has arrived',
  missed: 'Did not come',
};

/** The visit that is chosen on a board: what it is, how it stands, and what can be done with it. */
export function ChosenVisit({
  visit,
  isMovable,
  onMove,
  onClose,
}: {
  visit: DayVisit;
  isMovable: boolean;
  onMove: () => void;
  onClose: () => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const [say, { isLoading, error }] = useSayStatusMutation();
  const { data: catalogue } = useCatalogueQuery();
  const { data: devices } = useDevicesQuery();
  const [free, freeing] = useFreeHandpieceMutation();
  const isOut = devices?.some(
    ({ handpiece, state }) => handpiece.id === visit.handpieceId && state.outOfUse !== null,
  );
  const keptFree =
    catalogue?.handpieces.find(({ id }) => id === visit.handpieceId)?.name ?? 'A handpiece';
  const now = new Date().toISOString();
  const isToday = dayOf(visit.startsAt, timeZone) === dayOf(now, timeZone);
  const { status, startsAt } = visit;
  const sayable = SAID_STATUSES.filter(
    (to) => to !== status && refuseStatus({ status, to, startsAt, now, isToday }) === null,
  );
  return (
    <section className="board-chosen" aria-label="The visit that is chosen">
      <h2>
        {visit.client.name} <span className="visit-status">{VISIT_STATUS_WORDS[status]}</span>
      </h2>
      <p>
        {clockText(startsAt, timeZone)}
        {visit.plannedMinutes === null
          ? ', its length was not kept'
          : `–${clockText(endOf(visit), timeZone)}`}
        , {visit.room}, {visit.staff}. {sentence(areaText(visit))}, {STAGE_WORDS[visit.stage]}
        {visit.finished ? ', done' : visit.running ? ', in treatment' : ' next'}.
        {visit.numbs ? ' Numbing cream first.' : ''}
        {visit.handpieceId === null ? '' : ` ${keptFree} is kept free.`}
        {isOut === true ? (
          <strong> It is out of use: move the visit, or do without it.</strong>
        ) : null}
      </p>
      <div className="board-chosen-actions">
        <Link to={`/visits/${visit.id}`}>Open the visit</Link>
        <Link to={`/clients/${visit.client.id}`}>Open the client</Link>
        <a href={`/api/visits/${visit.id}/calendar.ics`} download>
          For the client’s calendar
        </a>
        {sayable.map((to) => (
          <Button
            key={to}
            size="small"
            disabled={isLoading}
            onClick={() => void say({ visitId: visit.id, to })}
          >
            {SAY_WORDS[to]}
          </Button>
        ))}
        {visit.handpieceId === null || visit.finished ? null : (
          <Button size="small" disabled={freeing.isLoading} onClick={() => void free(visit.id)}>
            Do without {keptFree}
          </Button>
        )}
        {isMovable ? (
          <Button size="small" onClick={onMove}>
            Move to another day…
          </Button>
        ) : null}
        <Button size="small" onClick={onClose}>
          Close
        </Button>
      </div>
      {error === undefined && freeing.error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error ?? freeing.error)}
        </p>
      )}
    </section>
  );
}
