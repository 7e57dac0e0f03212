import type { HairFinding, SkinFinding } from '@tidy-quill/core/plan';

/** What has been found so far; anything may still be missing. */
export interface Looked {
  readonly skin: Partial<SkinFinding>;
  readonly hair: Partial<HairFinding>;
  readonly areaCm2: number | null;
}

/** What was found, when nothing that planning needs is missing; null otherwise. */
export function completeFindings({ skin, hair, areaCm2 }: Looked) {
  const needed = [skin.type, skin.tan, hair.colour, hair.calibre, hair.density];
  if (needed.includes(undefined) || areaCm2 === null) return null;
  const found = { freckled: false, measuredFraction: null, ...skin };
  return { skin: found as SkinFinding, hair: hair as HairFinding, areaCm2 };
}
