import type {
  Extent,
  ReactionKind,
  ReactionSign,
  SecondLookReason,
  SeenAtHome,
  StopCause,
  Trend,
  TriageLevel,
  TriageReason,
} from '@tidy-quill/core/reaction';
import type { Cared, ReactionOutcome, ReactionStep, ReportedHow } from '@tidy-quill/core/events';
import { figure } from './format';

type Words<K extends string> = Readonly<Record<K, string>>;

export const REACTION_WORDS: Words<ReactionKind> = {
  redness: 'redness',
  swelling: 'swelling',
  crust: 'crust',
  blister: 'blister',
  purpura: 'purpura',
  infection: 'signs of infection',
  darkerSkin: 'skin turned darker',
  palerSkin: 'skin turned paler',
  scar: 'scar',
  hairGrowth: 'more hair than before',
  inkDarkening: 'ink turned darker',
  allergy: 'allergic reaction',
  eye: 'eye symptoms',
};

/** As a client names it at home. */
export const SEEN_WORDS: Words<SeenAtHome> = {
  redness: 'redness',
  swelling: 'swelling',
  blister: 'blister',
  crust: 'crust or scab',
  darkerSkin: 'skin turned darker',
  palerSkin: 'skin turned paler',
};

/** What a client is asked to look for, in plain words. */
export const HOME_SIGN_WORDS: Words<ReactionSign> = {
  fever: 'fever or feeling ill',
  spreadingRedness: 'hot redness that spreads',
  pus: 'yellow or green discharge',
  growingPain: 'pain that gets stronger',
  bloodFilled: 'a blister filled with blood',
  bleeding: 'bleeding',
  weeping: 'wet or weeping skin',
  raised: 'raised, hard or growing skin',
  overBody: 'a rash on other parts of the body',
  faceOrThroat: 'swollen face or throat',
  breathing: 'short of breath',
  changedSight: 'sight has changed',
};

export const EXTENT_WORDS: Words<Extent> = {
  edge: 'its edge only',
  part: 'a part of it',
  whole: 'all of it',
};

export const TREND_WORDS: Words<Trend> = { better: 'better', same: 'the same', worse: 'worse' };

export const SIGN_WORDS: Words<ReactionSign> = {
  fever: 'fever',
  spreadingRedness: 'hot redness that spreads',
  pus: 'pus',
  growingPain: 'pain that grows',
  bloodFilled: 'filled with blood',
  bleeding: 'bleeding',
  weeping: 'wet or weeping',
  raised: 'raised or growing',
  overBody: 'rash over the body',
  faceOrThroat: 'swollen face or throat',
  breathing: 'short of breath',
  changedSight: 'changed sight',
};

export const LEVEL_WORDS: Words<TriageLevel> = {
  normal: 'Normal course',
  advice: 'Advice',
  seeToday: 'See today',
  clinicianNow: 'Clinician now',
};

/** What a level asks of whoever holds the telephone. */
export const LEVEL_MEANING: Words<TriageLevel> = {
  normal: 'Say what is normal and until when. No need to come in.',
  advice: 'Give the advice, write it down, ask again in two days.',
  seeToday: 'Have the client in today; the supervisor looks too.',
  clinicianNow:
    'To a clinician now. Short of breath, swollen throat, or an eye: emergency services.',
};

export const TRIAGE_WORDS: Words<TriageReason> = {
  eyeAlways: 'Anything about an eye goes to a clinician at once',
  breathing: 'Short of breath: emergency services',
  faceOrThroat: 'Face or throat swells: emergency services',
  changedSight: 'Sight has changed',
  fever: 'Fever',
  spreadingRedness: 'Hot redness that spreads: infection until shown otherwise',
  pus: 'Pus',
  growingPain: 'Pain that grows instead of fading',
  overBody: 'A rash over the body',
  infectionSigns: 'Signs of infection have to be seen',
  allergySigns: 'An allergic reaction has to be seen',
  withinNormalDays: 'Within the days that this usually lasts',
  longerThanUsual: 'Lasts longer than usual',
  farTooLong: 'Lasts far too long',
  gettingWorse: 'Still gets worse',
  onFace: 'On the face',
  wholeArea: 'Over all that was treated',
  large: 'Wider than 5 cm',
  darkSkin: 'Skin worked as type IV–VI: marks stay longer',
  bloodFilled: 'Filled with blood: deeper',
  bleeding: 'Bleeding skin has to be seen',
  weeping: 'Open, weeping skin',
  blisterAtOnce: 'Within the hour: too much heat',
  blisterIsBurn: 'A blister after hair removal is a burn',
  blisterFromShock: 'Hours to three days on ink: mostly from the shock wave, mostly benign',
  blisterLate: 'Later than three days: not from the shock wave',
  edgeOverlap: 'At the edge alone: where the beam meets bare skin',
  dependentPlace: 'Ankle, foot or lower leg: fluid gathers there; raise the limb',
  shallowLight: '532 or 694 nm: blisters and pale skin are likelier',
  crustOnHair: 'Crust after hair removal: more heat than was meant',
  purpuraOnHair: 'Purpura after hair removal: more heat than was meant',
  pigmentFades: 'Darker skin mostly fades within months: keep the sun off',
  pigmentLasts: 'Darker for more than half a year',
  paleWatch: 'Paler skin: photograph, keep the sun off, no more here yet',
  paleBurn: 'Paler within three days of light: a burn until somebody has seen it',
  paleLasts: 'Paler for more than three months: may stay',
  scarForms: 'A scar forms',
  scarRaised: 'A raised or growing scar: early care counts',
  hairGrowth: 'More hair than before: stop here; ask about hormones; another wavelength or none',
  inkDarkened: 'Ink turned darker: no more at these settings; one test spot at 1064 nm first',
};

/** What is done about a reaction that does not simply heal: stop what, do what, say what. */
export const PATH_WORDS: Readonly<Partial<Record<ReactionKind, string>>> = {
  inkDarkening:
    'Stop this light on this ink. The ink has changed colour, not the skin: plan it again as black, one test spot at 1064 nm with the supervisor’s approval, read after four to eight weeks. Say that it may take as many sessions as black ink does.',
  palerSkin:
    'Stop here until it is even again, or the supervisor agrees. Photograph each visit, keep the sun off, no shorter wavelength than 1064 nm after it. It may take months, and some of it may stay: say so.',
  darkerSkin:
    'Stop here until it has faded. Sun cover each day; it mostly fades in three to six months. A clinician where it does not.',
  allergy:
    'Stop. Light may spread an allergy to ink: no more of it before a clinician has seen it. Face, throat or breath: emergency services.',
  infection: 'Stop. Clean and covered; a clinician today. Fever or redness that spreads: now.',
  scar: 'Stop here. Early care counts for raised scars: a clinician, photographs each month.',
  hairGrowth:
    'Stop here. Ask about hormones; another wavelength at a higher fluence or none at all: the supervisor decides.',
  eye: 'Stop. Cover the eye, no drops, to eye care at once with the laser’s wavelength written down.',
};

export const SECOND_LOOK_WORDS: Words<SecondLookReason> = {
  usual: 'as always',
  typesIVtoVI: 'skin worked as type IV–VI',
  strongAnswer: 'a strong answer or pain',
  ink: 'whitening hides what lies under it',
};

/** What is asked of each cause after a stop that hurt. */
export const CAUSE_WORDS: Words<StopCause> = {
  tooMuchFluence: 'too much fluence',
  pulseTooShort: 'too short a pulse',
  poorCooling: 'poor contact or cooling',
  unseenTan: 'a tan or darker skin nobody saw',
  numbingWornOff: 'numbing has worn off',
};

export const CARED_WORDS: Words<Cared> = {
  coldAir: 'cold air',
  coolPack: 'cool pack in cloth',
  wetCloth: 'damp cloth',
  soothingGel: 'soothing gel',
  ointment: 'ointment',
  dressing: 'dressing',
};

export const HOW_WORDS: Words<ReportedHow> = {
  phone: 'told by phone',
  seen: 'seen here',
  message: 'told in a message',
};

export const STEP_DONE_WORDS: Words<ReactionStep> = {
  adviceGiven: 'advice given',
  cooled: 'cooled',
  dressed: 'dressed',
  photographed: 'photographed',
  supervisorTold: 'supervisor told',
  clinicianTold: 'clinician told',
  sentToClinician: 'sent to a clinician',
  emergencyCalled: 'emergency services called',
  askedToComeIn: 'asked to come in',
};

export const CLOSED_WORDS: Words<ReactionOutcome> = {
  healed: 'healed',
  leftMark: 'left a mark',
  withClinician: 'with a clinician',
  notFromSession: 'not from this session',
};

/** “at once”, “20 min after”, “5 h after”, “2 days after” the last pulse. */
export function onsetText(hours: number): string {
  if (hours < 1 / 6) return 'at once';
  if (hours < 1) return `${Math.round(hours * 60)} min after`;
  if (hours < 36) return `${figure(hours, 0)} h after`;
  const days = Math.round(hours / 24);
  return `${days} days after`;
}
