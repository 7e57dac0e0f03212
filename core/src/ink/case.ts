import type { ClinicalFigures } from '../figures';
import type { InkColour } from '../look';
import {
  centralWavelengthNm,
  type Handpiece,
  type InkProtocol,
  type InkSubject,
  workingSkin,
  type WorkingSkin,
} from '../plan';
import { STANDARD_INK_PROTOCOL } from './protocol';
import type { Day } from '../units';

/** Whom and what a plan for ink is worked out for. */
export interface InkCase {
  readonly subject: InkSubject;
  readonly handpieces: readonly Handpiece[];
  /** The one that ships where the clinic has none of its own. */
  readonly protocol?: InkProtocol | undefined;
  /** The clinical numbers of the protocol that it belongs to. */
  readonly own: ClinicalFigures;
  /** A supervisor agrees to other light than 1064 nm on types IV–VI, and to a test spot on ink that may darken. */
  readonly agreed: boolean;
  readonly today: Day;
}

/** What is meant to be treated of a tattoo: colours with their shares, without parts that are left. */
export function wantedColours({
  ink,
}: Pick<InkSubject, 'ink'>): readonly { readonly colour: InkColour; readonly share: number }[] {
  const { parts = [], colours } = ink;
  if (parts.length === 0) return colours;
  const wanted = parts.filter(({ leave }) => !leave);
  return colours.filter(({ colour }) => wanted.some((part) => part.colour === colour));
}

export const inkProtocolOf = ({ protocol }: Pick<InkCase, 'protocol'>): InkProtocol =>
  protocol ?? STANDARD_INK_PROTOCOL;

export const workingSkinOf = ({ subject }: Pick<InkCase, 'subject'>): WorkingSkin =>
  workingSkin(subject);

/** 1064 nm: the one light for every skin. */
export const isInfrared = (handpiece: Handpiece): boolean =>
  centralWavelengthNm(handpiece.light) >= 1000;
