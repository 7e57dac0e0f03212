import type { CheckId } from '@tidy-quill/core/prepare';

/** One letter for each line of the checklist. */
export const CHECK_KEYS: Readonly<Record<CheckId, string>> = {
  identity: 'm',
  door: 'd',
  eyewear: 'e',
  eyeShields: 'l',
  cover: 'c',
  shaved: 's',
  clean: 'k',
  jewellery: 'j',
  numbing: 'n',
  grid: 'g',
  gel: 'z',
  noGel: 'z',
  tipCold: 't',
  coldAir: 'a',
  suction: 'x',
  cryogen: 'y',
  coldPack: 'b',
  ice: 'i',
  evacuator: 'v',
};
