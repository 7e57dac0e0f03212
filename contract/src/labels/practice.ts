import type {
  CellPlace,
  Decision,
  Exercise,
  ExerciseId,
  FactId,
  Judged,
  Measure,
  MeasureId,
  RunResult,
  SettingFound,
  UnevenPlaces,
} from '@tidy-quill/core/practice';
import type { Expected } from '@tidy-quill/core/plan';
import { figure } from './format';

/** Each exercise, and what it is for. */
export const EXERCISE_WORDS: Readonly<
  Record<ExerciseId, { readonly title: string; readonly aim: string }>
> = {
  motionThigh: {
    title: 'In motion, thigh',
    aim: 'Glide over the cell from edge to edge, pass after pass without a pause, until the follicles are warm. Turn quickly: what is slow at the turns is hot there.',
  },
  motionShin: {
    title: 'In motion, shin',
    aim: 'Over bone, single passes: one over the whole cell, then lift the hand and wait for the rest to be over.',
  },
  motionBikini: {
    title: 'In motion, bikini strip',
    aim: 'A narrow strip: few lanes, quickly back. Keep to the cell.',
  },
  largeCell: {
    title: 'Too large a cell',
    aim: 'Glide as evenly as you can, and watch the heat leak away before the tip comes back.',
  },
  pace: {
    title: 'Pace',
    aim: 'Glide at the console’s beat: one length of the tip from pulse to pulse, once over the cell.',
  },
  stampSquare: {
    title: 'Stamping, square tip',
    aim: 'Set the spots edge to edge. The marked spot was tested: leave it out.',
  },
  stampRound: {
    title: 'Stamping, round tip',
    aim: 'Each row in the gaps of the one before: as little missed and as little hit twice as can be.',
  },
  stampHollow: {
    title: 'Stamping, hollow armpit, round tip',
    aim: 'The skin falls away into a hollow: where it is steep a tip covers less of it than it seems. Leave the marked spot out.',
  },
  stampHollowSquare: {
    title: 'Stamping, hollow armpit, square tip',
    aim: 'The same hollow with a square tip: where it is steep, set the next spot closer. Leave the marked spot out.',
  },
  inkCoat: {
    title: 'Tattoo, one even coat',
    aim: 'Cover the design once, spot beside spot, and keep off the skin around it.',
  },
};

/** What is measured, its unit, and how many decimals it has; a unit of “%” shows a share. */
export const MEASURE_WORDS: Readonly<
  Record<MeasureId, { readonly word: string; readonly unit: string; readonly decimals: number }>
> = {
  passes: { word: 'Passes over the cell', unit: '', decimals: 1 },
  spread: { word: 'Spread of the dose', unit: '%', decimals: 0 },
  endsToMiddle: { word: 'Turns against the middle', unit: '×', decimals: 2 },
  thin: { word: 'Thin: under half of the mean', unit: '%', decimals: 0 },
  stacked: { word: 'Stacked: over one and a half', unit: '%', decimals: 0 },
  missed: { word: 'Missed', unit: '%', decimals: 1 },
  twice: { word: 'Hit twice', unit: '%', decimals: 1 },
  outside: { word: 'Fired beside it', unit: '%', decimals: 0 },
  onTested: { word: 'Spots on what was tested', unit: '', decimals: 0 },
  follicle: { word: 'Follicles, mean of the highest', unit: '°C', decimals: 1 },
  epidermis: { word: 'Epidermis, hottest', unit: '°C', decimals: 0 },
  rest: { word: 'Shortest rest', unit: 's', decimals: 0 },
  speed: { word: 'Tip lengths a pulse', unit: '×', decimals: 2 },
  tooQuick: { word: 'Pulses too far apart', unit: '%', decimals: 0 },
  tooSlow: { word: 'Pulses too close', unit: '%', decimals: 0 },
};

const written = (id: MeasureId, value: number): string => {
  const { unit, decimals } = MEASURE_WORDS[id];
  const shown = figure(unit === '%' ? 100 * value : value, decimals);
  return unit === '' ? shown : unit === '×' ? `×\u00a0${shown}` : `${shown}\u00a0${unit}`;
};

/** “18 %”: a measure with its unit. */
export const measureText = ({ id, value }: Pick<Measure, 'id' | 'value'>): string =>
  written(id, value);

/** “at most 12 %”, “9–11”: what bounds a measure. */
export function boundsText({ id, least, most }: Measure): string {
  if (least !== null && most !== null) return `${written(id, least)} to ${written(id, most)}`;
  if (most !== null) return most === 0 ? 'none' : `at most ${written(id, most)}`;
  return least === null ? '' : `at least ${written(id, least)}`;
}

const PLACE_WORDS: Readonly<Record<CellPlace, string>> = {
  topLeft: 'upper left',
  top: 'upper edge',
  topRight: 'upper right',
  left: 'left end',
  middle: 'middle',
  right: 'right end',
  bottomLeft: 'lower left',
  bottom: 'lower edge',
  bottomRight: 'lower right',
};

/** “upper left, left end”. */
export const cellPlacesText = (places: readonly CellPlace[]): string =>
  places.map((place) => PLACE_WORDS[place]).join(', ');

/** The one sentence on what to change: of all that is off, what matters most. */
export function adviceSentence(
  exercise: Exercise,
  { measures, off, pulses }: RunResult,
  uneven: UnevenPlaces,
  largestCellCm2: number | null,
): string {
  if (pulses === 0) return 'Nothing was fired.';
  const [worst] = off;
  if (worst === undefined) return 'Even, and within every limit.';
  const value = measures.find(({ id }) => id === worst)?.value ?? 0;
  const shown = written(worst, value);
  const where = (places: readonly CellPlace[]) =>
    places.length === 0 ? '' : `, mostly at the ${cellPlacesText(places)}`;
  switch (worst) {
    case 'epidermis':
      return `Some skin got as hot as ${shown}${where(uneven.stacked)}: keep the hand moving, and do not go back over a place at once.`;
    case 'onTested':
      return `${shown} ${value === 1 ? 'spot' : 'spots'} touched what was to be left out: go around it.`;
    case 'rest':
      return `The shortest rest was ${shown}: lift the hand after each pass over bone, and wait ${exercise.kind === 'motion' ? exercise.restS : 0} s.`;
    case 'endsToMiddle':
      return `The turns got ${figure(value, 2)} times what the middle did: move through them as fast as through the middle.`;
    case 'stacked':
      return `${shown} got over one and a half times the mean${where(uneven.stacked)}: spend less time there.`;
    case 'twice':
      return `${shown} was hit twice: set each spot beside the last, not on it.`;
    case 'missed':
      return exercise.kind === 'stamp' || exercise.kind === 'coat'
        ? `${shown} was missed: set the spots closer, and go to the edge.`
        : `${shown} met no pulse${where(uneven.thin)}: go to the edge, and lay the lanes side by side.`;
    case 'thin':
      return `${shown} got under half of the mean${where(uneven.thin)}: go over it as often as over the rest.`;
    case 'follicle':
      return `The follicles reached ${shown} on the mean, less than heats them: ${coolText(exercise, largestCellCm2)}`;
    case 'passes':
      return passesSentence(shown, value, exercise.kind === 'motion' ? exercise.passes : 1);
    case 'outside':
      return `${shown} was fired beside it: keep the tip within the line.`;
    case 'tooSlow':
      return `${shown} of the pulses lie too close: move faster, one length of the tip a pulse.`;
    case 'tooQuick':
      return `${shown} of the pulses lie too far apart: move slower, one length of the tip a pulse.`;
    case 'speed':
      return `${shown} lengths of the tip a pulse: keep to one.`;
    case 'spread':
      return `The dose spreads by ${shown} of its mean: keep one speed, and lay the lanes side by side.`;
  }
}

const passesSentence = (shown: string, value: number, wanted: number) =>
  `${shown} passes instead of ${wanted}: ${value < wanted ? 'go on until they are done' : 'count them, and stop'}.`;

function coolText(exercise: Exercise, largestCellCm2: number | null): string {
  const size = (exercise.cell.widthMm * exercise.cell.heightMm) / 100;
  if (largestCellCm2 === null || largestCellCm2 >= size)
    return 'go over it more often, and come back sooner.';
  return `${figure(size, 0)} cm² are too many, the heat leaks away before the tip is back. At this setting at most ${figure(largestCellCm2, 0)} cm² get warm enough.`;
}

/** What one may decide of a client. */
export const DECISION_WORDS: Readonly<Record<Decision, string>> = {
  go: 'go',
  wait: 'wait',
  refer: 'refer',
  decline: 'decline: nothing to fire at',
};

/** What there was to see. */
export const FACT_WORDS: Readonly<Record<FactId, string>> = {
  freshTan: 'A fresh tan: new pigment takes up the light',
  fadingTan: 'A fading tan: the skin counts as darker than its type',
  selfTan: 'Self-tan: its dye takes up the light like a tan',
  medicine: 'A medicine that matters before light',
  answer: 'An answer that matters before light',
  noTarget: 'Hair without pigment: nothing takes up the light',
  mayDarken: 'White, skin-coloured or cosmetic ink: it may turn dark at once',
  darkSkin: 'Dark skin: it takes up more, most of short wavelengths',
  newZone: 'An area never treated: a test spot comes first',
};

/** What the skin would have done, with the doubt between the two laws of damage. */
export function skinSentence(
  { skin, ceilingsJcm2 }: Pick<SettingFound, 'skin' | 'ceilingsJcm2'>,
  fluenceJcm2: number,
): string {
  const chosen = `${figure(fluenceJcm2, 2)}\u00a0J/cm²`;
  if (ceilingsJcm2 === null)
    return 'The model gives no number for skin here: protocol, console and test spots decide.';
  const [low, high] = ceilingsJcm2.map((ceiling) => `${figure(ceiling, 1)}\u00a0J/cm²`) as [
    string,
    string,
  ];
  const band = low === high ? `at ${low}` : `between ${low} and ${high}`;
  switch (skin) {
    case 'holds':
      return `${chosen} lies under where the model has the epidermis burn, ${band}.`;
    case 'mayBurn':
      return `${chosen} may burn: the model has the epidermis burn ${band}, by two ways to count.`;
    case 'burns':
      return `${chosen} burns: the model has the epidermis burn ${band}.`;
    case 'unknown':
      return '';
  }
}

const SHOULD_WORDS: Readonly<Record<Decision, string>> = {
  go: 'to go on',
  wait: 'to wait',
  refer: 'to refer',
  decline: 'to decline, as there is nothing to fire at',
};

/** What a setting would have done to hair. */
export const HAIR_DONE_WORDS: Readonly<Record<Expected, string>> = {
  toTheBulb: 'it works to the bulb',
  inPart: 'it works in part, from the bulge alone',
  tooLittle: 'it does too little to the follicle',
  unknown: 'the model gives no number',
};

/** Whether a choice was what the rules say, in one sentence. */
export function judgedSentence({ wrong, shouldBe }: Pick<Judged, 'wrong' | 'shouldBe'>): string {
  if (wrong.length === 0) return 'As the clinic’s own rules and limits have it.';
  const parts = wrong.map(
    (part) =>
      ({
        decision: `the rules say ${SHOULD_WORDS[shouldBe]}`,
        setting: 'the setting is outside the limits',
        testSpot: 'a test spot comes first',
      })[part],
  );
  return `Not as the clinic’s rules have it: ${parts.join('; ')}.`;
}
