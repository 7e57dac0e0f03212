/** What a clinic tells its clients of their visits, each in words of its own. */
export const MESSAGE_KINDS = ['confirmation', 'reminder', 'recall', 'followUp'] as const;

export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** What is filled in for each client: written in braces, as {when}. */
export const PLACES = ['clinic', 'name', 'when', 'before', 'link', 'phone', 'until'] as const;

export type Place = (typeof PLACES)[number];

/** Which of them a kind of message can fill in, and which it may not go without. */
export const PLACES_OF: Readonly<
  Record<MessageKind, { readonly may: readonly Place[]; readonly must: readonly Place[] }>
> = {
  confirmation: { may: ['clinic', 'name', 'when', 'before', 'phone'], must: ['when'] },
  reminder: {
    may: ['clinic', 'name', 'when', 'before', 'link', 'phone'],
    must: ['when', 'link'],
  },
  recall: { may: ['clinic', 'name', 'phone'], must: ['phone'] },
  followUp: { may: ['clinic', 'name', 'phone', 'until'], must: ['phone', 'until'] },
};

/** What is wrong with the words of a message; null where nothing is. */
export type TextProblem =
  | { readonly code: 'unknownPlace'; readonly place: string }
  | { readonly code: 'missingPlace'; readonly place: Place };

const IN_BRACES = /\{([^{}]*)\}/gu;

/** Looks for braces that cannot be filled in, and for what the message would be of no use without. */
export function textProblem(kind: MessageKind, text: string): TextProblem | null {
  const { may, must } = PLACES_OF[kind];
  const named = [...text.matchAll(IN_BRACES)].map(([, place]) => place ?? '');
  const unknown = named.find((place) => !may.some((each) => each === place));
  if (unknown !== undefined) return { code: 'unknownPlace', place: unknown };
  const missing = must.find((place) => !named.includes(place));
  return missing === undefined ? null : { code: 'missingPlace', place: missing };
}

/** A message's words with everything filled in. */
export const filledIn = (text: string, values: Readonly<Partial<Record<Place, string>>>): string =>
  text.replace(IN_BRACES, (whole, place: string) => values[place as Place] ?? whole);

/** Nobody is asked to come back again before so many days have passed, whatever stands on the list. */
export const RECALL_AGAIN_DAYS = 14;
const DAY_MS = 86_400_000;

/** Whether somebody may be asked to come back: not again within a fortnight. Moments are ISO 8601. */
export const mayRecall = (lastRecalledAt: string | null, now: string): boolean =>
  lastRecalledAt === null ||
  Date.parse(now) - Date.parse(lastRecalledAt) >= RECALL_AGAIN_DAYS * DAY_MS;

/** Whether the clinic's hour for reminders has come on a day on which none were sent yet. Clock times are “HH:mm”. */
export const isRemindingDue = (of: {
  /** Null where nobody is reminded of itself. */
  readonly remindAt: string | null;
  readonly remindedOn: string | null;
  readonly today: string;
  readonly clock: string;
}): boolean =>
  of.remindAt !== null &&
  of.clock >= of.remindAt &&
  (of.remindedOn === null || of.remindedOn < of.today);
