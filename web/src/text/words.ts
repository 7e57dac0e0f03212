import type { Area } from '@tidy-quill/contract/clients';
import type { Attention } from '@tidy-quill/contract/today';
import type { AdviceCode } from '@tidy-quill/core/course';
import type { Calibre, HairColour, Tan } from '@tidy-quill/core/optics';
import type { Cooling, Density, SkinSurface, Technique } from '@tidy-quill/core/plan';
import type { Grade, HairMark } from '@tidy-quill/core/reaction';
import type { Stage, StageState } from '@tidy-quill/core/record';
import type { Role } from '@tidy-quill/contract/auth';

type Words<K extends string | number> = Readonly<Record<K, string>>;

export { areaText, SITE_WORDS } from '@tidy-quill/contract/area-words';

export const SIDE_WORDS: Words<Area['side']> = {
  left: 'left',
  right: 'right',
  both: 'both',
  whole: 'whole',
};

export const STAGE_WORDS: Words<Stage> = {
  ask: 'Ask',
  look: 'Look',
  plan: 'Plan',
  spot: 'Spot',
  prepare: 'Prepare',
  treat: 'Treat',
  watch: 'Watch',
  sendHome: 'Send home',
};

export const STAGE_STATE_WORDS: Words<StageState> = {
  done: 'done',
  open: 'open',
  toCome: 'to come',
  stopped: 'stopped',
};

export const ATTENTION_WORDS: Words<Attention> = {
  stopped: 'Stopped by the answers',
  noConsent: 'No consent in force',
  planStale: 'Plan no longer fits what was found',
  reactionLastTime: 'Reacted last time',
  testSpot: 'Test spot first',
  tan: 'Tan',
  firstVisit: 'First visit here',
  tooSoon: 'Sooner than the interval',
  late: 'Long gap',
};

export const ROLE_WORDS: Words<Role> = {
  technician: 'technician',
  supervisor: 'supervisor',
  owner: 'owner',
};

export const HAIR_COLOUR_WORDS: Words<HairColour> = {
  black: 'black',
  darkBrown: 'dark brown',
  midBrown: 'mid brown',
  lightBrown: 'light brown',
  darkBlond: 'dark blond',
  red: 'red',
  blond: 'blond',
  grey: 'grey',
  white: 'white',
};

export const CALIBRE_WORDS: Words<Calibre> = {
  fine: 'fine',
  medium: 'medium',
  coarse: 'coarse',
  veryCoarse: 'very coarse',
};

export const DENSITY_WORDS: Words<Density> = {
  sparse: 'sparse',
  medium: 'medium',
  dense: 'dense',
};

export const TAN_WORDS: Words<Tan> = {
  none: 'no tan',
  fading: 'fading tan',
  fresh: 'fresh tan',
  selfTan: 'self-tan',
};

export const SURFACE_WORDS: Words<SkinSurface> = {
  plain: 'plain skin',
  scarred: 'scar',
  tattooed: 'tattoo',
};

export const SKIN_TYPE_MEANING: Words<1 | 2 | 3 | 4 | 5 | 6> = {
  1: 'always burns, never tans',
  2: 'burns easily, tans slightly',
  3: 'burns sometimes, tans evenly',
  4: 'burns rarely, tans well',
  5: 'very rarely burns, brown skin',
  6: 'never burns, deep brown skin',
};

export const TECHNIQUE_WORDS: Words<Technique> = {
  stamping: 'stamping',
  inMotion: 'in motion',
  longPulse1064: 'long pulse, stamped',
  subMs1064: 'sub-millisecond, moving',
  pulsedLight: 'pulsed light',
};

export function coolingText(cooling: Cooling): string {
  switch (cooling.kind) {
    case 'none':
      return 'no cooling';
    case 'air':
      return 'cold air, 2 s before';
    case 'contact':
      return `contact ${cooling.plateC} °C, ${cooling.preSeconds} s before`;
    case 'cryogen':
      return `cryogen ${cooling.spurtMs} ms, delay ${cooling.delayMs} ms`;
    case 'gelPlate':
      return `plate ${cooling.plateC} °C through ${cooling.gelMm} mm of gel, ${cooling.preSeconds} s before`;
    case 'ice':
      return `ice ${cooling.seconds} s before`;
  }
}

export const MARK_WORDS: Words<HairMark> = {
  perifollicularOedema: 'small bumps',
  perifollicularErythema: 'slight redness',
  singedHair: 'singed hairs',
  nothing: 'nothing yet',
  strongRedness: 'strong redness',
  greyOrWhite: 'grey or white skin',
  blister: 'blister',
  whealSheet: 'wheal sheet',
  crust: 'crust',
  purpura: 'purpura',
  bleeding: 'pinpoint bleeding',
};

export const GRADE_WORDS: Words<Grade> = {
  0: 'none',
  1: 'slight, as expected',
  2: 'marked, watch it',
  3: 'severe, clinician now',
};

/** What the client takes home; `until` is put behind by the page. */
export const ADVICE_WORDS: Words<AdviceCode> = {
  coolToday: 'Cool the skin with a clean, damp cloth. No ice straight on the skin.',
  noHeatOrSport: 'No hot bath, sauna, swimming or hard sport.',
  noMakeUp: 'No make-up on the treated skin.',
  noDeodorant: 'No deodorant under the arms.',
  noShaving: 'Do not shave the treated skin.',
  noSelfTan: 'No self-tan.',
  sunCover:
    'Keep the treated skin out of the sun, or covered; sun cream SPF 50 where cloth does not reach.',
  noWaxing: 'No waxing, plucking or threading until your course has ended. Shaving is fine.',
  leaveBlisterClosed:
    'Leave any blister closed and the skin on it in place. Keep it clean, moist and covered. Do not pick.',
  normalRedness: 'Normal: slight redness and small bumps around the hairs.',
  normalShedding: 'Normal: hairs push out and fall. This is not regrowth.',
  callIfWorse:
    'Call us about a blister, a crust, skin that turns darker or paler, or pain that grows.',
  emergency:
    'Eye pain or changed sight, fever, spreading redness with heat, swelling of face or throat: see a clinician or call emergency services now.',
};
