import type { Area } from '@tidy-quill/contract/clients';
import type {
  AreaBefore,
  FadesBefore,
  FoundLast,
  VisitOpened,
} from '@tidy-quill/contract/visit-opened';
import { consentStanding, type ConsentKind, type ConsentStanding } from '@tidy-quill/core/consent';
import type { EventBody, VisitEvent } from '@tidy-quill/core/events';
import { sessionDays, type PastSession } from '@tidy-quill/core/plan';
import { againstHistory, testsOf, type Rebuild, type VisitRecord } from '@tidy-quill/core/session';
import { SITES } from '@tidy-quill/core/sites';
import type { SuitabilityCase } from '@tidy-quill/core/suitability';
import { defined, fullYears } from '@tidy-quill/core/units';
import { currentStage, type Stage } from '@tidy-quill/core/workflow';

/** One zone of an open visit. */
export interface OpenZone {
  readonly area: Area;
  readonly record: VisitRecord;
  readonly consented: boolean;
  /** Where it stands in the order of work. */
  readonly stage: Stage;
}

/**
 * An open visit as one of its zones sees it: what the server knows, what this browser has added since, and how to add
 * more.
 */
export interface OpenVisit extends VisitOpened {
  /** The area booked, whichever zone is open. */
  readonly booked: Area;
  /** The zone that is open. */
  readonly area: Area;
  /** The visit as this zone sees it. */
  readonly record: VisitRecord;
  /** Every zone of the visit, this one included. */
  readonly zones: readonly OpenZone[];
  /** Earlier sessions and test spots on this zone, oldest first; those of today that were read at the end. */
  readonly history: readonly PastSession[];
  readonly foundLast: FoundLast | null;
  /** How far ink had faded, at earlier visits and today. */
  readonly fades: readonly FadesBefore[];
  /** Whom the answers are about, today, for this zone. */
  readonly suitabilityCase: SuitabilityCase;
  /** The same for every zone of the visit. */
  readonly suitabilityCases: readonly SuitabilityCase[];
  /** And for the area booked, whether it is treated or not. */
  readonly bookedCase: SuitabilityCase;
  /** How consent to this treatment stands. */
  readonly consent: ConsentStanding;
  readonly consented: boolean;
  /** Whether photographs of this zone may be kept for the record. */
  readonly mayPhotograph: boolean;
  /** All events, those still to be sent included. */
  readonly all: readonly VisitEvent[];
  /** How many entries the server has not confirmed yet. */
  readonly unsent: number;
  /** Records events about this zone, or the whole visit, at once; they show before the server has them. */
  readonly add: (...bodies: readonly EventBody[]) => Promise<void>;
  /** The address of a stage, or of what came after the visit, with this zone open; or with another. */
  readonly pathOf: (stage: Stage | 'reactions', areaId?: string) => string;
}

/** A visit as it was read, with all events that there are now, seen from one of its zones. */
export function openedAt(
  data: VisitOpened,
  added: Pick<OpenVisit, 'all' | 'unsent' | 'add'>,
  zoneId: string | null,
  rebuild: Rebuild,
): OpenVisit {
  const { area: booked, client, today, consents, suitability } = data;
  const age = fullYears(client.birthDate, today);
  const minor = age < suitability.content.ages.alone;
  const standing = (kind: ConsentKind, areaId: string) =>
    consentStanding(consents, { kind, areaId, on: today, minor });
  const zones = [...rebuild(added.all, booked.id)].flatMap(([id, folded]): OpenZone[] => {
    const own = againstHistory(folded, data.before[id]?.history ?? []);
    const area = data.areas.find((each) => each.id === id);
    // An area added a moment ago is not read yet.
    if (area === undefined) return [];
    const consented = standing(area.job, id).state === 'valid';
    return [{ area, record: own, consented, stage: currentStage(own, consented) }];
  });
  const zone = zones.find(({ area }) => area.id === zoneId) ?? defined(zones[0]);
  const { area } = zone;
  const before = data.before[area.id];
  const photographs = standing('photographs', area.id);
  const caseOf = (of: Area): SuitabilityCase => ({
    job: of.job,
    place: SITES[of.site].part === 'face' ? 'face' : 'body',
    age,
    on: today,
  });
  return {
    ...data,
    booked,
    area,
    record: zone.record,
    zones,
    history: [...(before?.history ?? []), ...testsOf(zone.record)],
    foundLast: before?.foundLast ?? null,
    fades: fadesOf(before, zone.record, today),
    suitabilityCase: caseOf(area),
    suitabilityCases: zones.map((each) => caseOf(each.area)),
    bookedCase: caseOf(booked),
    consent: standing(area.job, area.id),
    consented: zone.consented,
    mayPhotograph: photographs.state === 'valid' && photographs.consent.uses.includes('record'),
    ...added,
    pathOf: (stage, areaId = area.id) =>
      `/visits/${data.visit.id}/${stage}${areaId === booked.id ? '' : `?zone=${areaId}`}`,
  };
}

/** Fading seen at earlier visits, and today after as many sessions as there were. */
function fadesOf(
  before: AreaBefore | undefined,
  { fading }: VisitRecord,
  today: string,
): readonly FadesBefore[] {
  const earlier = before?.fades ?? [];
  if (fading === null) return earlier;
  const sessions = sessionDays(before?.history ?? []);
  return [...earlier, { on: today, sessions, how: fading.how, fades: fading.fades }];
}
