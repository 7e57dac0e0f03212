import { InputError, assertInRange } from '../units';

export const INK_COLOURS = [
  'black',
  'grey',
  'brown',
  'darkBlue',
  'lightBlue',
  'green',
  'purple',
  'red',
  'orange',
  'yellow',
  'skinColoured',
  'white',
] as const;

export type InkColour = (typeof INK_COLOURS)[number];

export const INK_DENSITIES = ['fine', 'medium', 'solid'] as const;
export const INK_ORIGINS = ['professional', 'amateur', 'cosmetic', 'traumatic'] as const;
export const INK_SCARS = ['none', 'minimal', 'moderate', 'significant'] as const;

/** Whether the ink itself is quiet: what swells, itches or has turned allergic is not fired on. */
export const INK_STATES = ['quiet', 'inflamed', 'allergic'] as const;

/** One part of a design: one colour, traced on a grid of centimetres or over a photograph. */
export interface InkPart {
  readonly id: string;
  readonly colour: InkColour;
  readonly density: (typeof INK_DENSITIES)[number];
  readonly areaCm2: number;
  /** Corners in cm, in turn; empty where only its size was typed. */
  readonly outline: readonly (readonly [number, number])[];
  /** In which order parts are treated, from 1. */
  readonly order: number;
  /** The client keeps it. */
  readonly leave: boolean;
  /** A mole lies in it: never fired on. */
  readonly overMole: boolean;
}

/** The photograph that a design was traced over, and its scale. */
export interface TracedPhoto {
  readonly photoId: string;
  /** Width of the picture on the skin, cm. */
  readonly widthCm: number;
}

/** What was found of a tattoo. */
export interface InkFinding {
  /** Each colour once, with its share of the inked area; together 1. */
  readonly colours: readonly { readonly colour: InkColour; readonly share: number }[];
  readonly density: (typeof INK_DENSITIES)[number];
  /** Ink over older ink. */
  readonly layered: boolean;
  readonly origin: (typeof INK_ORIGINS)[number];
  /** Scar in or under the ink. */
  readonly scar: (typeof INK_SCARS)[number];
  /** Lines that can be felt. */
  readonly raised: boolean;
  readonly ageYears: number;
  /** Sessions by laser before, here or elsewhere. */
  readonly earlierSessions: number;
  /** Quiet where absent. */
  readonly state?: (typeof INK_STATES)[number] | undefined;
  /** The design, part by part; absent where it was not drawn. */
  readonly parts?: readonly InkPart[] | undefined;
  readonly traced?: TracedPhoto | undefined;
}

const SHARES_WITHIN = 0.005;

/** @throws InputError naming what makes no sense: no colour, one twice, shares that do not add up to 1. */
export function checkInk(ink: InkFinding): InkFinding {
  const { colours } = ink;
  if (colours.length === 0) throw new InputError('ink.colours', 'must hold one colour at least');
  if (new Set(colours.map(({ colour }) => colour)).size !== colours.length) {
    throw new InputError('ink.colours', 'must not hold a colour twice');
  }
  colours.forEach(({ share }, i) => assertInRange(`ink.colours.${i}.share`, share, 0.01, 1));
  const total = colours.reduce((sum, { share }) => sum + share, 0);
  if (Math.abs(total - 1) > SHARES_WITHIN) {
    throw new InputError('ink.colours', `must add up to 100 %, got ${Math.round(total * 100)} %`);
  }
  for (const [index, part] of (ink.parts ?? []).entries()) {
    assertInRange(`ink.parts.${index}.areaCm2`, part.areaCm2, 0.01, 2000);
    if (part.outline.length === 1 || part.outline.length === 2) {
      throw new InputError(`ink.parts.${index}.outline`, 'must hold three corners at least');
    }
  }
  assertInRange('ink.ageYears', ink.ageYears, 0, 90);
  assertInRange('ink.earlierSessions', ink.earlierSessions, 0, 60);
  return ink;
}

export type InkCaution =
  'mayDarken' | 'poorColours' | 'layered' | 'scarred' | 'traumatic' | 'mixedRed' | 'solid';

type Shares = InkFinding['colours'];

// A share is told in whole percents.
const percent = (share: number) => Math.round(share * 100) / 100;

/** Colours with one more: it takes what is missing to the whole, or else half of the largest share. */
export function withColour(colours: Shares, colour: InkColour): Shares {
  const left = percent(1 - colours.reduce((sum, { share }) => sum + share, 0));
  if (left >= 0.01) return [...colours, { colour, share: left }];
  const largest = colours.reduce((most, each) => (each.share > most.share ? each : most));
  const half = percent(largest.share / 2);
  return [
    ...colours.map((each) =>
      each === largest ? { ...each, share: percent(each.share - half) } : each,
    ),
    { colour, share: half },
  ];
}

/** Colours without one: its share goes to the largest of the others. */
export function withoutColour(colours: Shares, colour: InkColour): Shares {
  const freed = colours.find((each) => each.colour === colour)?.share ?? 0;
  const rest = colours.filter((each) => each.colour !== colour);
  if (rest.length === 0) return [];
  const largest = rest.reduce((most, each) => (each.share > most.share ? each : most));
  return rest.map((each) =>
    each === largest ? { ...each, share: percent(each.share + freed) } : each,
  );
}

const DARKENS: readonly InkColour[] = ['white', 'skinColoured'];
const POOR: readonly InkColour[] = ['yellow', 'green', 'lightBlue'];

/** What a tattoo asks to be careful of, the gravest first. */
export function inkCautions(ink: InkFinding): readonly InkCaution[] {
  const has = (list: readonly InkColour[]) =>
    ink.colours.some(({ colour }) => list.includes(colour));
  const lines: readonly (readonly [InkCaution, boolean])[] = [
    ['mayDarken', ink.origin === 'cosmetic' || has(DARKENS)],
    ['traumatic', ink.origin === 'traumatic'],
    ['scarred', ink.scar !== 'none' || ink.raised],
    ['mixedRed', has(['red'])],
    ['solid', ink.density === 'solid'],
    ['layered', ink.layered],
    ['poorColours', has(POOR)],
  ];
  return lines.flatMap(([caution, holds]) => (holds ? [caution] : []));
}
