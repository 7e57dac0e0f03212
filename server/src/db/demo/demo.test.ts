import { NewEvents } from '@tidy-quill/contract/visit';
import { read } from '@tidy-quill/contract/problem';
import { harmLater, zoneRecords } from '@tidy-quill/core/session';
import { refuseVisitEvent } from '@tidy-quill/core/workflow';
import { type VisitEvent } from '@tidy-quill/core/events';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../../testing/application';

// Written by routes of their own, which judge them.
const JUDGED: readonly string[] = [
  ...['planAccepted', 'stopOverridden', 'reactionAgreed', 'spotWaived', 'recordSigned'],
];

let app: Application;
let visits: readonly { readonly areaId: string; readonly events: readonly VisitEvent[] }[];

beforeAll(async () => {
  app = await startApplication();
  const { rows } = await app.connection.pool.query<{
    visit_id: string;
    booked: string;
    id: string;
    at: Date;
    staff_id: string;
    area_id: string | null;
    body: VisitEvent['body'];
  }>(
    `select e.*, v.area_id as booked from visit_events e
     join visits v on v.clinic_id = e.clinic_id and v.id = e.visit_id order by e.seq`,
  );
  const byVisit = new Map<string, (typeof rows)[number][]>();
  for (const row of rows) {
    byVisit.set(row.visit_id, [...(byVisit.get(row.visit_id) ?? []), row]);
  }
  visits = [...byVisit.values()].map((list) => ({
    areaId: defined(list[0]).booked,
    events: list.map((row): VisitEvent => ({
      ...{ id: row.id, at: row.at.toISOString(), staffId: row.staff_id, body: row.body },
      ...(row.area_id === null ? {} : { areaId: row.area_id }),
    })),
  }));
});
afterAll(() => app.close());

describe('the demo clinic', () => {
  it('holds nothing that could not be entered', () => {
    for (const { events } of visits) {
      const entered = events.filter(({ body }) => !JUDGED.includes(body.kind));
      for (const { staffId: _staffId, ...event } of entered) {
        const result = read(NewEvents, [event]);
        expect(result.ok ? [] : result.fields, event.body.kind).toEqual([]);
      }
    }
  });

  it('holds nothing that the rules of a visit would have refused, in the order in which it happened', () => {
    for (const { areaId, events } of visits) {
      events.forEach((event, index) => {
        const before = events.slice(0, index);
        expect(
          refuseVisitEvent(before, event, areaId, {
            consented: true,
            now: event.at,
            undoMinutes: 15,
          }),
          event.body.kind,
        ).toBeNull();
      });
    }
  });

  it('fires nothing above the limit of its plan', () => {
    for (const { areaId, events } of visits) {
      for (const { plan, run } of zoneRecords(events, areaId).values()) {
        if (plan === null) continue;
        const used = [plan.setting, ...run.changes.map(({ setting }) => setting)];
        for (const { fluenceJcm2 } of used) {
          expect(fluenceJcm2).toBeLessThanOrEqual(plan.upperJcm2);
        }
      }
    }
  });

  it('shows each thing worth trying: harm, an open reaction, a session half way, tattoos that fade', () => {
    const records = visits.flatMap(({ areaId, events }) => [
      ...zoneRecords(events, areaId).values(),
    ]);
    expect(records.some(({ reactions }) => harmLater(reactions).length > 0)).toBe(true);
    expect(records.some(({ reactions }) => reactions.some(({ closed }) => closed === null))).toBe(
      true,
    );
    expect(records.filter(({ run }) => run.state === 'paused')).toHaveLength(1);
    expect(records.filter(({ fading }) => fading !== null).length).toBeGreaterThan(3);
    expect(records.some(({ segments }) => segments.length > 0)).toBe(true);
  });

  it('has pictures of its own making, that say nothing of where they were taken', async () => {
    const { rows } = await app.connection.pool.query<{ original: Buffer; width: number }>(
      'select bytes as original, width from photos join files using (clinic_id, sha256)',
    );
    expect(rows.length).toBeGreaterThan(0);
    for (const { original, width } of rows) {
      const found = await sharp(original).metadata();
      expect(found.width).toBe(width);
      expect(found.exif).toBeUndefined();
    }
  });
});
