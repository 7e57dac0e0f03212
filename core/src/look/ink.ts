import { InputError, within } from '../units';

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
}

const SHARES_WITHIN = 0.005;

/** @throws InputError naming what makes no sense: no colour, one twice, shares that do not add up to 1. */
export function checkInk(ink: InkFinding): InkFinding {
  const { colours } = ink;
  if (colours.length === 0) throw new InputError('ink.colours', 'must hold one colour at least');
  if (new Set(colours.map(({ colour }) => colour)).size !== colours.length) {
    throw new InputError('ink.colours', 'must not hold a colour twice');
  }
  colours.forEach(({ share }, i) => within(`ink.colours.${i}.share`, share, 0.01, 1));
  const total = colours.reduce((sum, { share }) => sum + share, 0);
  if (Math.abs(total - 1) > SHARES_WITHIN) {
    throw new InputError('ink.colours', `must add up to 100 %, got ${Math.round(total * 100)} %`);
  }
  within('ink.ageYears', ink.ageYears, 0, 90);
  within('ink.earlierSessions', ink.earlierSessions, 0, 60);
  return ink;
}

export type InkCaution =
  'mayDarken' | 'poorColours' | 'layered' | 'scarred' | 'traumatic' | 'mixedRed' | 'solid';

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
