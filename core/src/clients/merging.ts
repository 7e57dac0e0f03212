import type { Day } from '../units';

/** What of a client is compared and brought together; nothing of it names a unit. */
export interface Mergeable {
  readonly id: string;
  readonly birthDate: Day;
  readonly phone: string;
  readonly email: string;
  readonly contactBy: unknown;
  readonly language: string | null;
  readonly doNotContact: boolean;
  readonly guardian: unknown;
  readonly alert: string;
  readonly note: string;
  readonly wishes: unknown;
  /** When who they were was erased. */
  readonly erasedAt: string | null;
  /** The record that it was merged into. */
  readonly mergedInto: string | null;
}

/** Where an area is: one of the body’s sites, a side of it, and what is treated there. */
export interface Place {
  readonly id: string;
  readonly site: string;
  readonly side: string;
  readonly job: string;
}

/** Two areas that are one: what was done on `from` was done on `into`. */
export interface SamePlace {
  readonly from: string;
  readonly into: string;
}

/** Why two records are not merged. */
export type MergingRefusal = 'same' | 'erased' | 'merged' | 'underWay';

/** What keeps two records from being merged. While a visit is under way a tablet works with the record as it was opened. */
export function refuseMerging(
  kept: Mergeable,
  gone: Mergeable,
  visitsUnderWay: number,
): MergingRefusal | null {
  if (kept.id === gone.id) return 'same';
  if (kept.erasedAt !== null || gone.erasedAt !== null) return 'erased';
  if (kept.mergedInto !== null || gone.mergedInto !== null) return 'merged';
  return visitsUnderWay > 0 ? 'underWay' : null;
}

/**
 * What the record that is kept says afterwards. What it says itself stays; where it says nothing the other one speaks. A warning
 * is never lost: alerts and notes of both stand, and whoever asked once not to be contacted is not.
 */
export function mergedFields<C extends Mergeable>(kept: C, gone: C) {
  return {
    phone: kept.phone === '' ? gone.phone : kept.phone,
    email: kept.email === '' ? gone.email : kept.email,
    contactBy: kept.contactBy ?? gone.contactBy,
    language: kept.language ?? gone.language,
    guardian: kept.guardian ?? gone.guardian,
    wishes: kept.wishes ?? gone.wishes,
    doNotContact: kept.doNotContact || gone.doNotContact,
    alert: both(kept.alert, gone.alert),
    note: both(kept.note, gone.note),
  } as Pick<
    C,
    | 'phone'
    | 'email'
    | 'contactBy'
    | 'language'
    | 'guardian'
    | 'wishes'
    | 'doNotContact'
    | 'alert'
    | 'note'
  >;
}

function both(one: string, other: string): string {
  if (one.includes(other)) return one;
  return one === '' ? other : `${one} / ${other}`;
}

/** Which areas of two records are the same place, each once. */
export function samePlaces(kept: readonly Place[], gone: readonly Place[]): readonly SamePlace[] {
  const free = new Set(kept);
  return gone.flatMap((area) => {
    const twin = [...free].find((each) => isSamePlace(each, area));
    if (twin === undefined) return [];
    free.delete(twin);
    return [{ from: area.id, into: twin.id }];
  });
}

const isSamePlace = (one: Place, other: Place): boolean =>
  one.site === other.site && one.side === other.side && one.job === other.job;

/** What is wrong with the pairs that somebody chose. */
export type PairingRefusal = 'notAPlace' | 'twice' | 'hairApart';

/**
 * Whether the areas said to be one can be. Hair of one place is one skin: kept apart, a plan would not see what the other one bore.
 * Two tattoos may lie side by side: whether they are one is for people to say.
 */
export function refusePairs(
  kept: readonly Place[],
  gone: readonly Place[],
  pairs: readonly SamePlace[],
): PairingRefusal | null {
  const [from, into] = [
    new Set(pairs.map((pair) => pair.from)),
    new Set(pairs.map((pair) => pair.into)),
  ];
  if (from.size < pairs.length || into.size < pairs.length) return 'twice';
  for (const pair of pairs) {
    const [one, other] = [
      gone.find(({ id }) => id === pair.from),
      kept.find(({ id }) => id === pair.into),
    ];
    if (one === undefined || other === undefined || !isSamePlace(one, other)) return 'notAPlace';
  }
  const apart = samePlaces(
    kept.filter(({ id, job }) => job === 'hair' && !into.has(id)),
    gone.filter(({ id, job }) => job === 'hair' && !from.has(id)),
  );
  return apart.length > 0 ? 'hairApart' : null;
}
