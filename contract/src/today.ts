import type { Stage } from '@tidy-quill/core/record';

/** One line of the day's list. */
export interface DayVisit {
  readonly id: string;
  readonly startsAt: string;
  readonly room: string;
  readonly staff: string;
  readonly client: { readonly id: string; readonly name: string; readonly reference: string };
  readonly site: string;
  readonly side: string;
  readonly stage: Stage;
  readonly finished: boolean;
  readonly running: boolean;
  readonly attention: readonly Attention[];
}

/** What needs a look before the client comes in. */
export type Attention =
  'stopped' | 'planStale' | 'reactionLastTime' | 'tan' | 'firstVisit' | 'tooSoon' | 'late';

export interface Day {
  readonly day: string;
  readonly visits: readonly DayVisit[];
}
