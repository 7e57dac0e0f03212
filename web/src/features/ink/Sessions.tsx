import {
  clearance,
  SESSION_TERMS,
  sessionScore,
  wantedColours,
  type InkCase,
} from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import { nextInkVisit } from '@tidy-quill/core/course';
import { sessionDays, workingSkin } from '@tidy-quill/core/plan';
import { lazy, Suspense } from 'react';
import { dayText, figure, INK_COLOUR_WORDS, SESSION_TERM_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';

const FadingChart = lazy(() => import('./FadingChart'));

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
  const { ink, site, history } = of.subject;
  const score = sessionScore({ ink, site, skinType: workingSkin(of.subject).type });
  const wanted = wantedColours(of.subject).filter(({ colour }) => !untreated.includes(colour));
  const colours = wanted.map(({ colour }) => {
    const seen = fades.flatMap((each) =>
      each.fades.flatMap((fade) =>
        fade.colour === colour ? [{ sessions: each.sessions, faded: fade.faded }] : [],
      ),
    );
    return { colour, seen, course: clearance(score.score, seen) };
  });
  const done = sessionDays(history);
  const { on } = nextInkVisit({ site, treatedOn: today, adverse: false, own: of.own });
  return (
    <section className="ink-sessions">
      <h2>
        Sessions expected:{' '}
        <span className="figures">
          {score.from}–{score.to}
        </span>{' '}
        <span className="quiet-inline">in all, {done} done here</span>
      </h2>
      <p className="figures">
        {SESSION_TERMS.map((term) => `${SESSION_TERM_WORDS[term]} ${score.terms[term]}`).join(
          ' + ',
        )}{' '}
        = {score.score}, ± 25 %
      </p>
      <ul>
        {colours.map(({ colour, course }) => (
          <li key={colour}>
            {INK_COLOUR_WORDS[colour]}: {figure(course.perSession * 100, 0)} % a session
            {course.corrected ? ', as it has shown' : ', by the estimate'};{' '}
            {course.left.likely === 0
              ? 'a twentieth or less is left'
              : `${course.left.from}–${course.left.to} more`}
          </li>
        ))}
        {untreated.map((colour) => (
          <li key={colour}>{INK_COLOUR_WORDS[colour]}: no light here treats it, it stays</li>
        ))}
      </ul>
      <Suspense fallback={null}>
        <FadingChart expected={score.score} colours={colours} />
      </Suspense>
      <p className="small">
        Next visit {dayText(on)} at the earliest advised: the body clears ink for weeks, and longer
        is no loss. An estimate from one clinic’s records (Kirby &amp; Desai 2009), corrected by
        what this tattoo has done; nobody can promise that all ink goes.
      </p>
    </section>
  );
}
