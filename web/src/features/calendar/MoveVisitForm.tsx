import type { MoveVisit } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/core/units';
import { useState } from 'react';
import { problemText, useClientQuery, useMoveVisitMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockOf, dayOf, dayText, momentOf, momentText } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { goToField } from '../../widgets/go-to-field';
import { NotSignedOff } from '../sign-offs/NotSignedOff';
import { NextOnCourse } from '../course/NextOnCourse';
import { ofArea, useCourseCase } from '../course/use-course-case';
import { FindTimes } from './FindTimes';
import { useOnceReady } from '../../widgets/use-once-ready';
import { SlotFields } from './SlotFields';
import { useSlot } from './use-slot';

/** A booked visit, as far as moving it needs. */
export interface Moved extends Pick<MoveVisit, 'startsAt' | 'roomId' | 'staffId'> {
  readonly id: string;
  readonly areaId: string;
  readonly clientId: string;
  readonly plannedMinutes: number | null;
  readonly handpieceId?: string | null;
}

/** How long an older visit, of which no length was kept, is taken to be, minutes. */
const UNKNOWN_MINUTES = 45;

/** Moves a booked visit to another day, time, room or person. */
export function MoveVisitForm({
  visit,
  clientName,
  from = null,
  onClose,
  onMoved,
}: {
  visit: Moved;
  clientName: string;
  /** The first day on which it could be ready: it is proposed. */
  from?: Day | null;
  onClose: () => void;
  onMoved?: () => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const { data } = useClientQuery(visit.clientId);
  const [move, { isLoading, error }] = useMoveVisitMutation();
  // As this page showed it: what another has moved meanwhile is not moved again unseen.
  const [was] = useState(visit.startsAt);
  const day = dayOf(was, timeZone);
  const proposed =
    from !== null && from > day ? momentOf(from, clockOf(was, timeZone), timeZone) : was;
  const slot = useSlot({
    ...{ id: visit.id, startsAt: proposed, roomId: visit.roomId, staffId: visit.staffId },
    plannedMinutes: visit.plannedMinutes ?? UNKNOWN_MINUTES,
    handpieceId: visit.handpieceId ?? null,
  });
  const save = async () => {
    const { startsAt, roomId, staffId, lacking } = slot;
    if (lacking !== undefined) goToField(lacking);
    if (startsAt === null || roomId === undefined) return;
    if (slot.clashes.length + slot.away.length > 0) return;
    const result = await move({ visitId: visit.id, from: was, startsAt, roomId, staffId });
    if (result.error !== undefined) return;
    onMoved?.();
    onClose();
  };
  const area = data?.areas.find(({ id }) => id === visit.areaId);
  const [waiting, press] = useOnceReady(!slot.isReading, () => void save());
  return (
    <Dialog
      open
      width={780}
      title={`Move the visit: ${clientName}`}
      onCancel={onClose}
      okText={
        slot.lacking === undefined && slot.startsAt !== null
          ? `Move to ${momentText(slot.startsAt, timeZone)}`
          : `Next: ${slot.lacking}`
      }
      confirmLoading={isLoading || waiting}
      okButtonProps={{ disabled: slot.clashes.length + slot.away.length > 0 || slot.hasNoRoom }}
      onOk={press}
    >
      <p>
        Now on {momentText(was, timeZone)}.
        {from !== null && from > day ? ` Ready from ${dayText(from)} at the earliest.` : ''}
      </p>
      {area === undefined || data === undefined ? null : (
        <FindTimes
          clientId={visit.clientId}
          areas={[area]}
          visits={data.visits}
          visitId={visit.id}
          slot={slot}
        />
      )}
      <SlotFields slot={slot}>
        {area === undefined || data === undefined || slot.day === '' ? null : (
          <>
            <NotSignedOff
              {...{ areas: [area], visits: data.visits, staffId: slot.staffId, on: slot.day }}
            />
            <CourseThen area={area} visits={data.visits} chosen={slot.day} />
          </>
        )}
      </SlotFields>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}

/** What a visit on the day that is chosen would meet. */
function CourseThen({
  area,
  visits,
  chosen,
}: {
  area: Parameters<typeof useCourseCase>[0];
  visits: Parameters<typeof ofArea>[0];
  chosen: Day;
}) {
  const of = useCourseCase(area, ofArea(visits, area.id));
  return of === null ? null : <NextOnCourse of={of} chosen={chosen} />;
}
