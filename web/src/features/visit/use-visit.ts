import type { ConsentKind } from '@tidy-quill/core/consent';
import { medicinesIn } from '@tidy-quill/core/session';
import type { PlanCase } from '@tidy-quill/core/plan';
import {
  createContext,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { engine } from '../../app/engine';
import { useVisitQuery } from '../../app/visit-api';
import type { OpenVisit } from '../../visit-engine/open-visit';
import { keepSince, keepVisit } from '../../visit-engine/reload-store';
import { VisitView } from '../../visit-engine/visit-view';

/** Loads a visit and keeps it current. `zoneId` is the zone to open, where the visit has it. */
export function useLoadedVisit(
  visitId: string,
  zoneId: string | null,
): {
  readonly view: VisitView;
  /** Null until it is there. */
  readonly visit: OpenVisit | null;
  readonly error: unknown;
  readonly refetch: () => void;
} {
  const { error, refetch } = useVisitQuery(visitId, {
    refetchOnMountOrArgChange: true,
    refetchOnReconnect: true,
  });
  const view = useMemo(() => new VisitView(engine, visitId, zoneId), [visitId, zoneId]);
  const visit = useSyncExternalStore(view.subscribe, view.state);
  useKeptForReload(visitId);
  return { view, visit, error, refetch: () => void refetch() };
}

/** Keeps what the server has of the open visit in this browser, so that a reload without a network opens it. */
function useKeptForReload(visitId: string): void {
  const staffId = useSignedIn().staff.id;
  const read = useSyncExternalStore(engine.subscribe, () => engine.readingOf(visitId));
  const received = useSyncExternalStore(engine.subscribe, () => engine.state().received[visitId]);
  // A browser without a store goes on without.
  useEffect(() => {
    if (read !== null) keepVisit(staffId, read).catch(() => {});
  }, [read, staffId]);
  useEffect(() => {
    if (received !== undefined) keepSince(visitId, received).catch(() => {});
  }, [visitId, received]);
}

export const VisitContext = createContext<VisitView | null>(null);

/** Some parts of the visit that is open; whoever asks is shown again only when one of them changes. */
export function useVisit<K extends keyof OpenVisit>(...parts: readonly K[]): Pick<OpenVisit, K> {
  const view = useContext(VisitContext);
  if (view === null) throw new Error('No visit is open here');
  // The parts that a component asks for never change.
  const [asked] = useState(parts);
  const some = useMemo(() => view.parts(asked), [view, asked]);
  return useSyncExternalStore(view.subscribe, some);
}

/** The planning case of the open visit; null until something was found by looking. */
export function usePlanCase(): PlanCase | null {
  const { record, area, history, catalogue, today } = useVisit(
    'record',
    'area',
    'history',
    'catalogue',
    'today',
  );
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

/** Where the consents of the open zone are listed, and the one to sign, where one is named, is read. */
export function consentPath(pathOf: OpenVisit['pathOf'], sign?: ConsentKind): string {
  const path = pathOf('ask');
  const part = `${path}${path.includes('?') ? '&' : '?'}part=consent`;
  return sign === undefined ? part : `${part}&sign=${sign}`;
}
