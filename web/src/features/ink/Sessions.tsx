import { SESSION_TERMS, type InkCase } from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import { nextInkVisit } from '@tidy-quill/core/course';
import { sessionDays } from '@tidy-quill/core/plan';
import { lazy, Suspense } from 'react';
import { dayText, inkTakenText, INK_COLOUR_WORDS, SESSION_TERM_WORDS } from '../../text';
import { inkCourseOf } from '../course/ink-course-of';
import { useVisit } from '../visit/use-visit';

const InkCourseChart = lazy(() => import('../course/InkCourseChart'));

/** How many sessions it may take: the published sum term by term, then what this tattoo has done. */
export function Sessions({
  of,
  untreated,
}: {
  of: InkCase;
  /** Colours that no light here treats: nothing is promised of them. */
  untreated: readonly InkColour[];
}) {
  const { fades, today } = useVisit('fades', 'today');
  const { own, subject } = of;
  const { course, score } = inkCourseOf({ subject, untreated, fades, own, today });
  const { on } = nextInkVisit({ site: subject.site, treatedOn: today, adverse: false, own });
  return (
    <section className="ink-sessions">
      <h2>
        Sessions expected:{' '}
        <span className="figures">
          {score.from}–{score.to}
        </span>{' '}
        <span className="quiet-inline">in all, {sessionDays(subject.history)} done here</span>
      </h2>
      <p className="figures">
        {SESSION_TERMS.map((term) => `${SESSION_TERM_WORDS[term]} ${score.terms[term]}`).join(
          ' + ',
        )}{' '}
        = {score.score}, ± 25 %
      </p>
      <ul>
        {course.colours.map((each) => (
          <li key={each.colour}>{inkTakenText(each)}</li>
        ))}
        {untreated.map((colour) => (
          <li key={colour}>{INK_COLOUR_WORDS[colour]}: no light here treats it, it stays</li>
        ))}
      </ul>
      {course.colours.length === 0 ? null : (
        <Suspense fallback={null}>
          <InkCourseChart course={course} />
        </Suspense>
      )}
      <p className="small">
        Next visit {dayText(on)} at the earliest advised: the body clears ink for weeks, and longer
        is no loss. An estimate from one clinic’s records (Kirby &amp; Desai 2009), corrected by
        what this tattoo has done; nobody can promise that all ink goes.
      </p>
    </section>
  );
}
