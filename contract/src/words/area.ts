import type { SiteId } from '@tidy-quill/core/course';

/** Places on the body as people say them; pages, messages and signed papers use the same. */
export const SITE_WORDS: Readonly<Record<SiteId, string>> = {
  upperLip: 'upper lip',
  chin: 'chin',
  cheek: 'cheek',
  neck: 'neck',
  underarm: 'underarm',
  upperArm: 'upper arm',
  forearm: 'forearm',
  chest: 'chest',
  abdomen: 'abdomen',
  upperBack: 'upper back',
  lowerBack: 'lower back',
  bikiniLine: 'bikini line',
  genitalArea: 'genital area',
  thigh: 'thigh',
  knee: 'knee',
  lowerLeg: 'lower leg',
  foot: 'foot',
};

/** “left lower leg”, “both underarms”, “upper lip”. */
export function areaText(area: { site: string; side: string }): string {
  const site = SITE_WORDS[area.site as SiteId];
  if (area.side === 'whole') return site;
  if (area.side === 'both') return `both ${site === 'foot' ? 'feet' : `${site}s`}`;
  return `${area.side} ${site}`;
}
