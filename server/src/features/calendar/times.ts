import type { Times, TimesAsked } from '@tidy-quill/contract/calendar';
import {
  askedReadyFrom,
  askedToWait,
  firstDay,
  freeTimes,
  plannedMinutes,
} from '@tidy-quill/core/calendar';
import type { SiteId } from '@tidy-quill/core/sites';
import { addDays, laterDay } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import type * as v from 'valibot';
import type { Db, Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import { catalogueInForce } from '../catalogue/store';
import { areasOf, findClient } from '../clients/store';
import { whoMayTreat } from '../sign-offs/store';
import { visitsSummed } from '../projections/store';
import { agendaOf, roomsOf, staffOf } from './agenda';
import { clinicOf } from './store';

/** How far ahead a time is sought, days. */
const AHEAD_DAYS = 120;
const MOST = 12;
const A_DAY = 3;

/** Free times for a visit of a client, from the first day that makes sense for its zones. */
export async function timesFor(
  db: Db,
  clinicId: string,
  clientId: string,
  asked: v.InferOutput<typeof TimesAsked>,
): Promise<Times> {
  const {
    today,
    first,
    minutes,
    zones,
    last,
    moved,
    asked: reasons,
  } = await soughtFor(db, clinicId, clientId, {
    ...{ areaIds: asked.areaIds, visitId: asked.visitId, numbs: asked.numbs === 'true' },
  });
  const from = laterDay(today, asked.from ?? first.on);
  const until = addDays(from, AHEAD_DAYS);
  const staffIds = asked.staffId === undefined ? await staffOf(db, clinicId) : [asked.staffId];
  const { mayBeWith, leftOut } = (await whoMayTreat(db, clinicId))(zones);
  const times = freeTimes(
    {
      ...{ id: asked.visitId ?? '', minutes, from, until },
      ...{ weekdays: asked.weekdays, part: asked.part },
      handpieceId: asked.handpieceId ?? moved?.handpieceId ?? null,
      // Whoever treated last treats again, and in the same room, where both are free.
      roomIds:
        asked.roomId === undefined
          ? withFirst(await roomsOf(db, clinicId), last?.roomId)
          : [asked.roomId],
      staffIds: withFirst(staffIds, last?.staffId),
      // Whoever is asked for by name may treat with an approval.
      mayBeWith: asked.staffId === undefined ? mayBeWith : undefined,
    },
    await agendaOf(db, clinicId, { from, until }),
    { most: MOST, aDay: A_DAY },
  );
  const firstDay = { ...first, asked: reasons };
  return { minutes, firstDay, times, leftOut: leftOut(staffIds, from) };
}

/** From which day on, and for how long, a visit for some areas is sought; and what was booked last. */
export async function soughtFor(
  db: Queryable,
  clinicId: string,
  clientId: string,
  {
    areaIds,
    visitId,
    numbs = false,
  }: {
    readonly areaIds: readonly string[];
    readonly visitId?: string | undefined;
    readonly numbs?: boolean;
  },
) {
  const { timeZone } = await clinicOf(db, clinicId);
  const { protocol: own } = await catalogueInForce(db, clinicId);
  const { zones, others, moved } = await zonesSought(db, clinicId, clientId, areaIds, visitId);
  const today = clinicToday(timeZone);
  const first = firstDay({
    ...{ zones, today, own },
    answersFrom: moved === undefined ? null : askedReadyFrom(moved.zones),
  });
  const isFirst = others.every(({ visit }) => visit.cancelledAt !== null);
  const minutes = moved?.visit.plannedMinutes ?? plannedMinutes({ zones, isFirst, numbs }, own);
  const last = moved?.visit ?? others.at(-1)?.visit;
  const asked = first.because === 'answers' && moved !== undefined ? askedToWait(moved.zones) : [];
  return { today, first, minutes, zones, last, moved: moved?.visit, asked };
}

/** Areas of a client with what was done on them, but in one visit, and the client's visits. */
export async function zonesSought(
  db: Queryable,
  clinicId: string,
  clientId: string,
  areaIds: readonly string[],
  visitId?: string | undefined,
) {
  await findClient(db, clinicId, clientId);
  const areas = await areasOf(db, clinicId, clientId);
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, clientId));
  const others = summed.filter(({ visit }) => visit.id !== visitId);
  const zones = areaIds.map((id) => {
    const area = areas.find((each) => each.id === id);
    if (area === undefined) throw new HttpProblem('not-found', 'This client has no such area');
    const { job, site, areaCm2 } = area;
    const history = others.flatMap(({ zones: all }) =>
      all.filter((zone) => zone.areaId === id).flatMap(({ sessions }) => sessions),
    );
    return { job, site: site as SiteId, areaCm2, history };
  });
  return { zones, others, moved: summed.find(({ visit }) => visit.id === visitId) };
}

/** With one of them first, where it is among them. */
const withFirst = (ids: readonly string[], id: string | undefined): readonly string[] =>
  id === undefined || !ids.includes(id) ? ids : [id, ...ids.filter((each) => each !== id)];
