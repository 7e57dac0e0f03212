import { addDays, InputError, type Day } from '../units';
import type { InkColour } from '../look';
import { inPixels, type Alignment, type Scaled } from './align';
import { fadedShare, inkContrast, type InkNotMeasurable } from './ink-contrast';
import { inverted, mapped } from './map-points';
import type { Point } from './pixels';

/** Whitening, redness or a crust change what is measured for so long after a session, days: six weeks. */
export const HEALED_DAYS = 42;

/** From which day on ink may be measured in pictures: six weeks after it was last fired at, or reacted; null where neither was. */
export function measurableFrom(
  firedOn: readonly Day[],
  reactedOn: readonly Day[] = [],
): Day | null {
  const last = [...firedOn, ...reactedOn].sort().at(-1);
  return last === undefined ? null : addDays(last, HEALED_DAYS);
}

/** A part of a design as it is traced in the first picture, px. */
export interface TracedPart {
  readonly id: string;
  readonly colour: InkColour;
  readonly areaCm2: number;
  readonly outline: readonly Point[];
}

/** How far a part has faded from the first picture to the later one; below 0 where it stands out more. */
export interface PartFaded {
  readonly id: string;
  readonly colour: InkColour;
  /** Corners in the later picture, px. */
  readonly outline: readonly Point[];
  /** CIEDE2000 between part and skin in both. */
  readonly contrasts: { readonly first: number; readonly now: number } | null;
  readonly faded: { readonly share: number; readonly doubt: number } | null;
  readonly notMeasurable: InkNotMeasurable | 'tooFaint' | null;
}

/** Measures each part in both pictures, where it lies in the later one by their alignment. */
export function partsFaded(
  parts: readonly TracedPart[],
  first: Scaled,
  now: Scaled,
  { map }: Pick<Alignment, 'map'>,
): readonly PartFaded[] {
  const back = inverted(inPixels(map, { first: first.pxPerMm, now: now.pxPerMm }));
  const moved = parts.map(({ outline }) => outline.map((corner) => mapped(back, corner)));
  const withCards = first.card !== null && now.card !== null;
  return parts.map(({ id, colour, outline }, each) => {
    const contrast = (
      { picture, pxPerMm, card }: Scaled,
      outlines: readonly (readonly Point[])[],
      rimLight?: number,
    ) =>
      inkContrast(picture, {
        part: outlines[each] ?? outline,
        others: outlines.filter((_, other) => other !== each),
        ...{ pxPerMm, rimLight },
        // One picture in true colour and one as it was taken are not compared.
        card: withCards ? card : null,
      });
    const told = { id, colour, outline: moved[each] ?? outline };
    const none = { ...told, contrasts: null, faded: null };
    const before = contrast(
      first,
      parts.map((part) => part.outline),
    );
    if (before.notMeasurable !== null) return { ...none, notMeasurable: before.notMeasurable };
    const after = contrast(now, moved, before.rimLight);
    if (after.notMeasurable !== null) return { ...none, notMeasurable: after.notMeasurable };
    const contrasts = { first: before.contrast, now: after.contrast };
    try {
      const faded = fadedShare(before, after);
      return { ...told, contrasts, faded, notMeasurable: null };
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      return { ...told, contrasts, faded: null, notMeasurable: 'tooFaint' };
    }
  });
}

/** How far a colour has faded: its parts weighed by their size. */
export interface ColourFaded {
  readonly colour: InkColour;
  /** 0–1. */
  readonly faded: number;
  readonly doubt: number;
}

/** The faded share of each colour of which a part was measured. */
export function coloursFaded(
  parts: readonly TracedPart[],
  measured: readonly PartFaded[],
): readonly ColourFaded[] {
  const colours = [...new Set(measured.map(({ colour }) => colour))];
  return colours.flatMap((colour) => {
    const its = measured.flatMap(({ id, colour: of, faded }) => {
      const size = parts.find((part) => part.id === id)?.areaCm2 ?? 0;
      return of === colour && faded !== null ? [{ ...faded, size }] : [];
    });
    const whole = its.reduce((sum, { size }) => sum + size, 0);
    if (whole === 0) return [];
    const share = its.reduce((sum, each) => sum + each.share * each.size, 0) / whole;
    const doubt =
      Math.sqrt(its.reduce((sum, each) => sum + (each.doubt * each.size) ** 2, 0)) / whole;
    return [{ colour, faded: Math.min(1, Math.max(0, share)), doubt }];
  });
}
