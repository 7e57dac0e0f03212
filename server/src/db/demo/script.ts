import { spotReasons, visitRecord } from '@tidy-quill/core/session';
import { type EventBody, type VisitEvent } from '@tidy-quill/core/events';
import { v7 } from 'uuid';

/** Writes one visit's events, each a little after the one before. */
export class VisitScript {
  readonly events: VisitEvent[] = [];
  private at: number;

  constructor(
    startsAt: Date,
    private readonly staffId: string,
  ) {
    this.at = startsAt.getTime();
  }

  /** When the last event was, ms. */
  get now(): number {
    return this.at;
  }

  /** Writes an event, of a zone where one is named; gives its id. */
  add(body: EventBody, secondsLater = 20, areaId?: string): string {
    this.at += secondsLater * 1000;
    const id = v7({ msecs: this.at });
    const zone = areaId === undefined ? {} : { areaId };
    const at = new Date(this.at).toISOString();
    this.events.push({ id, at, staffId: this.staffId, ...zone, body });
    return id;
  }

  /** Leaves out the test spots that a plan asks for: the demo's courses began before its clinic kept records here. */
  waiveSpots(supervisorId: string): void {
    const reasons = spotReasons(visitRecord(this.events));
    if (reasons.length === 0) return;
    const reason = 'Its test spots were read before this clinic kept its records here.';
    this.add({ kind: 'spotWaived', reasons, reason, supervisorId }, 5);
  }
}
