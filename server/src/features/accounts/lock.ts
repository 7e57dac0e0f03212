import type { Unlock } from '@tidy-quill/contract/accounts';
import type { Locked } from '@tidy-quill/contract/auth';
import { NewEvents } from '@tidy-quill/contract/visit';
import { read } from '@tidy-quill/contract/problem';
import { verify } from '@node-rs/argon2';
import { and, asc, eq, gte, isNotNull } from 'drizzle-orm';
import type { Request, RequestHandler } from 'express';
import { defined } from '@tidy-quill/core/units';
import { accountSecrets, tabletSignIns } from '../../db/account-tables';
import type { Db } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import { clinicToday, dayBounds } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import type { Tries } from '../auth/tries';
import { secretsOf } from './second-factor';

/** Who may go on with a locked tablet: whoever is signed in, then colleagues who signed in on it today. */
export async function lockedFor(
  db: Db,
  { clinicId, staffId }: Actor,
  tabletId: string | undefined,
  pinClosed: boolean,
): Promise<Locked> {
  const [clinic] = await db
    .select({ timeZone: clinics.timeZone })
    .from(clinics)
    .where(eq(clinics.id, clinicId));
  const { from } = dayBounds(clinicToday(defined(clinic).timeZone), defined(clinic).timeZone);
  const here = and(eq(tabletSignIns.clinicId, staff.clinicId), eq(tabletSignIns.staffId, staff.id));
  const people = await db
    .selectDistinct({ id: staff.id, name: staff.name })
    .from(staff)
    .innerJoin(tabletSignIns, here)
    .innerJoin(
      accountSecrets,
      and(eq(accountSecrets.clinicId, staff.clinicId), eq(accountSecrets.staffId, staff.id)),
    )
    .where(
      and(
        eq(staff.clinicId, clinicId),
        eq(staff.active, true),
        isNotNull(accountSecrets.pinHash),
        tabletId === undefined ? undefined : eq(tabletSignIns.tabletId, tabletId),
        gte(tabletSignIns.at, from),
      ),
    )
    .orderBy(asc(staff.name));
  const [own] = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)));
  const secrets = await secretsOf(db, { clinicId, staffId });
  const colleagues = tabletId === undefined ? [] : people.filter(({ id }) => id !== staffId);
  return {
    people: [
      { ...defined(own), byPin: !pinClosed && secrets?.pinHash != null },
      ...colleagues.map((each) => ({ ...each, byPin: !pinClosed })),
    ],
  };
}

/** Checks a PIN or password against a lock; gives who goes on. */
export async function unlockedBy(
  db: Db,
  request: Request,
  actor: Actor,
  { staffId, pin, password }: Unlock,
  tries: { readonly pin: Tries; readonly password: Tries },
): Promise<Actor> {
  const { tabletId, pinClosed = false } = request.session;
  const { people } = await lockedFor(db, actor, tabletId, pinClosed);
  const chosen = people.find(({ id }) => id === staffId);
  const [account] = await db
    .select()
    .from(staff)
    .where(and(eq(staff.clinicId, actor.clinicId), eq(staff.id, staffId), eq(staff.active, true)));
  if (chosen === undefined || account === undefined) {
    throw new HttpProblem('not-allowed', 'They have not signed in on this tablet today');
  }
  if (password !== undefined && account.signInName !== null && account.passwordHash !== null) {
    await tries.password.begin(account.signInName);
    if (!(await verify(account.passwordHash, password))) throw wrong('The password does not fit');
    await tries.password.clear(account.signInName);
  } else {
    if (!chosen.byPin || pin === undefined) throw wrong('Type the password');
    // Counted before it is looked at, so that of many at once no more get through than of three in turn.
    await tries.pin.begin(request.sessionID).catch(() => {
      request.session.pinClosed = true;
      throw wrong('Three tries are used up: the password unlocks it now');
    });
    const secrets = await secretsOf(db, { clinicId: actor.clinicId, staffId });
    if (secrets?.pinHash == null || !(await verify(secrets.pinHash, pin))) {
      throw wrong('The PIN does not fit');
    }
  }
  await tries.pin.clear(request.sessionID);
  return { clinicId: actor.clinicId, staffId, role: account.role };
}

const wrong = (title: string) => new HttpProblem('wrong-sign-in', title);

/** What is answered while a tablet is locked: how the run goes, and what stops it. */
export const whileLocked: RequestHandler = (request, _response, next) => {
  if (request.session.lockedMs === undefined || isLeft(request)) next();
  else throw new HttpProblem('locked', 'This tablet is locked');
};

const VISIT = /^\/visits\/([^/]+)(\/(events|live))?$/;
const OPEN = new Set(['GET /me', 'POST /me/unlock', 'POST /me/lock', 'GET /openapi.json']);

function isLeft({ method, path, body, session }: Request): boolean {
  if (OPEN.has(`${method} ${path}`)) return true;
  const visitId = VISIT.exec(path)?.[1];
  // The one that was open is shown on, and no other.
  if (visitId === undefined || visitId !== session.lockedVisitId) return false;
  if (method === 'GET') return true;
  if (method !== 'POST' || !path.endsWith('/events')) return false;
  const events = read(NewEvents, body);
  return events.ok && events.value.every(stops);
}

/** Whether an event may come from a locked tablet: it ends what goes on, and starts nothing. */
export const stops = ({ body }: { readonly body: { readonly kind: string } }): boolean =>
  body.kind === 'stopped' || body.kind === 'paused';
