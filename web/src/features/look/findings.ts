import type { InkFinding, ZoneFinding } from '@tidy-quill/core/look';
import type { HairFinding, SkinFinding } from '@tidy-quill/core/plan';
import type { HairFindings, InkFindings } from '@tidy-quill/core/events';
import type { MeterPlace } from '../../instruments/melanin-meter';
import { completeInk } from './complete-ink';

/** What has been found so far; anything may still be missing. */
export interface Looked {
  readonly skin: Partial<SkinFinding>;
  readonly hair: Partial<HairFinding>;
  readonly areaCm2: number | null;
  readonly zone?: ZoneFinding | undefined;
  readonly ink?: Partial<InkFinding> | undefined;
}

/** What was found of hair, when nothing that planning needs is missing; null otherwise. */
export function completeFindings(looked: Looked): HairFindings | null {
  const { skin, hair, areaCm2, zone } = looked;
  const needed = [skin.type, skin.tan, hair.colour, hair.calibre, hair.density];
  if (needed.includes(undefined) || areaCm2 === null) return null;
  return { ...withZone(completeSkin(skin), areaCm2, zone), hair: hair as HairFinding };
}

/** What was found of ink, when nothing is missing; else what is. */
export function completeInkFindings({
  skin,
  areaCm2,
  zone,
  ink = {},
}: Looked): InkFindings | string {
  if (skin.type === undefined || skin.tan === undefined) return 'Skin type and tan are needed.';
  if (areaCm2 === null) return 'The size is needed.';
  const found = completeInk(ink);
  return typeof found === 'string'
    ? found
    : { ...withZone(completeSkin(skin), areaCm2, zone), ink: found };
}

const completeSkin = (skin: Partial<SkinFinding>): SkinFinding =>
  ({ freckled: false, measuredFraction: null, ...skin }) as SkinFinding;

const withZone = (skin: SkinFinding, areaCm2: number, zone: ZoneFinding | undefined) => ({
  skin,
  areaCm2,
  ...(zone === undefined ? {} : { zone }),
});

/** Melanin as it was read in each place, on the instrument's scale. */
export type Readings = Readonly<Record<MeterPlace, readonly number[]>>;

export const NO_READINGS: Readings = { zone: [], unexposed: [] };

/** The starting point of a return visit: last time's findings without the tan, the melanin reading and what is counted, which are taken each time; hair is counted in the same window. */
export function startingFrom(
  last: HairFindings | InkFindings | null,
  areaCm2: number | null,
): Looked {
  if (last === null) return { skin: {}, hair: {}, areaCm2 };
  const { tan: _tan, measuredFraction: _read, ...skin } = last.skin;
  const {
    hairsPerCm2: _counted,
    moreBeside: _beside,
    paleShare: _pale,
    ...hair
  } = 'hair' in last ? last.hair : {};
  return {
    skin,
    hair: inSameWindow(hair),
    areaCm2: last.areaCm2,
    ...(last.zone === undefined ? {} : { zone: last.zone }),
    ...('ink' in last ? { ink: last.ink } : {}),
  };
}

/** The window stays from visit to visit; what a picture gave in it does not. */
function inSameWindow({ counted, ...hair }: Partial<HairFinding>): Partial<HairFinding> {
  if (counted === undefined) return hair;
  const { picture: _given, ...window } = counted;
  return { ...hair, counted: window };
}

/** The labels of what planning still needs, in the order of the page. */
export function missingLabels(
  { skin, hair, areaCm2, ink = {} }: Looked,
  ofInk: boolean,
): readonly string[] {
  const wanted: readonly (readonly [label: string, value: unknown])[] = [
    ['Fitzpatrick type', skin.type],
    ['Tan on the area', skin.tan],
    ...(ofInk
      ? ([
          ['Add a colour', (ink.colours ?? []).length > 0 ? true : undefined],
          ['State of the ink', ink.state],
          ['Density of the ink', ink.density],
          ['Made by', ink.origin],
          ['Scar', ink.scar],
          ['Age of the ink', ink.ageYears],
          ['Sessions before', ink.earlierSessions],
        ] as const)
      : ([
          ['Colour', hair.colour],
          ['Calibre', hair.calibre],
          ['Density', hair.density],
        ] as const)),
    ['Size of the area', areaCm2 ?? undefined],
  ];
  return wanted.filter(([, value]) => value === undefined).map(([label]) => label);
}
