import type { Participant } from '@tidy-quill/contract/trials';
import { followUpState, followUpWindows, TRIAL_SIDES } from '@tidy-quill/core/trial';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { sessionFacts as t } from '../../db/session-facts';
import { clinicDay } from '../../http/clinic-day';
import { areasById, clientsById } from '../clients/store';
import { entriesOf, type EntryRow, type TrialRow } from './store';

type FactsRow = typeof t.$inferSelect;

/** A client in a trial with the sessions that count for it. */
export interface ParticipantKnown {
  readonly participant: Participant;
  /** Sessions of both areas from the day of the draw on. */
  readonly facts: readonly FactsRow[];
  readonly counts: readonly {
    readonly side: 'left' | 'right';
    readonly month: 0 | 1 | 6 | 12;
    readonly perCm2: number;
  }[];
}

/** Everybody in a trial, in the order in which they came in. */
export async function participantsOf(
  db: Queryable,
  { clinicId, design }: TrialRow,
  entries: readonly EntryRow[],
  { timeZone, today }: { readonly timeZone: string; readonly today: Day },
): Promise<readonly ParticipantKnown[]> {
  const enrolled = entriesOf(entries, 'enrolled');
  const areaIds = enrolled.flatMap(({ body }) => [body.leftAreaId, body.rightAreaId]);
  if (areaIds.length === 0) return [];
  const [clientOf, placeOf, facts] = await Promise.all([
    clientsById(
      db,
      clinicId,
      enrolled.map(({ clientId }) => defined(clientId)),
    ),
    areasById(db, clinicId, areaIds),
    db
      .select()
      .from(t)
      .where(and(eq(t.clinicId, clinicId), inArray(t.areaId, areaIds)))
      .orderBy(asc(t.treatedOn)),
  ]);
  return enrolled.map(({ clientId, body, addedAt }, index): ParticipantKnown => {
    const client = defined(clientOf.get(defined(clientId)));
    const own = entries.filter((entry) => entry.clientId === clientId);
    const drawn = entriesOf(own, 'drawn')[0];
    const counts = entriesOf(own, 'counted').map((entry) => entry.body);
    const left = entriesOf(own, 'left')[0];
    const areas = { left: body.leftAreaId, right: body.rightAreaId };
    const from = drawn === undefined ? null : clinicDay(drawn.addedAt, timeZone);
    const its = facts.filter(
      ({ areaId, treatedOn }) =>
        Object.values(areas).includes(areaId) && from !== null && treatedOn >= from,
    );
    const treatedOn = daysOf(its, areas);
    const done = treatedOn.length >= design.visits;
    const last = treatedOn.at(-1);
    return {
      facts: its,
      counts,
      participant: {
        code: `P${String(index + 1).padStart(2, '0')}`,
        client: { id: client.id, name: `${client.givenName} ${client.familyName}` },
        ...{ areas, treatedOn, site: defined(placeOf.get(areas.left)).site },
        enrolledAt: addedAt.toISOString(),
        drawn:
          drawn === undefined
            ? null
            : {
                ...{ left: drawn.body.left, right: drawn.body.right },
                at: drawn.addedAt.toISOString(),
              },
        deviations: entriesOf(own, 'deviated').map((entry) => ({
          at: entry.addedAt.toISOString(),
          ...{ side: entry.body.side, reason: entry.body.reason },
        })),
        left:
          left === undefined ? null : { at: left.addedAt.toISOString(), reason: left.body.reason },
        counted: counts.map(({ month, side }) => ({ month, side })),
        followUps:
          last === undefined || !done || left !== undefined
            ? []
            : followUpWindows(last).map((window) => ({
                ...window,
                state: followUpState(
                  window,
                  TRIAL_SIDES.every((side) =>
                    counts.some((count) => count.month === window.month && count.side === side),
                  ),
                  today,
                ),
              })),
      },
    };
  });
}

/** Days on which both sides were treated. */
const daysOf = (facts: readonly FactsRow[], areas: Participant['areas']): readonly Day[] =>
  [...new Set(facts.map(({ treatedOn }) => treatedOn))]
    .filter((on) =>
      TRIAL_SIDES.every((side) =>
        facts.some((row) => row.areaId === areas[side] && row.treatedOn === on),
      ),
    )
    .sort();
