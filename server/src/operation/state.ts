import { sql } from 'drizzle-orm';
import journal from '../../migrations/meta/_journal.json' with { type: 'json' };
import manifest from '../../package.json' with { type: 'json' };
import type { Db } from '../db/connect';

/** Whether the server can work on its database, and what is in the way where it cannot. */
export interface State {
  readonly ready: boolean;
  /** Release of the server. */
  readonly version: string;
  /** How many migrations the database has had, null where nobody can tell, and how many this release knows. */
  readonly migrations: { readonly applied: number | null; readonly known: number };
  /** In plain words. */
  readonly problems: readonly string[];
}

const KNOWN = journal.entries.length;
const { version } = manifest;
const UNDEFINED_FUNCTION = '42883';

/** A database that is behind cannot be worked on; one that is ahead belongs to a release that is being rolled out. */
export async function stateOf(db: Db): Promise<State> {
  const state = { version, migrations: { applied: null, known: KNOWN } };
  try {
    const { rows } = await db.execute<{ applied: number }>(
      sql`select migrations_applied() as applied`,
    );
    const applied = rows[0]?.applied ?? 0;
    const behind = KNOWN - applied;
    return {
      ...{ ready: behind <= 0, version, migrations: { applied, known: KNOWN } },
      problems:
        behind > 0
          ? [`The database lacks ${behind} of ${KNOWN} migrations: start the new release once`]
          : [],
    };
  } catch (error) {
    // Nothing of the address or the account: who may ask this need not be signed in.
    const code = codeOf(error);
    const problem =
      code === UNDEFINED_FUNCTION
        ? 'The database is of an earlier release: start the new release once'
        : `The database does not answer${code === null ? '' : ` (${code})`}`;
    return { ...state, ready: false, problems: [problem] };
  }
}

const codeOf = (error: unknown): string | null => {
  const { code, cause } = error as { code?: unknown; cause?: { code?: unknown } };
  const found = code ?? cause?.code;
  return typeof found === 'string' ? found : null;
};
