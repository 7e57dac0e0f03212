import { filledIn, type MessageKind } from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import { inClockStyle, type ClockStyle } from '../labels/format';
import { clientWords, type LanguageRead } from './client-words';

/** A message to a client in the language that they read, filled in. `written` is what the clinic says in its own. */
export const clientMessage = (
  kind: MessageKind,
  written: string,
  read: LanguageRead,
  of: {
    readonly clinic: {
      readonly name: string;
      readonly phone: string;
      readonly timeZone: string;
      readonly clock: ClockStyle;
    };
    readonly givenName: string;
    /** Null where it is about no visit. */
    readonly visit: { readonly startsAt: string; readonly job: Job } | null;
    /** The last day of a follow-up, YYYY-MM-DD; null where it is about none. */
    readonly until?: string | null;
    /** Empty where the message holds none. */
    readonly url: string;
  },
): string => {
  const { clinic, givenName, visit, until = null, url } = of;
  const words = clientWords('messages', read);
  return inClockStyle(clinic.clock, () =>
    filledIn(read.texts?.[`text.${kind}`] ?? written, {
      ...{ clinic: clinic.name, name: givenName, phone: clinic.phone, link: url },
      ...(until === null ? {} : { until: words.day(until) }),
      ...(visit === null
        ? {}
        : {
            when: words.moment(visit.startsAt, clinic.timeZone),
            before: words.say(`before.${visit.job}`),
          }),
    }),
  );
};
