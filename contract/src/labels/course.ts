import {
  aliveNow,
  type CourseSign,
  type GapCost,
  type GivenPlan,
  type HowMany,
  type Met,
  type NextTakes,
  type PlanChange,
  type TreatmentPlan,
  type VisitOffer,
  type ZoneCourse,
} from '@tidy-quill/core/course';
import type { ColourCourse } from '@tidy-quill/core/ink';
import { defined } from '@tidy-quill/core/units';
import { countText, figure } from './format';
import { INK_COLOUR_WORDS } from './look';

const percent = (share: number) => `${figure(share * 100, 0)} %`;

/** “4–7 visits”, “5 visits”, “at least 8 visits”; “4–7 more visits” where some were made. */
function visitsText({ visits: { few, likely, many } }: HowMany, more: '' | 'more ' = ''): string {
  if (likely === null || few === null) return 'more than 30 visits';
  if (many === null) return `at least ${few} ${more}visits`;
  return few === many ? countText(few, `${more}visit`) : `${few}–${many} ${more}visits`;
}

/** What is offered, in one sentence and its proviso. */
export function plannedText(plan: TreatmentPlan, offer: VisitOffer | null): string {
  if (offer?.works === 'noTarget')
    return 'No further visit is offered: the hair that is there has no pigment that light can reach.';
  const { made, more, intervalWeeks, minutes } = plan;
  const visits = visitsText({ below: 0, visits: more }, made === 0 ? '' : 'more ');
  const length =
    minutes === null
      ? ', their length worked out at the first one'
      : `, about ${roundMinutes(minutes)} minutes each for this area`;
  if (more.likely === null)
    return `No number of visits is expected to bring this hair under a fifth of what it was: each thins it a little. They would be about ${intervalWeeks} weeks apart${length}. Talk about whether to begin, or to go on.`;
  return `Expect ${visits} until less than a fifth of the hair is left, about ${intervalWeeks} weeks apart${length}. This is an estimate: it is worked out again at each visit, and a course may be ended at any time.`;
}

/** Minutes as they are told to a client, in fives. */
const roundMinutes = (minutes: number) => Math.max(5, Math.ceil(minutes / 5) * 5);

/** What is not as it was said in a plan that was given. */
export function changedText(change: PlanChange): string {
  switch (change.kind) {
    case 'visitsMade':
      return `${countText(change.count, 'visit')} made.`;
    case 'more': {
      const visits = (of: HowMany['visits']) => visitsText({ below: 0, visits: of }, 'more ');
      return `Expected now: ${visits(change.now)}; by the plan ${visits(change.then)}.`;
    }
    case 'interval':
      return `${change.now} weeks apart instead of ${change.then}.`;
    case 'minutes':
      return `About ${roundMinutes(change.now)} minutes a visit instead of ${roundMinutes(change.then)}.`;
  }
}

/** What was given, in a few words. */
export function givenText({ made, more, intervalWeeks, minutes }: GivenPlan): string {
  const visits = visitsText({ below: 0, visits: more }, made === 0 ? '' : 'more ');
  return `${visits}, ${intervalWeeks} weeks apart${minutes === null ? '' : `, ${roundMinutes(minutes)} minutes each`}`;
}

export const COURSE_REFUSAL_WORDS: Readonly<
  Record<'courseIsOpen' | 'courseIsPaused' | 'courseIsStopped', string>
> = {
  courseIsOpen: 'The course of this area goes on already',
  courseIsPaused: 'The course of this area is paused',
  courseIsStopped: 'The course of this area was stopped',
};

/** What a course has taken so far, with how sure that is. */
export function takenText(course: ZoneCourse): string {
  const { visits, counts } = course;
  const gone = (of: 'low' | 'median' | 'high') => 1 - aliveNow(course, of);
  const by =
    counts.length === 0
      ? 'by the model alone: nothing was counted yet'
      : `corrected by ${countText(counts.length, 'count')}`;
  return `After ${countText(visits.length, 'visit')} ${percent(gone('median'))} of the follicles are gone for good (${percent(gone('low'))} to ${percent(gone('high'))}), ${by}.`;
}

/** What a course has taken of a colour so far, with how sure that is: said as it is of hair. */
export function inkTakenText({ colour, course, now, sessions }: ColourCourse): string {
  const gone = (left: number) => percent(1 - left);
  const by = course.corrected ? 'as it has shown' : 'by the estimate alone';
  const more =
    course.left.likely === 0
      ? 'a twentieth or less is left'
      : `${course.left.from}–${course.left.to} more until a twentieth is left`;
  const taken =
    sessions === 0
      ? 'no session was meant for it yet'
      : `after ${countText(sessions, 'session')} for it ${gone(now.left)} is gone (${gone(now.high)} to ${gone(now.low)})`;
  return `${INK_COLOUR_WORDS[colour]}: ${taken}, ${percent(course.perSession)} a session ${by}; ${more}.`;
}

/** What one visit more would take, with its arithmetic. */
export function takesText({ share, growing, kill, responds, isHardlyAny }: NextTakes): string {
  const pale = responds < 1 ? ` × ${percent(responds)} that respond` : '';
  const sum = `${percent(growing)} of it growing then × ${percent(kill)} taken${pale} = ${percent(share)} of all that was there before the course`;
  return isHardlyAny
    ? `A further visit is unlikely to change more than ${percent(Math.max(share, 0.01))}: ${sum}.`
    : `One visit more, at the usual interval: ${sum}.`;
}

/** How many visits more, towards a fifth and a tenth of what was there. */
export function moreText(many: readonly HowMany[], course: ZoneCourse | null): string {
  const toward = (below: number) => defined(many.find((each) => each.below === below));
  const more = course === null ? '' : 'more ';
  if (course !== null && aliveNow(course) < 0.1)
    return 'Less than a tenth of the follicles is left: further visits are for upkeep.';
  const fifth = toward(0.2);
  const first =
    course !== null && aliveNow(course) < 0.2
      ? ''
      : `${visitsText(fifth, more)} until less than a fifth is left, `;
  return `Expect ${first}${visitsText(toward(0.1), more)} until less than a tenth is. Some hair stays, finer and lighter.`;
}

/** What a visit on a day would meet, in one line; the ends of the band only where they can be told apart. */
export function metText({ share }: Met): string {
  const [low, high] = [percent(share.low), percent(share.high)];
  return `meets ${percent(share.median)} of what is left${low === high ? '' : ` (${low} to ${high})`}`;
}

/** What the last gap cost, where it was shorter or longer than usual; empty where it hardly mattered. */
export function gapText({ weeks, usualWeeks, met, usual, came }: GapCost): string {
  const gap = `The last gap was ${figure(weeks, 0)} weeks, ${usualWeeks} are usual here`;
  switch (came) {
    case 'asUsual':
      return '';
    case 'metLess':
      return `${gap}: this visit meets ${percent(met)} of what is left, not ${percent(usual)}.`;
    case 'metMore':
      return `${gap}: this visit meets ${percent(met)} of what is left instead of ${percent(usual)}, later in the course.`;
    case 'metAsMuch':
      return `${gap}: it meets about as much, ${percent(met)} of what is left.`;
  }
}

/** What is said where a course shows it: a heading, and what to do. */
export const COURSE_SIGN_WORDS: Readonly<
  Record<CourseSign, readonly [title: string, text: string]>
> = {
  otherWindow: [
    'Counted in another window than the time before',
    'The two counts cannot be compared: count again in the first one, before shaving.',
  ],
  moreHair: [
    'More hair than before the course',
    'Hair can grow more, in the zone or beside it, after light that was too weak. Stop the course and ask the supervisor.',
  ],
  offBand: [
    'The counts do not fit the course',
    'The last two lie outside what was expected. Look for hormones, new medicines, plucking or waxing between visits, a setting below the floor, or hair counted in another place.',
  ],
  tooLittle: [
    'The last setting is not expected to work on this hair',
    'It is the setting that takes little, not the hair that stays. Plan one that reaches what works, or say that none here does.',
  ],
  noTarget: [
    'The hair that is left has no pigment, or most of it has none',
    'Further visits change nothing. Say so, and end the course.',
  ],
  nearlyDone: [
    'Most of what light can do is done',
    'Look how much of what is left is grey, white or very fine: it does not respond. Then end the course, or keep it up by a visit or two a year.',
  ],
};
