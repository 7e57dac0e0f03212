import type { Role } from '@tidy-quill/contract/auth';
import connectPgSimple from 'connect-pg-simple';
import type { Request } from 'express';
import session from 'express-session';
import type pg from 'pg';

/** An account as it stands when a request of its session begins. */
export interface Account {
  readonly role: Role;
  /** Whether its clinic asks for a second factor. */
  readonly demanded: boolean;
  /** Since when it has one; null where it has none. */
  readonly since: Date | null;
}

interface Row extends Omit<Account, 'role'> {
  readonly sess: session.SessionData;
  /** Null where nobody is signed in, or the account is closed. */
  readonly role: Role | null;
}

// One way to the database and back before each request instead of two.
const SESSION = `
  select s.sess, a.role, c.demands_second_factor as demanded, k.totp_since as since
  from session s
  left join staff a on a.clinic_id = (s.sess -> 'actor' ->> 'clinicId')::uuid
    and a.id = (s.sess -> 'actor' ->> 'staffId')::uuid and a.active
  left join clinics c on c.id = a.clinic_id
  left join account_secrets k on k.clinic_id = a.clinic_id and k.staff_id = a.id
  where s.sid = $1 and s.expire >= to_timestamp($2)`;

const ofSession = new WeakMap<object, Account>();
const ofRequest = new WeakMap<object, Account>();

/** The account behind a request as it stood when the request began; null where it is closed or nobody is signed in. */
export const accountOf = (request: Request): Account | null => ofRequest.get(request) ?? null;

/** Sessions in PostgreSQL, each read together with the account that is signed in. */
export function sessionStore(pool: pg.Pool): session.Store {
  const Store = connectPgSimple(session);
  return new (class extends Store {
    override get(sid: string, done: (error: unknown, found?: session.SessionData | null) => void) {
      pool.query<Row>(SESSION, [sid, Math.ceil(Date.now() / 1000)]).then(
        ({ rows: [row] }) => {
          if (row === undefined) return done(null, null);
          const { sess, role, demanded, since } = row;
          if (role !== null) ofSession.set(sess, { role, demanded, since });
          done(null, sess);
        },
        (error: unknown) => done(error),
      );
    }

    override createSession(request: Request, sess: session.SessionData) {
      const account = ofSession.get(sess);
      if (account !== undefined) ofRequest.set(request, account);
      return super.createSession(request, sess);
    }
  })({ pool, tableName: 'session', pruneSessionInterval: 15 * 60, disableTouch: true });
}
