import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { STANDARD_SUITABILITY } from '@tidy-quill/core/suitability';
import { beforeEach, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { VisitEngine } from './engine';
import { VisitView } from './visit-view';

const area = (id: string) => ({ id, job: 'hair', site: 'lowerLeg', side: 'left', name: '' });
const OPENED = {
  visit: { id: 'v', areaId: 'left', startsAt: '2026-11-24T10:00:00.000Z' },
  area: area('left'),
  areas: [area('left'), area('right')],
  client: { id: 'c', birthDate: '1990-05-01' },
  today: '2026-11-24',
  consents: [],
  suitability: { content: STANDARD_SUITABILITY },
  before: {},
  events: [],
  after: 0,
} as unknown as VisitOpened;

let engine: VisitEngine;

beforeEach(async () => {
  engine = new VisitEngine();
  await engine.start({
    staffId: () => 'idony',
    byLine: async () => null,
    byRequest: async () => ({ is: 'unreachable' }),
    since: async () => null,
    readAgain: () => {},
    onKept: () => {},
    onSent: () => {},
    entries: { persist: async () => {}, remove: async () => {}, persisted: async () => [] },
    keepSince: async () => {},
    later: () => () => {},
  });
});

describe('a visit as one of its zones sees it', () => {
  it('is not there before it was read', async () => {
    const view = new VisitView(engine, 'v', null);
    expect(view.state()).toBeNull();
    await expect(view.add({ kind: 'paused' })).rejects.toThrow('not read yet');
    engine.opened(OPENED);
    expect(defined(view.state()).area.id).toBe('left');
  });

  it('shows what was recorded before the server has it', async () => {
    engine.opened(OPENED);
    const view = new VisitView(engine, 'v', null);
    await view.add({ kind: 'checkTicked', check: 'eyewear', done: true });
    expect(view.state()).toMatchObject({ unsent: 1 });
    expect(defined(view.state()).all.map(({ body }) => body.kind)).toEqual(['checkTicked']);
    expect(defined(view.state()).record.ready.has('eyewear')).toBe(true);
  });

  it('opens the zone that is asked for, where the visit has it', async () => {
    engine.opened(OPENED);
    expect(defined(new VisitView(engine, 'v', 'right').state()).area.id).toBe('left');
    const booked = new VisitView(engine, 'v', null);
    await booked.add({ kind: 'zoneAdded', areaId: 'right', assessment: null });
    const right = new VisitView(engine, 'v', 'right');
    expect(defined(right.state()).area.id).toBe('right');
    expect(defined(right.state()).pathOf('look')).toBe('/visits/v/look?zone=right');
    expect(defined(booked.state()).pathOf('look')).toBe('/visits/v/look');
  });

  it('stays the same object until something changes, and keeps each part that did not', async () => {
    engine.opened(OPENED);
    const view = new VisitView(engine, 'v', null);
    const before = defined(view.state());
    expect(view.state()).toBe(before);
    await view.add({ kind: 'checkTicked', check: 'eyewear', done: true });
    const after = defined(view.state());
    expect(after).not.toBe(before);
    expect(after.record).not.toBe(before.record);
    expect(after.history).toBe(before.history);
    expect(after.pathOf).toBe(before.pathOf);
  });

  it('gives some parts as the same object until one of them changes', async () => {
    engine.opened(OPENED);
    const view = new VisitView(engine, 'v', null);
    const history = view.parts(['history', 'client']);
    const record = view.parts(['record']);
    const [one, other] = [history(), record()];
    await view.add({ kind: 'checkTicked', check: 'eyewear', done: true });
    expect(history()).toBe(one);
    expect(record()).not.toBe(other);
  });
});
