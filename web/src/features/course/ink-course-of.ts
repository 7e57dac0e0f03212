import type { FadesBefore } from '@tidy-quill/contract/visit-opened';
import { nextInkVisit } from '@tidy-quill/core/course';
import type { ClinicalFigures } from '@tidy-quill/core/figures';
import {
  inkCourse,
  sessionScore,
  wantedColours,
  type InkCourse,
  type SessionScore,
} from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import { wholeSessions, workingSkin, type InkSubject } from '@tidy-quill/core/plan';
import type { Day } from '@tidy-quill/core/units';

/** The course of a tattoo by its sessions and what was seen of its colours, and the estimate that it begins with. */
export function inkCourseOf(of: {
  readonly subject: InkSubject;
  /** Colours that no light here treats: nothing is expected of them. */
  readonly untreated: readonly InkColour[];
  readonly fades: readonly Pick<FadesBefore, 'on' | 'sessions' | 'fades'>[];
  readonly own: ClinicalFigures;
  readonly today: Day;
  readonly booked?: readonly Day[];
}): { readonly course: InkCourse; readonly score: SessionScore } {
  const { subject, untreated, own, today } = of;
  const { ink, site, history } = subject;
  const score = sessionScore({ ink, site, skinType: workingSkin(subject).type });
  const { weeks } = nextInkVisit({ site, treatedOn: today, adverse: false, own });
  const course = inkCourse({
    colours: wantedColours(subject)
      .map(({ colour }) => colour)
      .filter((colour) => !untreated.includes(colour)),
    sessions: wholeSessions(history).map((each) => ({ on: each.on, colours: each.ink ?? null })),
    fades: of.fades.flatMap(({ on, sessions, fades }) =>
      fades.map((fade) => ({ on, sessions, ...fade })),
    ),
    expectedSessions: score.score,
    intervalWeeks: weeks,
    today,
    booked: of.booked,
  });
  return { course, score };
}
