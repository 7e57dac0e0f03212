import { timestamp, uuid } from 'drizzle-orm/pg-core';
import { clinics } from './schema';

/** A moment, to the microsecond, in UTC. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** The clinic that a row belongs to: first in every key. */
export const clinicId = () =>
  uuid('clinic_id')
    .notNull()
    .references(() => clinics.id);
