import {
  CYCLE_BOUNDS,
  FIGURE_IDS,
  FIGURES,
  INTERVAL_BOUNDS,
  NO_TARGET,
} from '@tidy-quill/core/figures';
import { HAIR_COLOURS } from '@tidy-quill/core/optics';
import { SITE_IDS } from '@tidy-quill/core/sites';
import * as v from 'valibot';
import { number, whole } from './text';

const { least, most } = INTERVAL_BOUNDS;

const HAIR_CYCLE = v.object({
  growthWeeks: whole(CYCLE_BOUNDS.least, CYCLE_BOUNDS.most),
  restWeeks: whole(CYCLE_BOUNDS.least, CYCLE_BOUNDS.most),
});

/** The clinical numbers of a protocol, each within what a clinic may set; absent where it keeps what ships. */
export const FIGURE_ENTRIES = {
  figures: v.optional(
    v.object(
      Object.fromEntries(
        FIGURE_IDS.map((id) => [id, v.optional(number(FIGURES[id].least, FIGURES[id].most))]),
      ),
    ),
  ),
  intervalWeeks: v.optional(
    v.object(Object.fromEntries(SITE_IDS.map((id) => [id, v.optional(whole(least, most))]))),
  ),
  hairCycles: v.optional(
    v.object(Object.fromEntries(SITE_IDS.map((id) => [id, v.optional(HAIR_CYCLE)]))),
  ),
  noTarget: v.optional(
    v.pipe(
      v.array(v.picklist(HAIR_COLOURS)),
      v.check(
        (list) => NO_TARGET.every((colour) => list.includes(colour)),
        'must hold blond, grey and white: without pigment nothing is fired',
      ),
    ),
  ),
};
