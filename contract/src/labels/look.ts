import { figure } from './format';
import type {
  Avoided,
  Build,
  Change,
  InkCaution,
  InkColour,
  InkFinding,
  TypingId,
  ZoneFinding,
} from '@tidy-quill/core/look';

type Words<K extends string> = Readonly<Record<K, string>>;

/** What is asked to find the skin type, and the five answers from fairest to darkest. */
export const TYPING_WORDS: Readonly<
  Record<TypingId, { ask: string; answers: readonly [string, string, string, string, string] }>
> = {
  eyes: {
    ask: 'Colour of the eyes',
    answers: ['light blue or grey', 'blue or green', 'hazel', 'brown', 'nearly black'],
  },
  hairBorn: {
    ask: 'Hair as a young adult, undyed',
    answers: ['red or pale blond', 'blond', 'dark blond or light brown', 'brown', 'black'],
  },
  skinUnexposed: {
    ask: 'Skin that never sees sun',
    answers: ['pinkish white', 'very pale', 'pale with a beige tint', 'light brown', 'dark brown'],
  },
  freckles: {
    ask: 'Freckles on skin that sees no sun',
    answers: ['many', 'several', 'few', 'hardly any', 'none'],
  },
  burns: {
    ask: 'After too long in the sun without cover',
    answers: [
      'burns, blisters and peels',
      'burns and peels',
      'burns, then browns',
      'seldom burns',
      'never burns',
    ],
  },
  tans: {
    ask: 'How well it browns',
    answers: ['not at all', 'hardly', 'somewhat', 'well', 'very fast and deep'],
  },
  tanDepth: {
    ask: 'Browner within hours of sun',
    answers: ['never', 'seldom', 'sometimes', 'often', 'always'],
  },
  tanLasts: {
    ask: 'How long the brown stays',
    answers: ['none comes', 'days', 'a few weeks', 'a couple of months', 'nearly all year'],
  },
  faceInSun: {
    ask: 'How the face takes sun',
    answers: ['very badly', 'badly', 'a little badly', 'well', 'no sign at all'],
  },
  lastSun: {
    ask: 'Sun or sunbed on the body last',
    answers: [
      'over three months ago',
      'two to three months ago',
      'one to two months ago',
      'within a month',
      'within two weeks',
    ],
  },
};

export const BUILD_WORDS: Words<Build> = { slight: 'slight', middle: 'middle', large: 'large' };

export const GROWTH_WORDS: Words<NonNullable<ZoneFinding['growth']>> = {
  down: 'downwards',
  up: 'upwards',
  inwards: 'inwards',
  outwards: 'outwards',
  whorl: 'in a whorl',
};

export const AVOIDED_WORDS: Words<Avoided> = {
  mole: 'moles',
  tattoo: 'tattoos',
  scar: 'scars',
  lesion: 'other marks',
};

/** One of each. */
export const AVOIDED_ONE_WORDS: Words<Avoided> = {
  mole: 'a mole',
  tattoo: 'a tattoo',
  scar: 'a scar',
  lesion: 'another mark',
};

export const INK_COLOUR_WORDS: Words<InkColour> = {
  black: 'black',
  grey: 'grey',
  brown: 'brown',
  darkBlue: 'dark blue',
  lightBlue: 'light blue',
  green: 'green',
  purple: 'purple',
  red: 'red',
  orange: 'orange',
  yellow: 'yellow',
  skinColoured: 'skin-coloured or pink',
  white: 'white',
};

export const INK_DENSITY_WORDS: Words<InkFinding['density']> = {
  fine: 'fine or faded',
  medium: 'medium',
  solid: 'solid',
};

export const INK_ORIGIN_WORDS: Words<InkFinding['origin']> = {
  professional: 'professional',
  amateur: 'amateur',
  cosmetic: 'cosmetic',
  traumatic: 'dirt or powder',
};

export const INK_SCAR_WORDS: Words<InkFinding['scar']> = {
  none: 'none',
  minimal: 'minimal',
  moderate: 'moderate',
  significant: 'significant',
};

export const INK_CAUTION_WORDS: Words<InkCaution> = {
  mayDarken:
    'White, skin-coloured or cosmetic ink can turn dark at once: decline, or one test spot with the warning in writing.',
  traumatic: 'Dirt or powder may hold what sparks: the supervisor looks first.',
  scarred: 'Scar or raised lines: more sessions, and more scar if pushed.',
  mixedRed: 'Red often carries a dark part: 1064 nm for that first, then 532 nm for the rest.',
  solid: 'Solid ink: begin low, expect strong whitening and blisters.',
  layered: 'Ink over ink: more sessions than it looks.',
  poorColours: 'Green, light blue and yellow answer poorly.',
};

const FIELD_WORDS: Readonly<Record<string, string>> = {
  'skin.type': 'skin type',
  'skin.tan': 'tan',
  'skin.freckled': 'freckles',
  'skin.surface': 'skin under the spots',
  'skin.measuredFraction': 'melanin of the area',
  'skin.unexposedFraction': 'melanin of unexposed skin',
  'hair.colour': 'hair colour',
  'hair.calibre': 'calibre',
  'hair.density': 'density',
  'hair.diameterUm': 'diameter, µm',
  'hair.hairsPerCm2': 'hairs a cm²',
  'hair.counted.place': 'place of the count',
  'hair.counted.sizeCm2': 'window of the count, cm²',
  'hair.counted.how': 'way of counting',
  'hair.paleShare': 'share of grey, white or vellus hair',
  'hair.moreBeside': 'more hair beside the zone',
  areaCm2: 'size, cm²',
  'zone.growth': 'growth',
  'zone.ingrown': 'ingrowing hair',
  'zone.bony': 'bony or thin places',
  'zone.mucosal': 'mucosal places',
  'zone.avoid.mole': 'moles',
  'zone.avoid.tattoo': 'tattoos',
  'zone.avoid.scar': 'scars',
  'zone.avoid.lesion': 'other marks',
  'ink.density': 'density of the ink',
  'ink.parts': 'design',
  'ink.state': 'state of the ink',
  'ink.scar': 'scar',
  'ink.raised': 'raised lines',
  'ink.colours': 'colours',
};

// Worked out from other fields, or no news by themselves.
const SILENT: readonly string[] = [
  'ink.traced',
  'skin.typing',
  'zone.measured',
  'zone.marked',
  'zone',
];

/** “2.3 % of the epidermis here, 1.6 % on unexposed skin”; null where nothing was read. */
export function melaninText(skin: {
  readonly measuredFraction: number | null;
  readonly unexposedFraction?: number | null | undefined;
}): string | null {
  const percent = (fraction: number) => `${figure(100 * fraction)} %`;
  const { measuredFraction: here, unexposedFraction: unexposed = null } = skin;
  const parts = [
    ...(here === null ? [] : [`${percent(here)} of the epidermis here`]),
    ...(unexposed === null ? [] : [`${percent(unexposed)} on unexposed skin`]),
  ];
  return parts.length === 0 ? null : parts.join(', ');
}

const FRACTIONS: readonly string[] = ['skin.measuredFraction', 'skin.unexposedFraction'];
// A tenth more or less is the meter's own scatter.
const SCATTER = 0.1;

/** A change of findings in words; null for what is no news by itself. */
export function changeText({ field, before, now }: Change): string | null {
  if (FRACTIONS.includes(field)) {
    if (typeof before !== 'number' || typeof now !== 'number') return null;
    const ratio = now / before;
    if (Math.abs(ratio - 1) <= SCATTER) return null;
    return `${FIELD_WORDS[field]}: ${Math.round(ratio * 100) / 100} × last time`;
  }
  if (SILENT.some((each) => field === each || (field.startsWith(`${each}.`) && each !== 'zone'))) {
    return null;
  }
  return `${FIELD_WORDS[field] ?? field}: ${valueText(before)} → ${valueText(now)}`;
}

function valueText(value: unknown): string {
  if (value === undefined || value === null) return 'not noted';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string') {
    return value.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
  }
  return 'changed';
}

/** About how an ink looks in skin, for a small sample beside its word; never by itself. */
export const INK_SWATCHES: Words<InkColour> = {
  black: '#1B1B1F',
  grey: '#7B7F86',
  brown: '#6B4630',
  darkBlue: '#23356B',
  lightBlue: '#5C9BC8',
  green: '#2E7A4B',
  purple: '#6A3E86',
  red: '#B3322B',
  orange: '#D9762B',
  yellow: '#DDBB3C',
  skinColoured: '#D9A98C',
  white: '#F7F5F0',
};
