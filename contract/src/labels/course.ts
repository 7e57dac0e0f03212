import { intervalWeeksOf, type ClinicalFigures } from '@tidy-quill/core/figures';
import {
  aliveNow,
  hairCycleOf,
  steadyShares,
  type CourseSign,
  type GapCost,
  type HowMany,
  type Met,
  type TreatmentPlan,
  type ZoneCourse,
} from '@tidy-quill/core/course';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { countText, figure } from './format';
import { SITE_WORDS } from './words';

const percent = (share: number) => `${figure(share * 100, 0)} %`;

/** “4–7 visits”, “5 visits”, “at least 8 visits”; “4–7 more visits” where some were made. */
function visitsText({ visits: { few, likely, many } }: HowMany, more: '' | 'more ' = ''): string {
  if (likely === null || few === null) return 'more than 30 visits';
  if (many === null) return `at least ${few} ${more}visits`;
  return few === many ? countText(few, `${more}visit`) : `${few}–${many} ${more}visits`;
}

/** How many visits are offered, as the first words of a sentence. */
export const visitsMoreText = ({ made, more }: TreatmentPlan): string =>
  `Expect ${visitsText({ below: 0, visits: more }, made === 0 ? '' : 'more ')} until less than a fifth of the hair is left`;

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

/** What a visit on a day would meet, in one line. */
export const metText = ({ share }: Met): string =>
  `meets ${percent(share.median)} of what is left (${percent(share.low)} to ${percent(share.high)})`;

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

/** What may be expected of hair at a site, in plain words, for whoever is to be treated: before the first visit. */
export function expectationLines(
  site: SiteId,
  own: ClinicalFigures,
  many: readonly HowMany[],
): readonly string[] {
  const { growthWeeks, restWeeks } = hairCycleOf(site, own);
  const weeks = intervalWeeksOf(own, site);
  const fifth = defined(many.find((each) => each.below === 0.2));
  const { few, many: most } = fifth.visits;
  const months = (visits: number | null) =>
    visits === null ? null : Math.max(1, Math.round(((visits - 1) * weeks * 7) / 30.4));
  const [from, to] = [months(few), months(most)];
  return [
    `Hair of this area (${SITE_WORDS[site]}) grows for about ${growthWeeks} weeks and rests for about ${restWeeks}. Light reaches growing hair alone: at first ${percent(steadyShares(hairCycleOf(site, own)).growing)} of it.`,
    `Expect ${visitsText(fifth)}, about ${weeks} weeks apart${from === null || to === null ? '' : from === to ? `, over about ${countText(from, 'month')}` : `, over ${from} to ${to} months`}, until less than a fifth of it is left.`,
    'What comes back is finer and lighter. Some hair stays, and a visit or two a year may be needed to keep it so.',
    'White, grey, blond and very fine hair does not respond. Hormones, some medicines and plucking can bring hair back.',
  ];
}

/** What is said where a course shows it: a heading, and what to do. */
export const COURSE_SIGN_WORDS: Readonly<
  Record<CourseSign, readonly [title: string, text: string]>
> = {
  moreHair: [
    'More hair than at the first count',
    'Hair can grow more, in the zone or beside it, after light that was too weak. Stop the course and ask the supervisor.',
  ],
  offBand: [
    'The counts do not fit the course',
    'The last two lie outside what was expected. Look for hormones, new medicines, plucking or waxing between visits, a setting below the floor, or hair counted in another place.',
  ],
  noTarget: [
    'The hair that is left has no pigment',
    'Further visits change nothing. Say so, and end the course.',
  ],
  nearlyDone: [
    'Most of what light can do is done',
    'Look how much of what is left is grey, white or very fine: it does not respond. Then end the course, or keep it up by a visit or two a year.',
  ],
};
