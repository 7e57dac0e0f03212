import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import { plannedMinutes } from '@tidy-quill/core/calendar';
import { defined } from '@tidy-quill/core/units';
import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useOnward } from '../../app/use-onward';
import { problemText, useBookVisitMutation, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, countText } from '../../text';
import { useBookCourseMutation } from '../calendar/calendar-api';
import { FindTimes } from '../calendar/FindTimes';
import { nextQuarter } from '../calendar/next-quarter';
import { SlotFields } from '../calendar/SlotFields';
import { useSlot } from '../calendar/use-slot';
import { NotSignedOff } from '../sign-offs/NotSignedOff';
import { ofArea, useCourseCase } from '../course/use-course-case';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { Choice } from '../../widgets/Choice';
import { goToField } from '../../widgets/go-to-field';
import { useOnceReady } from '../../widgets/use-once-ready';
import { Ticks } from '../../widgets/Ticks';
import { lazily } from '../../widgets/lazily';

const NextOnCourse = lazily(async () => (await import('../course/NextOnCourse')).NextOnCourse);

/** A visit is not proposed for the very next moments: it would have begun before its questions are sent. */
const LEAD_MS = 2 * 60_000;

/** How many visits of a course are booked at once beside the first. */
const MOST_AFTER = 8;
const AFTER_WORDS: Readonly<Record<number, string>> = Object.fromEntries(
  Array.from({ length: MOST_AFTER + 1 }, (_, count) => [count, count === 0 ? 'none' : `${count}`]),
);

const SPLIT_WORDS = { together: 'one for all areas', each: 'one for each area' } as const;

/** Books a visit for one area or several: day, hour, room and who treats. */
export function BookVisitForm({
  clientId,
  area,
  areas,
  visits,
  then = [],
  onClose,
  onNext,
}: {
  clientId: string;
  area: Area;
  /** All areas of the client. */
  areas: readonly Area[];
  /** All visits of the client, newest first. */
  visits: readonly ClientVisit[];
  /** Areas that want a visit each after this one. */
  then?: readonly Area[];
  onClose: () => void;
  /** Once one visit of several was booked: the areas that want one each. */
  onNext: (rest: readonly [Area, ...Area[]]) => void;
}) {
  const { staff } = useSignedIn();
  const courseCase = useCourseCase(area, ofArea(visits, area.id));
  // A clinic that has approved nothing yet has none: it books by the usual length.
  const { data: catalogue, isLoading: isReadingCatalogue } = useCatalogueQuery();
  const onward = useOnward();
  const [id] = useState(() => v7());
  const [soon] = useState(() => nextQuarter(Date.now() + LEAD_MS));
  const [also, setAlso] = useState<readonly string[]>(then.map((each) => each.id));
  const [finding, setFinding] = useState(false);
  const [after, setAfter] = useState(0);
  const [numbs, setNumbs] = useState(false);
  const [handpieceId, setHandpieceId] = useState<string | null>(null);
  const [split, setSplit] = useState<keyof typeof SPLIT_WORDS>(
    then.length > 0 ? 'each' : 'together',
  );
  const [laterIds] = useState(() => Array.from({ length: MOST_AFTER }, () => v7()));
  const [bookCourse, booking] = useBookCourseMutation();
  const [book, { isLoading, error }] = useBookVisitMutation();
  const others = areas.filter((each) => each.id !== area.id);
  const chosen = others.filter((each) => also.includes(each.id));
  // One each: this visit is for the first, the others follow.
  const rest = split === 'each' ? chosen : [];
  const zones: readonly [Area, ...Area[]] = [area, ...(split === 'each' ? [] : chosen)];
  const isFirst = visits.every(({ cancelled }) => cancelled !== null);
  const slot = useSlot({
    ...{ id, startsAt: soon, staffId: staff.id },
    plannedMinutes: plannedMinutes({ zones, isFirst, numbs }, catalogue?.protocol ?? {}),
    handpieceId,
  });

  const save = async () => {
    const { lacking, startsAt, roomId, staffId } = slot;
    if (lacking !== undefined) goToField(lacking);
    if (lacking !== undefined || roomId === undefined || startsAt === null) return;
    // What was read meanwhile may stand in the way: it says so above.
    if (slot.clashes.length + slot.away.length > 0) return;
    const alsoAreaIds = zones.slice(1).map((each) => each.id);
    const visit = { clientId, id, areaId: area.id, alsoAreaIds, numbs, handpieceId };
    const { clientId: _, ...own } = visit;
    if (after === 0) {
      const result = await book({ ...visit, roomId, staffId, startsAt });
      if (result.error !== undefined) return;
      const [next, ...others] = rest;
      if (next === undefined) onward(`/visits/${id}`);
      else onNext([next, ...others]);
      return;
    }
    const first = { ...own, roomId, staffId, startsAt };
    const result = await bookCourse({ clientId, first, ids: laterIds.slice(0, after) });
    if (result.error !== undefined) return;
    // Where they lie stands on the client's page.
    const [next, ...others] = rest;
    if (next === undefined) onClose();
    else onNext([next, ...others]);
  };
  const [waiting, press] = useOnceReady(!slot.isReading && !isReadingCatalogue, () => void save());
  return (
    <Dialog
      open
      width={780}
      title={`Book a visit: ${areaText(area)}`}
      onCancel={onClose}
      okText={
        slot.lacking !== undefined
          ? `Next: ${slot.lacking}`
          : after === 0
            ? rest.length > 0
              ? `Book, then ${areaText(defined(rest[0]))}`
              : 'Book and open'
            : `Book ${countText(after + 1, 'visit')}`
      }
      confirmLoading={isLoading || booking.isLoading || waiting}
      okButtonProps={{ disabled: slot.clashes.length + slot.away.length > 0 || slot.hasNoRoom }}
      onOk={press}
    >
      {others.length === 0 ? null : (
        <Ticks
          label="Together with"
          values={others.map((each) => each.id)}
          words={Object.fromEntries(
            others.map((each) => [
              each.id,
              `${areaText(each)}${each.job === 'ink' ? ', tattoo' : ''}`,
            ]),
          )}
          chosen={also}
          onChange={setAlso}
        />
      )}
      {chosen.length === 0 ? null : (
        <Choice label="Visits" words={SPLIT_WORDS} value={split} onChange={setSplit} />
      )}
      <Button aria-expanded={finding} onClick={() => setFinding(!finding)}>
        {finding ? 'Hide free times' : 'Find a time'}
      </Button>
      {finding ? (
        <FindTimes
          clientId={clientId}
          areas={zones}
          visits={visits}
          handpieceId={handpieceId ?? undefined}
          numbs={numbs}
          slot={slot}
        />
      ) : null}
      <SlotFields slot={slot}>
        <NotSignedOff {...{ areas: zones, visits, staffId: slot.staffId, on: slot.day }} />
        {courseCase === null || slot.day === '' ? null : (
          <NextOnCourse of={courseCase} chosen={slot.day} />
        )}
      </SlotFields>
      <div className="field-row">
        <Field label="Handpiece kept free for it">
          {({ id: fieldId }) => (
            <Select
              id={fieldId}
              className="wide"
              value={handpieceId ?? ''}
              options={[
                { value: '', label: 'none' },
                ...(catalogue?.handpieces ?? [])
                  .filter(({ inService }) => inService)
                  .map(({ id: value, name }) => ({ value, label: name })),
              ]}
              onChange={(value) => setHandpieceId(value === '' ? null : value)}
            />
          )}
        </Field>
        <Checkbox checked={numbs} onChange={({ target }) => setNumbs(target.checked)}>
          Numbing cream first
        </Checkbox>
      </div>
      <Choice label="And visits after it" words={AFTER_WORDS} value={after} onChange={setAfter} />
      {after === 0 ? null : (
        <p className="quiet">
          Each by the interval, at the same hour, in the same room and with the same person, or at
          the nearest time in its week. All are booked, or none.
        </p>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
        {booking.error === undefined ? '' : problemText(booking.error)}
      </p>
    </Dialog>
  );
}
