import type {
  InkRefusalCode,
  InkRisk,
  InkStart,
  InkWay,
  OrderReason,
  RiskRelief,
  RiskTerm,
  SessionTerm,
} from '@tidy-quill/core/ink';
import type { INK_STATES } from '@tidy-quill/core/look';
import { figure, sentence } from './format';
import { STEP_WORDS } from './skin-words';
import { fluenceText } from './settings';

type Words<K extends string> = Readonly<Record<K, string>>;

export const INK_STATE_WORDS: Words<(typeof INK_STATES)[number]> = {
  quiet: 'quiet',
  inflamed: 'inflamed',
  allergic: 'allergic',
};

export const VERDICT_WORDS: Words<InkWay['verdict']> = {
  best: 'best',
  works: 'works',
  weak: 'weak',
  no: 'no',
};

/** A mark of its own for each verdict, so that nothing rests on colour. */
export const VERDICT_MARKS: Words<InkWay['verdict']> = {
  best: '●',
  works: '◐',
  weak: '○',
  no: '✕',
};

export const INK_REFUSAL_WORDS: Words<InkRefusalCode> = {
  longPulse: 'milliseconds and pulsed light burn skin around ink',
  lowAbsorption: 'absorbs under 10 % of this light',
  mayDarken: 'may turn dark at once: decline, or one test spot with the supervisor’s approval',
  inflamed: 'inflamed ink is not fired on',
  allergic: 'allergic ink: a clinician first; light may spread it',
  overMole: 'a mole lies in it',
  darkSkin: 'types IV–VI: 1064 nm alone, or the supervisor’s approval',
  noProtocolRow: 'the protocol has no range for it',
  outOfService: 'not in service',
  notOffered: 'the console does not offer this',
  otherOutput: 'what the console gives was measured since',
  offStep: 'not on the console’s step',
  aboveLimit: 'above the limit',
  noColour: 'no colour was named for this light',
  colourNotHere: 'a colour was named that this tattoo does not have, or that is left',
};

export const ORDER_WORDS: Words<OrderReason> = {
  darkFirst: 'dense dark ink first',
  darkPartOfRed: 'mixed reds carry a dark part',
  bestSelectivity: 'tells this colour best from the skin',
  sameLight: 'the same light',
};

export const RISK_TERM_WORDS: Words<RiskTerm> = {
  dependentPlace: 'ankle, foot or lower leg',
  solidInk: 'solid ink',
  redWith532: '532 nm on red',
  rubyOverInfrared: '680–800 nm instead of 1064',
  darkSkin: 'skin worked as type IV–VI',
  blisteredBefore: 'it blistered before',
  scar: 'scar or raised lines',
};

export const RISK_RELIEF_WORDS: Words<RiskRelief> = {
  elevate: 'raise the limb afterwards, and for two days',
  startLow: 'begin low and rise on test spots',
  infraredInstead: '1064 nm where the colour takes it up',
  testSpotLonger: 'test spots read after 24–48 h',
  coldAir: 'cold air throughout',
  smallerPart: 'a smaller part at a time',
};

export const RISK_LEVEL_WORDS: Words<InkRisk['level']> = {
  usual: 'as usual',
  raised: 'raised',
  high: 'high',
};

export const SESSION_TERM_WORDS: Words<SessionTerm> = {
  skin: 'skin type',
  location: 'place',
  colour: 'colours',
  amount: 'amount of ink',
  scar: 'scar',
  layering: 'layering',
};

const LOW_WORDS = {
  darkSkin: 'first time on skin worked as IV–VI',
  layered: 'ink over ink',
  mayDarken: 'ink that may turn dark',
} as const;

/** Where the fluence begins, with its arithmetic. */
export function inkStartText(start: InkStart): string {
  switch (start.kind) {
    case 'protocol':
      return `${figure(start.low, 2)} + ${figure(start.share, 2)} × (${figure(start.high, 2)} − ${figure(start.low, 2)}), from the protocol’s range by the density of the ink`;
    case 'protocolLow':
      return `The low end of the protocol’s range, for ${LOW_WORDS[start.because]}`;
    case 'lastSession':
      return `Last time ${fluenceText(start.session.setting)}: ${STEP_WORDS[start.advice.because]}: ${figure(start.session.setting.fluenceJcm2, 2)} × ${start.advice.factor} = ${figure(start.wantedJcm2, 2)}`;
    case 'largerSpot':
      return `${sentence(STEP_WORDS[start.advice.because])} at ${start.fromMm} mm: begin with the ${start.toMm} mm spot low in its range, at ${figure(start.wantedJcm2, 2)} J/cm² or less`;
  }
}
