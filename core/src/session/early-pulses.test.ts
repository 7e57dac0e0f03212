import { describe, expect, it } from 'vitest';
import { SETTING } from '../plan/plan.test-data';
import { BEGUN, events, ZONE } from './hair-session.test-data';
import { earlyPulses } from './early-pulses';
import { visitReport } from '../report';
import { zoneRecords } from './zones';
import { type EventBody } from '../events';
import { defined } from '../units';

const counted = (from: number, to: number): EventBody => ({
  kind: 'consolePulses',
  serial: 'TQ-SIM-1',
  from,
  to,
});
const spot = (pulses: number): EventBody => ({
  ...{ kind: 'spotFired', place: 'lowerMiddle', setting: SETTING, pulses, note: '' },
});
// Up to where the treatment is started.
const READY = BEGUN.slice(0, -1);
const START = defined(BEGUN.at(-1));
const recordOf = (...lines: (readonly [number, EventBody])[]) =>
  defined(zoneRecords(events(...lines), ZONE).get(ZONE));

describe('pulses before the treatment is started', () => {
  it('are counted, apart from those of the session', () => {
    const record = recordOf(...READY, [4, counted(1000, 1003)], START, [6, counted(1003, 1013)]);
    expect(record.run.pulses).toBe(10);
    expect(earlyPulses(record).pulses).toBe(3);
    // 16 J/cm² over a square of 12 mm: 23.04 J each.
    expect(earlyPulses(record).energyJ).toBeCloseTo(3 * 23.04, 6);
  });

  it('are what test spots do not account for', () => {
    const record = recordOf(...READY, [4, counted(1000, 1003)], [4, spot(3)], START);
    expect(earlyPulses(record).pulses).toBe(0);
    expect(earlyPulses(recordOf(...READY, [4, counted(1000, 1005)], [4, spot(3)])).pulses).toBe(2);
    expect(earlyPulses(recordOf(...READY, [4, spot(3)])).pulses).toBe(0);
  });

  it('are in every total of the record', () => {
    const list = events(...READY, [4, counted(1000, 1002)], START, [6, counted(1002, 1010)]);
    const [zone] = visitReport(list, ZONE).zones;
    expect(zone).toMatchObject({ pulses: 10, early: { pulses: 2 } });
    expect(defined(zone).energyJ).toBeCloseTo(10 * 23.04, 6);
  });
});
