import { sameLanguage } from '../client-texts';
import { addMonths, type Day } from '../units';
import type { ConsentKind, PhotoUse } from './texts';

/** A signed consent as far as its standing goes. */
export interface ConsentGiven {
  readonly id: string;
  readonly kind: ConsentKind;
  readonly areaId: string;
  readonly signedOn: Day;
  /** The last day on which it holds. */
  readonly validUntil: Day;
  readonly withdrawnOn: Day | null;
  /** Whether a guardian signed too. */
  readonly guardian: boolean;
  /** For photographs: what they may be used for. */
  readonly uses: readonly PhotoUse[];
}

export type ConsentStanding =
  | { readonly state: 'valid'; readonly consent: ConsentGiven }
  | { readonly state: 'missing' }
  | { readonly state: 'expired'; readonly consent: ConsentGiven }
  | { readonly state: 'withdrawn'; readonly consent: ConsentGiven }
  /** Signed by a minor alone. */
  | { readonly state: 'guardianMissing'; readonly consent: ConsentGiven };

/** The last day on which a consent signed on a day holds. */
export const validUntil = (signedOn: Day, months: number): Day => addMonths(signedOn, months);

/**
 * How a client's consent of a kind stands for an area on a day. The newest one counts: what was withdrawn is not
 * brought back by an older one.
 */
export function consentStanding(
  consents: readonly ConsentGiven[],
  of: {
    readonly kind: ConsentKind;
    readonly areaId: string;
    readonly on: Day;
    /** Whether the client is too young to consent alone. */
    readonly minor: boolean;
  },
): ConsentStanding {
  const newest = consents
    .filter(
      ({ kind, areaId, signedOn }) => kind === of.kind && areaId === of.areaId && signedOn <= of.on,
    )
    .reduce<ConsentGiven | null>(
      (best, each) =>
        best === null ||
        each.signedOn > best.signedOn ||
        (each.signedOn === best.signedOn && each.id > best.id)
          ? each
          : best,
      null,
    );
  if (newest === null) return { state: 'missing' };
  if (newest.withdrawnOn !== null) return { state: 'withdrawn', consent: newest };
  if (newest.validUntil < of.on) return { state: 'expired', consent: newest };
  if (of.minor && !newest.guardian) return { state: 'guardianMissing', consent: newest };
  return { state: 'valid', consent: newest };
}

/**
 * Whether somebody has to read a consent out: the client reads a language that it was not given in, because the clinic does not
 * have it in that.
 */
export const needsInterpreter = (of: {
  /** The client's language, BCP 47. */
  readonly reads: string;
  /** The languages that the consent can be read in. */
  readonly languages: readonly string[];
}): boolean => !of.languages.some((each) => sameLanguage(each, of.reads));
