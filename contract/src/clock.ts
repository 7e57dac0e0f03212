import * as v from 'valibot';

/** A clock time, “HH:mm”. */
export const Clock = v.pipe(
  v.string(),
  v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a clock time, as 09:30'),
);
