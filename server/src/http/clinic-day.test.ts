import { describe, expect, it } from 'vitest';
import { clinicDay, dayBounds, momentAt } from './clinic-day';

const hours = (day: string, zone: string) => {
  const { from, to } = dayBounds(day, zone);
  return (to.getTime() - from.getTime()) / 3_600_000;
};

describe('a clinic’s day', () => {
  it('begins at its own midnight', () => {
    expect(dayBounds('2026-07-01', 'Europe/London').from.toISOString()).toBe(
      '2026-06-30T23:00:00.000Z',
    );
    expect(dayBounds('2026-11-24', 'Pacific/Auckland').from.toISOString()).toBe(
      '2026-11-23T11:00:00.000Z',
    );
  });

  it('is 23 or 25 hours long when clocks change', () => {
    expect(hours('2026-03-29', 'Europe/London')).toBe(23);
    expect(hours('2026-10-25', 'Europe/London')).toBe(25);
    expect(hours('2026-11-24', 'Europe/London')).toBe(24);
  });

  it('of a moment late at night is the clinic’s own', () => {
    const late = new Date('2026-07-01T23:30:00Z');
    expect(clinicDay(late, 'Europe/London')).toBe('2026-07-02');
    expect(clinicDay(late, 'America/New_York')).toBe('2026-07-01');
  });

  it('puts a clock time where the clinic has it', () => {
    expect(momentAt('2026-07-01', '09:30', 'Europe/London').toISOString()).toBe(
      '2026-07-01T08:30:00.000Z',
    );
  });
});
