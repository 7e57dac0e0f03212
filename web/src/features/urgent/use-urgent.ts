import type { DiaryWorry } from '@tidy-quill/contract/diary';
import type { ReactionListed } from '@tidy-quill/contract/record';
import { isOverdue } from '@tidy-quill/core/session';
import { asksForLook, type HomeEntry, type TriageLevel } from '@tidy-quill/core/reaction';
import { useDiaryWorriesQuery, useReactionsQuery } from '../../app/after-api';
import { FRESH_WITH_PAGE } from '../../app/fresh';
import { areaText, REACTION_WORDS, SEEN_WORDS, SIGN_WORDS, TREND_WORDS } from '../../text';

/** Something that somebody has to act on today. */
export interface Urgent {
  readonly id: string;
  readonly from: 'home' | 'reaction';
  readonly client: { readonly name: string; readonly phone: string };
  readonly area: string;
  readonly what: string;
  readonly level: TriageLevel;
  /** When it was told, ISO 8601. */
  readonly since: string;
  /** By when somebody has to act, ISO 8601; null where nothing sets a time. */
  readonly by: string | null;
  /** Where one acts on it. */
  readonly path: string;
}

const POLLED = { ...FRESH_WITH_PAGE, pollingInterval: 60_000 } as const;

/**
 * What has to be acted on today, the gravest first: entries from home that nobody has taken up, and reactions for a
 * clinician or overdue. Undefined until it is known.
 */
export function useUrgent(now: number): readonly Urgent[] | undefined {
  const worries = useDiaryWorriesQuery(undefined, POLLED).data;
  const reactions = useReactionsQuery(undefined, POLLED).data;
  if (worries === undefined || reactions === undefined) return undefined;
  const at = new Date(now).toISOString();
  return [
    ...worries.filter(({ triage }) => asksForLook(triage?.level ?? 'advice')).map(ofHome),
    ...reactions
      .filter(
        ({ reaction }) =>
          reaction.triage?.level === 'clinicianNow' ||
          (asksForLook(reaction.triage?.level ?? 'advice') && isOverdue(reaction, at)),
      )
      .map(ofReaction),
  ].sort((one, other) => rank(one) - rank(other));
}

const rank = ({ level }: Urgent) => (level === 'clinicianNow' ? 0 : 1);

function ofHome({ visitId, areaId, client, entry, triage, ...area }: DiaryWorry): Urgent {
  const hours = triage?.againHours ?? null;
  return {
    id: entry.id,
    from: 'home',
    client,
    area: areaText(area),
    what: homeText(entry),
    level: triage?.level ?? 'advice',
    since: entry.givenAt,
    by:
      hours === null ? null : new Date(Date.parse(entry.givenAt) + hours * 3_600_000).toISOString(),
    path: `/visits/${visitId}/reactions?zone=${areaId}&from=${entry.id}`,
  };
}

function ofReaction({ visitId, areaId, client, reaction, ...area }: ReactionListed): Urgent {
  return {
    id: reaction.id,
    from: 'reaction',
    client,
    area: areaText(area),
    what: [REACTION_WORDS[reaction.report.what], ...signsOf(reaction.report.signs)].join(', '),
    level: reaction.triage?.level ?? 'advice',
    since: reaction.reportedAt,
    by: reaction.againAt,
    path: `/visits/${visitId}/reactions?zone=${areaId}&update=${reaction.id}`,
  };
}

const signsOf = (signs: ReactionListed['reaction']['report']['signs']) =>
  signs.map((sign) => SIGN_WORDS[sign]);

/** What an entry from home says, in a line. */
export const homeText = ({ trend, seen, signs }: HomeEntry): string =>
  [
    ...seen.map((each) => SEEN_WORDS[each]),
    ...signs.map((sign) => SIGN_WORDS[sign]),
    TREND_WORDS[trend],
  ].join(', ');
