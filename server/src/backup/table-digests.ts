import type pg from 'pg';

export interface TableDigest {
  /** With its schema. */
  readonly name: string;
  readonly rows: number;
  readonly digest: string;
}

/** Tables whose rows no backup holds: whoever was signed in when it was made is not when it is brought back. */
export const LEFT_OUT: readonly string[] = ['public.session', 'public.sign_in_tries'];

/** So that rows read alike wherever they are read. */
const ALIKE = `set local timezone = 'UTC'; set local datestyle = 'ISO'; set local bytea_output = 'hex';
  set local extra_float_digits = 1; set local intervalstyle = 'postgres'`;

/** Rows of every table and a sum over the first 64 bits of each row's SHA-256; within a transaction. */
export async function tableDigests(client: pg.ClientBase): Promise<readonly TableDigest[]> {
  await client.query(ALIKE);
  const { rows: tables } = await client.query<{ name: string; quoted: string }>(
    `select n.nspname || '.' || c.relname as name, format('%I.%I', n.nspname, c.relname) as quoted
     from pg_class c join pg_namespace n on n.oid = c.relnamespace
     where c.relkind = 'r' and n.nspname not in ('pg_catalog', 'information_schema')
     order by 1`,
  );
  const digests: TableDigest[] = [];
  for (const { name, quoted } of tables) {
    if (LEFT_OUT.includes(name)) continue;
    const { rows } = await client.query<{ rows: string; digest: string }>(
      `select count(*)::text as rows, coalesce(sum(
         ('x' || encode(substr(sha256(convert_to(t::text, 'UTF8')), 1, 8), 'hex'))::bit(64)::bigint::numeric
       ), 0)::text as digest from ${quoted} t`,
    );
    for (const row of rows) digests.push({ name, rows: Number(row.rows), digest: row.digest });
  }
  return digests;
}

/** Tables that are not alike, with what is wrong; none where all are. */
export function differences(
  wanted: readonly TableDigest[],
  found: readonly TableDigest[],
): readonly string[] {
  const byName = new Map(found.map((each) => [each.name, each]));
  const missing = found.filter(({ name }) => wanted.every((each) => each.name !== name));
  return [
    ...wanted.flatMap(({ name, rows, digest }) => {
      const own = byName.get(name);
      if (own === undefined) return [`${name} is missing`];
      if (own.rows !== rows) return [`${name} has ${own.rows} rows in place of ${rows}`];
      return own.digest === digest ? [] : [`${name} holds other rows`];
    }),
    ...missing.map(({ name }) => `${name} is not in the backup`),
  ];
}
