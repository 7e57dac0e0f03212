import { describe, expect, it } from 'vitest';
import type { PastSession } from '../plan';
import { SITES } from '../sites';
import { HOURS } from './calendar.test-data';
import {
  isReminded,
  isShortNotice,
  isToldOfBooking,
  mayRestore,
  refuseAnswer,
} from './appointment';
import { dueOf, type TreatedZone } from './due';
import { firstDay } from './first-day';
import { dayLoad } from './load';
import { refuseStatus, visitStatus } from './visit-status';

describe('how a visit stands', () => {
  it('goes by what was done in it before what was said of it', () => {
    const of = { said: 'missed', cancelled: false, begun: false, finished: false } as const;
    expect(visitStatus(of)).toBe('missed');
    expect(visitStatus({ ...of, begun: true })).toBe('underWay');
    expect(visitStatus({ ...of, begun: true, finished: true })).toBe('done');
    expect(visitStatus({ ...of, cancelled: true })).toBe('cancelled');
  });

  it('is said in its time only, and never of one that has begun', () => {
    const of = {
      status: 'confirmed',
      startsAt: '2026-12-07T10:00:00.000Z',
      now: '2026-12-07T09:59:00.000Z',
      isToday: true,
    } as const;
    expect(refuseStatus({ ...of, to: 'missed' })).toBe('notYet');
    expect(refuseStatus({ ...of, to: 'missed', now: '2026-12-07T10:00:00.000Z' })).toBeNull();
    expect(refuseStatus({ ...of, to: 'arrived' })).toBeNull();
    expect(refuseStatus({ ...of, to: 'arrived', isToday: false })).toBe('notToday');
    expect(refuseStatus({ ...of, to: 'booked', status: 'underWay' })).toBe('hasBegun');
    expect(refuseStatus({ ...of, to: 'booked', status: 'done' })).toBe('hasBegun');
    expect(refuseStatus({ ...of, to: 'confirmed', status: 'cancelled' })).toBe('isCancelled');
    expect(refuseStatus({ ...of, to: 'booked', status: 'missed' })).toBeNull();
  });
});

describe('the first day that makes sense', () => {
  const session = (on: string, more: Partial<PastSession> = {}) =>
    ({ on, answer: { endpoint: 'right', painMax: 3, adverse: [] }, ...more }) as PastSession;
  const first = (
    zones: readonly (readonly PastSession[])[],
    more: { answersFrom?: string; job?: 'hair' | 'ink' } = {},
  ) =>
    firstDay({
      zones: zones.map((history) => ({ job: more.job ?? 'hair', site: 'underarm', history })),
      answersFrom: more.answersFrom ?? null,
      ...{ today: '2026-12-01', own: {} },
    });

  it('is today where nothing was done, and never earlier', () => {
    expect(first([[]])).toEqual({ on: '2026-12-01', because: 'today' });
    expect(first([[session('2026-01-05')]])).toEqual({ on: '2026-12-01', because: 'today' });
  });

  it('is a week before the interval is over, of whichever zone asks for the latest', () => {
    // Six weeks for an underarm: 16 November + 42 days = 28 December, a week before that.
    expect(SITES.underarm.intervalWeeks).toBe(6);
    const one = [session('2026-11-16')];
    expect(first([one])).toEqual({ on: '2026-12-21', because: 'siteInterval' });
    const later = [session('2026-11-23')];
    expect(first([one, later, []])).toEqual({ on: '2026-12-28', because: 'siteInterval' });
  });

  it('is to the day where skin heals, test spots are read, or answers ask to wait', () => {
    const harmed = { answer: { endpoint: 'strong', painMax: 6, adverse: ['blister'] } } as const;
    // Healing takes as long as the interval here: 42 days.
    const test = { test: true } as const;
    expect(first([[session('2026-11-16'), session('2026-11-30', test)]])).toEqual({
      ...{ on: '2026-12-02', because: 'testIsRead' },
    });
    expect(first([[session('2026-11-30', { ...test, ...harmed })]])).toEqual({
      ...{ on: '2027-01-11', because: 'waitsForHealing' },
    });
    expect(first([[session('2026-11-16')]], { answersFrom: '2027-02-01' })).toEqual({
      ...{ on: '2027-02-01', because: 'answers' },
    });
    // Ink that harmed: twelve weeks, not eight.
    expect(first([[session('2026-11-16', harmed)]], { job: 'ink' })).toEqual({
      ...{ on: '2027-02-08', because: 'waitsForHealing' },
    });
  });
});

describe('how full a day is', () => {
  it('counts what is booked against the open hours of all rooms', () => {
    const bookings = [{ plannedMinutes: 45 }, { plannedMinutes: 60 }, { plannedMinutes: null }];
    // 9–12:30 and 13–17: 7 h 30 min, in two rooms 900 minutes; a Saturday's two hours, 240.
    expect(dayLoad('2026-12-07', bookings, { hours: HOURS, rooms: 2 })).toEqual({
      ...{ visits: 3, bookedMinutes: 105, openMinutes: 900 },
    });
    expect(dayLoad('2026-12-12', [], { hours: HOURS, rooms: 2 }).openMinutes).toBe(240);
    expect(dayLoad('2026-12-13', [], { hours: HOURS, rooms: 2 }).openMinutes).toBe(0);
    expect(dayLoad('2026-12-13', [], { hours: null, rooms: 2 }).openMinutes).toBeNull();
  });
});

describe('a zone with nothing booked', () => {
  const zone = { job: 'hair', site: 'underarm', sessions: 2, adverse: false } as const;
  const due = (lastOn: string, more: Partial<TreatedZone> = {}) =>
    dueOf({ ...zone, lastOn, ...more }, '2026-12-01', {});

  it('is due six weeks after an underarm, asked for two weeks before, late after twice that', () => {
    expect(due('2026-10-20')).toEqual({ on: '2026-12-01', overdueDays: 0, late: false });
    expect(due('2026-11-03')).toEqual({ on: '2026-12-15', overdueDays: -14, late: false });
    expect(due('2026-11-04')).toBeNull();
    expect(due('2026-09-08')).toEqual({ on: '2026-10-20', overdueDays: 42, late: false });
    expect(due('2026-09-07')).toMatchObject({ overdueDays: 43, late: true });
  });

  it('waits longer late in a course, on ink, and after harm', () => {
    // Two weeks more from the fifth session on; ink eight weeks, twelve after harm; ink is never late.
    expect(due('2026-10-06', { sessions: 5 })?.on).toBe('2026-12-01');
    expect(due('2026-10-06', { job: 'ink' })?.on).toBe('2026-12-01');
    expect(due('2026-09-08', { job: 'ink', adverse: true })?.on).toBe('2026-12-01');
    expect(due('2025-12-01', { job: 'ink' })?.late).toBe(false);
  });
});

describe('what a client answers to a reminder', () => {
  const answer = (of: Partial<Parameters<typeof refuseAnswer>[0]>) =>
    refuseAnswer({
      ...{ answer: 'confirmed', status: 'booked', noticeHours: 24 },
      ...{ startsAt: '2026-12-07T10:00:00.000Z', now: '2026-12-06T10:00:00.000Z' },
      ...of,
    });

  it('is taken until the visit begins; a cancellation with the notice that is asked for', () => {
    expect(answer({})).toBeNull();
    expect(answer({ answer: 'cancelled' })).toBeNull();
    const later = { now: '2026-12-06T10:00:01.000Z' };
    expect(answer({ ...later, answer: 'cancelled' })).toBe('noticeTooShort');
    expect(answer({ ...later, answer: 'cancelled', noticeHours: 0 })).toBeNull();
    expect(answer({ ...later, answer: 'otherTime' })).toBeNull();
    expect(answer({ now: '2026-12-07T10:00:00.000Z' })).toBe('hasPassed');
    expect(answer({ status: 'underWay' })).toBe('hasBegun');
    expect(answer({ status: 'cancelled' })).toBe('isCancelled');
  });

  it('is asked of those who have not confirmed a visit that is still to come', () => {
    const visit = { status: 'booked', startsAt: '2026-12-07T10:00:00.000Z' } as const;
    expect(isReminded(visit, '2026-12-07T09:59:00.000Z')).toBe(true);
    expect(isReminded(visit, '2026-12-07T10:00:00.000Z')).toBe(false);
    expect(isReminded({ ...visit, status: 'confirmed' }, '2026-12-06T00:00:00.000Z')).toBe(false);
  });
});

describe('how much time is left before a visit', () => {
  const at = '2026-12-07T10:00:00.000Z';
  it('is short below what the clinic asks for, and to the minute enough', () => {
    expect(isShortNotice(at, '2026-12-06T10:00:00.000Z', 24)).toBe(false);
    expect(isShortNotice(at, '2026-12-06T10:00:01.000Z', 24)).toBe(true);
    expect(isShortNotice(at, '2026-12-07T11:00:00.000Z', 0)).toBe(true);
  });

  it('decides whether a booking is told, and whether a cancellation can be taken back', () => {
    expect(isToldOfBooking(at, '2026-12-07T09:00:00.000Z')).toBe(true);
    expect(isToldOfBooking(at, '2026-12-07T09:00:01.000Z')).toBe(false);
    expect(mayRestore(at, at)).toBe(true);
    expect(mayRestore(at, '2026-12-07T10:00:00.001Z')).toBe(false);
  });
});
