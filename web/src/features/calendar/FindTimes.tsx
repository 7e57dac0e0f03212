import './calendar.css';
import type { Times } from '@tidy-quill/contract/calendar';
import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import type { DayPart, FreeTime } from '@tidy-quill/core/calendar';
import { intervalStateOf, whenNext, zoneCourse } from '@tidy-quill/core/course';
import type { SiteId } from '@tidy-quill/core/sites';
import { daysBetween, type Day } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { useMemo, useState } from 'react';
import { problemText, useCatalogueQuery, useClientQuery, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  clockOf,
  clockText,
  countText,
  DAY_PART_WORDS,
  dayText,
  figure,
  FIRST_DAY_WORDS,
  INTERVAL_WORDS,
  lackingText,
  sentence,
  WEEKDAYS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { ofArea, useCourseCase } from '../course/use-course-case';
import { useTimesQuery } from './calendar-api';
import { JoinWaiting, KeepWishes } from './KeepWishes';
import type { Slot } from './use-slot';

const WHO_WORDS = { any: 'anybody', chosen: 'the person below' } as const;
const WHERE_WORDS = { any: 'any room', chosen: 'the room below' } as const;

/** What is wished of a time, as it stands on the page. */
export interface Wished {
  readonly from: Day | undefined;
  readonly part: DayPart;
  readonly weekdays: readonly number[];
  readonly who: keyof typeof WHO_WORDS;
  readonly where: keyof typeof WHERE_WORDS;
}

/** Free times for a visit, from the first day that makes sense, by wishes; a press takes one. */
export function FindTimes({
  clientId,
  areas,
  visits,
  visitId,
  handpieceId,
  numbs,
  slot,
}: {
  clientId: string;
  /** The zones that it is for, the one booked first. */
  areas: readonly [Area, ...Area[]];
  /** All visits of the client, newest first. */
  visits: readonly ClientVisit[];
  /** The visit that is moved; none for a new one. */
  visitId?: string;
  /** A handpiece that is to be free as well. */
  handpieceId?: string | undefined;
  /** Whether cream has to work first. */
  numbs?: boolean | undefined;
  slot: Slot;
}) {
  const { data: opened } = useClientQuery(clientId);
  const kept = opened?.client.wishes ?? null;
  const [changed, setChanged] = useState<Partial<Wished>>({});
  const wishes: Wished = {
    ...{ from: undefined, who: 'any', where: 'any' },
    ...{ part: kept?.part ?? 'any', weekdays: kept?.weekdays ?? [] },
    ...changed,
  };
  const { data, error, isFetching } = useTimesQuery(
    {
      ...{ clientId, visitId, areaIds: areas.map(({ id }) => id) },
      ...{ from: wishes.from, part: wishes.part, weekdays: wishes.weekdays },
      staffId: wishes.who === 'chosen' ? slot.staffId : undefined,
      roomId: wishes.where === 'chosen' ? slot.roomId : undefined,
      ...{ handpieceId, numbs },
    },
    { refetchOnMountOrArgChange: true },
  );
  const meaning = useDayMeaning(areas[0], visits, visitId);
  const wish = (more: Partial<Wished>) => setChanged({ ...changed, ...more });
  const weekday = (each: number) =>
    wish({
      weekdays: wishes.weekdays.includes(each)
        ? wishes.weekdays.filter((other) => other !== each)
        : [...wishes.weekdays, each].sort((one, other) => one - other),
    });
  return (
    <section className="find-times" aria-label="Find a time">
      <div className="field-row">
        <Field label="From day">
          {(field) => (
            <DayInput
              {...field}
              value={wishes.from ?? data?.firstDay.on ?? ''}
              onChange={(from) => {
                if (from !== '') wish({ from });
              }}
            />
          )}
        </Field>
        <Choice
          label="Part of the day"
          words={DAY_PART_WORDS}
          value={wishes.part}
          onChange={(part) => wish({ part })}
        />
      </div>
      <div className="field-row">
        <div className="choice" role="group" aria-label="Days of the week">
          <span className="choice-label">Days of the week</span>
          <span className="weekday-keys">
            {WEEKDAYS.map((name, index) => (
              <Button
                key={name}
                size="small"
                type={wishes.weekdays.includes(index) ? 'primary' : 'default'}
                aria-pressed={wishes.weekdays.includes(index)}
                onClick={() => weekday(index)}
              >
                {name}
              </Button>
            ))}
          </span>
        </div>
        <Choice
          label="With"
          words={WHO_WORDS}
          value={wishes.who}
          onChange={(who) => wish({ who })}
        />
        <Choice
          label="In"
          words={WHERE_WORDS}
          value={wishes.where}
          onChange={(where) => wish({ where })}
        />
      </div>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          Times could not be read: {problemText(error)}
        </p>
      )}
      {data === undefined ? (
        error === undefined ? (
          <Skeleton active paragraph={{ rows: 3 }} />
        ) : null
      ) : (
        <>
          {wishes.from === undefined ? (
            <p className="quiet">
              From {dayText(data.firstDay.on)}: {FIRST_DAY_WORDS[data.firstDay.because]}
              {data.firstDay.asked.length === 0 ? '' : `: ${data.firstDay.asked.join(', ')}`}.
            </p>
          ) : null}
          <LeftOut of={data.leftOut} isAlone={data.times.length === 0} />
          <TimeList times={data.times} slot={slot} meaning={meaning} isFetching={isFetching} />
          <KeepWishes clientId={clientId} kept={kept} wishes={wishes} />
          <JoinWaiting
            {...{ clientId, visitId, wishes }}
            areaIds={areas.map(({ id }) => id)}
            from={wishes.from ?? data.firstDay.on}
            staffId={wishes.who === 'chosen' ? slot.staffId : null}
          />
        </>
      )}
    </section>
  );
}

/** Who is not offered of themselves, and why. */
function LeftOut({ of, isAlone }: { of: Times['leftOut']; isAlone: boolean }) {
  const { data: clinic } = useClinicQuery();
  if (of.length === 0 || clinic === undefined) return null;
  return (
    <p className="quiet">
      {of
        .map(({ staffId, skills }) => {
          const name = clinic.staff.find(({ id }) => id === staffId)?.name ?? '';
          return `${name} is not signed off for ${lackingText(skills)}.`;
        })
        .join(' ')}{' '}
      {isAlone ? 'Choose “the person below” to look for times with them all the same.' : ''}
    </p>
  );
}

function TimeList({
  times,
  slot,
  meaning,
  isFetching,
}: {
  times: readonly FreeTime[];
  slot: Slot;
  meaning: (day: Day) => string;
  isFetching: boolean;
}) {
  const { timeZone } = useSignedIn().clinic;
  const { data: clinic } = useClinicQuery();
  const nameOf = (
    list: readonly { readonly id: string; readonly name: string }[] = [],
    id: string,
  ) => list.find((each) => each.id === id)?.name ?? '';
  if (times.length === 0) {
    return (
      <p>
        Nothing is free in the four months from then on: take fewer wishes, or another length or
        person.
      </p>
    );
  }
  const days = [...new Set(times.map(({ day }) => day))];
  return (
    <ul className={`time-list${isFetching ? ' is-fetching' : ''}`}>
      {days.map((day) => (
        <li key={day}>
          <p>
            <strong>{dayText(day)}</strong> <span className="quiet">{meaning(day)}</span>
          </p>
          {times
            .filter((time) => time.day === day)
            .map(({ startsAt, roomId, staffId }) => (
              <Button
                key={startsAt}
                type={slot.startsAt === startsAt ? 'primary' : 'default'}
                aria-pressed={slot.startsAt === startsAt}
                onClick={() =>
                  slot.put({ day, clock: clockOf(startsAt, timeZone), roomId, staffId })
                }
              >
                {clockText(startsAt, timeZone)} · {nameOf(clinic?.rooms, roomId)} ·{' '}
                {nameOf(clinic?.staff, staffId)}
              </Button>
            ))}
        </li>
      ))}
    </ul>
  );
}

/** What a visit on a day would mean for the first zone: weeks since the last, its interval, and what it would meet. */
function useDayMeaning(
  area: Area,
  visits: readonly ClientVisit[],
  visitId: string | undefined,
): (day: Day) => string {
  const { data } = useCatalogueQuery();
  const own = visits.filter(({ id }) => id !== visitId);
  const of = useCourseCase(area, ofArea(own, area.id));
  const course = useMemo(() => (of === null ? null : zoneCourse(of)), [of]);
  const curve = useMemo(() => (course === null ? [] : whenNext(course)), [course]);
  const lastOn = ofArea(own, area.id)
    .flatMap(({ sessions }) => sessions)
    .filter(({ test }) => test !== true)
    .reduce<Day | null>((last, { on }) => (last === null || on > last ? on : last), null);
  return (day) => {
    if (data === undefined || lastOn === null) return '';
    const weeks = Math.round(daysBetween(lastOn, day) / 7);
    const where = { job: area.job, site: area.site as SiteId };
    const state = intervalStateOf(where, lastOn, day, data.protocol);
    const met = curve.find(({ week }) => week === weeks);
    return sentence(
      [
        `${countText(weeks, 'week')} after the last`,
        INTERVAL_WORDS[state],
        ...(met === undefined
          ? []
          : [`meets ${figure(100 * met.share.median, 0)} % of what is left`]),
      ].join(', '),
    );
  };
}
