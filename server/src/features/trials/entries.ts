import type {
  NewCount,
  NewTrialNote,
  TrialEntryBody,
  TrialShown,
} from '@tidy-quill/contract/trials';
import { allocations } from '@tidy-quill/core/trial';
import { zonesOf } from '@tidy-quill/core/session';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { sessionFacts } from '../../db/session-facts';
import { trialEntries } from '../../db/trial-tables';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { clinicOf } from '../calendar/store';
import { areasOf, findOwnClient } from '../clients/store';
import { eventsOf } from '../visit/events';
import { findVisit } from '../visit/store';
import { toCountOf } from './counting';
import { drawsOf } from './seed';
import { knownTrial, shownOf } from './shown';
import {
  entriesOf,
  entriesOfTrial,
  findTrial,
  refused,
  stateOf,
  type EntryRow,
  type TrialRow,
} from './store';

/** Runs with a trial that is running, held so that two draws never take the same place. */
async function inRunning<T>(
  db: Db,
  actor: Actor,
  trialId: string,
  work: (tx: Queryable, row: TrialRow, entries: readonly EntryRow[]) => Promise<T>,
): Promise<T> {
  return db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${trialId}, 0))`);
    const row = await findTrial(tx, actor.clinicId, trialId);
    if (stateOf(row) !== 'running') throw refused('This trial is not running');
    return work(tx, row, await entriesOfTrial(tx, actor.clinicId, trialId));
  });
}

const add = async (
  tx: Queryable,
  { clinicId, staffId: addedBy }: Actor,
  entry: {
    readonly id: string;
    readonly trialId: string;
    readonly clientId: string | null;
    readonly body: TrialEntryBody;
  },
): Promise<void> => {
  await tx
    .insert(trialEntries)
    .values({ clinicId, addedBy, kind: entry.body.kind, ...entry })
    .onConflictDoNothing();
};

/**
 * Takes a client in who has signed the trial's own consent.
 * @throws HttpProblem 422 for areas that are no pair of one of its sites, for one who is in a running trial already
 */
export async function enrol(
  db: Db,
  actor: Actor,
  trialId: string,
  asked: {
    readonly id: string;
    readonly clientId: string;
    readonly leftAreaId: string;
    readonly rightAreaId: string;
    readonly signature: Extract<TrialEntryBody, { kind: 'enrolled' }>['signature'];
  },
): Promise<void> {
  await inRunning(db, actor, trialId, async (tx, { design }, entries) => {
    if (entries.some(({ id }) => id === asked.id)) return;
    const { clientId, leftAreaId, rightAreaId, signature } = asked;
    await findOwnClient(tx, actor.clinicId, clientId);
    if (entriesOf(entries, 'enrolled').some((entry) => entry.clientId === clientId)) {
      throw refused('This client is in the trial already');
    }
    const areas = await areasOf(tx, actor.clinicId, clientId);
    const [left, right] = [leftAreaId, rightAreaId].map((id) =>
      areas.find((area) => area.id === id),
    );
    if (left === undefined || right === undefined) {
      throw new HttpProblem('not-found', 'This client has no such area');
    }
    const isPair =
      left.side === 'left' &&
      right.side === 'right' &&
      left.site === right.site &&
      left.job === right.job;
    if (!isPair || !design.sites.includes(left.site as SiteId)) {
      throw refused(
        'These areas are no pair of this trial',
        'It needs a left and a right area of one of its sites.',
      );
    }
    const body = {
      kind: 'enrolled',
      ...{ leftAreaId, rightAreaId, signature },
      information: design.information,
    } as const;
    await add(tx, actor, { id: asked.id, trialId, clientId, body });
  });
}

/**
 * Draws the sides of a client, in the visit of their first treatment: never before they consented, never before that day.
 * @throws HttpProblem 422
 */
export async function draw(
  db: Db,
  actor: Actor,
  trialId: string,
  {
    id,
    clientId,
    visitId,
  }: { readonly id: string; readonly clientId: string; readonly visitId: string },
): Promise<void> {
  const visit = await findVisit(db, actor.clinicId, visitId);
  const { timeZone } = await clinicOf(db, actor.clinicId);
  await inRunning(db, actor, trialId, async (tx, row, entries) => {
    const own = entries.filter((entry) => entry.clientId === clientId);
    if (entriesOf(own, 'drawn').length > 0) return;
    const enrolled = entriesOf(own, 'enrolled')[0];
    if (enrolled === undefined) {
      throw refused('This client has not consented to the trial');
    }
    if (entriesOf(own, 'left').length > 0) throw refused('This client has left the trial');
    const on = clinicDay(new Date(visit.startsAt), timeZone);
    if (visit.clientId !== clientId || on !== clinicToday(timeZone)) {
      throw refused('Sides are drawn in the visit of the first treatment, on its day');
    }
    const events = defined((await eventsOf(tx, actor.clinicId, [visitId])).get(visitId));
    const zones = zonesOf(events, visit.areaId);
    const { leftAreaId, rightAreaId } = enrolled.body;
    if (![leftAreaId, rightAreaId].every((area) => zones.includes(area))) {
      throw refused('Both sides have to be zones of this visit', 'Add the other side first.');
    }
    const place = entriesOf(entries, 'drawn').length;
    const next = defined(allocations(drawsOf(defined(row.seed), 'sides'), place + 1)[place]);
    const body = { kind: 'drawn', left: next.left, right: next.right, visitId } as const;
    await add(tx, actor, { id, trialId, clientId, body });
  });
}

/** Keeps a deviation, or that a client leaves. @throws HttpProblem 422 for one who is not in the trial */
export async function note(
  db: Db,
  actor: Actor,
  trialId: string,
  { id, clientId, ...told }: NewTrialNote,
): Promise<void> {
  await inRunning(db, actor, trialId, async (tx, _row, entries) => {
    const own = entries.filter((entry) => entry.clientId === clientId);
    if (entriesOf(own, 'enrolled').length === 0) throw refused('This client is not in the trial');
    if (told.kind === 'left' && entriesOf(own, 'left').length > 0) return;
    await add(tx, actor, { id, trialId, clientId, body: told });
  });
}

/**
 * Keeps a count: of a picture by its key, whose side is worked out here, or by somebody who has not treated the client.
 * @throws HttpProblem 404 for a picture that is not there to count, 422 for a count by who treated
 */
export async function count(db: Db, actor: Actor, trialId: string, asked: NewCount): Promise<void> {
  const known = await knownTrial(db, actor.clinicId, trialId);
  const pictures = asked.how === 'picture' ? await toCountOf(db, known) : [];
  await inRunning(db, actor, trialId, async (tx, _row, entries) => {
    if (entries.some(({ id }) => id === asked.id)) return;
    if (asked.how === 'picture') {
      const picture = pictures.find(({ key }) => key === asked.key);
      if (picture === undefined) {
        throw new HttpProblem('not-found', 'This picture is not there to be counted');
      }
      const { clientId, side, month, photoId } = picture;
      await add(tx, actor, {
        ...{ id: asked.id, trialId, clientId },
        body: { kind: 'counted', side, month, perCm2: asked.perCm2, how: 'picture', photoId },
      });
      return;
    }
    const { clientId, side, month, perCm2 } = asked;
    const enrolled = entriesOf(entries, 'enrolled').find((entry) => entry.clientId === clientId);
    if (enrolled === undefined) throw refused('This client is not in the trial');
    const { leftAreaId, rightAreaId } = enrolled.body;
    const [treated] = await tx
      .select({ visitId: sessionFacts.visitId })
      .from(sessionFacts)
      .where(
        and(
          eq(sessionFacts.clinicId, actor.clinicId),
          inArray(sessionFacts.areaId, [leftAreaId, rightAreaId]),
          eq(sessionFacts.staffId, actor.staffId),
        ),
      )
      .limit(1);
    if (treated !== undefined) {
      throw refused(
        'Whoever treated this client does not count',
        'Somebody else counts, or the pictures are counted without their side.',
      );
    }
    await add(tx, actor, {
      ...{ id: asked.id, trialId, clientId },
      body: { kind: 'counted', side, month, perCm2, how: 'secondPerson', photoId: null },
    });
  });
}

/** Records that somebody looks at what a running trial shows, and gives it. */
export async function look(
  db: Db,
  actor: Actor,
  trialId: string,
  asked: { readonly id: string; readonly note: string },
): Promise<TrialShown> {
  const known = await knownTrial(db, actor.clinicId, trialId);
  const { outcomes } = shownOf(known);
  const pairs = outcomes.find(({ decides }) => decides)?.pairs.length ?? 0;
  await inRunning(db, actor, trialId, (tx) =>
    add(tx, actor, {
      ...{ id: asked.id, trialId, clientId: null },
      body: { kind: 'looked', pairs, note: asked.note },
    }),
  );
  return shownOf(await knownTrial(db, actor.clinicId, trialId));
}
