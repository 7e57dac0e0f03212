import type { EventKind } from './event';

type Body = Readonly<Record<string, unknown>>;

/** What brings a body to the next version, in order; a kind that never changed has none. */
const STEPS: Partial<Record<EventKind, readonly ((body: Body) => Body)[]>> = {
  // Before medicines were named, nobody was asked for them.
  answersGiven: [(body) => ({ medicines: null, ...body })],
  // Before there were other ways, numbing was by cream.
  numbingChanged: [(body) => ({ by: 'cream', ...body })],
};

/** What kinds were called in earlier releases: rows and browsers of then still hold them so. */
export const EARLIER_NAMES = {
  causeLooked: 'causeChecked',
  watched: 'postTreatmentChecked',
} as const satisfies Readonly<Record<string, EventKind>>;

const isEarlier = (kind: string): kind is keyof typeof EARLIER_NAMES =>
  Object.hasOwn(EARLIER_NAMES, kind);

/** What a kind is called today. */
export const nameToday = (kind: string): string => (isEarlier(kind) ? EARLIER_NAMES[kind] : kind);

const stepsOf = (kind: string) => STEPS[kind as EventKind] ?? [];

/** The version under which bodies of a kind are kept today; the first is 1. */
export const bodyVersion = (kind: EventKind): number => 1 + stepsOf(kind).length;

/** A body as it was kept under an earlier version or name of its kind, in today's shape; still to be parsed. */
export const upcast = (kind: string, version: number, body: Body): Body =>
  stepsOf(nameToday(kind))
    .slice(version - 1)
    .reduce(
      (read, step) => step(read),
      body['kind'] === kind ? { ...body, kind: nameToday(kind) } : body,
    );
