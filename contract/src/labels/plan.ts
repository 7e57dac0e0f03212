import type {
  CautionCode,
  CellHeat,
  Expected,
  FirstBecause,
  LimitName,
  LowStartReason,
  ModelSilence,
  Refusal,
  AlternativeKind,
  Technique,
  TestSpotReason,
} from '@tidy-quill/core/plan';
import { figure, passesText } from './format';
import { HAIR_COLOUR_WORDS } from './words';

export const LIMIT_WORDS: Readonly<Record<LimitName, string>> = {
  device: 'device',
  protocol: 'clinic protocol',
  model: 'skin model',
  risk: 'risk of harm',
  history: 'past response',
};

export const LIMIT_REASON: Readonly<Record<Exclude<LimitName, 'model' | 'risk'>, string>> = {
  device: 'The most that this console gives at this spot and rate.',
  protocol: 'The high end of the approved row for this laser, skin type and calibre.',
  history:
    'A little above the highest fluence borne well here (1.2 × unless the protocol asks for less), never above one with a strong response; after a reaction the lower of 0.8 × that fluence, or less, and the highest borne well.',
};

/** What each school gives, and what it gives up. */
export const TECHNIQUE_TRADE: Readonly<Record<Technique, string>> = {
  stamping:
    'Stamping: one full pulse a place, sharper; slower, and it needs good cooling before and after.',
  inMotion:
    'In motion: quick over large areas and mild pulse by pulse; it lives on heat that builds up, so cells too large or uneven strokes lose it, and it needs cooling after.',
  longPulse1064:
    'Long pulse at 1064 nm: little of it stays in the epidermis and it reaches deep; it needs more fluence and strong cooling, and hurts more.',
  subMs1064:
    'Sub-millisecond: no contact cooling and no gel; small spot, many pulses, and the uncooled skin binds early.',
  pulsedLight:
    'Pulsed light: a wide spot and a broad band; it reaches less deep and spares the epidermis less.',
  pulsedLightInMotion:
    'Pulsed light in motion: quick and mild pulse by pulse over large areas; it lives on heat that builds up and needs thick gel over narrow or bony places.',
  suction:
    'Large window with suction: skin drawn into the tip is thinner and paler, so less fluence reaches the root; quick over large areas, and usually reported as less painful. Not on mucosa, thin eyelid skin, over varices or with anticoagulants.',
};

export const EXPECTED_WORDS: Readonly<Record<Expected, string>> = {
  toTheBulb: 'works fully',
  inPart: 'works partly',
  tooLittle: 'what is allowed is unlikely to work',
  unknown: 'not known',
};

/** What is expected at the start, where more is expected at the highest allowed. */
export const expectedAtStartText = (expected: Expected): string =>
  expected === 'tooLittle' ? 'too little yet' : EXPECTED_WORDS[expected];

/** Why the first option stands before the next, as the end of a sentence. */
export const FIRST_BECAUSE_WORDS: Readonly<Record<FirstBecause, string>> = {
  noRestsNeeded: 'it needs no rests between passes over bone',
  worksBetter: 'it is expected to work better than the other options',
  suitsSkin: 'its wavelength suits this skin better than that of the next option',
  reachesBulb: 'it is expected to work fully',
  moreRoom: 'it leaves most room between too little and too much',
  moreRoomOfSuited:
    'of the wavelengths that suit this skin, it leaves most room between too little and too much',
  quicker: 'it is quicker than the next option, with about as much room',
  gentler: 'it starts gentler than the next option',
};

export const MODEL_SILENCE_WORDS: Readonly<Record<ModelSilence, string>> = {
  mucosa:
    'Mucosa and genital skin are not what the model was made for. Plain skin of the darker type stays as an upper bound beside device, protocol and past response; one pulse at the low end or below, the longest pulse first, with a supervisor’s approval; or leave it out.',
  tattooed: 'Ink under the spots: the model knows skin and hair, not ink among them.',
  scarred:
    'Scar tissue has other blood, pigment and depth than the model’s skin. Plain skin of the darker type stays as an upper bound beside device, protocol and past response; one pulse at the low end or below, the longest pulse first, with a supervisor’s approval.',
};

export const ALTERNATIVE_WORDS: Readonly<Record<AlternativeKind, string>> = {
  fluence: 'less fluence',
  pulse: 'a longer pulse',
  cooling: 'more cooling',
};

export const CAUTION_WORDS: Readonly<Record<CautionCode, string>> = {
  supervisorFirst: 'It reacted last time: the supervisor’s approval comes before this session.',
  modelSilent: 'The model does not cover this skin: a supervisor approves before this session.',
  frost:
    'This cooling keeps the skin below −2 °C for more than 1 s: risk of frost damage. Cool less.',
  longCold: 'Cooled for 300 s: numb skin may not warn of pain. Look at the skin after every pulse.',
  planDarker: 'Planned for darker skin than the type found.',
  typesIVtoVI: 'Types IV–VI: read test spots after 24–48 h, and check next day.',
  bonyOrThin: 'Bony or thin place: runs hotter. More gel, single pulses with rests.',
  mucosal:
    'Mucosa and the darker skin next to it: the lowest step, one pulse a place, or leave out.',
  scarred: 'Scar under the spots: a test spot and the supervisor’s approval first.',
  darkerSite: 'Naturally darker skin here: lowest step first.',
  poorTarget: 'Little pigment in this hair: a poor target. Do not promise much.',
  denseDarkHair: 'Dense dark hair adds heat: expect more pain.',
  tooSoon: 'Sooner than the interval: little new hair has come back.',
  late: 'More than twice the interval since last time: hair has cycled on.',
};

export const TEST_SPOT_WORDS: Readonly<Record<TestSpotReason, string>> = {
  newZone: 'first time on this area',
  newHandpiece: 'new handpiece here',
  newWavelength: 'new wavelength here',
  tan: 'a tan that was not there last time',
  darkerSkin: 'skin darker than last time',
  newMedicine: 'a new medicine',
  gapOfSixMonths: 'over six months since last time',
  afterReaction: 'the reaction last time',
};

export const LOW_START_WORDS: Readonly<Record<LowStartReason, string>> = {
  denseDarkHair: 'dense dark hair',
  bonyOrThin: 'a bony or thin place',
  mucosal: 'mucosa, or skin next to it',
  scarred: 'scar under the spots',
  firstTypesIVtoVI: 'first time on skin worked as IV–VI',
};

/** How warm a cell gets in motion and how large it may be, in one or two sentences. */
export function cellHeatText({ warmC, targetC, largestCellCm2, fewestPasses }: CellHeat): string {
  const reached = `The cell reaches ${figure(warmC)} °C at 2 mm depth; “warm” means ${figure(targetC)} °C there, by the clinic’s protocol. ${fewestPasses === null ? 'Thirty passes do not get this cell there.' : `This cell takes ${passesText(fewestPasses)} for it.`}`;
  return largestCellCm2 === null
    ? `${reached} No cell gets warm at this setting: more passes, or more fluence within the limits.`
    : `${reached} Cells up to ${figure(largestCellCm2, 0)} cm² still get warm.`;
}

/** Why a setting or a way of treating cannot be used, in one sentence. */
export function refusalText(refusal: Refusal): string {
  switch (refusal.code) {
    case 'noTarget':
      return `${HAIR_COLOUR_WORDS[refusal.colour]} hair has no pigment for light to act on. It cannot be treated: say so, and do not sell it.`;
    case 'unknownHandpiece':
      return 'This handpiece is not in the clinic’s list.';
    case 'notInService':
      return 'This handpiece is not in service.';
    case 'otherOutput':
      return 'What this handpiece gives was measured since: plan again.';
    case 'techniqueNotOffered':
      return 'This handpiece is not used in this way.';
    case 'spotNotOffered':
      return 'This handpiece has no such spot.';
    case 'spotNotFlat':
      return `No spot up to ${figure(refusal.largestMm)} mm lies flat here.`;
    case 'coolingNotOffered':
      return 'This handpiece does not cool like that.';
    case 'overTattoo':
      return 'Never fire hair settings on or through a tattoo: its ink takes the light and burns. Plan the skin around it, the tattoo under white cover.';
    case 'pulseNotOffered':
      return 'This handpiece has no such pulse.';
    case 'noProtocolRow':
      return 'The clinic’s protocol has no approved row for this skin, hair and pulse.';
    case 'noStepLowEnough':
      return `Its lowest step is above the ${LIMIT_WORDS[refusal.binding]} limit, ${figure(refusal.limitJcm2)} J/cm².`;
    case 'notOnStep':
      return `The console moves in steps of ${figure(refusal.stepJcm2, 2)} J/cm².`;
    case 'aboveLimit':
      return `Above the ${LIMIT_WORDS[refusal.binding]} limit: ${figure(refusal.limitJcm2)} J/cm², on the console’s step ${figure(refusal.upperJcm2)}.`;
    case 'rateTooFast':
      return `The console’s fastest rate is ${figure(refusal.maxHz)} Hz.`;
    case 'pulseLongerThanPeriod':
      return `A shot of ${figure(refusal.shotMs)} ms does not fit a period of ${figure(refusal.periodMs)} ms.`;
    case 'passesOutOfRange':
      return refusal.high === 1
        ? 'This technique takes 1 pass.'
        : `This technique takes ${refusal.low}–${refusal.high} passes.`;
  }
}
