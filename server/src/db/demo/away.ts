import { addDays, defined } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { momentAt } from '../../http/clinic-day';
import { clinics } from '../schema';
import { unavailable } from '../unavailable';
import { TIME_ZONE, type DemoClinic, type Tx } from './writing';

const WORKDAY = [
  { from: '08:30', until: '13:00' },
  { from: '13:30', until: '19:00' },
];
/** Open every day: the demo's visits are on whatever day it is filled in. */
const HOURS = [...Array.from({ length: 6 }, () => WORKDAY), [{ from: '09:00', until: '18:00' }]];

/** The demo clinic's hours, an absence, a closure and a handpiece in repair, none of them where something is booked. */
export async function fillAway(
  tx: Tx,
  { clinicId, today, staffIds, supervisorId }: DemoClinic,
): Promise<void> {
  await tx.update(clinics).set({ openingHours: HOURS }).where(eq(clinics.id, clinicId));
  const at = (inDays: number, clock: string) => momentAt(addDays(today, inDays), clock, TIME_ZONE);
  const entry = { clinicId, addedBy: supervisorId };
  await tx.insert(unavailable).values([
    {
      ...{ ...entry, id: v7(), what: 'staff', staffId: defined(staffIds[1]) },
      ...{ fromAt: at(2, '13:30'), untilAt: at(2, '19:00'), reason: 'Course in laser safety' },
    },
    {
      ...{ ...entry, id: v7(), what: 'handpiece', handpieceId: 'sub-ms-1064' },
      ...{
        fromAt: at(0, '08:00'),
        untilAt: at(5, '12:00'),
        reason: 'In repair: the tip’s cooling',
      },
    },
    {
      ...{ ...entry, id: v7(), what: 'clinic' },
      ...{ fromAt: at(20, '08:00'), untilAt: at(21, '20:00'), reason: 'New floors' },
    },
  ]);
}
