import type { DeviceShown, DeviceStanding, NewDeviceEntry } from '@tidy-quill/contract/devices';
import { awayDuring } from '@tidy-quill/core/calendar';
import { duesOf, isSupervisorsEntry } from '@tidy-quill/core/device';
import { hasRight } from '@tidy-quill/core/access';
import { defined } from '@tidy-quill/core/units';
import { and, eq } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { deviceLog } from '../../db/device-tables';
import type { FileStore } from '../../files/file-store';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { bookedBetween, clinicOf } from '../calendar/store';
import { documentInForce } from '../catalogue/store';
import { deviceLogs, logsNow, outOfUseBy, statesBy } from './log';

/** How every handpiece of the catalogue stands today. */
export async function standingsOf(db: Db, clinicId: string): Promise<DeviceStanding[]> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  const { content: handpieces } = await documentInForce(db, clinicId, 'devices', []);
  const logs = await logsNow(db, clinicId);
  const [states, out] = [statesBy(logs, handpieces), outOfUseBy(logs)];
  const furthest = Math.max(...out.map(({ until }) => Date.parse(until)), 0);
  const now = new Date();
  const booked =
    out.length === 0
      ? []
      : await bookedBetween(db, clinicId, { from: now, to: new Date(furthest) });
  return handpieces.map((handpiece) => {
    const state = defined(states.get(handpiece.id));
    const own = out.filter(({ whatId }) => whatId === handpiece.id);
    return {
      ...{ handpiece, state },
      dues: handpiece.inService && state.outOfUse === null ? duesOf(state, today) : [],
      inTheWay: booked
        .filter((visit) => awayDuring(visit, own).length > 0)
        .map(({ id, startsAt, clientName }) => ({ id, startsAt, client: clientName })),
    };
  });
}

/** A handpiece with its log, newest first. @throws HttpProblem 404 where the catalogue has none of that id */
export async function deviceShown(
  db: Db,
  clinicId: string,
  handpieceId: string,
): Promise<DeviceShown> {
  const standing = (await standingsOf(db, clinicId)).find(
    ({ handpiece }) => handpiece.id === handpieceId,
  );
  if (standing === undefined) throw new HttpProblem('not-found', 'There is no such handpiece');
  const entries = (await deviceLogs(db, clinicId)).get(handpieceId) ?? [];
  return { ...standing, entries: entries.toReversed() };
}

/**
 * Writes into a handpiece’s log; the same id sent twice is one.
 * @throws HttpProblem 404 for a handpiece that is not listed, 403 for what a supervisor alone may write, 422 for a
 * counter that runs backwards or a paper that was not kept
 */
export async function addEntry(
  db: Db,
  files: FileStore,
  actor: Actor,
  handpieceId: string,
  { id, body }: NewDeviceEntry,
): Promise<void> {
  if (isSupervisorsEntry(body.kind) && !hasRight(actor.role, 'approve')) {
    throw new HttpProblem('not-allowed', 'Only a supervisor brings a device back into use');
  }
  const { clinicId } = actor;
  await knownHandpiece(db, clinicId, handpieceId);
  const paper = body.kind === 'serviced' ? body.paper : null;
  if (paper !== null && (await files.size(db, clinicId, paper.sha256)) === null) {
    throw new HttpProblem('refused-by-rule', 'The paper was not kept', {
      detail: 'Add it again, or keep the entry without it.',
    });
  }
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await refuseBackwards(tx, clinicId, handpieceId, { id, body });
    await insertEntry(tx, actor, handpieceId, { id, body });
  });
}

/** The same within a transaction that has judged it. */
export async function insertEntry(
  tx: Queryable,
  { clinicId, staffId }: Actor,
  handpieceId: string,
  { id, body }: NewDeviceEntry,
): Promise<void> {
  const paperSha256 = body.kind === 'serviced' ? (body.paper?.sha256 ?? null) : null;
  await tx
    .insert(deviceLog)
    .values({ clinicId, id, handpieceId, kind: body.kind, body, paperSha256, addedBy: staffId })
    .onConflictDoNothing();
}

async function refuseBackwards(
  tx: Queryable,
  clinicId: string,
  handpieceId: string,
  { id, body }: NewDeviceEntry,
): Promise<void> {
  if (!('counter' in body) || body.counter === null) return;
  const entries = (await deviceLogs(tx, clinicId)).get(handpieceId) ?? [];
  if (entries.some((each) => each.id === id)) return;
  const before = entries.findLast(
    (each) => 'counter' in each.body && each.body.counter !== null,
  )?.body;
  const last = before !== undefined && 'counter' in before ? (before.counter ?? 0) : 0;
  // A repair may have given it another counter.
  const mayBeNew = body.kind === 'serviced';
  if (body.counter < last && !mayBeNew) {
    throw new HttpProblem('refused-by-rule', 'The counter cannot run backwards', {
      detail: `It showed ${last.toLocaleString('en-GB')} pulses before.`,
    });
  }
}

/** @throws HttpProblem 404 for a handpiece that the catalogue does not have */
export async function knownHandpiece(db: Queryable, clinicId: string, id: string): Promise<void> {
  const { content: handpieces } = await documentInForce(db, clinicId, 'devices', []);
  if (handpieces.some((each) => each.id === id)) return;
  throw new HttpProblem('not-found', 'There is no such handpiece');
}

/** Which file the paper of an entry is. @throws HttpProblem 404 where it has none */
export async function paperOf(db: Db, clinicId: string, entryId: string): Promise<string> {
  const [row] = await db
    .select({ sha256: deviceLog.paperSha256 })
    .from(deviceLog)
    .where(and(eq(deviceLog.clinicId, clinicId), eq(deviceLog.id, entryId)));
  if (row?.sha256 == null) throw new HttpProblem('not-found', 'There is no such paper');
  return row.sha256;
}
