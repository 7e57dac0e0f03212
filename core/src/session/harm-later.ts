import type { ReactionKind } from '../reaction';
import type { Reaction } from './reactions';

/** What counts against the setting, each kind once. */
export const harmLater = (reactions: readonly Reaction[]): readonly ReactionKind[] => [
  ...new Set(reactions.filter(({ adverse }) => adverse).map(({ report }) => report.what)),
];
