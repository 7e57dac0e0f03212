import type { Calibre, HairColour } from '@tidy-quill/core/optics';
import { CALIBRE_WORDS, HAIR_COLOUR_WORDS } from '../labels/words';

const colours = Object.fromEntries(
  Object.entries(HAIR_COLOUR_WORDS).map(([colour, words]) => [`colour.${colour}`, words]),
) as Record<`colour.${HairColour}`, string>;
const calibres = Object.fromEntries(
  Object.entries(CALIBRE_WORDS).map(([calibre, words]) => [`calibre.${calibre}`, words]),
) as Record<`calibre.${Calibre}`, string>;

/** What stands around the clinic’s own words on a consent, and what is said of the result to expect. */
export const CONSENT_TEXTS = {
  ...colours,
  ...calibres,
  'heading.expect': 'What to expect',
  'heading.risks': 'What may go wrong',
  'heading.uses': 'I agree to these uses',
  'heading.asked': 'Asked and answered',
  likelier: 'Likelier for me than for most.',
  noQuestions: 'No questions.',
  born: '{name}, born {day}',
  signedOn: '{name}, {day}',
  typed: '{name} (typed instead of drawn)',
  interpreted: 'Read out in my own language by {name}.',
  version: 'Text version {number}. Consent {id}.',
  'expect.cycle':
    'Hair of this area ({area}) grows for about {growth} weeks and rests for about {rest}. Light reaches growing hair alone: at first {share} of it.',
  'expect.visits':
    'Expect {visits}. How many depends on your hair and skin, which are looked at first.',
  'expect.visitsFor': 'For {who}: expect {visits}.',
  'expect.noTarget':
    'For {who}: it has no pigment that light can reach. It does not respond, and no visit is offered for it.',
  'expect.tooLittle':
    'For {who}: what is safe on this skin is not expected to work on this hair. Visits may thin it a little, no more.',
  'expect.unknown': 'For {who}: what light does here cannot be worked out beforehand.',
  'expect.ifItResponds': 'Expect {visits}, if it responds.',
  'expect.finer':
    'What comes back is finer and lighter. Some hair stays, and a visit or two a year may be needed to keep it so.',
  'expect.noResponse':
    'White, grey, blond and very fine hair does not respond. Hormones, some medicines and plucking can bring hair back.',
  who: '{colour}, {calibre} hair on skin of type {type}',
  'visits.over':
    '{visits}, about {weeks} weeks apart, over {months} months, until less than a fifth of it is left',
  'visits.apart': '{visits}, about {weeks} weeks apart, until less than a fifth of it is left',
  'visits.number': '{number} visits',
  'visits.one': '1 visit',
  'visits.atLeast': 'at least {number} visits',
  'visits.many': 'more than 30 visits',
};
