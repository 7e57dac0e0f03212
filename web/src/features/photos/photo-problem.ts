import { PHOTO_LIMITS, PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';

/** Why a file cannot be taken as a photograph; null where it can. */
export function problemOf({ type, size }: File): string | null {
  if (!PHOTO_TYPES.some((each) => each === type)) return 'The picture must be a JPEG or PNG.';
  if (size > PHOTO_LIMITS.bytes) return 'The picture must be 15 MB at most.';
  return null;
}
