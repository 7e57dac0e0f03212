/** Why a client is not erased yet. */
export type ErasingRefusal = 'visitsToCome' | 'openReactions' | 'merged';

/** What keeps a client from being erased: whom a visit awaits, or a reaction still worries, somebody has to be able to reach. */
export function refuseErasing(of: {
  readonly visitsToCome: number;
  readonly openReactions: number;
  /** Whether it was merged into another record, with which it is erased. */
  readonly merged: boolean;
}): ErasingRefusal | null {
  if (of.merged) return 'merged';
  if (of.openReactions > 0) return 'openReactions';
  return of.visitsToCome > 0 ? 'visitsToCome' : null;
}
