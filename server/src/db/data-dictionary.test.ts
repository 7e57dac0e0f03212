import { getTableName, is } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import * as ahead from './ahead-tables';
import * as diary from './diary-tables';
import * as schema from './schema';
import * as accounts from './account-tables';
import { auditEntries } from './audit-entries';
import { calendarFeeds } from './calendar-feeds';
import { consents, consentWithdrawals } from './consents';
import { courseNotes } from './course-notes';
import { clientMerges } from './client-merges';
import { imports, typedSessions } from './imports';
import { messages } from './messages';
import { messageTexts } from './message-texts';
import { backups } from './backups';
import { judgements } from './judgements';
import { setupCodes } from './setup-codes';
import { practiceRuns } from './practice-runs';
import { signOffs } from './sign-offs';
import { deviceLog, incidentEntries } from './device-tables';
import { cardPrints } from './card-prints';
import { eyewear } from './eyewear';
import { trialEntries, trials } from './trial-tables';
import { unavailable } from './unavailable';
import { visitLinks } from './visit-links';
import { waiting } from './waiting';
import { countChanges, monthFacts, monthUses, sessionFacts, staleMonths } from './session-facts';
import { visitStatus, zoneSessions } from './visit-status';

/** What each table holds; one that is missing here fails the test. */
const HOLDS: Readonly<Record<string, string>> = {
  clinics: 'Clinics of this installation. Every other key begins with one of them.',
  rooms: 'Treatment rooms. A console belongs to a room by its id.',
  staff:
    'Who works or worked here, with an argon2id hash of the password. Nobody is deleted: an account is closed.',
  clients: 'Clients. `version` tells a stale edit; `search_text` is what the list is searched by.',
  areas: 'Places of a client that are treated, for hair or ink.',
  eyewear:
    'Eyewear in whole versions, the newest holds: label bands, number, place, what was seen last. Append-only.',
  card_prints:
    'What a printer makes of the picture card: reflectances of its patches, and since when cards of it are in use. Append-only.',
  device_log:
    'What was checked, measured, serviced and fitted of each handpiece, and when it was out of use. Append-only.',
  incident_entries:
    'The register of incidents: each report, and what was told of it later. Append-only.',
  trials:
    'Trials of two ways on two sides: the design, the seed that is told to nobody before the end, its hash.',
  trial_entries:
    'Who takes part in a trial and what came to each: consent, sides drawn, deviations, counts, ends. Append-only.',
  visits: 'Visits as booked. `area_id` is the first zone; others are added by events.',
  visit_events:
    'All that was said and done in visits; `body` is the event, `at` its own time, `recorded_at` when the server received it. Append-only.',
  audit_entries:
    'Who did and looked at what, each entry chained to the one before by its hash. Append-only; `npm run audit -- verify` checks it.',
  visit_status:
    'What lists and later visits need of each visit, summed up from its events by core; `npm run projections` works it out again.',
  zone_sessions:
    'When each zone was treated, a row a visit, for a day’s list; a projection as `visit_status` is.',
  session_facts:
    'What findings count of each zone that was treated in a visit; a projection as `visit_status` is.',
  month_facts:
    'The same sessions added up by month and all that they can be told apart by; made from `session_facts` when findings are asked for.',
  month_uses:
    'The same sessions added up by month and by what a row of the protocol speaks of; made with `month_facts`.',
  stale_months: 'Months of which a session was written since they were added up.',
  count_changes:
    'From one count of an area’s hair to the next, seen and expected; a projection, made when findings are asked for.',
  photos:
    'Photographs of skin, without what a camera wrote beside them; which files they and a small one of each are. Append-only.',
  files:
    'Bytes of photographs and signed papers by their SHA-256, where no folder is set for them. Append-only.',
  course_notes:
    'Courses paused, stopped and reopened, with the reason, and treatment plans as they were given. Append-only.',
  imports:
    'Files of clients and past sessions that were taken as a whole, and when one was undone as a whole.',
  typed_sessions:
    'Sessions given before a client came here, as they were imported: they only ever lower a plan.',
  client_merges:
    'Records that turned out to be one client’s, what was moved from one to the other, and when that was undone.',
  unavailable:
    'Closures, absences, and rooms and handpieces out of use; what was taken back stays, with when.',
  calendar_feeds:
    'Addresses at which staff’s own calendar programs read their visits, as a hash of the token.',
  waiting: 'Who would come sooner or at another hour; ended, never deleted.',
  message_texts:
    'What a clinic tells its clients of their visits, in its own words; the newest version of a kind holds. Append-only.',
  backups:
    'Backups of the whole database that were made, and tries that failed; of no clinic. Append-only.',
  setup_codes: 'One-time codes by which a clinic is set up, as a hash; of no clinic.',
  judgements:
    'Judgements on people who do not exist: what was chosen, and what was wrong by the rules of that day. Append-only.',
  practice_runs:
    'Exercises that staff did: the way of the hand, and what it came to by the limits of that day. Append-only.',
  sign_offs:
    'What technicians are signed off for, by whom and until when; the newest entry on a skill holds. Append-only.',
  visit_links: 'Reminders’ links, as a hash of the token, and what clients answered by them.',
  catalogue_versions:
    'Devices, protocol, suitability, consent texts and aftercare, each as whole numbered versions; the newest approved holds.',
  consents: 'What clients read and signed, as it was then, and which file its PDF is. Append-only.',
  consent_withdrawals: 'Consents taken back. Append-only.',
  messages: 'Messages to clients and what became of them; a link’s token is gone once it was sent.',
  invitations: 'Links to answer before a visit, as a hash of the token.',
  ahead_answers: 'What clients answered at home, as given. Append-only.',
  diary_links: 'Links to a healing diary, as a hash of the token.',
  diary_entries: 'What clients wrote of their healing. Append-only.',
  diary_photos: 'Pictures that came in by a diary’s link. Append-only.',
  diary_reads: 'Entries that somebody at the clinic has read. Append-only.',
  installation: 'One row: the secret that signs session cookies. The application may read it.',
  account_secrets:
    'What proves who somebody is besides their password: an authenticator’s secret, hashes of recovery codes and of a PIN.',
  account_links: 'Links by which somebody sets their password, as a hash of the token.',
  tablet_sign_ins: 'Who signed in on which tablet, and when last: whom it may be handed over to.',
  session: 'Who is signed in, kept by the session library.',
  sign_in_tries: 'Counted tries and waits, kept by the limiter.',
};

const everything: readonly unknown[] = [
  ...Object.values(schema),
  ...Object.values(ahead),
  ...Object.values(diary),
  ...Object.values(accounts),
  visitStatus,
  zoneSessions,
  sessionFacts,
  countChanges,
  monthFacts,
  monthUses,
  staleMonths,
  auditEntries,
  consents,
  consentWithdrawals,
  courseNotes,
  imports,
  typedSessions,
  clientMerges,
  unavailable,
  eyewear,
  cardPrints,
  deviceLog,
  incidentEntries,
  trials,
  trialEntries,
  calendarFeeds,
  visitLinks,
  waiting,
  messages,
  messageTexts,
  signOffs,
  practiceRuns,
  judgements,
  setupCodes,
  backups,
];
const tables = everything.filter((each): each is PgTable => is(each, PgTable));

function sectionOf(table: PgTable): string {
  const { columns, primaryKeys, foreignKeys } = getTableConfig(table);
  const keys = primaryKeys.flatMap((key) => key.columns.map(({ name }) => name));
  const refers = foreignKeys.map((key) => {
    const { columns: own, foreignTable } = key.reference();
    return `\`${own.map(({ name }) => name).join(', ')}\` → ${getTableName(foreignTable)}`;
  });
  const lines = columns.map((column) => {
    const { name, notNull, primary, enumValues } = column;
    const type = `${column.getSQLType()}${enumValues === undefined || enumValues.length === 0 ? '' : `: ${enumValues.join(', ')}`}`;
    const key = primary || keys.includes(name) ? 'key' : notNull ? '' : 'may be empty';
    return `| \`${name}\` | ${type} | ${key} |`;
  });
  return [
    `## ${getTableName(table)}`,
    '',
    HOLDS[getTableName(table)],
    '',
    '| Column | Type | |',
    '| --- | --- | --- |',
    ...lines,
    ...(refers.length === 0 ? [] : ['', `Refers to: ${refers.join('; ')}.`]),
    '',
  ].join('\n');
}

const KEPT = fileURLToPath(new URL('../../../docs/data-dictionary.md', import.meta.url));

describe('the data dictionary', () => {
  it('says what every table holds, and names none that is gone', () => {
    expect([...new Set(tables.map(getTableName))].sort()).toEqual(Object.keys(HOLDS).sort());
  });

  it('is the schema as it stands', async () => {
    const names = [...new Set(tables)];
    const text = [
      '# Data dictionary',
      '',
      'Made from the schema (`server/src/db`) by its test; `npm test -- --project server server/src/db/data-dictionary -u` writes it again.',
      'Ids are UUIDv7. Times are `timestamptz`, days `date` in the clinic’s zone. Events and their bodies are described in',
      '`core/src/events/event.ts` and, as JSON Schema, in [api/openapi.json](api/openapi.json).',
      '',
      ...names.map(sectionOf),
    ].join('\n');
    await expect(text).toMatchFileSnapshot(KEPT);
  });
});
