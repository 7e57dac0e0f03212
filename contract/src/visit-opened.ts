import type { LanguageGap } from './translations';
import type { AdviceBlocks, Habit } from '@tidy-quill/core/aftercare';
import type { PastSession } from '@tidy-quill/core/plan';
import type { FadeSeen, Findings as CoreFindings, VisitEvent } from '@tidy-quill/core/events';
import type { Reaction } from '@tidy-quill/core/session';
import type { History, SuitabilityRules } from '@tidy-quill/core/suitability';
import type { Ahead } from './ahead';
import type { Catalogue, InForce } from './catalogue';
import type { Area, Client } from './clients';
import type { Consent } from './consent';
import type { TrialOfVisit } from './trials';

/** A visit as it is booked. */
export interface VisitHeader {
  readonly id: string;
  readonly clientId: string;
  readonly areaId: string;
  readonly roomId: string;
  readonly staffId: string;
  readonly startsAt: string;
  /** How long it was booked for; null in older visits, where no length was kept. */
  readonly plannedMinutes: number | null;
  /** A handpiece that is kept free for it; null where none is. */
  readonly handpieceId: string | null;
  /** Whether cream numbs the skin before. */
  readonly numbs: boolean;
  /** Set where it was cancelled: nothing is added to it any more. */
  readonly cancelled: { readonly at: string; readonly by: string; readonly reason: string } | null;
}

/** A set of answers of an earlier visit. */
export interface SaidLast extends History {
  readonly on: string;
  readonly by: string;
}

/** Findings of an earlier visit to the same area. */
export interface FoundLast {
  readonly findings: CoreFindings;
  readonly on: string;
}

/** What earlier visits tell of an area. */
export interface AreaBefore {
  /** Earlier sessions and test spots, oldest first. */
  readonly history: readonly PastSession[];
  /** What was found when it was last looked at. */
  readonly foundLast: FoundLast | null;
  /** How far ink had faded when it was looked at, and after how many sessions here. */
  readonly fades: readonly FadesBefore[];
  /** Reactions to earlier visits that nobody has closed. */
  readonly openReactions: readonly OpenReaction[];
}

/** How far each colour had faded at a visit, before it was treated. */
export interface FadesBefore {
  readonly on: string;
  readonly sessions: number;
  readonly how: 'eye' | 'picture';
  readonly fades: readonly FadeSeen[];
}

/** A reaction that is still followed, and the visit that it belongs to. */
export interface OpenReaction {
  readonly visitId: string;
  readonly reaction: Reaction;
}

/** A visit with all that its page shows. */
export interface VisitOpened {
  readonly visit: VisitHeader;
  readonly client: Client;
  /** The area booked. */
  readonly area: Area;
  /** All areas of the client. */
  readonly areas: readonly Area[];
  readonly events: readonly VisitEvent[];
  /** Where these events end, to ask for later ones. */
  readonly after: number;
  /** What of the client's days the last advice went by. */
  readonly habitsLast: readonly Habit[];
  /** Everyone who works here, by id. */
  readonly staffNames: Readonly<Record<string, string>>;
  /** By area. */
  readonly before: Readonly<Record<string, AreaBefore>>;
  readonly catalogue: Catalogue;
  readonly suitability: InForce<SuitabilityRules>;
  readonly aftercare: InForce<AdviceBlocks>;
  /** The client's consents, newest first. */
  readonly consents: readonly Consent[];
  /** Answers from home that wait to be confirmed. */
  readonly ahead: Ahead | null;
  /** What the client said last, at an earlier visit. */
  readonly saidLast: SaidLast | null;
  /** The running trial that the client takes part in; null where there is none. */
  readonly trial: TrialOfVisit | null;
  readonly clinicName: string;
  /** What the clinic does not have in the client's language; null where it has all of it. */
  readonly languageGap: LanguageGap | null;
  /** Today in the clinic's zone. */
  readonly today: string;
}
