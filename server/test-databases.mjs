import pg from 'pg';
import { prepare } from '../scripts/serve.mjs';

/** Where the demo clinic of this run is. */
export const demoZone = () => process.env.DEMO_TIME_ZONE ?? 'Europe/London';

/** The day that it is there, YYYY-MM-DD: another than in UTC for some hours of each day. */
export const demoToday = () => new Intl.DateTimeFormat('sv-SE', { timeZone: demoZone() }).format();

/** The database of today's demo, which tests copy: a run that goes on past midnight makes its own. */
const templateName = () =>
  `t_demo_${demoToday().replaceAll('-', '_')}_${demoZone()
    .toLowerCase()
    .replaceAll(/[^a-z0-9]/g, '_')
    .replace('etc_gmt', demoZone().includes('-') ? 'east' : 'west')}`;

async function asked(databaseUrl, work) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const named = (databaseUrl, name) => {
  const url = new URL(databaseUrl);
  url.pathname = `/${name}`;
  return url.href;
};

/** Migrates and fills the database that tests copy whose demo clinic is in a zone. */
export async function makeTemplate(databaseUrl, zone) {
  const own = process.env.DEMO_TIME_ZONE;
  process.env.DEMO_TIME_ZONE = zone;
  try {
    await fillTemplate(databaseUrl);
  } finally {
    if (own === undefined) delete process.env.DEMO_TIME_ZONE;
    else process.env.DEMO_TIME_ZONE = own;
  }
}

async function fillTemplate(databaseUrl) {
  const name = templateName();
  await asked(databaseUrl, async (client) => {
    await client.query(`drop database if exists ${name}`);
    await client.query(`create database ${name}`);
  });
  await prepare(named(databaseUrl, name));
}

/** A database with nothing in it. */
export async function newDatabase(databaseUrl, name) {
  await asked(databaseUrl, (client) => client.query(`create database ${name}`));
  return named(databaseUrl, name);
}

/** A database with today's demo in it, as a copy of the template; one filled by itself where there is none of today. */
export async function filledDatabase(databaseUrl, name) {
  const url = named(databaseUrl, name);
  const isCopied = await asked(databaseUrl, async (client) => {
    const { rowCount } = await client.query('select from pg_database where datname = $1', [
      templateName(),
    ]);
    await client.query(
      `create database ${name} ${rowCount === 0 ? '' : `template ${templateName()}`}`,
    );
    return rowCount > 0;
  });
  if (!isCopied) await prepare(url);
  return url;
}

/** Removes the databases that tests have left, but for those still in use. */
export const dropTestDatabases = (databaseUrl) =>
  asked(databaseUrl, async (client) => {
    const { rows } = await client.query("select datname from pg_database where datname ~ '^[te]_'");
    for (const { datname } of rows) {
      await client.query(`drop database if exists ${datname}`).catch(() => {});
    }
  });
