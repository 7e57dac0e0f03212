import type { ReactionSign, SeenAtHome, Trend } from '@tidy-quill/core/reaction';
import { HOME_SIGN_WORDS, SEEN_WORDS, TREND_WORDS } from '../labels/reaction';

const keyed = <K extends string, P extends string>(prefix: P, words: Readonly<Record<K, string>>) =>
  Object.fromEntries(
    Object.entries<string>(words).map(([key, text]) => [`${prefix}.${key}`, text]),
  ) as Record<`${P}.${K}`, string>;

/** The healing diary that a client keeps at home. */
export const DIARY_TEXTS = {
  ...keyed<Trend, 'trend'>('trend', TREND_WORDS),
  ...keyed<SeenAtHome, 'seen'>('seen', SEEN_WORDS),
  ...keyed<ReactionSign, 'sign'>('sign', HOME_SIGN_WORDS),
  'page.heading': 'How is it healing, {name}?',
  'page.dayOfVisit': 'The day of your visit.',
  'page.dayAfter': 'Day {day} after your visit.',
  'page.urgent': 'Do not wait for our answer',
  'page.urgentDo': 'See a doctor now, or call {emergency}. Then call us: {phone}.',
  'page.correcting': 'You are correcting what you wrote today.',
  'page.leaveAsItWas': 'Leave it as it was',
  'page.sinceVisit': 'Since your visit it is',
  'page.sinceYesterday': 'Since yesterday it is',
  'page.whatSeen': 'What do you see?',
  'page.anyOfThis': 'Is any of this there?',
  'page.picture': 'A picture, {count} of {most}',
  'page.anythingElse': 'Anything else',
  'page.failed': 'That did not arrive. What you wrote is still here: please send it again.',
  'page.send': 'Send it to the clinic',
  'page.sendCorrection': 'Send the correction',
  'page.trendFirst': 'Say first whether it is better or worse.',
  'page.thanks': 'Thank you, it has arrived.',
  'page.comeBack': 'Come back tomorrow.',
  'page.callAllTheSame': 'The clinic sees it now. Please call all the same.',
  'page.written': 'What you wrote',
  'page.today': 'Today',
  'page.corrected': 'corrected',
  'page.correct': 'Correct this',
  'page.advice': 'What we told you',
  'page.call': 'Call us: {phone}. Emergency: {emergency}.',
  'message.link':
    '{clinic}: tell us how it heals, with a picture if you like. The link is yours for four weeks: {link}',
};
