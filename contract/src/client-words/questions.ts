import type { QuestionGroup, QuestionId } from '@tidy-quill/core/suitability';
import { GROUP_WORDS, HOME_OUTCOME_WORDS, QUESTION_WORDS } from '../labels/questions';

type QuestionKey = `question.${QuestionId}.${'ask' | 'day' | 'note'}`;

const questions = Object.fromEntries(
  Object.entries(QUESTION_WORDS).flatMap(([id, words]) =>
    Object.entries(words).map(([what, text]) => [`question.${id}.${what}`, String(text)]),
  ),
) as Partial<Record<QuestionKey, string>>;

const groups = Object.fromEntries(
  Object.entries(GROUP_WORDS).map(([group, words]) => [`group.${group}`, words]),
) as Record<`group.${QuestionGroup}`, string>;

/** The questions before a visit, and the page on which they are answered at home. */
export const QUESTION_TEXTS = {
  ...groups,
  ...(questions as Record<QuestionKey, string>),
  'answer.no': 'No',
  'answer.yes': 'Yes',
  'answer.day': 'Day',
  'answer.note': 'What was it',
  'ask.note': 'What was it?',
  'ask.day': 'Which day?',
  'ask.medicines': 'Which ones?',
  'medicine.unlisted': 'not in the list, goes to the supervisor',
  'medicine.stillTaken': 'still taken',
  'medicine.lastDay': 'Last day of {name}',
  'medicine.remove': 'Remove',
  'medicine.name': 'Name of a medicine, cream or supplement',
  'medicine.example': 'Name or what it is for: blood thinner',
  'medicine.add': 'Add',
  'medicine.didYouMean': '“{name}”: did you mean',
  'medicine.noneOfThese': 'None of these: keep “{name}”',
  'outcome.care': HOME_OUTCOME_WORDS.care,
  'outcome.wait': HOME_OUTCOME_WORDS.wait,
  'outcome.refer': HOME_OUTCOME_WORDS.refer,
  'outcome.waitUntil':
    'We treat you from {day} on. If that is after your visit, we find another day together.',
  'outcome.goOnTaking': 'Please go on taking it as prescribed.',
  'page.hello': 'Hello {name}',
  'page.introduction':
    'Please answer these before your visit on {when}, for {area}. We go through them with you. Never stop a medicine for this; ask who prescribed it.',
  'page.allAnswered': 'All answered.',
  'page.left': 'Questions left: {count}.',
  'page.missing': 'Still missing: {questions}.',
  'page.send': 'Send my answers',
  'page.unsure': 'Questions, or feeling unsure? {phone}',
  'page.failed': 'That did not arrive. Please try again, or call us: {phone}.',
  'page.thanks': 'Thank you, {name}',
  'page.arrived':
    '{clinic} has your answers and will go through them with you. If anything changes before you come, tell us: {phone}.',
  'page.closed': 'You may close this page. The link does not open again.',
  'message.invitation':
    '{clinic}: please answer a few questions before your visit. The link works once: {link}',
};
