import { demoToday } from '../../../test-databases.mjs';
import type {
  FindingsAnswer,
  FindingsOptions,
  ProtocolReview,
  SessionsBehind,
} from '@tidy-quill/contract/findings';
import { isEnough } from '@tidy-quill/core/findings';
import { addDays, defined } from '@tidy-quill/core/units';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { visits } from '../../db/schema';
import { visitStatus } from '../../db/visit-status';
import { startApplication, type Application, type Person } from '../../testing/application';
import { writeFacts } from '../projections/facts';
import { rebuild } from '../projections/rebuild';
import { sumUp } from '../projections/store';

let app: Application;
let supervisor: Person;
const today = demoToday();
const ALL = `from=${addDays(today, -1500)}&until=${addDays(today, 1)}`;

beforeAll(async () => {
  app = await startApplication();
  supervisor = await app.signedIn('caspian');
});
afterAll(() => app.close());

const findings = async (query = ALL) =>
  (await supervisor.get(`/api/findings?${query}`)).body as FindingsAnswer;
const rows = async <T extends object>(text: string) =>
  (await app.connection.pool.query<T>(text)).rows;

describe('findings', () => {
  it('are for supervisors and owners', async () => {
    const technician = await app.signedIn('idony');
    for (const path of ['', '/options', '/sessions', '/protocol']) {
      expect((await technician.get(`/api/findings${path}?${ALL}`)).status, path).toBe(403);
    }
    const owner = await app.signedIn('morwenna');
    expect((await owner.get(`/api/findings?${ALL}`)).status).toBe(200);
  });

  it.each([
    ['from=2026-02-30&until=2026-03-01', 'from'],
    ['from=2026-03-02&until=2026-03-01', 'end before'],
    [`${ALL}&technique=guessing`, 'technique'],
    [`${ALL}&by=name`, 'by'],
  ])('refuse %s', async (query, named) => {
    const { status, body } = await supervisor.get(`/api/findings?${query}`);
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain(named);
  });

  it('count every session whose treatment has ended, once', async () => {
    const { summary, sessions } = await findings();
    // From the events themselves: a start that nobody took back, and an end after it.
    const [told] = await rows<{ n: number }>(`
      select count(distinct (e.visit_id, coalesce(e.area_id, v.area_id)))::int as n
      from visit_events e join visits v on v.clinic_id = e.clinic_id and v.id = e.visit_id
      where e.kind = 'treatmentEnded'`);
    expect(sessions).toBe(defined(told).n);
    expect(defined(summary).sessions).toBe(sessions);
    const [harmed] = await rows<{ n: number }>(
      'select count(*)::int as n from session_facts where adverse',
    );
    expect(defined(summary).adverse).toMatchObject({ count: defined(harmed).n, of: sessions });
  });

  it('are the same from added-up months as session by session, whatever days a period begins and ends on', async () => {
    const whole = await findings();
    const days = (
      await rows<{ on: string }>('select treated_on::text as on from session_facts order by 1')
    ).map(({ on }) => on);
    const middle = defined(days[Math.floor(days.length / 2)]);
    const [before, after] = [
      await findings(`from=${addDays(today, -1500)}&until=${middle}`),
      await findings(`from=${addDays(middle, 1)}&until=${addDays(today, 1)}`),
    ];
    expect(before.sessions).toBe(days.filter((on) => on <= middle).length);
    expect(before.sessions + after.sessions).toBe(whole.sessions);
    const one = defined(days[0]);
    expect((await findings(`from=${one}&until=${one}`)).sessions).toBe(
      days.filter((on) => on === one).length,
    );
  });

  it('show no group of fewer than five clients apart, and say how many sessions those are', async () => {
    const { groups, others, sessions } = await findings(`${ALL}&by=site`);
    const counted = await rows<{ site: string; clients: number; sessions: number }>(`
      select site, count(distinct client_id)::int as clients, count(*)::int as sessions
      from session_facts group by site order by site`);
    const enough = counted.filter(({ clients }) => clients >= 5);
    expect(groups.map(({ value }) => value)).toEqual(enough.map(({ site }) => site));
    expect(groups.map(({ summary }) => summary.clients)).toEqual(
      enough.map(({ clients }) => clients),
    );
    const shown = groups.reduce((sum, { summary }) => sum + summary.sessions, 0);
    expect(defined(others)).toEqual({
      values: counted.length - enough.length,
      sessions: sessions - shown,
    });
    const few = defined(counted.find(({ clients }) => clients < 5));
    const alone = await findings(`${ALL}&site=${few.site}`);
    expect(alone).toMatchObject({ summary: null, groups: [], sessions: few.sessions });
    expect(alone.chart.points).toEqual([]);
  });

  it('open the sessions behind a figure', async () => {
    const { summary } = await findings();
    const behind = async (what: string) =>
      (await supervisor.get(`/api/findings/sessions?${ALL}&behind=${what}`)).body as SessionsBehind;
    const harmed = await behind('adverse');
    expect(harmed.total).toBe(defined(defined(summary).adverse).count);
    expect(harmed.sessions.every(({ adverse }) => adverse)).toBe(true);
    const all = await behind('all');
    expect(all.total).toBe(defined(summary).sessions);
    const days = all.sessions.map(({ treatedOn }) => treatedOn);
    expect(days).toEqual([...days].sort().reverse());
    expect(defined(all.sessions[0]).client.name).toMatch(/\S+ \S+/);
  });

  it('open exactly the sessions that each counts', async () => {
    const { summary, reduction, dropOuts } = await findings();
    const { rightEndpoint, noEndpoint, minutes } = defined(summary);
    const totals = await Promise.all(
      (['rightEndpoint', 'noEndpoint', 'timed', 'counted', 'courseLeft', 'reported'] as const).map(
        async (behind) => {
          const { body } = await supervisor.get(`/api/findings/sessions?${ALL}&behind=${behind}`);
          return (body as SessionsBehind).total;
        },
      ),
    );
    const [reported] = await rows<{ n: number }>(`
      select count(*)::int as n from session_facts f where exists (
        select from incident_entries i where i.visit_id = f.visit_id and i.kind = 'reported')`);
    expect(totals).toEqual([
      ...[defined(rightEndpoint).count, defined(noEndpoint).count],
      ...[defined(defined(minutes).overran).of, defined(reduction).changes, defined(dropOuts).left],
      defined(reported).n,
    ]);
  });

  it('follow what is told of a session later', async () => {
    const before = defined((await findings()).summary);
    const [visit] = await rows<{ id: string; area_id: string }>(`
      select v.id, v.area_id from visits v join session_facts f on f.visit_id = v.id
      where not f.adverse and f.treated_on < current_date order by v.starts_at desc limit 1`);
    const { id, area_id: areaId } = defined(visit);
    const at = new Date().toISOString();
    const report = {
      ...{ what: 'blister', onsetAt: at, extent: 'part', trend: 'same', signs: [] },
      ...{ sizeCm: 1, place: 'middle' },
    };
    const told = { kind: 'reactionReported', how: 'phone', note: '', photoIds: [], report };
    const opened = (await supervisor.get(`/api/visits/${id}`)).body as { after: number };
    const event = { id: crypto.randomUUID(), at, body: told, areaId };
    const { status } = await supervisor.post(`/api/visits/${id}/events?after=${opened.after}`, [
      event,
    ]);
    expect(status).toBe(200);
    const after = defined((await findings()).summary);
    expect(defined(after.adverse).count).toBe(defined(before.adverse).count + 1);
    expect(after.sessions).toBe(before.sessions);
  });

  it('come out the same once everything is worked out again from the events', async () => {
    const before = await findings(`${ALL}&by=handpieceId`);
    await rebuild(app.connection.db);
    expect(await findings(`${ALL}&by=handpieceId`)).toEqual(before);
  });

  it('know what sessions can be told apart by', async () => {
    const { body } = await supervisor.get('/api/findings/options');
    const { values, staff, handpieces, firstOn } = body as FindingsOptions;
    expect(values.job).toEqual(['hair', 'ink']);
    expect(values.staffId.every((id) => staff[id] !== undefined)).toBe(true);
    expect(values.handpieceId.every((id) => handpieces[id] !== undefined)).toBe(true);
    expect(defined(firstOn) < today).toBe(true);
  });
});

describe('the review of the protocol', () => {
  it('gives every row what it was really used for, each session once', async () => {
    const { body } = await supervisor.get('/api/findings/protocol');
    const { rows: reviewed, withoutRow, number } = body as ProtocolReview;
    expect(number).toBe(2);
    const [counted] = await rows<{ n: number }>('select count(*)::int as n from session_facts');
    const enough = reviewed.reduce((sum, { use }) => sum + (use?.sessions ?? 0), 0);
    expect(enough + withoutRow).toBeLessThanOrEqual(defined(counted).n);
    expect(reviewed.every(({ use }) => use === null || isEnough(use.clients))).toBe(true);
  });
});

describe('sessions that are summed up at once', () => {
  it('by many who read the same client do not wait for each other in a circle', async () => {
    const matching = sql`${visits.clientId} in (select client_id from session_facts)`;
    for (let round = 0; round < 3; round++) {
      await app.connection.db.update(visitStatus).set({ stale: true });
      await Promise.all(
        Array.from({ length: 4 }, (_, reader) =>
          sumUp(app.connection.db, reader % 2 === 0 ? matching : sql`true`),
        ),
      );
    }
    const [left] = await rows<{ n: number }>(
      'select count(*)::int as n from visit_status where stale',
    );
    expect(left).toEqual({ n: 0 });
  });

  it('while their month is being added up are not left out of it', async () => {
    const before = await findings();
    const { db, pool } = app.connection;
    const [one] = await rows<{ clinic_id: string; visit_id: string; month: string }>(
      "select clinic_id, visit_id, date_trunc('month', treated_on::timestamp)::date::text as month from session_facts limit 1",
    );
    const { clinic_id: clinicId, visit_id: visitId, month } = defined(one);
    // Somebody adds the month up, has read its sessions, and has not written it yet.
    const adding = await pool.connect();
    await pool.query(
      'insert into stale_months (clinic_id, month) values ($1, $2) on conflict do nothing',
      [clinicId, month],
    );
    await adding.query('begin');
    await adding.query('select from stale_months where clinic_id = $1 for update', [clinicId]);
    const writing = db.transaction((tx) => writeFacts(tx, { clinicId, visitId }, []));
    await Promise.race([writing, waitsForALock()]);
    await adding.query('delete from stale_months where clinic_id = $1', [clinicId]);
    await adding.query('commit');
    adding.release();
    await writing;
    expect((await findings()).sessions).toBeLessThan(before.sessions);
    await rebuild(db);
    expect((await findings()).sessions).toBe(before.sessions);
  });
});

/** Until some connection waits for a lock that another holds. */
async function waitsForALock(): Promise<void> {
  for (;;) {
    const [row] = await rows<{ n: number }>(
      "select count(*)::int as n from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
    );
    if (defined(row).n > 0) return;
  }
}
