import type {
  FindingsSummary,
  LookAt,
  ReactionLine,
  RowProposal,
  RowUse,
  UChart,
} from '@tidy-quill/core/findings';
import { TECHNIQUES, type InkRow, type ProtocolRow } from '@tidy-quill/core/plan';
import { SITE_IDS } from '@tidy-quill/core/sites';
import { JOBS } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { DayText, Id, line } from './text';

/** By what sessions can be told apart. */
export const FINDING_FIELDS = [
  'job',
  'site',
  'skinType',
  'target',
  'handpieceId',
  'technique',
  'staffId',
] as const;

export type FindingField = (typeof FINDING_FIELDS)[number];

const FILTER = {
  from: DayText,
  until: DayText,
  job: v.optional(v.picklist(JOBS)),
  site: v.optional(v.picklist(SITE_IDS)),
  skinType: v.optional(v.picklist(['1', '2', '3', '4', '5', '6'])),
  target: v.optional(line(30)),
  handpieceId: v.optional(line(60)),
  technique: v.optional(v.picklist(TECHNIQUES)),
  staffId: v.optional(Id),
};

const inOrder = <T extends { readonly from: string; readonly until: string }>() =>
  v.check<T, string>(({ from, until }) => from <= until, 'must not end before it begins');

/** Which sessions are asked about: a period, both days included, and what they have in common. */
export const FindingsFilter = v.pipe(v.object(FILTER), inOrder());

export type FindingsFilter = v.InferOutput<typeof FindingsFilter>;

/** The figures of a filter, and told apart by one field. */
export const FindingsAsked = v.pipe(
  v.object({ ...FILTER, by: v.optional(v.picklist(FINDING_FIELDS), 'technique') }),
  inOrder(),
);

/** What the sessions behind a figure have in common. */
export const BEHIND = [
  'all',
  'adverse',
  'rightEndpoint',
  'noEndpoint',
  'strongEndpoint',
  'painAsked',
  'painAtLeast7',
  'incidents',
  'overridden',
  'waitsSetAside',
  'timed',
  'overran',
  'counted',
  'courseLeft',
  'reported',
] as const;

export type Behind = (typeof BEHIND)[number];

export const SessionsAsked = v.pipe(
  v.object({ ...FILTER, behind: v.optional(v.picklist(BEHIND), 'all') }),
  inOrder(),
);

/** How counted hair went on from one count to the next, beside what its course expected; medians of shares left, 0–1. */
export interface CountedReduction {
  readonly changes: number;
  readonly clients: number;
  readonly visits: number;
  readonly seenShare: number;
  readonly expectedShare: number;
}

/** Courses that nobody goes on with: no session for long, none booked, no end on record. */
export interface DropOuts {
  /** Courses that began within the filter, long enough ago to tell. */
  readonly courses: number;
  readonly left: number;
}

/** What a set of sessions shows. */
export interface FindingsAnswer {
  /** Null where fewer clients are behind it than may be shown apart. */
  readonly summary: FindingsSummary | null;
  readonly sessions: number;
  /** Harm by month, a point each from the first to the last; without figures where the summary has none. */
  readonly chart: UChart;
  readonly lookAt: readonly LookAt[];
  readonly groups: readonly {
    /** The field’s value. */
    readonly value: string;
    readonly summary: FindingsSummary;
  }[];
  /** Sessions of values that too few clients stand behind, told together; null where there are none. */
  readonly others: { readonly values: number; readonly sessions: number } | null;
  readonly reduction: CountedReduction | null;
  readonly dropOuts: DropOuts | null;
  /** What was reported to the register of incidents of these sessions. */
  readonly incidentReports: number;
}

/** Values that sessions of a clinic have, to choose from. */
export interface FindingsOptions {
  readonly firstOn: string | null;
  readonly values: Readonly<Record<FindingField, readonly string[]>>;
  /** What handpieces are called, by id. */
  readonly handpieces: Readonly<Record<string, string>>;
  readonly staff: Readonly<Record<string, string>>;
}

/** A session behind a figure. */
export interface SessionBehind {
  readonly visitId: string;
  readonly areaId: string;
  readonly client: { readonly id: string; readonly name: string };
  readonly treatedOn: string;
  readonly site: string;
  readonly side: string;
  readonly handpieceId: string;
  readonly technique: string;
  readonly endJcm2: number;
  readonly endpoint: string;
  readonly adverse: boolean;
  readonly painMax: number | null;
  readonly staffId: string;
}

export interface SessionsBehind {
  readonly total: number;
  /** The newest, as many as are listed at most. */
  readonly sessions: readonly SessionBehind[];
}

/** A row of the protocol with what was really used of it. */
export interface RowReviewed {
  readonly row: ({ readonly job: 'hair' } & ProtocolRow) | ({ readonly job: 'ink' } & InkRow);
  /** Null where fewer clients are behind it than may be shown apart. */
  readonly use: RowUse | null;
  readonly proposal: RowProposal | null;
}

/** The protocol in force with what its rows were used for. */
export interface ProtocolReview {
  readonly versionId: string;
  readonly number: number;
  /** The share of sessions with harm that the review holds rows against, 0–1. */
  readonly harmShare: number;
  readonly rows: readonly RowReviewed[];
  /** Sessions that no row in force speaks of. */
  readonly withoutRow: number;
}

/** A period, both days included. */
export const PeriodAsked = v.pipe(v.object({ from: DayText, until: DayText }), inOrder());

/** A reaction of the register, with the session that it belongs to. */
export interface ReactionRegistered {
  readonly id: string;
  readonly visitId: string;
  readonly client: { readonly id: string; readonly name: string; readonly reference: string };
  readonly site: string;
  readonly side: string;
  readonly treatedOn: string;
  readonly handpiece: string;
  readonly technique: string;
  readonly endJcm2: number;
  readonly line: ReactionLine;
}
