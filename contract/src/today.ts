import type { VisitStatus } from '@tidy-quill/core/calendar';
import type { NotReady } from '@tidy-quill/core/session';
import type { Stage } from '@tidy-quill/core/workflow';
import type { Due } from '@tidy-quill/core/spot';
import type { Job } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { DayText } from './text';

/** The day that is asked for; today where none is. */
export const DayAsked = v.object({ day: v.optional(DayText) });

/** One line of the day's list. */
export interface DayVisit {
  readonly id: string;
  /** The area booked. */
  readonly areaId: string;
  readonly startsAt: string;
  readonly room: string;
  readonly roomId: string;
  readonly staff: string;
  readonly staffId: string;
  readonly plannedMinutes: number | null;
  /** What is kept free for it; null where nothing is. */
  readonly handpieceId: string | null;
  /** Whether cream numbs the skin before. */
  readonly numbs: boolean;
  readonly client: { readonly id: string; readonly name: string; readonly reference: string };
  readonly site: string;
  readonly side: string;
  readonly job: Job;
  /** Areas that the visit holds besides. */
  readonly otherZones: readonly { readonly site: string; readonly side: string }[];
  readonly stage: Stage;
  readonly status: VisitStatus;
  readonly finished: boolean;
  readonly running: boolean;
  /** Whether its record cannot be read: everything else of it is as booked. */
  readonly unreadable: boolean;
  readonly attention: readonly Attention[];
}

/** A coming visit that is not ready, and why. */
export interface ComingVisit extends Pick<
  DayVisit,
  | ('id' | 'areaId' | 'startsAt' | 'site' | 'side' | 'job')
  | ('roomId' | 'staffId' | 'plannedMinutes')
> {
  readonly client: { readonly id: string; readonly name: string };
  /** Whether its hour has come: too late to send questions. */
  readonly begun: boolean;
  readonly notReady: readonly NotReady[];
}

/** Test spots of a zone that wait to be looked at. */
export interface FollowUp {
  readonly visitId: string;
  readonly areaId: string;
  readonly client: { readonly id: string; readonly name: string; readonly phone: string };
  readonly site: string;
  readonly side: string;
  readonly spots: number;
  readonly due: Pick<Due, 'kind' | 'from' | 'until'>;
}

/** What needs a look before the client comes in. */
export type Attention =
  | 'stopped'
  | 'noConsent'
  | 'planStale'
  | 'reactionLastTime'
  | 'testSpot'
  | 'tan'
  | 'firstVisit'
  | 'tooSoon'
  | 'late';

export interface Day {
  readonly day: string;
  readonly visits: readonly DayVisit[];
}
