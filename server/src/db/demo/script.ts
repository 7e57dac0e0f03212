import type { EventBody, VisitEvent } from '@tidy-quill/core/record';
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
}
