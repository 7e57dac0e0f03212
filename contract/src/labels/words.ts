import type { Area } from '../clients';
import type { Attention } from '../today';
import type { AdvicePart, Habit } from '@tidy-quill/core/aftercare';
import type { NextVisit } from '@tidy-quill/core/course';
import type { Calibre, HairColour, Tan } from '@tidy-quill/core/optics';
import type { AddedCooling, Cooling, Density, SkinSurface, Technique } from '@tidy-quill/core/plan';
import type { Adverse, Grade, Mark, SkinAnswer } from '@tidy-quill/core/reaction';
import type { Stage, StageState } from '@tidy-quill/core/workflow';
import type { Right } from '@tidy-quill/core/access';
import type { Role } from '../auth';

import { REACTION_WORDS } from './reaction';

type Words<K extends string | number> = Readonly<Record<K, string>>;

export { areaText, SITE_WORDS } from './area';

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

export const RIGHT_WORDS: Words<Right> = {
  readAll: 'Read every client’s record',
  export: 'Export',
  signOff: 'Sign off what technicians may do',
  override: 'Override a stop, agree after a reaction',
  draft: 'Draft devices, protocol and texts',
  approve: 'Approve them, unless they are one’s own',
  readAudit: 'Read the audit trail',
  readFindings: 'Read findings and run trials',
  importClients: 'Import clients and past sessions, and undo that',
  mergeClients: 'Merge two records of one client, and undo that',
  manageAccounts: 'Invite staff, give roles, close accounts, settings',
  erase: 'Erase who a client was, for good',
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
  pulsedLightInMotion: 'pulsed light in motion',
  suction: 'large window with suction',
};

/** What is cooled on top of the handpiece's own, in a few words; empty where nothing is. */
export function addedCoolingText({
  packSeconds = 0,
  air = false,
  afterSeconds = 0,
}: AddedCooling = {}): string {
  return [
    packSeconds > 0 ? `cold pack ${packSeconds} s before` : '',
    air ? 'cold air throughout' : '',
    afterSeconds > 0 ? `cooled ${afterSeconds} s afterwards` : '',
  ]
    .filter((each) => each !== '')
    .join(', ');
}

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

export const MARK_WORDS: Words<Mark> = {
  perifollicularOedema: 'small bumps',
  perifollicularErythema: 'slight redness',
  singedHair: 'singed hairs',
  nothing: 'nothing yet',
  strongRedness: 'strong redness',
  greyOrWhite: 'grey or white skin',
  blister: 'blister',
  whealSheet: 'widespread hives',
  crust: 'crust',
  purpura: 'purpura',
  bleeding: 'pinpoint bleeding',
  evenWhitening: 'even whitening',
  faintWhitening: 'faint whitening',
  noWhitening: 'no whitening',
  thickWhitening: 'thick whitening',
  edgeWelts: 'small welts at the edge',
  splatter: 'splatter',
  smoke: 'smoke',
};

export const ENDPOINT_WORDS: Words<SkinAnswer['endpoint']> = {
  notRead: 'not noted',
  none: 'no endpoint',
  faint: 'faint endpoint',
  right: 'endpoint right',
  strong: 'endpoint strong',
};

export const ADVERSE_WORDS: Words<Adverse> = { ...REACTION_WORDS, ...MARK_WORDS };

export const GRADE_WORDS: Words<Grade> = {
  0: 'none',
  1: 'slight, as expected',
  2: 'marked, watch it',
  3: 'severe, clinician now',
};

export const ADVICE_PART_WORDS: Words<AdvicePart> = {
  care: 'Look after it',
  avoid: 'Avoid',
  normal: 'What is normal',
  call: 'When to call',
};

/** What the day of the next visit rests on. */
export const NEXT_BECAUSE_WORDS: Words<NextVisit['because']> = {
  siteInterval: 'the usual interval here, when new hair has just shown',
  regrowthSlowing: 'the usual interval and two weeks more, as regrowth slows',
  waitsForHealing: 'the skin has to heal first',
  testIsRead: 'when the test spots have been read',
  inkClears: 'the body clears ink for weeks; longer is no loss',
  inkClearsSlowly: 'the lower leg clears ink slowly; longer is no loss',
};

export const HABIT_WORDS: Words<Habit> = {
  outdoorWork: 'works outside',
  hotWork: 'works in the heat',
  sport: 'hard sport',
  swimming: 'swims',
};
