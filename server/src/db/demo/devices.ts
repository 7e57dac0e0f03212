import type { DeviceCheck, DeviceEntryBody } from '@tidy-quill/core/device';
import type { Handpiece } from '@tidy-quill/core/plan';
import { addDays, defined, energyJ } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { momentAt } from '../../http/clinic-day';
import { deviceLog } from '../device-tables';
import { DEMO_HANDPIECES } from './catalogue';
import { TIME_ZONE, type DemoClinic, type Tx } from './writing';

/** The one whose output falls from week to week: it is still taken at its word, and will not be for long. */
const DRIFTS = 'pulsed-light-640';
const FALLS_PER_DAY = 0.0012;
/** Of these nobody has made today's check yet. */
const UNCHECKED: readonly string[] = [DRIFTS, 'nano-532'];
const WEEKS = 8;
// Below what the consoles that ship show.
const PULSES_A_WEEK = 3_500;
const COUNTER_BEFORE = 12_000;

/** The log of each device in service: serviced some months ago, measured every week, one of them drifting. */
export async function fillDevices(
  tx: Tx,
  { clinicId, today, supervisorId, staffIds }: DemoClinic,
): Promise<void> {
  const technicianId = defined(staffIds[0]);
  const entry = (handpieceId: string, daysAgo: number, clock: string, body: DeviceEntryBody) => {
    const said = momentAt(addDays(today, -daysAgo), clock, TIME_ZONE).getTime();
    // Whoever fills the demo in before eight has checked a little earlier.
    const at = new Date(Math.min(said, Date.now() - 60_000));
    const addedBy = body.kind === 'checked' ? technicianId : supervisorId;
    const id = v7({ msecs: at.getTime() });
    return { clinicId, id, handpieceId, kind: body.kind, body, addedBy, addedAt: at };
  };
  const rows = DEMO_HANDPIECES.filter(({ inService }) => inService).flatMap((handpiece, index) => [
    entry(handpiece.id, 344 - index * 9, '09:00', {
      ...{ kind: 'serviced', what: 'service', by: 'the maker’s engineer', counter: null },
      ...{ note: 'Output set, filters changed', paper: null },
    }),
    entry(handpiece.id, 343 - index * 9, '08:05', check(handpiece, 1, null)),
    ...Array.from({ length: WEEKS }, (_, week) => {
      const daysAgo = 7 * (WEEKS - week) - 4;
      const ratio = handpiece.id === DRIFTS ? 1 - FALLS_PER_DAY * (7 * week + 3) : 1;
      const counter = COUNTER_BEFORE + week * PULSES_A_WEEK;
      return entry(handpiece.id, daysAgo, '08:05', check(handpiece, ratio, counter));
    }),
    ...(UNCHECKED.includes(handpiece.id)
      ? []
      : [entry(handpiece.id, 0, '08:05', check(handpiece, 1, null))]),
  ]);
  await tx.insert(deviceLog).values([
    ...rows,
    entry('alexandrite-755', 50, '12:00', {
      ...{ kind: 'partFitted', part: 'lamp', name: 'lamp', counter: COUNTER_BEFORE },
      ...{ lifePulses: 500_000, usedPulses: 470_000 },
    }),
    entry('diode-810-plate', 50, '12:10', {
      ...{ kind: 'partFitted', part: 'bars', name: 'diode bars', counter: COUNTER_BEFORE },
      ...{ lifePulses: 20_000_000, usedPulses: 1_400_000 },
    }),
  ]);
}

/** A check at a setting in the middle of what a handpiece offers, each pulse a little different. */
function check(handpiece: Handpiece, ratio: number, counter: number | null): DeviceCheck {
  const spot = defined(handpiece.spots[0]);
  const fluenceJcm2 = Math.ceil(handpiece.fluenceJcm2.min * 2);
  const shownJ = energyJ(fluenceJcm2, spot);
  return {
    kind: 'checked',
    items: {
      ...{ selfTest: 'passed', tip: 'passed', cooling: 'passed' },
      aimingBeam: handpiece.laserClass === 'pulsedLight' ? 'notFitted' : 'passed',
      ...{ door: 'passed', emergencyStop: 'passed' },
    },
    meter: {
      ...{ name: 'Simulated energy meter', spot, fluenceJcm2 },
      measuredJ: [0.99, 1.01, 1].map((share) => Math.round(shownJ * ratio * share * 1e4) / 1e4),
    },
    ...{ counter, note: '' },
  };
}
