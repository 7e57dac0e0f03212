import type { Area } from '@tidy-quill/contract/clients';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type {
  AreaBefore,
  FadesBefore,
  FoundLast,
  VisitOpened,
} from '@tidy-quill/contract/visit-opened';
import { consentStanding, type ConsentKind, type ConsentStanding } from '@tidy-quill/core/consent';
import { SITES } from '@tidy-quill/core/sites';
import { sessionDays, type PastSession, type PlanCase } from '@tidy-quill/core/plan';
import {
  againstHistory,
  incrementalFold,
  medicinesIn,
  testsOf,
  type Rebuild,
  type VisitRecord,
} from '@tidy-quill/core/session';
import { currentStage, type Stage } from '@tidy-quill/core/workflow';
import { type EventBody, type VisitEvent } from '@tidy-quill/core/events';
import type { SuitabilityCase } from '@tidy-quill/core/suitability';
import { fullYears } from '@tidy-quill/core/units';
import { createContext, useContext, useEffect, useMemo, useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { keepSince, keepVisit } from '../../app/open-visit-store';
import { useVisitQuery } from '../../app/visit-api';
import { record as recordEvents } from '../../app/event-sync';
import { useAppDispatch, useAppSelector } from '../../app/store';

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
  readonly add: (...bodies: EventBody[]) => Promise<void>;
  /** The address of a stage, or of what came after the visit, with this zone open; or with another. */
  readonly pathOf: (stage: Stage | 'reactions', areaId?: string) => string;
}

/** Loads a visit and keeps it current; null until it is there. `zoneId` is the zone to open, where the visit has it. */
export function useLoadedVisit(
  visitId: string,
  zoneId: string | null,
): {
  readonly visit: OpenVisit | null;
  readonly error: unknown;
  readonly refetch: () => void;
} {
  const { data, error, refetch } = useVisitQuery(visitId, {
    refetchOnMountOrArgChange: true,
    refetchOnReconnect: true,
  });
  const dispatch = useAppDispatch();
  const { waiting, sent } = useAppSelector((state) => state.outbox);
  const arrived = useAppSelector((state) => state.arrived[visitId]);
  const read = useMemo(() => new Set(data?.events.map(({ id }) => id)), [data]);
  // A press folds what is new, however many came before it.
  const [rebuild] = useState(incrementalFold);
  const visit = useMemo((): OpenVisit | null => {
    if (data === undefined) return null;
    const own = waiting.filter((each) => each.visitId === visitId && each.refused === null);
    const lately = sent.filter((each) => each.visitId === visitId);
    const local = [...lately, ...own].map(({ event, staffId }): VisitEvent => {
      const { areaId, ...rest } = event;
      const zone = areaId === undefined ? {} : { areaId };
      return { ...rest, ...zone, staffId, body: event.body };
    });
    const since = (arrived?.events ?? []).filter(({ id }) => !read.has(id));
    const come = new Set(since.map(({ id }) => id));
    const mine = local.filter(({ id }) => !read.has(id) && !come.has(id));
    const all = [...data.events, ...since, ...mine];
    return openedAt(data, { all, unsent: own.length, rebuild }, zoneId, (areaId, bodies) =>
      dispatch(recordEvents(visitId, areaId, bodies as Parameters<typeof recordEvents>[2])),
    );
  }, [data, read, arrived, waiting, sent, visitId, zoneId, dispatch, rebuild]);
  useKeptForReload(visitId, data, arrived);
  return { visit, error, refetch: () => void refetch() };
}

/** Keeps what the server has of the open visit in this browser, so that a reload without a network opens it. */
function useKeptForReload(
  visitId: string,
  data: VisitOpened | undefined,
  arrived: EventsKept | undefined,
): void {
  const staffId = useSignedIn().staff.id;
  // A browser without a store goes on without.
  useEffect(() => {
    if (data !== undefined) keepVisit(staffId, data).catch(() => {});
  }, [data, staffId]);
  useEffect(() => {
    if (arrived !== undefined) keepSince(visitId, arrived).catch(() => {});
  }, [visitId, arrived]);
}

function openedAt(
  data: VisitOpened,
  { all, unsent, rebuild }: Pick<OpenVisit, 'all' | 'unsent'> & { readonly rebuild: Rebuild },
  zoneId: string | null,
  record: (areaId: string, bodies: readonly EventBody[]) => Promise<void>,
): OpenVisit {
  const { area: booked, client, today, consents, suitability } = data;
  const age = fullYears(client.birthDate, today);
  const minor = age < suitability.content.ages.alone;
  const standing = (kind: ConsentKind, areaId: string) =>
    consentStanding(consents, { kind, areaId, on: today, minor });
  const zones = [...rebuild(all, booked.id)].flatMap(([id, folded]): OpenZone[] => {
    const own = againstHistory(folded, data.before[id]?.history ?? []);
    const area = data.areas.find((each) => each.id === id);
    // An area added a moment ago is not read yet.
    if (area === undefined) return [];
    const consented = standing(area.job, id).state === 'valid';
    return [{ area, record: own, consented, stage: currentStage(own, consented) }];
  });
  const zone = zones.find(({ area }) => area.id === zoneId) ?? zones[0]!;
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
    all,
    unsent,
    add: (...bodies) => record(area.id, bodies),
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

export const VisitContext = createContext<OpenVisit | null>(null);

/** The visit that is open. */
export function useOpenVisit(): OpenVisit {
  const visit = useContext(VisitContext);
  if (visit === null) throw new Error('No visit is open here');
  return visit;
}

/** The planning case of the open visit; null until something was found by looking. */
export function usePlanCase(): PlanCase | null {
  const { record, area, history, catalogue, today } = useOpenVisit();
  return useMemo(() => {
    if (record.findings === null || !('hair' in record.findings)) return null;
    const { skin, hair, areaCm2 } = record.findings;
    const { handpieces, protocol } = catalogue;
    return {
      subject: { site: area.site, skin, hair, areaCm2, history, medicines: medicinesIn(record) },
      handpieces,
      protocol,
      today,
    };
  }, [record, area.site, history, catalogue, today]);
}

/** Where the consents of the open zone are read and signed. */
export function consentPath(pathOf: OpenVisit['pathOf']): string {
  const path = pathOf('ask');
  return `${path}${path.includes('?') ? '&' : '?'}part=consent`;
}
