import { ADVICE_PART_WORDS } from '../labels/words';

/** What stands around the lines of advice on paper and in a message. */
export const AFTERCARE_TEXTS = {
  'title.hair': 'After your laser hair removal',
  'title.ink': 'After your laser tattoo removal',
  'part.care': ADVICE_PART_WORDS.care,
  'part.avoid': ADVICE_PART_WORDS.avoid,
  'part.normal': ADVICE_PART_WORDS.normal,
  'part.call': ADVICE_PART_WORDS.call,
  until: 'Until {day}.',
  againFrom: 'Again from {day}.',
  'next.from': 'Next visit: from {day} on. Call us for an hour.',
  'next.at': 'Next visit: {when}.',
  call: 'Call us: {phone}. Emergency: {emergency}.',
};
