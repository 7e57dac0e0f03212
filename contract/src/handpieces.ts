import type { Handpiece, Setting } from '@tidy-quill/core/plan';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import type { IncidentKind } from '@tidy-quill/core/events';
import type { Reaction } from '@tidy-quill/core/session';
import * as v from 'valibot';
import { DayText } from './text';

/** The days that a handpiece's use is asked for, both included. */
export const UseAsked = v.pipe(
  v.object({ from: DayText, to: DayText }),
  v.check(({ from, to }) => from <= to, 'must not end before it begins'),
);

/** One zone of a visit that a handpiece was used on, with one setting. */
export interface HandpieceSession {
  readonly visitId: string;
  readonly areaId: string;
  readonly on: string;
  readonly client: { readonly name: string; readonly reference: string };
  readonly site: string;
  readonly side: string;
  readonly setting: Setting;
  readonly pulses: number;
  readonly energyJ: number;
  readonly answer: SkinAnswer;
}

/** What a handpiece was used for over some days, newest first. */
export interface HandpieceUse {
  /** As it is listed now; null where it no longer is. */
  readonly handpiece: Handpiece | null;
  readonly sessions: readonly HandpieceSession[];
  readonly incidents: readonly {
    readonly visitId: string;
    readonly at: string;
    readonly what: IncidentKind;
    readonly detail: string;
  }[];
  readonly reactions: readonly {
    readonly visitId: string;
    readonly areaId: string;
    readonly client: string;
    readonly reaction: Reaction;
  }[];
}
