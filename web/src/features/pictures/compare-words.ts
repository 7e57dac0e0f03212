import type { AlignRefusal, InkNotMeasurable } from '@tidy-quill/core/picture';
import type { Busy } from './use-comparison';

/** How two pictures are looked at. */
export const WAYS = {
  side: 'side by side',
  wipe: 'wipe',
  blink: 'blink',
  difference: 'difference',
} as const;

export type Way = keyof typeof WAYS;

/** Why two pictures do not come to lie over each other, and what to do. */
export const NOT_OVERLAID_WORDS: Readonly<Record<AlignRefusal | 'noScale', string>> = {
  nothingAlike:
    'Nothing was found that both show. Press three places that are the same in both, or take the picture again from the same place.',
  tooFarApart:
    'What is the same lies more than 2 mm apart: the skin was stretched or seen from another side. They can be looked at, not measured.',
  noScale:
    'No card was found in one of them: say how wide each picture is on the skin, or lay the card beside it next time.',
};

export const BUSY_WORDS: Readonly<Record<Busy, string>> = {
  opening: 'Opening both and looking for the card…',
  aligning: 'Laying one over the other…',
  measuring: 'Measuring…',
};

/** Why a part is not measured. */
export const INK_NOT_MEASURABLE_WORDS: Readonly<Record<InkNotMeasurable | 'tooFaint', string>> = {
  tooSmall: 'smaller than 4 mm²',
  noRim: 'too little bare skin 3–8 mm about it',
  tooBright: 'too bright: light is lost',
  tooDark: 'the skin is too dark for this picture',
  tooFaint: 'stood out too little from the first',
};
