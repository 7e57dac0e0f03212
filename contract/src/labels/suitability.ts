import type { ConsentKind, ConsentStanding } from '@tidy-quill/core/consent';
import { languageText, TEXT_PART_WORDS } from './clients';
import type { NotReady } from '@tidy-quill/core/session';
import type { Finding, MedicineClass, Rule, Trigger } from '@tidy-quill/core/suitability';
import { dayText } from './format';
import { QUESTION_WORDS } from './questions';

const MEDICINE_CLASS_WORDS: Readonly<Record<MedicineClass | 'unknown', string>> = {
  photosensitiser: 'makes skin sensitive to light',
  pigmenting: 'may leave pigment in the skin',
  retinoidTablet: 'retinoid tablets',
  retinoidCream: 'retinoid cream',
  irritantCream: 'irritating cream',
  anticoagulant: 'thins the blood',
  immuneMedicine: 'weakens the immune system',
  goldSalt: 'gold salt',
  hormone: 'may make hair grow',
  noBearing: 'known, no bearing on light',
  unknown: 'not in the clinic’s list',
};

export const WHOSE_WORDS: Readonly<Record<Rule['whose'], string>> = {
  protocol: 'Clinic protocol',
  law: 'Law',
  model: 'Model',
};

/** What sets a rule off, in words. */
function triggerText(trigger: Trigger): string {
  if ('question' in trigger) return QUESTION_WORDS[trigger.question].ask;
  if ('medicine' in trigger) return `Medicine: ${MEDICINE_CLASS_WORDS[trigger.medicine]}`;
  return trigger.age === 'tooYoung' ? 'Too young' : 'A minor';
}

/** What was found: the medicine by its name, else what was answered. */
export const findingText = ({ rule, medicine }: Pick<Finding, 'rule' | 'medicine'>): string =>
  medicine ?? triggerText(rule.trigger);

export const CONSENT_KIND_WORDS: Readonly<Record<ConsentKind, string>> = {
  hair: 'Consent to hair removal',
  ink: 'Consent to tattoo removal',
  photographs: 'Consent to photographs',
};

export const CONSENT_STATE_WORDS: Readonly<Record<ConsentStanding['state'], string>> = {
  valid: 'signed and in force',
  missing: 'not signed',
  expired: 'run out',
  withdrawn: 'withdrawn',
  guardianMissing: 'the guardian has not signed',
};

/** Why a coming visit is not ready, and what would make it so. */
export function notReadyText(reason: NotReady): { readonly why: string; readonly remedy: string } {
  switch (reason.code) {
    case 'notAsked':
      return { why: 'Not asked yet', remedy: 'send the questions' };
    case 'toConfirm':
      return { why: 'Answered at home', remedy: 'confirm it with the client' };
    case 'stopped': {
      const what = reason.rules.join(', ');
      if (reason.outcome === 'refer') {
        return { why: `Stopped by ${what}`, remedy: 'a clinician or the supervisor first' };
      }
      return {
        why: `Has to wait: ${what}`,
        remedy:
          reason.clearOn === null
            ? 'until it is no longer taken, and the wait after'
            : `ready on ${dayText(reason.clearOn)}: move the visit`,
      };
    }
    case 'consent':
      return {
        why: `Consent ${CONSENT_STATE_WORDS[reason.state]}`,
        remedy: reason.guardian ? 'read and sign it; the guardian comes along' : 'read and sign it',
      };
    case 'language':
      return {
        why: `Not there in ${languageText(reason.language)}: ${reason.parts.map((part) => TEXT_PART_WORDS[part].toLowerCase()).join(', ')}`,
        remedy: 'have it translated, or book an interpreter',
      };
  }
}
