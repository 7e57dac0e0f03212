import { COLUMN_WORDS } from './columns';
import { skinTypeText } from './format';
import { INK_COLOUR_WORDS, INK_DENSITY_WORDS } from './look';
import { OUTCOME_WORDS, QUESTION_WORDS } from './questions';
import { pulseText } from './settings';
import { CALIBRE_WORDS, TECHNIQUE_WORDS } from './words';

const PULSES: readonly string[] = ['pulsesMs', 'pulseLowMs', 'pulseHighMs'];

const asks = Object.fromEntries(
  Object.entries(QUESTION_WORDS).map(([id, { ask }]) => [id, ask] as const),
);

/** Words for the codes that the cells of a column hold. */
const WORDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  technique: TECHNIQUE_WORDS,
  techniques: TECHNIQUE_WORDS,
  calibres: CALIBRE_WORDS,
  colours: INK_COLOUR_WORDS,
  densities: INK_DENSITY_WORDS,
  question: asks,
  outcome: OUTCOME_WORDS,
  jobs: { hair: 'hair', ink: 'tattoo' },
  age: { tooYoung: 'too young', minor: 'a minor' },
  override: { supervisor: 'a supervisor', never: 'nobody' },
  laserClass: {
    ruby: 'ruby',
    alexandrite: 'alexandrite',
    diode: 'diode',
    ndYag: 'Nd:YAG',
    pulsedLight: 'pulsed light',
  },
  pulseClass: { ns: 'nanoseconds', ps: 'picoseconds' },
  cooling: {
    contact: 'contact plate',
    gelPlate: 'plate through gel',
    air: 'cold air',
    cryogen: 'cryogen',
    ice: 'ice',
    none: 'none',
  },
};

/** A column's heading on the page, where each pulse carries its own unit. */
export function headText(column: string): string {
  const words = COLUMN_WORDS[column] ?? column;
  return PULSES.includes(column) ? words.replace(', ms', '') : words;
}

/** A cell as the page shows it: words for codes, pulses in the unit in which they are spoken of. Files keep the codes. */
export function cellText(column: string, cell: string): string {
  if (cell === '') return '';
  return cell
    .split('; ')
    .map((each) => {
      if (PULSES.includes(column)) return pulseText(Number(each));
      if (column === 'skinTypes') return skinTypeText(Number(each));
      return WORDS[column]?.[each] ?? each;
    })
    .join(', ');
}
