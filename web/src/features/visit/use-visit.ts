import type { VisitOpened } from '@tidy-quill/contract/visit';
import { consentStanding, type ConsentStanding } from '@tidy-quill/core/consent';
import { SITES } from '@tidy-quill/core/course';
import type { PlanCase } from '@tidy-quill/core/plan';
import {
  visitRecord,
  type EventBody,
  type VisitEvent,
  type VisitRecord,
} from '@tidy-quill/core/record';
import type { SuitabilityCase } from '@tidy-quill/core/suitability';
import { fullYears } from '@tidy-quill/core/units';
import { createContext, useContext, useMemo } from 'react';
import { useVisitQuery } from '../../app/api';
import { record as recordEvents } from '../../app/courier';
import { useAppDispatch, useAppSelector } from '../../app/store';

/** An open visit: what the server knows, what this browser has added since, and how to add more. */
export interface OpenVisit extends VisitOpened {
  readonly record: VisitRecord;
  /** Whom the answers are about, today. */
  readonly suitabilityCase: SuitabilityCase;
  /** How consent to this treatment stands. */
  readonly consent: ConsentStanding;
  readonly consented: boolean;
  /** All events, those still to be sent included. */
  readonly all: readonly VisitEvent[];
  /** How many entries the server has not confirmed yet. */
  readonly unsent: number;
  /** Records events at once; they show before the server has them. */
  readonly add: (...bodies: EventBody[]) => Promise<void>;
}

/** Loads a visit and keeps it current; null until it is there. */
export function useLoadedVisit(visitId: string): {
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
  const visit = useMemo((): OpenVisit | null => {
    if (data === undefined) return null;
    const own = waiting.filter((each) => each.visitId === visitId && each.refused === null);
    const lately = sent.filter((each) => each.visitId === visitId);
    const local = [...lately, ...own].map(({ event, staffId }): VisitEvent => ({
      ...event,
      staffId,
      body: event.body as EventBody,
    }));
    const known = new Set(data.events.map(({ id }) => id));
    const all = [...data.events, ...local.filter(({ id }) => !known.has(id))];
    const { area, client, today, consents, suitability } = data;
    const age = fullYears(client.birthDate, today);
    const consent = consentStanding(consents, {
      kind: area.job,
      areaId: area.id,
      on: today,
      minor: age < suitability.content.ages.alone,
    });
    return {
      ...data,
      suitabilityCase: {
        job: area.job,
        place: SITES[area.site].part === 'face' ? 'face' : 'body',
        age,
        on: today,
      },
      consent,
      consented: consent.state === 'valid',
      all,
      record: visitRecord(all),
      unsent: own.length,
      add: (...bodies) =>
        dispatch(recordEvents(visitId, bodies as Parameters<typeof recordEvents>[1])),
    };
  }, [data, waiting, sent, visitId, dispatch]);
  return { visit, error, refetch: () => void refetch() };
}

export const VisitContext = createContext<OpenVisit | null>(null);

/** The visit whose notebook is open. */
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
      subject: { site: area.site, skin, hair, areaCm2, history },
      handpieces,
      protocol,
      today,
    };
  }, [record.findings, area.site, history, catalogue, today]);
}
