import type { SIGN_OFF_RULES, Skill } from '@tidy-quill/core/access';
import { TECHNIQUE_WORDS } from './words';

/** What is signed off: schools of hair removal, ink, and groups of places. */
export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  ...TECHNIQUE_WORDS,
  ink: 'tattoos',
  face: 'face and neck',
  underarm: 'underarms',
  bikini: 'bikini and genital area',
  trunk: 'chest, back and abdomen',
  limb: 'arms and legs',
};

export const SIGN_OFF_RULE_WORDS: Readonly<Record<(typeof SIGN_OFF_RULES)[number], string>> = {
  off: 'nothing',
  say: 'said at Plan',
  approve: 'approved at Plan first',
};

/** “in motion; face and neck”. */
export const skillsText = (skills: readonly Skill[]): string =>
  skills.map((skill) => SKILL_WORDS[skill]).join('; ');

/** What somebody lacks: of each group one would do. */
export const lackingText = (lacking: readonly (readonly Skill[])[]): string =>
  [
    ...new Set(
      lacking.map((group) => (group.length > 1 ? 'any way of hair removal' : skillsText(group))),
    ),
  ].join('; ');
