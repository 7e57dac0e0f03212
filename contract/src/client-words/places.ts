import type { SiteId } from '@tidy-quill/core/sites';
import { SITE_WORDS } from '../labels/area';

const sites = Object.fromEntries(
  Object.entries(SITE_WORDS).map(([site, words]) => [`site.${site}`, words]),
) as Record<`site.${SiteId}`, string>;

/** Places on the body. In other languages a side stands beside the place, not in front of it: “Achsel (links)”. */
export const PLACE_TEXTS = {
  ...sites,
  'side.left': 'left',
  'side.right': 'right',
  'side.both': 'both sides',
};
