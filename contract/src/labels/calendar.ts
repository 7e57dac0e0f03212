import {
  type AnswerRefusal,
  type ClientAnswer,
  type DayPart,
  type MessageKind,
  type Place,
  type Unavailable,
  type VisitStatus,
  type Wishes,
} from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import type { IntervalState } from '@tidy-quill/core/figures';
import type { FirstDayBecause } from '../calendar';

export const VISIT_STATUS_WORDS: Readonly<Record<VisitStatus, string>> = {
  booked: 'booked',
  confirmed: 'confirmed',
  arrived: 'arrived',
  underWay: 'under way',
  done: 'done',
  cancelled: 'cancelled',
  missed: 'missed',
};

export const DAY_PART_WORDS: Readonly<Record<DayPart, string>> = {
  any: 'all day',
  morning: 'morning',
  afternoon: 'afternoon',
  evening: 'evening',
};

/** Monday first. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

export const WEEKDAY_NAMES = [
  ...['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'],
] as const;

/** “Tue, Thu, evening”; empty for whoever wishes nothing. */
export const wishesText = ({ weekdays, part }: Wishes): string =>
  [
    ...weekdays.map((day) => WEEKDAYS[day] ?? ''),
    ...(part === 'any' ? [] : [DAY_PART_WORDS[part]]),
  ].join(', ');

export const AWAY_WORDS: Readonly<Record<Unavailable['what'], string>> = {
  clinic: 'the clinic is closed',
  room: 'a room is out of use',
  staff: 'somebody is away',
  handpiece: 'a handpiece is out of use',
};

/** Why no earlier day is proposed. */
export const FIRST_DAY_WORDS: Readonly<Record<FirstDayBecause, string>> = {
  siteInterval: 'a week before the usual interval of this site is over',
  regrowthSlowing: 'a week before the longer interval of a late course is over',
  inkClears: 'a week before ink has had its usual time to clear',
  inkClearsSlowly: 'a week before slowly clearing ink has had its time',
  waitsForHealing: 'skin that reacted heals first',
  testIsRead: 'test spots are read first',
  answers: 'what was answered asks to wait until then',
  today: 'nothing asks to wait',
};

/** How a day stands against the interval of a zone. */
export const INTERVAL_WORDS: Readonly<Record<IntervalState, string>> = {
  first: 'the first session',
  tooSoon: 'too soon: little has come back',
  onTime: 'in its time',
  late: 'late: a visit’s worth has cycled on',
};

/** What a client does before a visit. */
export const BEFORE_VISIT: Readonly<Record<Job, string>> = {
  hair: 'Shave the area the day before. No sun, sunbed or self-tan on it, no waxing or plucking. Tell us of new medicines.',
  ink: 'No sun, sunbed or self-tan on it. Tell us of new medicines.',
};

/** What ships for each kind of message, until a clinic has words of its own. */
export const SHIPPED_TEXTS: Readonly<Record<MessageKind, string>> = {
  confirmation:
    '{clinic}: your appointment is booked for {when}. {before} Call us to change it: {phone}.',
  reminder:
    '{clinic}: your appointment is on {when}. {before} Please confirm, or ask for another time: {link}',
  recall: '{clinic}: it is time for your next visit. Call us for a time that suits you: {phone}.',
  followUp:
    '{clinic}: as agreed, we would like to look at your skin again, by {until}. Call us for a time that suits you: {phone}.',
};

export const MESSAGE_KIND_WORDS: Readonly<Record<MessageKind, string>> = {
  confirmation: 'When a visit is booked or moved',
  reminder: 'Before a visit',
  recall: 'When somebody is due and nothing is booked',
  followUp: 'When a trial’s follow-up is due and nothing is booked',
};

export const PLACE_WORDS_OF: Readonly<Record<Place, string>> = {
  clinic: 'the clinic’s name',
  name: 'the client’s given name',
  when: 'day and time of the visit',
  before: 'what to do before it, by what is treated',
  link: 'the link to confirm it, move it or cancel it',
  phone: 'the clinic’s telephone',
  until: 'the last day of the follow-up',
};

export const ANSWERED_WORDS: Readonly<Record<ClientAnswer, string>> = {
  confirmed: 'You have confirmed this appointment.',
  otherTime: 'You have asked for another time. The clinic will call you.',
  cancelled: 'You have cancelled this appointment.',
};

export const ANSWER_REFUSED_WORDS: Readonly<Record<AnswerRefusal, string>> = {
  hasPassed: 'This appointment has passed',
  hasBegun: 'This appointment has begun',
  isCancelled: 'This appointment was cancelled',
  noticeTooShort: 'It is too late to cancel here: please call the clinic',
};
