import type { SiteId } from '@tidy-quill/core/sites';

/** Places on the body as people say them; pages, messages and signed papers use the same. */
export const SITE_WORDS: Readonly<Record<SiteId, string>> = {
  scalp: 'scalp',
  ear: 'ear',
  upperLip: 'upper lip',
  chin: 'chin',
  cheek: 'cheek',
  neck: 'neck',
  shoulder: 'shoulder',
  underarm: 'underarm',
  upperArm: 'upper arm',
  forearm: 'forearm',
  wrist: 'wrist',
  hand: 'hand',
  fingers: 'fingers',
  chest: 'chest',
  chestSide: 'side of the chest',
  abdomen: 'abdomen',
  upperBack: 'upper back',
  lowerBack: 'lower back',
  hip: 'hip',
  bikiniLine: 'bikini line',
  genitalArea: 'genital area',
  thigh: 'thigh',
  knee: 'knee',
  lowerLeg: 'lower leg',
  calf: 'calf',
  ankle: 'ankle',
  foot: 'foot',
};

/** “your left lower leg”, “both your underarms”, said to the client. */
export function yourAreaText(area: { site: string; side: string }): string {
  return area.side === 'both'
    ? areaText(area).replace('both', 'both your')
    : `your ${areaText(area)}`;
}

// Those that an s does not make.
const PLURALS: Readonly<Partial<Record<SiteId, string>>> = {
  foot: 'feet',
  calf: 'calves',
  fingers: 'hands’ fingers',
  chestSide: 'sides of the chest',
};

/** “left lower leg”, “both underarms”, “upper lip”. */
export function areaText(area: { site: string; side: string }): string {
  const site = SITE_WORDS[area.site as SiteId];
  if (area.side === 'whole') return site;
  if (area.side === 'both') return `both ${PLURALS[area.site as SiteId] ?? `${site}s`}`;
  return `${area.side} ${site}`;
}
