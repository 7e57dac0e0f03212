import {
  ChangedPassword,
  NewPin,
  PasswordGiven,
  SecondFactorConfirmed,
  SetAccount,
  Lock,
  Unlock,
  type OwnAccount,
} from '@tidy-quill/contract/accounts';
import { pinProblem } from '@tidy-quill/core/access';
import { verify } from '@node-rs/argon2';
import { and, eq } from 'drizzle-orm';
import express, { Router, type Request } from 'express';
import { defined } from '@tidy-quill/core/units';
import { accountSecrets } from '../../db/account-tables';
import type { Db } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import { HttpProblem, parse } from '../../http/problem';
import { actorOf, type Actor } from '../../http/session';
import { audit } from '../audit/store';
import { hashPassword } from '../auth/store';
import { guardedBy, type Tries } from '../auth/tries';
import { tellSession } from '../live/event-notifications';
import { linkPage, setByLink } from './links';
import { unlockedBy } from './lock';
import {
  confirmSecondFactor,
  endSecondFactor,
  offerSecondFactor,
  secretsOf,
} from './second-factor';
import { endSessions, sessionsOf } from './sessions';
import { strongEnough } from './strength';

/** What whoever holds a link to an account reaches. Wrong tokens are counted by address. */
export function accountLinkRoutes(db: Db, guesses: Tries): Router {
  const router = Router();
  const guarded = guardedBy(guesses);
  router.get('/account/:token', async (request, response) => {
    response.json(await guarded(request.ip ?? '', () => linkPage(db, request.params.token)));
  });
  router.post('/account/:token', express.json({ limit: '16kb' }), async (request, response) => {
    const token = String(request.params['token']);
    const set = parse(SetAccount, request.body);
    await guarded(request.ip ?? '', () => setByLink(db, token, set));
    response.status(204).end();
  });
  return router;
}

/**
 * Somebody’s own account, and the lock of the tablet that they work on.
 *
 * @param tries of passwords by name, and of PINs by session
 */
export function accountRoutes(
  db: Db,
  tries: { readonly password: Tries; readonly pin: Tries },
): Router {
  const router = Router();

  /** The account; its password is checked where one is given. */
  const account = async (request: Request, password?: string) => {
    const { clinicId, staffId } = actorOf(request);
    const [row] = await db
      .select({ staff, clinic: clinics.name })
      .from(staff)
      .innerJoin(clinics, eq(clinics.id, staff.clinicId))
      .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)));
    const { signInName, passwordHash } = defined(row).staff;
    const key = { clinicId, staffId };
    if (password !== undefined) {
      await tries.password.begin(defined(signInName));
      if (!(await verify(defined(passwordHash), password))) {
        throw new HttpProblem('wrong-sign-in', 'The password does not fit');
      }
      await tries.password.clear(defined(signInName));
    }
    return {
      key,
      name: defined(row).staff.name,
      signInName: defined(signInName),
      clinic: defined(row).clinic,
    };
  };

  router.get('/me/account', async (request, response) => {
    const { key, signInName } = await account(request);
    const secrets = await secretsOf(db, key);
    const body: OwnAccount = {
      signInName,
      secondFactor: secrets?.totpSince != null,
      recoveryCodesLeft: secrets?.recoveryHashes.length ?? 0,
      pin: secrets?.pinHash != null,
      sessions: await sessionsOf(db, key, request.sessionID),
    };
    response.json(body);
  });

  router.post('/me/password', async (request, response) => {
    const { current, next } = parse(ChangedPassword, request.body);
    const { key, name, signInName, clinic } = await account(request, current);
    strongEnough('next', next, [name, signInName, clinic]);
    const passwordHash = await hashPassword(next);
    await db.transaction(async (tx) => {
      await tx
        .update(staff)
        .set({ passwordHash })
        .where(and(eq(staff.clinicId, key.clinicId), eq(staff.id, key.staffId)));
      await audit(tx, [
        { ...key, kind: 'passwordChanged', what: { account: name, by: 'themselves' } },
      ]);
    });
    await endSessions(db, key, { exceptId: request.sessionID });
    response.status(204).end();
  });

  router.post('/me/second-factor', async (request, response) => {
    const { password } = parse(PasswordGiven, request.body);
    const { key, signInName, clinic } = await account(request, password);
    response.json(await offerSecondFactor(db, key, { clinic, signIn: signInName }));
  });

  router.post('/me/second-factor/confirm', async (request, response) => {
    const { code } = parse(SecondFactorConfirmed, request.body);
    const { key } = await account(request);
    response.json(await confirmSecondFactor(db, key, code));
  });

  router.post('/me/second-factor/end', async (request, response) => {
    const { password } = parse(PasswordGiven, request.body);
    const { key } = await account(request, password);
    await db.transaction((tx) => endSecondFactor(tx, key));
    response.status(204).end();
  });

  router.post('/me/pin', async (request, response) => {
    const { password, pin } = parse(NewPin, request.body);
    const problem = pinProblem(pin);
    if (problem !== null) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'pin', problem }],
      });
    }
    const { key } = await account(request, password);
    const pinHash = await hashPassword(pin);
    await db.transaction(async (tx) => {
      await tx
        .insert(accountSecrets)
        .values({ ...key, pinHash })
        .onConflictDoUpdate({
          target: [accountSecrets.clinicId, accountSecrets.staffId],
          set: { pinHash },
        });
      await audit(tx, [{ ...key, kind: 'pinSet' }]);
    });
    response.status(204).end();
  });

  router.delete('/me/sessions', async (request, response) => {
    await endOwn(actorOf(request), { exceptId: request.sessionID });
    response.status(204).end();
  });

  router.delete('/me/sessions/:id', async (request, response) => {
    const ended = await endOwn(actorOf(request), { digest: request.params.id });
    if (ended === 0) throw new HttpProblem('not-found', 'There is no such session');
    response.status(204).end();
  });

  async function endOwn({ clinicId, staffId }: Actor, which: Parameters<typeof endSessions>[2]) {
    const ended = await endSessions(db, { clinicId, staffId }, which);
    if (ended > 0) {
      await audit(db, [{ clinicId, staffId, kind: 'sessionsEnded', what: { sessions: ended } }]);
    }
    return ended;
  }

  router.post('/me/lock', async (request, response) => {
    const { clinicId, staffId } = actorOf(request);
    const { visitId } = parse(Lock, request.body);
    // Locked again, it shows what it showed: whoever finds it must not choose another visit.
    if (request.session.lockedMs === undefined) request.session.lockedVisitId = visitId;
    request.session.lockedMs = Date.now();
    await saved(request);
    // Its other pages hear of it too.
    tellSession(db, request.sessionID);
    await audit(db, [{ clinicId, staffId, kind: 'locked' }]);
    response.status(204).end();
  });

  router.post('/me/unlock', async (request, response) => {
    const asked = parse(Unlock, request.body);
    const actor = actorOf(request);
    const { clinicId } = actor;
    if (request.session.lockedMs === undefined) {
      throw new HttpProblem('refused-by-rule', 'This tablet is not locked');
    }
    let next: Actor;
    try {
      next = await unlockedBy(db, request, actor, asked, tries);
    } catch (error) {
      await audit(db, [
        {
          clinicId,
          staffId: actor.staffId,
          kind: 'unlockRefused',
          what: { account: asked.staffId },
        },
      ]);
      throw error;
    }
    const { tabletId, device } = request.session;
    const old = request.sessionID;
    // A new id, whoever goes on: one that was read off a locked tablet is worth nothing.
    const { begunMs } = request.session;
    await new Promise<void>((resolve, reject) => {
      request.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve()));
    });
    const same = next.staffId === actor.staffId;
    Object.assign(request.session, {
      ...{ actor: next, begunMs: same ? begunMs : Date.now(), renewedMs: Date.now() },
      ...(tabletId === undefined ? {} : { tabletId }),
      ...(device === undefined ? {} : { device }),
    });
    tellSession(db, old);
    await audit(db, [
      {
        clinicId,
        staffId: next.staffId,
        kind: 'unlocked',
        what: same ? {} : { from: actor.staffId },
      },
    ]);
    response.status(204).end();
  });

  return router;
}

const saved = (request: Request) =>
  new Promise<void>((resolve, reject) => {
    request.session.save((error: unknown) => (error ? reject(error as Error) : resolve()));
  });
