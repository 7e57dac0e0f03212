import { describe, expect, it } from 'vitest';
import { visitRecord } from '../session';
import { BEGUN, events, ZONE } from '../session/hair-session.test-data';
import { refuseCancelling } from './cancel';

const zones = (list: Parameters<typeof visitRecord>[0]) => new Map([[ZONE, visitRecord(list)]]);

describe('cancelling a visit', () => {
  it('is possible until something is fired in it', () => {
    expect(refuseCancelling(zones([]))).toBeNull();
    expect(refuseCancelling(zones(events(...BEGUN.slice(0, -1))))).toBeNull();
    expect(refuseCancelling(zones(events(...BEGUN)))).toBe('zoneBegun');
  });
});
