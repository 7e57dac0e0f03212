import type { Place } from './places';
import type { Measured } from './zone-size';

export const GROWTHS = ['down', 'up', 'inwards', 'outwards', 'whorl'] as const;
export const AVOIDED = ['mole', 'tattoo', 'scar', 'lesion'] as const;

export type Avoided = (typeof AVOIDED)[number];

/** What was found of a zone besides its skin and its hair. */
export interface ZoneFinding {
  /** How it was measured; null where its size was taken as typical. */
  readonly measured: Measured | null;
  /** Which way hair grows; null where it was not noted. */
  readonly growth: (typeof GROWTHS)[number] | null;
  /** Hair growing into the skin. */
  readonly ingrown: boolean;
  /** How many of each are to be covered and never fired on. */
  readonly avoid: Readonly<Record<Avoided, number>>;
  /** Where those are that were marked on the zone; each of them counts in `avoid`. */
  readonly marked?: readonly AvoidedMark[] | undefined;
  /** Places where bone or cartilage lies close under thin skin. */
  readonly bony?: readonly Place[] | undefined;
  /** Places where mucosa is met, or skin next to it. */
  readonly mucosal?: readonly Place[] | undefined;
}

/** One thing to be avoided and where it lies. */
export interface AvoidedMark {
  readonly what: Avoided;
  readonly place: Place;
}

export const PLAIN_ZONE: ZoneFinding = {
  measured: null,
  growth: null,
  ingrown: false,
  avoid: { mole: 0, tattoo: 0, scar: 0, lesion: 0 },
};

/** How many things in a zone are to be avoided. */
export const avoidedIn = ({ avoid }: ZoneFinding): number =>
  AVOIDED.reduce((sum, what) => sum + avoid[what], 0);

/** A zone with one more thing marked at a place, and counted. */
export function markAvoided(zone: ZoneFinding, mark: AvoidedMark): ZoneFinding {
  const avoid = { ...zone.avoid, [mark.what]: zone.avoid[mark.what] + 1 };
  return { ...zone, avoid, marked: [...(zone.marked ?? []), mark] };
}

/** A zone with all that was noted at a place taken off again; what was marked there no longer counts. */
export function clearPlace(zone: ZoneFinding, place: Place): ZoneFinding {
  const gone = (zone.marked ?? []).filter((mark) => mark.place === place);
  const avoid = { ...zone.avoid };
  for (const { what } of gone) avoid[what] = Math.max(0, avoid[what] - 1);
  const without = (places: readonly Place[] | undefined) =>
    places?.filter((each) => each !== place);
  return {
    ...zone,
    avoid,
    marked: (zone.marked ?? []).filter((mark) => mark.place !== place),
    ...(zone.bony === undefined ? {} : { bony: without(zone.bony) }),
    ...(zone.mucosal === undefined ? {} : { mucosal: without(zone.mucosal) }),
  };
}

/** A zone with a place noted as bony or thin, or as mucosal, or no longer. */
export function togglePlace(
  zone: ZoneFinding,
  what: 'bony' | 'mucosal',
  place: Place,
): ZoneFinding {
  const places = zone[what] ?? [];
  const without = places.filter((each) => each !== place);
  return { ...zone, [what]: places.includes(place) ? without : [...places, place] };
}
