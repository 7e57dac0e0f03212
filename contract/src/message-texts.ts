import { MESSAGE_KINDS, textProblem, type MessageKind } from '@tidy-quill/core/calendar';
import * as v from 'valibot';
import { Clock } from './clock';
import { Id, line, whole } from './text';

/** New words for a kind of message. The version that they change tells a stale edit. */
export const NewMessageText = v.pipe(
  v.object({
    id: Id,
    kind: v.picklist(MESSAGE_KINDS),
    /** 0 for the words that ship. */
    version: whole(0, 1e6),
    text: line(600),
  }),
  v.forward(
    v.rawCheck(({ dataset, addIssue }) => {
      if (!dataset.typed) return;
      const problem = textProblem(dataset.value.kind, dataset.value.text);
      if (problem === null) return;
      addIssue({
        message:
          problem.code === 'unknownPlace'
            ? `cannot fill in {${problem.place}}`
            : `must hold {${problem.place}}`,
      });
    }),
    ['text'],
  ),
);

export type NewMessageText = v.InferOutput<typeof NewMessageText>;

/** What a kind of message says now, and since when. */
export interface MessageTextNow {
  readonly kind: MessageKind;
  /** 0 for the words that ship. */
  readonly version: number;
  readonly text: string;
  readonly by: string | null;
  readonly at: string | null;
}

/** When clients are told of their visits without anybody's doing. */
export const Reminding = v.object({
  /** By the clinic's clocks; null where somebody does it by hand. */
  remindAt: v.nullable(Clock),
  remindDays: whole(1, 14),
  confirmsBookings: v.boolean('must be true or false'),
});

export type Reminding = v.InferOutput<typeof Reminding>;

/** Asks clients back who are due with nothing booked. */
export const NewRecalls = v.object({
  areaIds: v.pipe(
    v.array(Id),
    v.minLength(1, 'must name an area at least'),
    v.maxLength(200, 'must be 200 at most'),
  ),
});
