import { ANSWERED_WORDS, BEFORE_VISIT } from '../labels/calendar';

/** What is said around the clinic’s own messages: what to do before a visit, and the page that a reminder links to. */
export const MESSAGE_TEXTS = {
  'before.hair': BEFORE_VISIT.hair,
  'before.ink': BEFORE_VISIT.ink,
  'page.hello': 'Hello {name}',
  'page.expected': '{clinic} expects you on {when}.',
  'page.come': 'I will come',
  'page.otherTime': 'I need another time',
  'page.cannotCome': 'I cannot come',
  'page.tooLate': 'It is less than {hours} hours away: to cancel, please call {phone}.',
  'page.whenSuits': 'When would suit you?',
  'page.shouldKnow': 'Anything that we should know?',
  'page.askOtherTime': 'Ask for another time',
  'page.cancel': 'Cancel the appointment',
  'page.back': 'Go back',
  'page.failed': 'That did not arrive. Please try again, or call us: {phone}.',
  'answered.confirmed': ANSWERED_WORDS.confirmed,
  'answered.otherTime': ANSWERED_WORDS.otherTime,
  'answered.cancelled': ANSWERED_WORDS.cancelled,
  'answered.change': 'To change that, call {phone}.',
};
