import './course.css';
import type { Area, AreaNote } from '@tidy-quill/contract/clients';
import { courseStanding, lastGiven } from '@tidy-quill/core/course';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useGiveTreatmentPlanMutation, useTreatmentPlanQuery } from '../../app/course-api';
import { useSignedIn } from '../../app/clinic-context';
import { fullStop, changedText, dayOf, givenText, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useTrialFollowUpsQuery } from '../trials/trials-api';
import { lazily } from '../../widgets/lazily';

const CourseStepForm = lazily(async () => (await import('./CourseStepForm')).CourseStepForm);

/** How the course of an area stands, why, and what has changed since its client was given a plan. */
export function AreaStanding({ notes }: { notes: readonly AreaNote[] }) {
  const { timeZone } = useSignedIn().clinic;
  const standing = courseStanding(notes);
  if (standing.state === 'open') return null;
  const since = shortDay(dayOf(standing.since, timeZone));
  return (
    <Notice
      kind="care"
      title={
        standing.state === 'paused' ? `Course paused on ${since}` : `Course stopped on ${since}`
      }
    >
      <p>{fullStop(standing.reason)} No visit is booked until it is reopened.</p>
    </Notice>
  );
}

/** What can be decided about a course, and its plan to be given. */
export function CourseActions({
  area,
  notes,
  onBook,
}: {
  area: Area;
  notes: readonly AreaNote[];
  onBook: () => void;
}) {
  const [deciding, setDeciding] = useState(false);
  const isOpen = courseStanding(notes).state === 'open';
  const { data: followUps = [] } = useTrialFollowUpsQuery(undefined, { skip: isOpen });
  const isFollowedUp = followUps.some(({ areas }) => Object.values(areas).includes(area.id));
  return (
    <span className="area-actions">
      <Button onClick={() => setDeciding(true)}>
        {isOpen ? 'Pause or stop the course…' : 'Reopen the course…'}
      </Button>
      {isOpen ? <Button onClick={onBook}>Book a visit</Button> : null}
      {!isOpen && isFollowedUp ? (
        <Button onClick={onBook}>Book the trial’s follow-up</Button>
      ) : null}
      {deciding ? (
        <CourseStepForm area={area} isOpen={isOpen} onClose={() => setDeciding(false)} />
      ) : null}
    </span>
  );
}

/** The treatment plan of an area of hair: on paper, as it was given last, and what changed since. */
export function PlanGiven({ area, notes }: { area: Area; notes: readonly AreaNote[] }) {
  const { timeZone } = useSignedIn().clinic;
  const [id, setId] = useState(() => v7());
  const given = lastGiven(notes);
  const { data } = useTreatmentPlanQuery(
    { clientId: area.clientId, areaId: area.id },
    { skip: given === null, refetchOnMountOrArgChange: true },
  );
  const [give, { isLoading, error }] = useGiveTreatmentPlanMutation();
  const keep = async () => {
    const result = await give({ clientId: area.clientId, id, areaId: area.id });
    if (result.error === undefined) setId(v7());
  };
  return (
    <div className="plan-given">
      <a
        href={`/api/clients/${area.clientId}/treatment-plan.pdf?areaId=${area.id}`}
        target="_blank"
        rel="noreferrer"
      >
        Treatment plan (PDF)
      </a>{' '}
      <Button size="small" loading={isLoading} onClick={() => void keep()}>
        It was given to the client
      </Button>
      {given === null ? null : (
        <p>
          Given on {shortDay(dayOf(given.at, timeZone))}: {givenText(given.plan)}.{' '}
          {data === undefined
            ? ''
            : `Since then: ${data.changes.length === 0 ? 'nothing has changed.' : data.changes.map(changedText).join(' ')}`}
        </p>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </div>
  );
}
