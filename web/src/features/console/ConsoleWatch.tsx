import { watchConsole, type ConsoleView } from '@tidy-quill/core/console';
import type { EventBody } from '@tidy-quill/core/events';
import type { VisitRecord } from '@tidy-quill/core/session';
import { useEffect, useRef, type ReactNode } from 'react';
import { v5 } from 'uuid';
import { recordEvents } from '../../app/event-sync';
import { useAppDispatch } from '../../app/store';
import { useLive, type RoomConsole } from '../live/use-live';
import { useOpenVisit, type OpenVisit } from '../visit/use-visit';
import { orderConsole } from './order';
import { ConsoleContext, roomOf, viewOf } from './room-console';
import { nowText } from '../../app/clock';

// So that what two tablets see alike gets the same id: a namespace of our own (RFC 9562, version 5).
const NAMESPACE = '6f1d1c52-6a0e-4a53-9a2e-0b7b6b0c9d11';

/** Listens to the room's console while the visit is open, counts its pulses, and tells of whatever is not as it should be. */
export function ConsoleWatch({
  inRoom,
  children,
}: {
  /** Whether a stage of the room is shown: pulses before the start are this client's. */
  inRoom: boolean;
  children: ReactNode;
}) {
  const visit = useOpenVisit();
  // After everybody went home there is nothing to listen for.
  const over = visit.zones.every(({ record }) => record.sentHome !== null);
  const live = useLive(visit.visit.id, !over);
  useWatch(visit, live, inRoom);
  return <ConsoleContext value={live}>{children}</ConsoleContext>;
}

/** The zone that a pulse belongs to: the one in treatment, else the one that is open. */
const zoneAtWork = ({ zones, area }: OpenVisit) =>
  zones.find(({ record }) => record.run.state === 'running') ??
  zones.find((zone) => zone.area.id === area.id)!;

function useWatch(visit: OpenVisit, live: RoomConsole | undefined, inRoom: boolean): void {
  const dispatch = useAppDispatch();
  const before = useRef<ConsoleView | null>(null);
  const latest = useRef({ visit, inRoom });
  useEffect(() => {
    latest.current = { visit, inRoom };
  });
  useEffect(() => {
    const now = viewOf(live);
    // A lost server is no lost console: one goes on by hand, and its counter tells the rest afterwards.
    if (now === null || live?.serverLost === true) return;
    const { visit: opened, inRoom: here } = latest.current;
    const header = opened.visit;
    const { area, record, stage } = zoneAtWork(opened);
    const { plan, run } = record;
    const last = before.current ?? lastCounted(record, now);
    before.current = now;
    if (plan === null) return;
    const watched = watchConsole(last, now, roomOf(record, stage === 'spot')!);
    const { serial } = now;
    const bodies: EventBody[] = [
      ...(watched.pulses !== null && (run.startedAt !== null || here)
        ? [{ kind: 'consolePulses', serial, ...watched.pulses } as const]
        : []),
      ...watched.incidents.map(({ what, detail }) => ({ kind: 'incident', what, detail }) as const),
      ...(watched.stop && run.state === 'running' ? [{ kind: 'stopped' } as const] : []),
    ];
    if (bodies.length === 0) return;
    if (watched.stop) void orderConsole(header.id, { type: 'standby' });
    const at = nowText();
    const events = bodies.map((body) => {
      const key = [header.id, serial, body.kind, JSON.stringify(body), now.at].join(' ');
      return { id: v5(key, NAMESPACE), at, areaId: area.id, body };
    });
    void dispatch(recordEvents(header.id, events as Parameters<typeof recordEvents>[1]));
  }, [live, dispatch]);
}

/** After a reload: where this session's counting had come to. */
function lastCounted({ run }: VisitRecord, now: ConsoleView): ConsoleView | null {
  const end = run.counted[now.serial]?.at(-1)?.[1];
  return end === undefined || run.runningSince === null
    ? null
    : { ...now, pulses: end, at: run.runningSince };
}
