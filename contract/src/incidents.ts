import { FIRST_STEPS, INCIDENT_SORTS, type IncidentFollowUp } from '@tidy-quill/core/incidents';
import * as v from 'valibot';
import { Id, line, Moment, note, number } from './text';

export const HURT = ['client', 'staff', 'other'] as const;
export const WORN = ['right', 'other', 'none', 'unknown'] as const;
export const EYE_WAYS = ['direct', 'mirrored', 'unknown'] as const;

/** What happened to an eye: how far from the exit it was, m, how the light came, what was worn. */
const Eyes = v.object({
  distanceM: v.nullable(number(0, 100)),
  way: v.picklist(EYE_WAYS),
  worn: v.picklist(WORN),
});

/** An incident as it is reported. */
export const IncidentReport = v.pipe(
  v.object({
    sort: v.picklist(INCIDENT_SORTS),
    happenedAt: Moment,
    hurt: v.pipe(v.array(v.picklist(HURT)), v.readonly()),
    /** Who else, in words. */
    name: note(120),
    eyes: v.nullable(Eyes),
    done: v.pipe(v.array(v.picklist(FIRST_STEPS)), v.readonly()),
    text: note(2000),
  }),
  v.forward(
    v.check(
      ({ sort, eyes }) => (sort === 'eyeExposure') === (eyes !== null),
      'must be given for an eye, and for nothing else',
    ),
    ['eyes'],
  ),
);

export type IncidentReport = v.InferOutput<typeof IncidentReport>;

/** A new one, with the visit and handpiece that it belongs to. */
export const NewIncident = v.object({
  id: Id,
  visitId: v.nullable(Id),
  handpieceId: v.nullable(line(60)),
  report: IncidentReport,
});

export type NewIncident = v.InferOutput<typeof NewIncident>;

/** What is told of it later. */
export const FollowUp = v.variant('kind', [
  v.object({ kind: v.literal('noted'), text: line(2000) }),
  v.object({ kind: v.literal('seen'), by: line(120), text: note(2000) }),
  v.object({ kind: v.literal('closed'), text: line(2000) }),
]) satisfies v.GenericSchema<unknown, IncidentFollowUp>;

export const NewFollowUp = v.object({ id: Id, followUp: FollowUp });

export type NewFollowUp = v.InferInput<typeof NewFollowUp>;

/** What an entry of the register holds: the report first, then what was told later. */
export const IncidentEntryBody = v.union([
  v.object({ kind: v.literal('reported'), report: IncidentReport }),
  FollowUp,
]);

/** An incident of the register. */
export interface IncidentShown {
  readonly id: string;
  readonly reportedAt: string;
  readonly by: string;
  readonly report: IncidentReport;
  readonly visit: { readonly id: string; readonly client: string } | null;
  readonly handpiece: { readonly id: string; readonly name: string } | null;
  readonly followUps: readonly {
    readonly at: string;
    readonly by: string;
    readonly followUp: IncidentFollowUp;
  }[];
}
