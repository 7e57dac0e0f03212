/** What the patches of the card are called, in its order. */
export const PATCH_WORDS = [
  'Grey 1, darkest',
  'Grey 2',
  'Grey 3',
  'Grey 4',
  'Grey 5, lightest',
  'Blue',
  'Brown',
  'Red',
] as const;
