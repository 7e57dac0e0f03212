import './sendHome.css';
import { HABITS, type Habit } from '@tidy-quill/core/aftercare';
import type { NextVisit } from '@tidy-quill/core/course';
import { pastSessions } from '@tidy-quill/core/session';
import type { Day } from '@tidy-quill/core/units';
import { isTestVisit } from '@tidy-quill/core/workflow';
import { Checkbox } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSendHomeMutation } from '../../app/visit-api';
import { useSignedIn } from '../../app/clinic-context';
import { newEvent } from '../../visit-engine/engine';
import type { OpenVisit } from '../../visit-engine/open-visit';
import { useDraft } from '../../app/draft';
import {
  areaText,
  clockText,
  countText,
  dayText,
  fromToday,
  HABIT_WORDS,
  momentOf,
  NEXT_BECAUSE_WORDS,
} from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { GiveAdvice } from './GiveAdvice';
import { Leaflet } from './Leaflet';
import { adviceFor, treatedZones, type Treated } from './treated-zones';
import { lazily } from '../../widgets/lazily';

const NextOnCourse = lazily(async () => (await import('../course/NextOnCourse')).NextOnCourse);

/** What the client takes home, with dates worked out, and the next visit. */
export function SendHomeStage() {
  const opened = useVisit(
    'record',
    'visit',
    'zones',
    'today',
    'habitsLast',
    'aftercare',
    'before',
    'catalogue',
  );
  const { record, visit, zones, today, habitsLast, aftercare } = opened;
  const { clinic } = useSignedIn();
  const [ids] = useState(() => ({ event: v7(), visit: v7() }));
  const [sendHome, { isLoading, error }] = useSendHomeMutation();
  const [habits, setHabits] = useDraft<readonly Habit[]>(`habits ${visit.id}`, habitsLast);
  const { sentHome } = record;
  const sent = sentHome !== null;
  const treated = treatedZones(opened, sentHome?.habits ?? habits);
  const advice = sentHome?.advice ?? adviceFor(treated);
  const latest = treated
    .map(({ next }) => next)
    .reduce<NextVisit | null>(
      (best, each) => (best === null || each.on > best.on ? each : best),
      null,
    );
  const [chosen, setChosen] = useState(sentHome?.nextVisitOn ?? latest?.on ?? today);
  const clock = clockText(visit.startsAt, clinic.timeZone);
  const open = zones.filter(
    (zone) => zone.record.postTreatmentCheck === null && !isTestVisit(zone.record) && !sent,
  );

  const send = async () => {
    const event = newEvent({
      kind: 'sentHome',
      advice: [...advice],
      nextVisitOn: chosen,
      note: '',
      habits: [...habits],
      blocksNumber: aftercare.number,
    });
    await sendHome({
      visitId: visit.id,
      event: { ...event, id: ids.event },
      nextVisit: {
        id: ids.visit,
        startsAt: momentOf(chosen, clock, clinic.timeZone),
        roomId: visit.roomId,
      },
    });
  };
  return (
    <>
      <div className="stage send-home">
        <Leaflet treated={treated} advice={advice} nextOn={chosen} />
        <section className="no-print">
          <h2 id="habits-label">Lifestyle</h2>
          <Checkbox.Group
            className="mark-list"
            aria-labelledby="habits-label"
            disabled={sent}
            value={[...(sentHome?.habits ?? habits)]}
            onChange={(next) => setHabits(next as Habit[])}
            options={HABITS.map((habit) => ({ value: habit, label: HABIT_WORDS[habit] }))}
          />
          <h2>Next visit</h2>
          <Field label="Day" problem={chosen === '' ? 'is missing' : undefined}>
            {(field) => (
              <DayInput
                {...field}
                min={today}
                value={chosen}
                disabled={sent}
                onChange={setChosen}
              />
            )}
          </Field>
          <p>{chosen === '' ? '' : `${dayText(chosen)}, ${fromToday(chosen, today)}, ${clock}.`}</p>
          <WhyThen treated={treated} several={zones.length > 1} />
          {chosen === '' ? null : <OnCourse opened={opened} treated={treated} chosen={chosen} />}
          {latest !== null && chosen !== '' && chosen < latest.on ? (
            <p className="small">Sooner than that treats little, or skin not yet read or healed.</p>
          ) : null}
          <h2>Give it</h2>
          <GiveAdvice sent={sent} />
        </section>
      </div>
      {error === undefined ? null : (
        <Notice kind="stop" title="Not recorded yet">
          <p>{problemText(error)}</p>
        </Notice>
      )}
      {sent ? (
        <footer className="stage-end stage-foot no-print">
          <div className="stage-foot-text">
            Sent home; the next visit is booked for {dayText(sentHome.nextVisitOn)}.{' '}
            <Link to={`/visits/${visit.id}/record`}>Read and sign the record</Link> ·{' '}
            <Link to={`/clients/${visit.clientId}`}>Open the client</Link> ·{' '}
            <Link to="/">Go to Today</Link>
          </div>
        </footer>
      ) : (
        <StageFoot
          action="Send home, book next visit"
          busy={isLoading}
          disabled={chosen === '' || open.length > 0}
          onAction={() => void send()}
        >
          {open.length === 0
            ? 'Go through it with the client, then give it.'
            : `Still open: ${open.map((zone) => areaText(zone.area)).join(', ')}. Watch it, or leave it out.`}
        </StageFoot>
      )}
    </>
  );
}

/** What the day that is chosen would meet, for each zone of hair that was treated. */
function OnCourse({
  opened: { before, catalogue, today },
  treated,
  chosen,
}: {
  opened: Pick<OpenVisit, 'before' | 'catalogue' | 'today'>;
  treated: readonly Treated[];
  chosen: Day;
}) {
  const hair = treated.filter(
    ({ zone: { area, record } }) => area.job === 'hair' && record.run.startedAt !== null,
  );
  return hair.map(({ zone: { area, record } }) => (
    <div key={area.id}>
      {hair.length > 1 ? <h3>{areaText(area)}</h3> : null}
      <NextOnCourse
        of={{
          site: area.site,
          history: [...(before[area.id]?.history ?? []), ...pastSessions(record)],
          own: catalogue.protocol,
          today,
        }}
        chosen={chosen}
      />
    </div>
  ));
}

function WhyThen({ treated, several }: { treated: readonly Treated[]; several: boolean }) {
  return (
    <ul className="next-by-zone small">
      {treated.map(({ zone, next }) => (
        <li key={zone.area.id}>
          {several ? `${areaText(zone.area)}: ` : ''}
          {next.weeks === 0 ? dayText(next.on) : countText(next.weeks, 'week')},{' '}
          {NEXT_BECAUSE_WORDS[next.because]}.
        </li>
      ))}
    </ul>
  );
}
